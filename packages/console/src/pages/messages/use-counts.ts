import type { MessageFilter } from './messages-query';
import { useSetUpNames } from './use-set-up-names';

/** How many messages a filter keeps, from the counts of the mailboxes; null where nobody counts, as by sieve. */
export function useCounts({ mailbox, state, sieve }: MessageFilter): number | null {
  const { mailboxes } = useSetUpNames();
  if (sieve !== '') return null;
  return mailboxes
    .filter(({ name }) => mailbox === '' || name === mailbox)
    .reduce((sum, { messages, states }) => sum + (state === '' ? messages : (states[state] ?? 0)), 0);
}
