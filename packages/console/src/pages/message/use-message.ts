import { useQuery } from '@tanstack/react-query';
import { service } from '../../service';
import { type MessageFilter, messagesQuery } from '../messages/messages-query';

/** A message with its outcome. */
export function useMessage(key: string) {
  return useQuery({
    queryKey: ['message', key],
    enabled: key !== '',
    queryFn: () => service.messages.get({ params: { key } }),
  });
}

/** What rules see of it. It changes only when another version of a sieve looks at another part. */
export function useReading(key: string, revision: number | null | undefined) {
  return useQuery({
    queryKey: ['reading', key, revision],
    enabled: revision !== undefined,
    queryFn: () => service.messages.reading({ params: { key } }),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** The messages before and after it in the list it was opened from. */
export function useNeighbours(key: string, filter: MessageFilter): { newer: string | null; older: string | null } {
  const items = useQuery(messagesQuery(filter)).data?.items ?? [];
  const at = items.findIndex((item) => item.key === key);
  if (at < 0) return { newer: null, older: null };
  return { newer: items[at - 1]?.key ?? null, older: items[at + 1]?.key ?? null };
}
