import { lineShape, outcomeShape, readingShape, sortedShape } from '@yellow-sieve/core/shapes';
import * as v from 'valibot';
import { keySchema, momentSchema, nameSchema, page, pageQuery, reasonSchema } from './common.js';
import type { Endpoint } from './endpoint.js';

export const messageStates = ['waiting', 'done', 'review', 'skipped', 'failed'] as const;

export const messageSchema = v.object({
  key: keySchema,
  mailbox: v.string(),
  intake: v.string(),
  recipient: v.string(),
  subject: v.nullable(v.string()),
  from: v.nullable(v.string()),
  received: momentSchema,
  size: v.number(),
  state: v.picklist(messageStates),
  reasons: v.array(reasonSchema),
  category: v.nullable(v.string()),
  sieve: v.nullable(v.string()),
});
export type Message = v.InferOutput<typeof messageSchema>;

export const routeHitSchema = v.object({
  route: v.string(),
  destination: v.string(),
  fires: v.boolean(),
  why: v.string(),
  lines: v.array(lineShape),
});

/** What a revision of a record was made from: the same again gives the same again. */
export const madeFromSchema = v.object({
  sieveVersion: v.nullable(v.number()),
  /** The version whose names its fields go by, where one was renamed since the version that made it. */
  namesOf: v.exactOptional(v.number()),
  sieveDigest: v.nullable(v.string()),
  mailboxDigest: v.string(),
  /** Digests of the model’s answers that were used. */
  answers: v.array(v.string()),
  /** The version of the service. */
  code: v.string(),
});
export type MadeFrom = v.InferOutput<typeof madeFromSchema>;

/** A message with its outcome in public form (as `sift --json` prints it), what its routes would do, and its deliveries. */
export const messageDetailSchema = v.object({
  ...messageSchema.entries,
  /** How the sorter came to its category; null where the mailbox has none. */
  sorting: v.nullable(sortedShape),
  /** What SPF, DKIM and DMARC said when it came (RFC 8601); null where nobody looked. */
  sender_checks: v.nullable(v.string()),
  /** What a person said it is; a category of null is “none of these”. */
  labelled: v.nullable(v.object({ category: v.nullable(v.string()), by: v.string(), at: momentSchema })),
  record: v.nullable(keySchema),
  /** Who confirmed it as it stood, and until when that can be taken back; null where nobody did. */
  confirmed: v.nullable(v.object({ by: v.string(), at: momentSchema, leaves: momentSchema })),
  revision: v.nullable(v.number()),
  /** When that revision was made, and from what. */
  made: v.nullable(momentSchema),
  made_from: v.nullable(madeFromSchema),
  outcome: v.nullable(outcomeShape),
  routes: v.array(routeHitSchema),
  deliveries: v.array(
    v.object({
      key: keySchema,
      route: v.string(),
      destination: v.string(),
      state: v.string(),
      answer: v.nullable(v.string()),
      attempts: v.number(),
      next_try: v.nullable(momentSchema),
      /** It was written, and the record has it no longer: it still stands there. */
      left_over: v.boolean(),
      revision: v.number(),
      updated: momentSchema,
    }),
  ),
});
export type MessageDetail = v.InferOutput<typeof messageDetailSchema>;

const params = v.object({ key: keySchema });

/** Which messages; what is left out does not matter. */
const filters = {
  mailbox: v.optional(nameSchema),
  state: v.optional(v.picklist(messageStates)),
  sieve: v.optional(nameSchema),
  category: v.optional(v.pipe(v.string(), v.maxLength(100))),
  /** Code of the first reason of its state, alone or with what it is about. */
  cause: v.optional(v.pipe(v.string(), v.maxLength(140))),
  /** Received at or after, and before: a day, or a moment in ISO 8601. */
  from: v.optional(v.string()),
  to: v.optional(v.string()),
  /** A field of its record, or a column of rows, whose value is as one of `is`, `starts`, `at_least` and `at_most` says. */
  field: v.optional(v.string()),
  is: v.optional(v.string()),
  starts: v.optional(v.string()),
  at_least: v.optional(v.string()),
  at_most: v.optional(v.string()),
};

const foundWithin = v.object({
  ...messageSchema.entries,
  /** The line the first of the words stands in. */
  excerpt: v.string(),
});
export type FoundWithin = v.InferOutput<typeof foundWithin>;

/** How messages are put through again. */
const againQuery = {
  /** With the draft of this sieve: what it would newly deliver is kept back. Left out: with what is live. */
  draft: v.optional(nameSchema),
  /** Forget what people entered. */
  forget: v.optional(v.picklist(['true', 'false']), 'false'),
};

/** Destinations that people read, with commas between, which may tell of it; the others keep it back until it is released. */
const tells = v.optional(v.pipe(v.string(), v.maxLength(2000)), '');

/** The names of such a list. */
export const namesIn = (list: string): string[] => list.split(',').flatMap((name) => name.trim() || []);

