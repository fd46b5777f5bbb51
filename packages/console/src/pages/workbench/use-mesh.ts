import type { CellState, MessageCoverage } from '@yellow-sieve/core';
import { useEffect, useReducer, useRef } from 'react';
import { service } from '../../service';
import type { Selection } from './use-columns';

/** A message as it was tried: with the text it was tried with, so that older ones are known as such. */
interface Tried {
  coverage: MessageCoverage;
  source: string;
}

/** All that was tried, and how much of it with the text that was tried last. Changed in place: copying thousands costs a frame. */
interface Mesh {
  byMessage: Map<string, Tried>;
  source: string;
  tried: number;
}

function add(mesh: Mesh, source: string, found: readonly MessageCoverage[]): void {
  if (mesh.source !== source) {
    mesh.source = source;
    mesh.tried = 0;
  }
  for (const coverage of found) {
    if (mesh.byMessage.get(coverage.message)?.source !== source) mesh.tried++;
    mesh.byMessage.set(coverage.message, { coverage, source });
  }
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
  const mesh = useRef<Mesh>({ byMessage: new Map(), source, tried: 0 });
  const [, drawn] = useReducer((count: number) => count + 1, 0);
  const { of, mailbox } = selection;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was tried on other messages is of no use
  useEffect(() => {
    mesh.current = { byMessage: new Map(), source, tried: 0 };
    drawn();
  }, [name, of, mailbox]);
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
        add(mesh.current, source, page.items as MessageCoverage[]);
        drawn();
        cursor = page.next ?? undefined;
      } while (cursor);
    }, restMs);
    return () => {
      stopped.abort();
      clearTimeout(timer);
    };
  }, [name, source, of, mailbox, enabled, anew]);
  return {
    cell: (message: string, field: string): CellState => stateOf(mesh.current.byMessage.get(message), field, source),
    coverage: (message: string) => mesh.current.byMessage.get(message)?.coverage ?? null,
    tried: mesh.current.source === source ? mesh.current.tried : 0,
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
