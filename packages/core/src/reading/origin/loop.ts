import type { Reading } from '../reading.js';

/** Mail servers a message passes on its way; RFC 5321, section 6.3, lets a loop be assumed from a hundred, and ways are short today. */
const maxHops = 50;

/** The header that mail of this service carries: the mailboxes whose messages led to it. */
export const wayHeader = 'x-yellow-sieve-mailbox';

/** The mailboxes of this service whose messages led to this one, by the header that its mail carries. */
export const wayOf = ({ headers }: Pick<Reading, 'headers'>): string[] =>
  headers.filter(([key]) => key === wayHeader).flatMap(([, value]) => value.split(/[,\s]+/).filter(Boolean));

/** Why a message goes round in circles: passed on too often, or made by this very mailbox and come back. Null when it does not. */
export function loopReason(reading: Reading, mailbox: string): string | null {
  const { hops } = reading;
  if (hops > maxHops) return `It was passed on ${hops} times.`;
  return mailbox !== '' && wayOf(reading).includes(mailbox) ? 'This mailbox sent it itself.' : null;
}
