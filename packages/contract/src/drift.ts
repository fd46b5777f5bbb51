import * as v from 'valibot';
import { doneSchema, keySchema, momentSchema } from './common.js';
import type { Endpoint } from './endpoint.js';

const share = v.object({ count: v.number(), of: v.number() });

/** Something in a mailbox's mail that is no longer as it was. */
export const driftSchema = v.object({
  key: keySchema,
  mailbox: v.string(),
  /** Fewer messages have a known layout; a field is found less often; a new line no field takes. */
  kind: v.picklist(['recognised', 'filled', 'leftover']),
  /** Null for the mailbox as a whole. */
  sieve: v.nullable(v.string()),
  /** The field, or the label of the line. */
  what: v.string(),
  before: share,
  now: share,
  /** In one sentence. */
  text: v.string(),
  /** A message that shows it. */
  message: keySchema,
  found: momentSchema,
  /** Who has seen it; null while nobody has. */
  seen_by: v.nullable(v.string()),
});
export type DriftItem = v.InferOutput<typeof driftSchema>;

export const driftEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/drift',
    role: 'viewer',
    summary: 'What is no longer as it was in the mail of each mailbox, against its own past',
    response: v.object({ items: v.array(driftSchema) }),
  },
  seen: {
    method: 'POST',
    path: '/api/v1/drift/:key/seen',
    role: 'reviewer',
    summary: 'Notes that it was seen: the overview tells it no more. It goes by itself when the mail is as before',
    params: v.object({ key: keySchema }),
    response: doneSchema,
  },
} as const satisfies Record<string, Endpoint>;
