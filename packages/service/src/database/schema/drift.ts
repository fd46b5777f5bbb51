import { index, int, mysqlTable, unique, varchar } from 'drizzle-orm/mysql-core';
import { key, moment } from '../columns.js';

/** What is no longer as it was in a mailbox's mail; a row goes when it is as before again. */
export const drift = mysqlTable(
  'drift',
  {
    id: key('id').primaryKey(),
    mailboxId: key('mailbox_id').notNull(),
    kind: varchar('kind', { length: 12, enum: ['recognised', 'filled', 'leftover'] }).notNull(),
    /** Empty for the mailbox as a whole. */
    sieve: varchar('sieve', { length: 64 }).notNull(),
    /** A field, or the label of a line. */
    what: varchar('what', { length: 64 }).notNull(),
    beforeCount: int('before_count').notNull(),
    beforeOf: int('before_of').notNull(),
    nowCount: int('now_count').notNull(),
    nowOf: int('now_of').notNull(),
    /** A message that shows it. */
    exampleId: key('example_id').notNull(),
    foundAt: moment('found_at').notNull(),
    /** Who has seen it: it is not told any more. */
    seenBy: varchar('seen_by', { length: 100 }),
  },
  (t) => [unique('drift_of').on(t.mailboxId, t.kind, t.sieve, t.what), index('drift_found').on(t.foundAt)],
);
