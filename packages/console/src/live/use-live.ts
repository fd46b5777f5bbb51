import { type QueryClient, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { type LiveNews, listenLive } from './live-stream';

/** News is gathered this long, so that a flood of changes asks for each page once. */
const gatherMs = 250;

/** Keeps what is on screen up to date. What nobody looks at is only marked as old. */
export function useLive(): void {
  const queries = useQueryClient();
  useEffect(() => {
    const gathered = new Set<string>();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = listenLive((news) => {
      for (const family of familiesOf(news)) gathered.add(family);
      timer ??= setTimeout(() => {
        timer = undefined;
        refresh(queries, gathered);
        gathered.clear();
      }, gatherMs);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [queries]);
}

/** Queries are named by family first, and for one thing by its key second. */
function familiesOf(news: LiveNews): string[] {
  if (news === 'anything') return ['*'];
  if (news.kind === 'message')
    return ['messages', 'review', 'records', 'overview', 'mailboxes', `message ${news.what}`];
  if (news.kind === 'delivery') return ['deliveries', 'destinations', 'overview', 'message'];
  // A job tells of every step it does: what is not about jobs has not changed by that.
  if (news.kind === 'job') return ['jobs', `job ${news.what}`];
  return ['mailboxes', 'destinations', 'sieves', 'overview'];
}

function refresh(queries: QueryClient, families: ReadonlySet<string>): void {
  void queries.invalidateQueries({
    predicate: ({ queryKey: [family, key] }) =>
      families.has('*') || families.has(String(family)) || families.has(`${String(family)} ${String(key)}`),
  });
}
