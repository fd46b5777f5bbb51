import type { Line } from '@yellow-sieve/core';
import { boolean, index, int, json, mediumtext, mysqlTable, primaryKey, text, varchar } from 'drizzle-orm/mysql-core';
import { digest, key, moment } from '../columns.js';
import { claim } from './claim.js';

export const connection = mysqlTable('connection', {
  name: varchar('name', { length: 64 }).primaryKey(),
  kind: varchar('kind', { length: 32 }).notNull(),
  /** Sealed as a whole: it holds credentials. */
  sealed: text('sealed').notNull(),
  updatedAt: moment('updated_at').notNull(),
});

export const destination = mysqlTable('destination', {
  name: varchar('name', { length: 64 }).primaryKey(),
  title: varchar('title', { length: 200 }).notNull(),
  kind: varchar('kind', { length: 32 }).notNull(),
  source: mediumtext('source').notNull(),
  definition: json('definition').$type<Record<string, unknown>>().notNull(),
  /** The unguessable part of a sheet's download address. */
  secret: varchar('secret', { length: 64 }).notNull(),
  /** The last test: when, and what came of it. */
  testedAt: moment('tested_at'),
  testOk: boolean('test_ok'),
  testDetail: text('test_detail'),
  /** Since when, and by whom, nothing is tried there; null while it goes on. */
  pausedAt: moment('paused_at'),
  pausedBy: varchar('paused_by', { length: 100 }),
  updatedAt: moment('updated_at').notNull(),
});

export const delivery = mysqlTable(
  'delivery',
  {
    id: key('id').primaryKey(),
    /** Digest of message, mailbox, route and row key: the same for ever, whatever the revision. */
    identity: digest('identity').notNull().unique(),
    messageId: key('message_id').notNull(),
    recordId: key('record_id'),
    revision: int('revision').notNull(),
    route: varchar('route', { length: 200 }).notNull(),
    rowKey: varchar('row_key', { length: 100 }),
    destination: varchar('destination', { length: 64 }).notNull(),
    /** Deliveries of one destination and order key go one after the other. */
    orderKey: varchar('order_key', { length: 191 }).notNull(),
    payload: json('payload').$type<unknown>().notNull(),
    state: varchar('state', {
      length: 12,
      enum: ['waiting', 'delivered', 'retrying', 'uncertain', 'stopped', 'kept back', 'dropped'],
    }).notNull(),
    attempts: int('attempts').notNull().default(0),
    dueAt: moment('due_at').notNull(),
    code: varchar('code', { length: 64 }),
    answer: text('answer'),
    messageTime: moment('message_time').notNull(),
    /** It was written, and the record's current revision no longer has it: somebody may want to take it out there. */
    leftOver: boolean('left_over').notNull().default(false),
    ...claim,
    createdAt: moment('created_at').notNull(),
    updatedAt: moment('updated_at').notNull(),
  },
  (t) => [
    index('delivery_work').on(t.state, t.dueAt),
    index('delivery_order').on(t.destination, t.orderKey, t.messageTime),
    index('delivery_of_message').on(t.messageId),
    index('delivery_of_destination').on(t.destination, t.id),
    index('delivery_of_state').on(t.state, t.id),
  ],
);

export const attempt = mysqlTable(
  'attempt',
  {
    deliveryId: key('delivery_id').notNull(),
    at: moment('at').notNull(),
    number: int('number').notNull(),
    result: varchar('result', { length: 16 }).notNull(),
    answer: text('answer').notNull(),
  },
  (t) => [primaryKey({ columns: [t.deliveryId, t.at, t.number] })],
);

/** The last applied message's time per destination and order key; older deliveries are dropped. */
export const applied = mysqlTable(
  'applied',
  {
    destination: varchar('destination', { length: 64 }).notNull(),
    orderKey: varchar('order_key', { length: 191 }).notNull(),
    messageTime: moment('message_time').notNull(),
    deliveryId: key('delivery_id').notNull(),
  },
  (t) => [primaryKey({ columns: [t.destination, t.orderKey] })],
);

/** When mails of destinations with a ceiling were sent, for a day, and when those go that wait for room. */
export const sentMail = mysqlTable(
  'sent_mail',
  {
    destination: varchar('destination', { length: 64 }).notNull(),
    /** The identity of the delivery. */
    delivery: digest('delivery').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.destination, t.delivery] }), index('sent_mail_at').on(t.destination, t.at)],
);

/** The lines of sheets; files are rendered from them on download. */
export const sheetRow = mysqlTable(
  'sheet_row',
  {
    destination: varchar('destination', { length: 64 }).notNull(),
    identity: digest('identity').notNull(),
    messageTime: moment('message_time').notNull(),
    /** Its message, and which of its rows it is: rows stand in their order. */
    message: key('message'),
    position: int('position').notNull().default(0),
    cells: json('cells').$type<Line['cells']>().notNull(),
    updatedAt: moment('updated_at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.destination, t.identity] }),
    index('sheet_order').on(t.destination, t.messageTime, t.message, t.position),
  ],
);
