import type { Reason, Sorted } from '@yellow-sieve/core';
import { boolean, index, int, json, mediumtext, mysqlTable, primaryKey, varchar } from 'drizzle-orm/mysql-core';
import { blob, digest, key, moment } from '../columns.js';
import { claim } from './claim.js';

/** Puts a message through by another state of one sieve than the live one. */
export interface Through {
  sieve: string;
  /** A published version, or the draft as it stands when the message's turn comes. */
  version: number | 'draft';
}

export const raw = mysqlTable('raw', {
  id: key('id').primaryKey(),
  digest: digest('digest').notNull(),
  size: int('size').notNull(),
  /** False while the pieces of a long message are still coming in. */
  complete: boolean('complete').notNull().default(true),
  createdAt: moment('created_at').notNull(),
});

/** Raw mail in pieces of 256 KB, so that it streams both ways. */
export const rawChunk = mysqlTable(
  'raw_chunk',
  { rawId: key('raw_id').notNull(), seq: int('seq').notNull(), bytes: blob('bytes').notNull() },
  (t) => [primaryKey({ columns: [t.rawId, t.seq] })],
);

export const mailbox = mysqlTable('mailbox', {
  id: key('id').primaryKey(),
  name: varchar('name', { length: 64 }).notNull().unique(),
  title: varchar('title', { length: 200 }).notNull(),
  source: mediumtext('source').notNull(),
  digest: digest('digest').notNull(),
  updatedAt: moment('updated_at').notNull(),
  /** Number of the sorter in use; null before one was. */
  sorter: int('sorter'),
  /** Since when it takes no more mail and is listed no more; its messages stay. */
  archivedAt: moment('archived_at'),
});

/** Addresses in lower case; `@domain` takes everything for a domain. */
export const mailboxAddress = mysqlTable('mailbox_address', {
  address: varchar('address', { length: 320 }).primaryKey(),
  mailboxId: key('mailbox_id').notNull(),
});

export const message = mysqlTable(
  'message',
  {
    id: key('id').primaryKey(),
    mailboxId: key('mailbox_id').notNull(),
    rawId: key('raw_id').notNull(),
    intake: varchar('intake', { length: 16 }).notNull(),
    recipient: varchar('recipient', { length: 320 }).notNull(),
    sender: varchar('sender', { length: 320 }).notNull(),
    subject: varchar('subject', { length: 500 }),
    fromAddress: varchar('from_address', { length: 320 }),
    fromName: varchar('from_name', { length: 320 }),
    messageId: varchar('message_id', { length: 500 }),
    sentAt: moment('sent_at'),
    /** Mailboxes of this service whose mail led to this message, with spaces between; tells loops. */
    way: varchar('way', { length: 500 }).notNull().default(''),
    /** What SPF, DKIM and DMARC said of its sender when it came, as an Authentication-Results header has them; null where nobody looked. */
    checked: varchar('checked', { length: 500 }),
    /** True when a person took it in after it was skipped. */
    admitted: boolean('admitted').notNull().default(false),
    receivedAt: moment('received_at').notNull(),
    size: int('size').notNull(),
    state: varchar('state', { length: 12, enum: ['waiting', 'done', 'review', 'skipped', 'failed'] }).notNull(),
    reasons: json('reasons').$type<Reason[]>().notNull(),
    /** Code of the first reason, and the field, column or rule it is about: what messages are gathered by. */
    cause: varchar('cause', { length: 140 }),
    category: varchar('category', { length: 100 }),
    /** How the sorter came to that; null where the mailbox has none. */
    sorting: json('sorting').$type<Sorted>(),
    sieve: varchar('sieve', { length: 64 }),
    /** Questions to a model that are still open; the message waits for them without holding a worker. */
    wants: int('wants').notNull().default(0),
    dueAt: moment('due_at').notNull(),
    /** It comes after what arrives now: a job took it in. */
    behind: boolean('behind').notNull().default(false),
    /** Destinations that may tell people of it; null: all of them. A message of the past is no news. */
    tells: json('tells').$type<string[]>(),
    /** The same of this time that it is put through: a job with many says so. */
    againTells: json('again_tells').$type<string[]>(),
    /** How it is to be put through, when not simply by what is live. */
    through: json('through').$type<Through>(),
    ...claim,
    updatedAt: moment('updated_at').notNull(),
  },
  (t) => [
    index('message_work').on(t.state, t.wants, t.behind, t.dueAt),
    index('message_of_mailbox').on(t.mailboxId, t.id),
    index('message_of_state').on(t.state, t.id),
    index('message_of_mailbox_state').on(t.mailboxId, t.state, t.id),
    index('message_of_sieve').on(t.sieve, t.id),
    index('message_of_cause').on(t.state, t.cause, t.id),
    index('message_of_message_id').on(t.messageId),
  ],
);

/** The first message of each mailbox with a Message-ID and content; a later one with the same is its twin. */
export const firstSeen = mysqlTable(
  'first_seen',
  {
    mailboxId: key('mailbox_id').notNull(),
    digest: digest('digest').notNull(),
    messageId: key('message_id').notNull(),
  },
  (t) => [primaryKey({ columns: [t.mailboxId, t.digest] }), index('first_seen_of_message').on(t.messageId)],
);
