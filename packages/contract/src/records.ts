import { evidenceShape, problemShape, valueShape, valuesShape, verdictShape } from '@yellow-sieve/core/shapes';
import * as v from 'valibot';
import { doneSchema, keySchema, momentSchema, nameSchema, page, pageQuery, reasonSchema } from './common.js';
import type { Endpoint } from './endpoint.js';
import { madeFromSchema } from './messages.js';

export const recordSchema = v.object({
  key: keySchema,
  message: keySchema,
  mailbox: v.string(),
  sieve: v.string(),
  revision: v.number(),
  verdict: verdictShape,
  layout: v.nullable(v.string()),
  score: v.nullable(v.number()),
  fields: valuesShape,
  rows: v.array(valuesShape),
  received: momentSchema,
  made: momentSchema,
});
export type RecordItem = v.InferOutput<typeof recordSchema>;

/** What a person changes of a record. Values may be written as people write them; they are read by their fields. */
export const correctionEntries = {
  /** By field; null says that there is none. */
  fields: v.optional(valuesShape, {}),
  /** The whole list of rows. */
  rows: v.optional(v.array(valuesShape)),
  /** Single cells by their path, such as `rows[0].amount`, counted from 0; the place behind the last row adds one. */
  cells: v.optional(valuesShape),
  /** Places of rows that go nowhere for now, counted from 0; the others go. Empty lets them all go. */
  held_rows: v.optional(v.array(v.pipe(v.number(), v.integer(), v.minValue(0)))),
  /** Fields, or `rows`, whose entered values are taken back. */
  take_back: v.optional(v.array(v.string()), []),
};

const filters = {
  sieve: v.optional(nameSchema),
  verdict: v.optional(verdictShape),
  mailbox: v.optional(nameSchema),
  /** Only those with rows that a person holds back. */
  held: v.optional(
    v.pipe(
      v.picklist(['true']),
      v.transform(() => true),
    ),
  ),
  /** Received at or after, and before. */
  from: v.optional(v.pipe(v.string(), v.isoTimestamp())),
  to: v.optional(v.pipe(v.string(), v.isoTimestamp())),
  /** Keeps records with this field as one of `is`, `starts`, `at_least` and `at_most` says. */
  field: v.optional(v.string()),
  is: v.optional(v.string()),
  starts: v.optional(v.string()),
  /** A number, an amount or an ISO date. */
  at_least: v.optional(v.string()),
  at_most: v.optional(v.string()),
};

const revision = v.object({
  number: v.number(),
  sieve: v.string(),
  layout: v.nullable(v.string()),
  fields: valuesShape,
  rows: v.array(valuesShape),
  held_rows: v.array(v.number()),
  /** Places whose values people entered. */
  entered: v.array(v.string()),
  verdict: verdictShape,
  reasons: v.array(reasonSchema),
  made_from: madeFromSchema,
  made: momentSchema,
});
export type RecordRevision = v.InferOutput<typeof revision>;

const journalEntry = v.object({ at: momentSchema, by: v.string(), act: v.string(), words: v.string() });
export type JournalEntry = v.InferOutput<typeof journalEntry>;

export const recordEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/records',
    role: 'viewer',
    summary: 'Records, newest first; `field` with `is`, `starts`, `at_least` or `at_most` keeps some',
    query: v.object({ ...pageQuery, ...filters }),
    response: page(recordSchema),
  },
  get: {
    method: 'GET',
    path: '/api/v1/records/:key',
    role: 'viewer',
    summary: 'One record with evidence and what it was made from',
    params: v.object({ key: keySchema }),
    response: v.object({
      ...recordSchema.entries,
      evidence: v.record(v.string(), v.array(evidenceShape)),
      problems: v.array(problemShape),
      made_from: madeFromSchema,
    }),
  },
  history: {
    method: 'GET',
    path: '/api/v1/records/:key/history',
    role: 'viewer',
    summary: 'Every revision of a record, what people did with it and noted, oldest first',
    params: v.object({ key: keySchema }),
    response: v.object({ message: keySchema, revisions: v.array(revision), journal: v.array(journalEntry) }),
  },
  enter: {
    method: 'POST',
    path: '/api/v1/records/:key/enter',
    role: 'reviewer',
    summary:
      'Enters values for a record: its next revision has them, and they survive putting the message through again',
    params: v.object({ key: keySchema }),
    body: v.strictObject({
      ...correctionEntries,
      /** The revision that was seen: a newer one is not changed unseen. Left out: whichever is there. */
      revision: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1))),
    }),
    response: v.object({ message: keySchema }),
  },
  judge: {
    method: 'POST',
    path: '/api/v1/records/:key/judge',
    role: 'reviewer',
    summary:
      'Says of a field of a record, or of its rows, whether it is right; what is right counts in later comparisons',
    params: v.object({ key: keySchema }),
    body: v.strictObject({
      /** A field, or `rows`. */
      path: v.string(),
      right: v.boolean(),
      /** What would be right, if it is known. */
      value: v.optional(v.union([valueShape, v.array(valuesShape)])),
    }),
    response: doneSchema,
  },
  export: {
    method: 'GET',
    path: '/api/v1/records/export',
    role: 'viewer',
    summary: 'All records of a sieve as one file',
    query: v.object({
      ...filters,
      sieve: nameSchema,
      /** Names of the columns wanted, in their order and with commas between; all when left out. */
      columns: v.optional(v.string()),
      /** What becomes of rows: left out, a line each with the record's fields repeated, or spread over numbered columns. */
      rows: v.optional(v.picklist(['leave out', 'each', 'spread']), 'leave out'),
      format: v.optional(v.picklist(['csv', 'xlsx', 'jsonl']), 'csv'),
    }),
    response: 'file',
  },
} as const satisfies Record<string, Endpoint>;
