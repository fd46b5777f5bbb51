import type { CellState, MessageCoverage } from '@yellow-sieve/core';
import { useEffect, useReducer } from 'react';
import { service } from '../../service';
import type { Selection } from './use-columns';

/** A message as it was tried: with the text it was tried with, so that older ones are known as such. */
interface Tried {
  coverage: MessageCoverage;
  source: string;
}

type Mesh = ReadonlyMap<string, Tried>;
type MeshStep = { add: readonly MessageCoverage[]; source: string } | 'forget';

function grown(mesh: Mesh, step: MeshStep): Mesh {
  if (step === 'forget') return new Map();
  const next = new Map(mesh);
  for (const coverage of step.add) next.set(coverage.message, { coverage, source: step.source });
  return next;
}

/** The first page is what is on screen; the others are larger and come behind it. */
const firstPage = '40';
const pageSize = '120';
/** A keystroke is worth a try; a flood of them one. */
const restMs = 60;

/**
 * Tries a text on all messages of the mesh, those on screen first, and again whenever the text changes. What is not tried
 * with the present text yet is dotted. `anew` changes when expected values do.
 */
export function useMesh(name: string, source: string, selection: Selection, enabled: boolean, anew: number) {
  const [mesh, step] = useReducer(grown, new Map() as Mesh);
  const { of, mailbox } = selection;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was tried on other messages is of no use
  useEffect(() => step('forget'), [name, of, mailbox]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what people said since, `anew`, shows in the squares
  useEffect(() => {
    if (!enabled) return;
    const stopped = new AbortController();
    const timer = setTimeout(async () => {
      let cursor: string | undefined;
      do {
        const query = { limit: cursor ? pageSize : firstPage, ...(cursor ? { cursor } : {}) };
        const body = { source, of, ...(mailbox ? { mailbox } : {}) };
        const page = await service.workbench.tried({ params: { name }, query, body }).catch(() => null);
        if (!page || stopped.signal.aborted) return;
        step({ add: page.items as MessageCoverage[], source });
        cursor = page.next ?? undefined;
      } while (cursor);
    }, restMs);
    return () => {
      stopped.abort();
      clearTimeout(timer);
    };
  }, [name, source, of, mailbox, enabled, anew]);
  return {
    cell: (message: string, field: string): CellState => stateOf(mesh.get(message), field, source),
    coverage: (message: string) => mesh.get(message)?.coverage ?? null,
    tried: [...mesh.values()].filter((one) => one.source === source).length,
  };
}

/** The group of rows stands in the mesh as a field of this name, which none can have. */
export const rowsField = 'rows';

function stateOf(tried: Tried | undefined, field: string, source: string): CellState {
  if (!tried || tried.source !== source) return 'not tried';
  const { coverage } = tried;
  if (field !== rowsField) return coverage.cells[field]?.state ?? 'not tried';
  if (!coverage.tried || !coverage.rows) return 'not tried';
  return coverage.rows.right === false ? 'wrong' : coverage.rows.found > 0 ? 'found' : 'missing';
}

export type MeshState = ReturnType<typeof useMesh>;
