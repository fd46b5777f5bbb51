import type { LookupSource } from '@yellow-sieve/contract';
import { customType, int, json, mysqlTable, primaryKey, varchar } from 'drizzle-orm/mysql-core';
import { digest, key, moment } from '../columns.js';

/** Rows of a table as JSON: a list of lists of texts. */
const rowsColumn = customType<{ data: string; driverData: string }>({ dataType: () => 'longtext' });

/** Tables that rules look values up in. */
export const lookup = mysqlTable('lookup', {
  id: key('id').primaryKey(),
  name: varchar('name', { length: 64 }).notNull().unique(),
  title: varchar('title', { length: 200 }).notNull(),
  /** The revision that is looked in. */
  revision: int('revision').notNull(),
  updatedAt: moment('updated_at').notNull(),
  /** Where it is kept, when it is not put by hand. */
  source: json('source').$type<LookupSource>(),
  /** What told the last state there from others. */
  stamp: varchar('stamp', { length: 100 }),
  fetchedAt: moment('fetched_at'),
  /** When it is looked at again. */
  dueAt: moment('due_at'),
  trouble: varchar('trouble', { length: 500 }),
});

/** A state of a table. Those that records name are kept. */
export const lookupRevision = mysqlTable(
  'lookup_revision',
  {
    lookupId: key('lookup_id').notNull(),
    number: int('number').notNull(),
    columns: json('columns').$type<string[]>().notNull(),
    rows: rowsColumn('rows').notNull(),
    count: int('row_count').notNull(),
    digest: digest('digest').notNull(),
    by: varchar('put_by', { length: 100 }).notNull(),
    createdAt: moment('created_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.lookupId, t.number] })],
);
