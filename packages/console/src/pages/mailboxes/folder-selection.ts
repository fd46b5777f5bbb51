/** Which messages of a folder are meant. */
export type Which = 'all' | 'unread' | 'since' | 'newest';

/** What was chosen as the service takes it; what is half written is left out. A day begins where the person is. */
export function selectionOf({ which, since, newest }: { which: Which; since: string; newest: string }) {
  if (which === 'unread') return { unread: true };
  const day = new Date(`${since}T00:00:00`);
  if (which === 'since' && !Number.isNaN(day.getTime())) return { since: day.toISOString() };
  const count = Number(newest);
  if (which === 'newest' && Number.isInteger(count) && count > 0) return { newest: count };
  return {};
}
