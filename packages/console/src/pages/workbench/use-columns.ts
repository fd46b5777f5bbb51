import { useQuery, useQueryClient } from '@tanstack/react-query';
import { service } from '../../service';

/** The messages of the mesh, in their order. */
export interface Column {
  name: string;
  subject: string | null;
}

/** Which messages the mesh is about. */
export interface Selection {
  of: 'samples' | 'stored';
  /** For a sieve its mailbox does not name yet. */
  mailbox?: string;
}

/** Columns at the most: more than these nobody looks through. */
const maxColumns = 5000;
const pageSize = '200';
/** As many more are drawn together. */
const shownAfter = 1000;

/** The first messages are there at once; thousands come behind them, some pages at a time. */
export function useColumns(name: string, selection: Selection) {
  const queries = useQueryClient();
  const queryKey = ['samples', name, 'columns', selection];
  return useQuery({
    queryKey,
    queryFn: async (): Promise<Column[]> => {
      const columns: Column[] = [];
      let cursor: string | undefined;
      do {
        const query = { ...selection, limit: pageSize, ...(cursor ? { cursor } : {}) };
        const page = await service.workbench.columns({ params: { name }, query });
        columns.push(...page.items);
        cursor = page.next ?? undefined;
        const known = queries.getQueryData<Column[]>(queryKey)?.length ?? 0;
        if (cursor && columns.length > known && columns.length % shownAfter === Number(pageSize))
          queries.setQueryData(queryKey, [...columns]);
      } while (cursor && columns.length < maxColumns);
      return columns;
    },
  });
}
