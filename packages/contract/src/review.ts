import { outcomeShape } from '@yellow-sieve/core/shapes';
import * as v from 'valibot';
import { doneSchema, fieldOptionsSchema, keySchema, momentSchema, nameSchema } from './common.js';
import type { Endpoint } from './endpoint.js';
import { routeHitSchema } from './messages.js';
import { correctionEntries } from './records.js';

const params = v.object({ key: keySchema });

/** Which messages in review; what is left out does not matter. */
const selection = {
  sieve: v.optional(nameSchema),
  mailbox: v.optional(nameSchema),
  /** Code of the first reason why they wait, alone or with what it is about, as `cause` of the listing says it. */
  cause: v.optional(v.pipe(v.string(), v.maxLength(140))),
};

const cause = v.object({
  /** The first reason why they wait: its code, with the field, column or rule it is about. */
  cause: v.string(),
  code: v.string(),
  /** In words; of several alike, one. */
  text: v.string(),
  mailbox: v.string(),
  sieve: v.nullable(v.string()),
  /** How many messages wait for it, and the oldest of them. */
  count: v.number(),
  since: momentSchema,
});
export type ReviewCause = v.InferOutput<typeof cause>;

const editable = v.object({
  name: v.string(),
  title: v.nullable(v.string()),
  /** Its declaration. */
  options: fieldOptionsSchema,
  /** Values to choose from; empty where anything may be written. */
  choices: v.array(v.string()),
});
export type Editable = v.InferOutput<typeof editable>;

const desk = v.pipe(v.string(), v.uuid());

const heldItem = v.object({
  key: keySchema,
  /** Place among those that wait, from 1, and how many they are. */
  place: v.number(),
  waiting: v.number(),
  /** How many of them other people have open. */
  others: v.number(),
  /** What can be written: by the version that made the record; null where there is no record. */
  form: v.nullable(v.object({ fields: v.array(editable), columns: v.array(editable) })),
});
export type ReviewItem = v.InferOutput<typeof heldItem>;

const tried = v.object({
  outcome: outcomeShape,
  routes: v.array(routeHitSchema),
  /** What cannot be a value of its place, and why: it is left out. */
  refused: v.array(v.object({ path: v.string(), text: v.string() })),
});
export type TriedCorrection = v.InferOutput<typeof tried>;

const confirmed = v.object({
  key: keySchema,
  /** When it leaves; null where it was refused. */
  leaves: v.nullable(momentSchema),
  /** Why it was refused. */
  code: v.nullable(v.string()),
  text: v.nullable(v.string()),
});

const revision = v.pipe(v.number(), v.integer(), v.minValue(1));

/** What waits for a person, and what they do with it. */
export const reviewEndpoints = {
  causes: {
    method: 'GET',
    path: '/api/v1/review',
    role: 'viewer',
    summary: 'What waits for a person, by its cause: the first reason of each message, by sieve',
    query: v.object({ sieve: selection.sieve, mailbox: selection.mailbox }),
    response: v.object({
      items: v.array(cause),
      /** Rows that people hold back, of records that are done otherwise, by sieve. */
      held_rows: v.array(v.object({ sieve: v.string(), count: v.number() })),
    }),
  },
  next: {
    method: 'POST',
    path: '/api/v1/review/next',
    role: 'reviewer',
    summary: 'Gives the next message in review to a page, and to no other, until the page leaves it',
    body: v.strictObject({
      /** Names the page that asks; any UUID of its own. */
      desk,
      /** The one before; left out: the oldest. */
      after: v.optional(keySchema),
      ...selection,
    }),
    response: v.object({ item: v.nullable(heldItem), waiting: v.number(), others: v.number() }),
  },
  hold: {
    method: 'PUT',
    path: '/api/v1/review/:key/hold',
    role: 'reviewer',
    summary: 'Holds one message for a page, again and again while it is open there',
    params,
    body: v.strictObject({ desk, ...selection }),
    response: heldItem,
  },
  release: {
    method: 'DELETE',
    path: '/api/v1/review/hold/:desk',
    role: 'reviewer',
    summary: 'Frees what a page holds',
    params: v.object({ desk }),
    response: doneSchema,
  },
  try: {
    method: 'POST',
    path: '/api/v1/messages/:key/try',
    role: 'reviewer',
    summary: 'What would become of a record with some changes, and where it would go; nothing is kept',
    params,
    body: v.strictObject(correctionEntries),
    response: tried,
  },
  confirm: {
    method: 'POST',
    path: '/api/v1/messages/:key/confirm',
    role: 'reviewer',
    summary:
      'Confirms a record as it was seen, with what is changed of it; what it lets go leaves a little later, and can be taken back until then',
    params,
    body: v.strictObject({
      /** The revision that was seen: a newer one is not confirmed unseen. */
      revision,
      ...correctionEntries,
    }),
    response: v.object({ leaves: momentSchema }),
  },
  confirmMany: {
    method: 'POST',
    path: '/api/v1/review/confirm',
    role: 'reviewer',
    summary: 'Confirms several records as they were seen; what cannot be confirmed is said, and waits on',
    body: v.strictObject({
      items: v.pipe(v.array(v.strictObject({ key: keySchema, revision })), v.minLength(1), v.maxLength(200)),
    }),
    response: v.object({ items: v.array(confirmed) }),
  },
  undo: {
    method: 'DELETE',
    path: '/api/v1/messages/:key/confirm',
    role: 'reviewer',
    summary: 'Takes a confirmation back, before anything of it has left',
    params,
    response: doneSchema,
  },
  notForUs: {
    method: 'POST',
    path: '/api/v1/messages/:key/not-for-us',
    role: 'reviewer',
    summary: 'Lays a message in review aside, with a reason; it is kept, and can be taken in again',
    params,
    body: v.strictObject({ reason: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(500)) }),
    response: doneSchema,
  },
  forUs: {
    method: 'DELETE',
    path: '/api/v1/messages/:key/not-for-us',
    role: 'reviewer',
    summary: 'Takes that back: the message is put through again',
    params,
    response: doneSchema,
  },
  teach: {
    method: 'POST',
    path: '/api/v1/messages/:key/teach',
    role: 'reviewer',
    summary:
      'Teaches the sieve by a record as people left it: a sample with expected values, and in the draft a worked example or a layout',
    params,
    body: v.strictObject({ as: v.picklist(['sample', 'example', 'layout']) }),
    response: v.object({ sieve: v.string(), sample: v.string() }),
  },
  note: {
    method: 'POST',
    path: '/api/v1/messages/:key/notes',
    role: 'reviewer',
    summary: 'Keeps a note of a person with a message',
    params,
    body: v.strictObject({ text: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(2000)) }),
    response: doneSchema,
  },
} as const satisfies Record<string, Endpoint>;
