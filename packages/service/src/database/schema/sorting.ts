import type { Labelled, Seen } from '@yellow-sieve/core';
import { index, int, json, mysqlTable, primaryKey, varchar } from 'drizzle-orm/mysql-core';
import { key, moment } from '../columns.js';

/** What people said messages are. */
export const label = mysqlTable(
  'label',
  {
    messageId: key('message_id').primaryKey(),
    mailboxId: key('mailbox_id').notNull(),
    /** Null is “none of these”. */
    category: varchar('category', { length: 100 }),
    /** What is learned from: it outlives the message. */
    seen: json('seen').$type<Seen>().notNull(),
    by: varchar('labelled_by', { length: 100 }).notNull(),
    at: moment('at').notNull(),
  },
  (t) => [index('label_of_mailbox').on(t.mailboxId, t.messageId)],
);

/** Each sorter that was in use, by what it learned from; one never changes. */
export const sorterVersion = mysqlTable(
  'sorter_version',
  {
    mailboxId: key('mailbox_id').notNull(),
    number: int('number').notNull(),
    lesson: json('lesson').$type<Labelled[]>().notNull(),
    by: varchar('used_by', { length: 100 }).notNull(),
    at: moment('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.mailboxId, t.number] })],
);
