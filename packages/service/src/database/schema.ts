import type { Evidence, JsonValue, Line, Problem, Reason, TraceEntry } from '@yellow-sieve/core';
import {
  boolean,
  date,
  decimal,
  double,
  index,
  int,
  json,
  mediumtext,
  mysqlTable,
  primaryKey,
  text,
  varchar,
} from 'drizzle-orm/mysql-core';
import { blob, digest, key, moment } from './columns.js';

/** Columns of everything that workers claim: who works on it, until when, and how often a claim was lost. */
const claim = {
  claimedBy: key('claimed_by'),
  claimedUntil: moment('claimed_until'),
  lost: int('lost').notNull().default(0),
};

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
    receivedAt: moment('received_at').notNull(),
    size: int('size').notNull(),
    state: varchar('state', { length: 12, enum: ['waiting', 'done', 'review', 'skipped', 'failed'] }).notNull(),
    reasons: json('reasons').$type<Reason[]>().notNull(),
    category: varchar('category', { length: 100 }),
    sieve: varchar('sieve', { length: 64 }),
    /** Questions to a model that are still open; the message waits for them without holding a worker. */
    wants: int('wants').notNull().default(0),
    dueAt: moment('due_at').notNull(),
    ...claim,
    updatedAt: moment('updated_at').notNull(),
  },
  (t) => [
    index('message_work').on(t.state, t.wants, t.dueAt),
    index('message_of_mailbox').on(t.mailboxId, t.id),
    index('message_of_sieve').on(t.sieve, t.id),
  ],
);

export const sieve = mysqlTable('sieve', {
  id: key('id').primaryKey(),
  name: varchar('name', { length: 64 }).notNull().unique(),
  title: varchar('title', { length: 200 }).notNull(),
  liveVersion: int('live_version').notNull(),
  updatedAt: moment('updated_at').notNull(),
});

export const sieveVersion = mysqlTable(
  'sieve_version',
  {
    sieveId: key('sieve_id').notNull(),
    number: int('number').notNull(),
    source: mediumtext('source').notNull(),
    digest: digest('digest').notNull(),
    createdAt: moment('created_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.sieveId, t.number] })],
);

export const record = mysqlTable(
  'record',
  {
    id: key('id').primaryKey(),
    messageId: key('message_id').notNull().unique(),
    mailboxId: key('mailbox_id').notNull(),
    sieve: varchar('sieve', { length: 64 }).notNull(),
    revision: int('revision').notNull(),
    verdict: varchar('verdict', { length: 12 }).notNull(),
    createdAt: moment('created_at').notNull(),
    updatedAt: moment('updated_at').notNull(),
  },
  (t) => [index('record_of_sieve').on(t.sieve, t.id)],
);

/** A state of a record. Everything it was made from is named in `madeFrom`. */
export const recordRevision = mysqlTable(
  'record_revision',
  {
    recordId: key('record_id').notNull(),
    number: int('number').notNull(),
    sieve: varchar('sieve', { length: 64 }).notNull(),
    layout: varchar('layout', { length: 200 }),
    score: double('score'),
    fields: json('fields').$type<Record<string, JsonValue>>().notNull(),
    rows: json('rows').$type<Record<string, JsonValue>[]>().notNull(),
    evidence: json('evidence').$type<Record<string, Evidence[]>>().notNull(),
    problems: json('problems').$type<Problem[]>().notNull(),
    trace: json('trace').$type<TraceEntry[]>().notNull(),
    verdict: varchar('verdict', { length: 12 }).notNull(),
    reasons: json('reasons').$type<Reason[]>().notNull(),
    madeFrom: json('made_from').$type<MadeFrom>().notNull(),
    createdAt: moment('created_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.recordId, t.number] })],
);

export interface MadeFrom {
  sieveVersion: number | null;
  sieveDigest: string | null;
  mailboxDigest: string;
  /** Digests of the model's answers that were used. */
  answers: string[];
  code: string;
}

/** Narrow index of a record's current values, for filters only. */
export const value = mysqlTable(
  'value',
  {
    recordId: key('record_id').notNull(),
    field: varchar('field', { length: 64 }).notNull(),
    text: varchar('text', { length: 191 }),
    number: decimal('number', { precision: 38, scale: 10 }),
    day: date('day', { mode: 'string' }),
  },
  (t) => [
    primaryKey({ columns: [t.recordId, t.field] }),
    index('value_text').on(t.field, t.text),
    index('value_number').on(t.field, t.number),
    index('value_day').on(t.field, t.day),
  ],
);

/** What each route would do with a revision, and why: also the preview of records in review. */
export const routeHit = mysqlTable(
  'route_hit',
  {
    messageId: key('message_id').notNull(),
    route: varchar('route', { length: 200 }).notNull(),
    revision: int('revision').notNull(),
    destination: varchar('destination', { length: 64 }).notNull(),
    fires: boolean('fires').notNull(),
    why: text('why').notNull(),
    lines: json('line_list').$type<Line[]>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.messageId, t.route] })],
);

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
    ...claim,
    createdAt: moment('created_at').notNull(),
    updatedAt: moment('updated_at').notNull(),
  },
  (t) => [
    index('delivery_work').on(t.state, t.dueAt),
    index('delivery_order').on(t.destination, t.orderKey, t.messageTime),
    index('delivery_of_message').on(t.messageId),
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

/** The lines of sheets; files are rendered from them on download. */
export const sheetRow = mysqlTable(
  'sheet_row',
  {
    destination: varchar('destination', { length: 64 }).notNull(),
    identity: digest('identity').notNull(),
    messageTime: moment('message_time').notNull(),
    cells: json('cells').$type<Line['cells']>().notNull(),
    updatedAt: moment('updated_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.destination, t.identity] }), index('sheet_order').on(t.destination, t.messageTime)],
);

export const keptAnswer = mysqlTable('kept_answer', {
  digest: digest('digest').primaryKey(),
  model: varchar('model', { length: 200 }).notNull(),
  content: mediumtext('content').notNull(),
  complete: boolean('complete').notNull(),
  tokens: int('tokens'),
  createdAt: moment('created_at').notNull(),
});

export const want = mysqlTable(
  'want',
  {
    digest: digest('digest').primaryKey(),
    request: json('request').$type<unknown>().notNull(),
    state: varchar('state', { length: 12, enum: ['waiting', 'answered', 'failed'] }).notNull(),
    attempts: int('attempts').notNull().default(0),
    dueAt: moment('due_at').notNull(),
    detail: text('detail'),
    ...claim,
  },
  (t) => [index('want_work').on(t.state, t.dueAt)],
);

export const messageWant = mysqlTable(
  'message_want',
  { messageId: key('message_id').notNull(), digest: digest('digest').notNull() },
  (t) => [primaryKey({ columns: [t.messageId, t.digest] }), index('message_want_digest').on(t.digest)],
);

export const accessToken = mysqlTable('access_token', {
  hash: digest('hash').primaryKey(),
  name: varchar('name', { length: 100 }).notNull(),
  role: varchar('role', { length: 12, enum: ['owner', 'author', 'reviewer', 'viewer'] }).notNull(),
  expiresAt: moment('expires_at'),
  createdAt: moment('created_at').notNull(),
});
