import * as v from 'valibot';
import { doneSchema, keySchema, momentSchema, nameSchema } from './common.js';
import type { Endpoint } from './endpoint.js';

const params = v.object({ key: keySchema });

const cause = v.object({
  /** The first reason why they wait. */
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

/** What waits for a person, and what they do with it. */
export const reviewEndpoints = {
  causes: {
    method: 'GET',
    path: '/api/v1/review',
    role: 'viewer',
    summary: 'What waits for a person, by its cause: the first reason of each message, by sieve',
    query: v.object({ sieve: v.optional(nameSchema), mailbox: v.optional(nameSchema) }),
    response: v.object({ items: v.array(cause) }),
  },
  confirm: {
    method: 'POST',
    path: '/api/v1/messages/:key/confirm',
    role: 'reviewer',
    summary:
      'Confirms a record as it was seen; what it lets go leaves a little later, and can be taken back until then',
    params,
    body: v.strictObject({
      /** The revision that was seen: a newer one is not confirmed unseen. */
      revision: v.pipe(v.number(), v.integer(), v.minValue(1)),
    }),
    response: v.object({ leaves: momentSchema }),
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
} as const satisfies Record<string, Endpoint>;
