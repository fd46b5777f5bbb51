import { useMemo } from 'react';
import { useSearch } from '../../parts/use-search';
import { type Selection, useColumns } from './use-columns';
import { refOf, useShown } from './use-shown';

/** The message on the workbench: chosen in the address, so that it survives a reload and both faces show the same. */
export function useShownMessage(name: string, source: string, compiles: boolean) {
  const [get, set] = useSearch();
  const [of, mailbox, message] = [get('of'), get('mailbox'), get('message')];
  const selection: Selection = useMemo(
    () => ({ of: of === 'stored' ? 'stored' : 'samples', ...(mailbox ? { mailbox } : {}) }),
    [of, mailbox],
  );
  const columns = useColumns(name, selection).data ?? none;
  const at = Math.max(
    0,
    columns.findIndex((column) => column.name === message),
  );
  const column = columns[at] ?? null;
  const ref = useMemo(() => column && refOf(column, selection), [column, selection]);
  const shown = useShown(name, ref, source, compiles).data ?? null;
  return {
    selection,
    columns,
    at,
    column,
    ref,
    shown,
    go: (to: number) => {
      const next = columns[to];
      if (next) set({ message: next.name });
    },
    select: (next: Selection['of']) => set({ of: next === 'stored' ? 'stored' : null, message: null }),
  };
}

const none: never[] = [];

export type ShownMessageState = ReturnType<typeof useShownMessage>;
