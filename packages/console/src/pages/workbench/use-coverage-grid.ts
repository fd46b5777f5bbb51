import type { CellState } from '@yellow-sieve/core';
import { useEffect, useReducer, useRef, useState } from 'react';
import { service } from '../../service';
import { rowsField } from './extracting';
import { TriedMessages } from './tried-messages';
import type { Selection } from './use-columns';

/** The first page is what is on screen; the others are larger and come behind it. */
const firstPage = '40';
const pageSize = '120';
/** A keystroke is worth a try; a flood of them one. */
const restMs = 60;

/**
 * Tries a text on all messages of the mesh, those on screen first, and again whenever the text changes. What is not tried
 * with the present text yet is dotted. `anew` changes when expected values do. A try that fails is told, with a way to try again.
 */
export function useCoverageGrid(name: string, source: string, selection: Selection, enabled: boolean, anew: number) {
  const grid = useRef(new TriedMessages());
  const [, drawn] = useReducer((count: number) => count + 1, 0);
  const [failed, setFailed] = useState<unknown>(null);
  const [again, retry] = useReducer((count: number) => count + 1, 0);
  const { of, mailbox } = selection;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was tried on other messages is of no use
  useEffect(() => {
    grid.current = new TriedMessages();
    drawn();
  }, [name, of, mailbox]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what people said since, `anew`, shows in the squares; `again` is a try after one that failed
  useEffect(() => {
    if (!enabled) return;
    const stopped = new AbortController();
    const tryAll = async () => {
      setFailed(null);
      let cursor: string | undefined;
      do {
        const query = { limit: cursor ? pageSize : firstPage, ...(cursor ? { cursor } : {}) };
        const body = { source, of, ...(mailbox ? { mailbox } : {}) };
        const page = await service.workbench.tried({ params: { name }, query, body });
        if (stopped.signal.aborted) return;
        grid.current.add(source, page.items);
        drawn();
        cursor = page.next ?? undefined;
      } while (cursor);
    };
    const timer = setTimeout(() => {
      tryAll().catch((error: unknown) => !stopped.signal.aborted && setFailed(error));
    }, restMs);
    return () => {
      stopped.abort();
      clearTimeout(timer);
    };
  }, [name, source, of, mailbox, enabled, anew, again]);
  return {
    cell: (message: string, field: string): CellState => stateOf(grid.current.get(message), field, source),
    coverage: (message: string) => grid.current.get(message)?.coverage ?? null,
    tried: grid.current.triedWith(source),
    failed,
    retry,
  };
}

function stateOf(tried: ReturnType<TriedMessages['get']>, field: string, source: string): CellState {
  if (!tried || tried.source !== source) return 'not tried';
  const { coverage } = tried;
  if (field !== rowsField) return coverage.cells[field]?.state ?? 'not tried';
  if (!coverage.tried || !coverage.rows) return 'not tried';
  return coverage.rows.right === false ? 'wrong' : coverage.rows.found > 0 ? 'found' : 'missing';
}

export type GridState = ReturnType<typeof useCoverageGrid>;
