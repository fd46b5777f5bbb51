import type { MadeFrom } from '@yellow-sieve/contract';
import type { Evidence, JsonValue, Leftover, Line, Problem, Reason, TraceEntry, Verdict } from '@yellow-sieve/core';
import {
  boolean,
  date,
  decimal,
  double,
  index,
  int,
  json,
  mysqlTable,
  primaryKey,
  text,
  varchar,
} from 'drizzle-orm/mysql-core';
import { digest, key, moment } from '../columns.js';

export const record = mysqlTable(
  'record',
  {
    id: key('id').primaryKey(),
    messageId: key('message_id').notNull().unique(),
    mailboxId: key('mailbox_id').notNull(),
    sieve: varchar('sieve', { length: 64 }).notNull(),
    revision: int('revision').notNull(),
    verdict: varchar('verdict', { length: 12 }).$type<Verdict>().notNull(),
    /** How many of its rows a person holds back. */
    held: int('held').notNull().default(0),
    createdAt: moment('created_at').notNull(),
    updatedAt: moment('updated_at').notNull(),
  },
  (t) => [index('record_of_sieve').on(t.sieve, t.id), index('record_with_held').on(t.held)],
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
    /** Places of rows that were held back; null where none was. */
    heldRows: json('held_rows').$type<number[]>(),
    /** Null in revisions made before leftovers were kept. */
    leftovers: json('leftovers').$type<Leftover[]>(),
    trace: json('trace').$type<TraceEntry[]>().notNull(),
    verdict: varchar('verdict', { length: 12 }).$type<Verdict>().notNull(),
    reasons: json('reasons').$type<Reason[]>().notNull(),
    madeFrom: json('made_from').$type<MadeFrom>().notNull(),
    createdAt: moment('created_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.recordId, t.number] })],
);

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

/** The same for the values of its rows. */
export const rowValue = mysqlTable(
  'row_value',
  {
    recordId: key('record_id').notNull(),
    row: int('row_number').notNull(),
    field: varchar('field', { length: 64 }).notNull(),
    text: varchar('text', { length: 191 }),
    number: decimal('number', { precision: 38, scale: 10 }),
    day: date('day', { mode: 'string' }),
  },
  (t) => [
    primaryKey({ columns: [t.recordId, t.row, t.field] }),
    index('row_value_text').on(t.field, t.text),
    index('row_value_number').on(t.field, t.number),
    index('row_value_day').on(t.field, t.day),
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

/** What people entered for a message's record. It stands before what rules find, whenever the message is put through. */
export const enteredValue = mysqlTable(
  'entered_value',
  {
    messageId: key('message_id').notNull(),
    /** A field, `rows` for the whole list, or `held rows` for the places in it that are held back. */
    path: varchar('path', { length: 64 }).notNull(),
    value: json('value').$type<JsonValue | Record<string, JsonValue>[]>(),
    by: varchar('entered_by', { length: 100 }).notNull(),
    at: moment('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.messageId, t.path] })],
);

/** Records that people confirmed as they saw them. */
export const confirmation = mysqlTable('confirmation', {
  messageId: key('message_id').primaryKey(),
  /** Of the fields and rows, as they were seen. */
  digest: digest('digest').notNull(),
  /** Places whose values were only claimed, and became theirs. */
  entered: json('entered').$type<string[]>().notNull(),
  by: varchar('confirmed_by', { length: 100 }).notNull(),
  at: moment('at').notNull(),
  /** When what it lets go leaves; until then it can be taken back. */
  leavesAt: moment('leaves_at').notNull(),
});

/** What people said of values of past records: right or wrong. The newest of a message and path counts. */
export const judgement = mysqlTable(
  'judgement',
  {
    id: key('id').primaryKey(),
    messageId: key('message_id').notNull(),
    recordId: key('record_id').notNull(),
    revision: int('revision').notNull(),
    sieve: varchar('sieve', { length: 64 }).notNull(),
    sieveVersion: int('sieve_version'),
    /** A field, or `rows` for the whole list. */
    path: varchar('path', { length: 64 }).notNull(),
    right: boolean('is_right').notNull(),
    /** Drawn at random among sound records, so that it stands for those nobody looked at. */
    spot: boolean('is_spot').notNull().default(false),
    /** The right value, where it is known: what stood there, or what they wrote instead. */
    known: boolean('known').notNull(),
    value: json('value').$type<JsonValue | Record<string, JsonValue>[]>(),
    by: varchar('judged_by', { length: 100 }).notNull(),
    at: moment('at').notNull(),
  },
  (t) => [index('judgement_of_message').on(t.messageId, t.path, t.id), index('judgement_of_sieve').on(t.sieve, t.at)],
);
