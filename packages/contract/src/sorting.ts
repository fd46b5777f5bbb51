import * as v from 'valibot';
import { doneSchema, keySchema, momentSchema, nameSchema } from './common.js';
import type { Endpoint } from './endpoint.js';

const mailbox = v.object({ name: nameSchema });
const message = v.object({ key: keySchema });
/** Null is “none of these”. */
const category = v.nullable(v.pipe(v.string(), v.minLength(1), v.maxLength(60)));
/** `again`: put through again at once, so that they go where they belong. */
const again = v.optional(v.boolean(), false);
const words = v.array(v.string());

const headSchema = {
  message: v.string(),
  subject: v.nullable(v.string()),
  from: v.nullable(v.string()),
  received: momentSchema,
};

const labelSchema = v.object({ ...headSchema, category: v.nullable(v.string()), by: v.string(), at: momentSchema });
export type LabelItem = v.InferOutput<typeof labelSchema>;

/** A labelled message as a sorter judges it that has not seen it. */
const crossSchema = v.object({
  ...headSchema,
  labelled: v.string(),
  judged: v.string(),
  /** From 0 to 1. */
  confidence: v.number(),
  /** Whether it is sure enough not to be unsorted. */
  sure: v.boolean(),
  words: v.object({ for: words, against: words }),
});
export type CrossItem = v.InferOutput<typeof crossSchema>;

/** A category, with what it is and who looks after it. */
export const categoryHead = {
  category: v.string(),
  about: v.nullable(v.string()),
  owner: v.nullable(v.string()),
  by_condition: v.boolean(),
};

const sorterSchema = v.object({
  mailbox: v.string(),
  threshold: v.number(),
  /** In the order of the file, `none of these` last; `weeks` is how many messages were given it in each of the last 12 weeks, the oldest first. */
  categories: v.array(
    v.object({
      ...categoryHead,
      labelled: v.number(),
      weeks: v.array(v.number()),
    }),
  ),
  /** Messages that nobody and nothing could sort, by week as well. */
  unsorted: v.array(v.number()),
  /** The sorter in use; null before one was. */
  in_use: v.nullable(v.object({ number: v.number(), by: v.string(), at: momentSchema, labels: v.number() })),
  /** The model that is asked about what conditions and labels leave open; null where none is. */
  asks: v.nullable(v.string()),
  /** Whether what is in use has learned from just the labels there are now. */
  current: v.boolean(),
  /** Labels against judgements, a line a labelled category; `given` counts by the order of the lines. */
  table: v.array(
    v.object({
      category: v.string(),
      labelled: v.number(),
      given: v.array(v.number()),
      unsorted: v.number(),
      precision: v.nullable(v.number()),
      recall: v.number(),
    }),
  ),
  judged: v.array(crossSchema),
});
export type Sorter = v.InferOutput<typeof sorterSchema>;

/** A message nobody labelled, with what the sorter said of it. */
const unlabelledSchema = v.object({
  ...headSchema,
  category: v.nullable(v.string()),
  by: v.nullable(v.string()),
  confidence: v.nullable(v.number()),
  why: v.string(),
  /** The likeliest category, also where it was not sure enough; null where nothing was judged. */
  likely: v.nullable(v.string()),
});
export type Unlabelled = v.InferOutput<typeof unlabelledSchema>;

const usedSchema = v.object({
  /** Number of the sorter that is in use now; null where it was only looked at. */
  number: v.nullable(v.number()),
  /** Newest stored messages it was tried on; none where it is put to use. */
  looked: v.number(),
  /** Of those, how many a model would be asked about first. */
  asks: v.number(),
  changes: v.array(
    v.object({
      ...headSchema,
      was: v.nullable(v.string()),
      will: v.nullable(v.string()),
      confidence: v.nullable(v.number()),
      /** Whether something of it was delivered already. */
      left: v.boolean(),
    }),
  ),
});
export type SorterUse = v.InferOutput<typeof usedSchema>;

/** What people say messages are, and the sorters that learn from it. */
export const sortingEndpoints = {
  label: {
    method: 'PUT',
    path: '/api/v1/messages/:key/label',
    role: 'reviewer',
    summary: 'Says which category a message has; null is none of these. It holds for the message itself from then on',
    params: message,
    body: v.strictObject({ category, again }),
    response: doneSchema,
  },
  unlabel: {
    method: 'DELETE',
    path: '/api/v1/messages/:key/label',
    role: 'reviewer',
    summary: 'Takes back what was said of a message',
    params: message,
    response: doneSchema,
  },
  labelMany: {
    method: 'POST',
    path: '/api/v1/labels',
    role: 'reviewer',
    summary: 'Says which category some messages of one mailbox have',
    body: v.strictObject({
      keys: v.pipe(v.array(keySchema), v.minLength(1), v.maxLength(200)),
      category,
      again,
    }),
    response: doneSchema,
  },
  known: {
    method: 'POST',
    path: '/api/v1/mailboxes/:name/known',
    role: 'viewer',
    summary:
      'Which raw messages a mailbox has, by Message-ID and digest; in their order, null for one that is not there',
    params: mailbox,
    body: v.strictObject({
      messages: v.pipe(
        v.array(
          v.strictObject({
            /** Without brackets. */
            id: v.pipe(v.string(), v.maxLength(500)),
            /** SHA-256 of the raw message, in hexadecimal. */
            digest: v.pipe(v.string(), v.hash(['sha256'])),
          }),
        ),
        v.minLength(1),
        v.maxLength(200),
      ),
    }),
    response: v.object({ keys: v.array(v.nullable(keySchema)) }),
  },
  labels: {
    method: 'GET',
    path: '/api/v1/mailboxes/:name/labels',
    role: 'viewer',
    summary: 'What people said a mailbox’s messages are, newest first',
    params: mailbox,
    response: v.object({ items: v.array(labelSchema) }),
  },
  unlabelled: {
    method: 'GET',
    path: '/api/v1/mailboxes/:name/unlabelled',
    role: 'viewer',
    summary: 'The newest messages of a mailbox that nobody labelled, those first that the sorter is least sure of',
    params: mailbox,
    response: v.object({ items: v.array(unlabelledSchema) }),
  },
  get: {
    method: 'GET',
    path: '/api/v1/mailboxes/:name/sorter',
    role: 'viewer',
    summary:
      'A mailbox’s sorter: its categories, its labels, and each labelled message judged by one that has not seen it',
    params: mailbox,
    response: sorterSchema,
  },
  use: {
    method: 'POST',
    path: '/api/v1/mailboxes/:name/sorter',
    role: 'author',
    summary:
      'Has a mailbox sort by what its labels teach now; with `dry=true` only says which stored messages would change',
    params: mailbox,
    query: v.object({ dry: v.optional(v.picklist(['true', 'false']), 'false') }),
    response: usedSchema,
  },
} as const satisfies Record<string, Endpoint>;
