import { useMutation, useQueryClient } from '@tanstack/react-query';
import { service } from '../../service';

/** Gives labels, and has what depends on them looked up anew. */
export function useLabelling(mailbox: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ key, category }: { key: string; category: string | null }) =>
      service.sorting.label({ params: { key }, body: { category } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['mailboxes', mailbox] }),
  });
}
