import { date, index, int, mysqlTable, primaryKey, varchar } from 'drizzle-orm/mysql-core';
import { key, moment } from '../columns.js';

/**
 * What changed, written in the transaction that changed it. It serves two ends: web processes read the newest rows and tell
 * browsers, and a lane folds old rows into `tally`. Rows are only ever added and removed, so nobody waits for a counter.
 */
export const change = mysqlTable(
  'change',
  {
    id: key('id').primaryKey(),
    /** By the database's clock. */
    at: moment('at').notNull(),
    kind: varchar('kind', { length: 16, enum: ['message', 'delivery', 'set-up', 'job'] }).notNull(),
    /** Key or name of what changed. */
    what: varchar('what', { length: 64 }).notNull(),
    /** A message's mailbox, a delivery's destination: what is counted by. */
    owner: varchar('owner', { length: 64 }).notNull(),
    /** Day (UTC) it is counted under: that of the message's arrival. */
    day: date('day', { mode: 'string' }).notNull(),
    /** State before, or null when it is new. */
    was: varchar('was', { length: 12 }),
    /** State after, or null when nothing is counted. */
    is: varchar('is_now', { length: 12 }),
  },
  (t) => [index('change_at').on(t.at)],
);

/** How many there are, by day and state: the sum of all folded changes. */
export const tally = mysqlTable(
  'tally',
  {
    kind: varchar('kind', { length: 16 }).notNull(),
    owner: varchar('owner', { length: 64 }).notNull(),
    day: date('day', { mode: 'string' }).notNull(),
    state: varchar('state', { length: 12 }).notNull(),
    count: int('count').notNull(),
  },
  (t) => [primaryKey({ columns: [t.kind, t.owner, t.day, t.state] }), index('tally_day').on(t.kind, t.day)],
);
