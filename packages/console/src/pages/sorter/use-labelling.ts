import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { service } from '../../service';

/** Gives labels, to one message or to those that are ticked, and has what depends on them looked up anew. */
export function useLabelling(mailbox: string) {
  const queries = useQueryClient();
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const labelling = useMutation({
    mutationFn: ({ keys, category }: { keys: string[]; category: string | null }) =>
      service.sorting.labelMany({ body: { keys, category } }),
    onSuccess: () => {
      setTicked(new Set());
      return queries.invalidateQueries({ queryKey: ['mailboxes', mailbox] });
    },
  });
  /** A label for one message; where some are ticked and it is among them, for all of these. */
  const give = (key: string, category: string | null) =>
    labelling.mutate({ keys: ticked.has(key) ? [...ticked] : [key], category });
  const tick = (key: string) =>
    setTicked((before) => new Set(before.has(key) ? [...before].filter((one) => one !== key) : [...before, key]));
  return { give, tick, ticked, error: labelling.error };
}
