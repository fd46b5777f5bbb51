import { type MessageFilter, narrowing } from './messages-query';
import { useSetUpNames } from './use-set-up-names';

/** How many messages a filter keeps, from the counts of the mailboxes; null where nobody counts, as by words. */
export function useCounts(filter: MessageFilter): number | null {
  const { mailboxes } = useSetUpNames();
  const { mailbox, state } = filter;
  const counted = Object.keys(narrowing(filter)).every((name) => name === 'mailbox' || name === 'state');
  if (!counted) return null;
  return mailboxes
    .filter(({ name }) => mailbox === '' || name === mailbox)
    .reduce((sum, { messages, states }) => sum + (state === '' ? messages : (states[state] ?? 0)), 0);
}
