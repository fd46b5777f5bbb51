import { addItem } from './set-entry.js';

/** A mailbox's source text with one more sieve behind those it names; all else stays as it is. */
export const mailboxWithSieve = (source: string, sieve: string): string =>
  addItem(source, ['sieves'], `${sieve}.sieve.yaml`);
