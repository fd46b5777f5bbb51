import { expect, test } from '@jest/globals';
import type { Database } from '../database/connect.js';
import { AddressBook } from './address-book.js';

test('a found address is trusted for a second, an unknown one never', async () => {
  let asked = 0;
  const mailboxes: { address: string; mailboxId: string }[] = [];
  const where = async () => {
    asked++;
    return mailboxes;
  };
  const db = { select: () => ({ from: () => ({ where }) }) } as unknown as Database;
  let now = 0;
  const book = new AddressBook(db, () => now);
  expect(await book.find('a@x.example')).toBeNull();
  mailboxes.push({ address: 'a@x.example', mailboxId: 'm1' });
  expect(await book.find('a@x.example')).toBe('m1');
  expect(await book.find('a@x.example')).toBe('m1');
  expect(asked).toBe(2);
  now = 1001;
  mailboxes.length = 0;
  expect(await book.find('a@x.example')).toBeNull();
  expect(asked).toBe(3);
});
