import type { ExpectSource, FieldRename } from '@yellow-sieve/core';
import { index, int, json, mediumtext, mysqlTable, primaryKey, text, unique, varchar } from 'drizzle-orm/mysql-core';
import { digest, key, moment } from '../columns.js';

/** Who did something, by the name they have here. */
const person = (column: string) => varchar(column, { length: 100 });

export const sieve = mysqlTable('sieve', {
  id: key('id').primaryKey(),
  name: varchar('name', { length: 64 }).notNull().unique(),
  title: varchar('title', { length: 200 }).notNull(),
  liveVersion: int('live_version').notNull(),
  /** Since when it is on trial, and by whom; null when it is not. */
  trialSince: moment('trial_since'),
  trialBy: person('trial_by'),
  updatedAt: moment('updated_at').notNull(),
  /** Since when it is out of use: it is listed no more, and its records stay. */
  archivedAt: moment('archived_at'),
});

export const sieveVersion = mysqlTable(
  'sieve_version',
  {
    sieveId: key('sieve_id').notNull(),
    number: int('number').notNull(),
    source: mediumtext('source').notNull(),
    digest: digest('digest').notNull(),
    /** Null in versions of before this was kept. */
    by: person('published_by'),
    /** What who published it said; asked for when expected values broke. */
    why: text('why'),
    /** The version it went back to, if it did. */
    backTo: int('back_to'),
    /** The field it gave another name, where that is all it did. */
    renamed: json('renamed').$type<FieldRename>(),
    createdAt: moment('created_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.sieveId, t.number] })],
);

/** The sieve as it is being edited: one a sieve, shared by all who edit it. It need not compile. */
export const draft = mysqlTable('draft', {
  sieve: varchar('sieve', { length: 64 }).primaryKey(),
  source: mediumtext('source').notNull(),
  digest: digest('digest').notNull(),
  /** The version it was begun from; null for a sieve that was never published. */
  base: int('base'),
  by: person('edited_by').notNull(),
  updatedAt: moment('updated_at').notNull(),
});

/** Copies of messages that belong to a sieve. They outlive the message. */
export const sample = mysqlTable(
  'sample',
  {
    id: key('id').primaryKey(),
    sieve: varchar('sieve', { length: 64 }).notNull(),
    /** As the sieve file names it, such as `samples/001.eml`. */
    name: varchar('name', { length: 180 }).notNull(),
    rawId: key('raw_id').notNull(),
    /** The stored message it was copied from, if any. */
    messageId: key('message_id'),
    subject: varchar('subject', { length: 500 }).notNull(),
    fromAddress: varchar('from_address', { length: 320 }),
    /** Expected values as they were written; null while nobody judged anything. */
    expect: json('expect').$type<ExpectSource>(),
    /** Who wrote them last. */
    by: person('judged_by'),
    createdAt: moment('created_at').notNull(),
    updatedAt: moment('updated_at').notNull(),
  },
  (t) => [unique('sample_name').on(t.sieve, t.name), index('sample_of_message').on(t.messageId)],
);