/** Which messages to put through again; what is left out does not matter, and nothing at all means every message. */
export const againSelection = v.strictObject({
  keys: v.optional(v.pipe(v.array(keySchema), v.minLength(1), v.maxLength(1000))),
  mailbox: v.optional(nameSchema),
  sieve: v.optional(nameSchema),
  /** Code of the first reason of its state, alone or with what it is about. */
  cause: v.optional(v.pipe(v.string(), v.maxLength(140))),
  state: v.optional(v.picklist(['done', 'review', 'skipped', 'failed'])),
  /** Received at or after, and before. */
  from: v.optional(v.pipe(v.string(), v.isoTimestamp())),
  to: v.optional(v.pipe(v.string(), v.isoTimestamp())),
});

export const messageEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/messages',
    role: 'viewer',
    summary:
      'Messages, newest first; `find` keeps those with some words in their head, or in the values of their record',
    query: v.object({
      ...pageQuery,
      ...filters,
      /** Words of subject, sender, recipient, ids and values; several together within quotation marks; a key; `field=value`. */
      find: v.optional(v.pipe(v.string(), v.maxLength(200))),
    }),
    response: page(messageSchema),
  },
  within: {
    method: 'GET',
    path: '/api/v1/messages/within',
    role: 'viewer',
    summary: 'Messages with some words in their text, newest first; looks through a stretch of them at a time',
    query: v.object({
      ...filters,
      words: v.pipe(v.string(), v.minLength(1), v.maxLength(200)),
      /** Where the stretch before ended. */
      cursor: pageQuery.cursor,
    }),
    response: v.object({
      items: v.array(foundWithin),
      /** How many messages were looked through, and back to when; null where there was none. */
      searched: v.number(),
      back_to: v.nullable(momentSchema),
      /** To go on from; null at the end. */
      next: v.nullable(v.string()),
    }),
  },
  get: {
    method: 'GET',
    path: '/api/v1/messages/:key',
    role: 'viewer',
    summary: 'One message with its outcome and deliveries',
    params,
    response: messageDetailSchema,
  },
  raw: {
    method: 'GET',
    path: '/api/v1/messages/:key/raw',
    role: 'viewer',
    summary: 'The raw message as it came',
    params,
    response: 'file',
  },
  reading: {
    method: 'GET',
    path: '/api/v1/messages/:key/reading',
    role: 'viewer',
    summary: 'What rules see of the message',
    params,
    response: readingShape,
  },
  feed: {
    method: 'POST',
    path: '/api/v1/mailboxes/:mailbox/messages',
    role: 'author',
    summary: 'Puts a raw message into a mailbox',
    params: v.object({ mailbox: nameSchema }),
    query: v.object({
      /** When it really arrived, in ISO 8601, for mail of the past; now when left out. */
      received: v.optional(v.pipe(v.string(), v.isoTimestamp())),
      /** For mail of the past: destinations, with commas between, that may tell people of it; empty for none. It is handled after what comes now. */
      tells: v.optional(v.string()),
    }),
    body: 'message/rfc822',
    response: v.object({ key: keySchema }),
  },
  paste: {
    method: 'POST',
    path: '/api/v1/mailboxes/:mailbox/pasted',
    role: 'author',
    summary: 'Puts a pasted text into a mailbox, as a message of its own',
    params: v.object({ mailbox: nameSchema }),
    body: v.strictObject({
      from: v.pipe(v.string(), v.trim(), v.email(), v.maxLength(320)),
      subject: v.pipe(v.string(), v.maxLength(500)),
      text: v.pipe(v.string(), v.minLength(1), v.maxLength(1_000_000)),
    }),
    response: v.object({ key: keySchema }),
  },
  original: {
    method: 'GET',
    path: '/api/v1/messages/:key/original',
    role: 'viewer',
    summary: 'The HTML of the message, sanitised, with its evidence marked; to be shown in a sandboxed frame',
    params,
    /** Changes nothing of the answer: pages have another address for each revision, so that a browser asks anew. */
    query: v.object({ revision: v.optional(v.string()) }),
    response: 'file',
  },
  again: {
    method: 'POST',
    path: '/api/v1/messages/:key/again',
    role: 'author',
    summary:
      'Puts the message through again, with the live rules or the draft; what people entered survives unless `forget`',
    params,
    query: v.object(againQuery),
    response: v.object({ key: keySchema }),
  },
  againMany: {
    method: 'POST',
    path: '/api/v1/messages/again',
    role: 'author',
    summary: 'Starts a job that puts messages through again: some, those of a mailbox, sieve, state or time, or all',
    query: v.object({
      ...againQuery,
      tells,
      /** Only says what would come of it by what is live; nothing is changed. */
      dry: v.optional(v.picklist(['true', 'false']), 'false'),
    }),
    body: againSelection,
    response: v.object({ job: keySchema }),
  },
  takeIn: {
    method: 'POST',
    path: '/api/v1/messages/:key/take-in',
    role: 'reviewer',
    summary: 'Takes a skipped message in: puts it through without screening it',
    params,
    response: v.object({ key: keySchema }),
  },
} as const satisfies Record<string, Endpoint>;
