import type { ExportSource } from '@yellow-sieve/core';
import { index, json, mediumtext, mysqlTable, text, varchar } from 'drizzle-orm/mysql-core';
import { moment } from '../columns.js';

/** Choices of records that somebody gave a name, as files behind a link of their own, and when they are mailed. */
export const savedExport = mysqlTable(
  'saved_export',
  {
    name: varchar('name', { length: 64 }).primaryKey(),
    title: varchar('title', { length: 200 }).notNull(),
    source: mediumtext('source').notNull(),
    definition: json('definition').$type<ExportSource>().notNull(),
    /** The unguessable part of its address. */
    secret: varchar('secret', { length: 64 }).notNull().unique(),
    /** When it is mailed next; null where it is not. */
    dueAt: moment('due_at'),
    sentAt: moment('sent_at'),
    /** Why the last one could not be mailed; null when it could. */
    trouble: text('trouble'),
    updatedAt: moment('updated_at').notNull(),
  },
  (t) => [index('saved_export_due').on(t.dueAt)],
);
