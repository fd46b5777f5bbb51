import * as v from 'valibot';
import { keySchema, momentSchema, nameSchema, payloadSchema } from './common.js';
import type { Endpoint } from './endpoint.js';

const params = v.object({ name: nameSchema });
const outcomeOfKept = v.picklist(['release', 'drop']);
const counted = v.object({ count: v.number() });

/** What is looked at before a sieve is turned on. */
const checkPoint = v.object({
  point: v.picklist(['expected values', 'destinations', 'required columns', 'columns that fit', 'model answers']),
  ok: v.boolean(),
  /** What is so, and what to do where it is not as it should be. */
  text: v.string(),
  /** The destination it is about, if it is about one. */
  destination: v.nullable(v.string()),
});
export type CheckPoint = v.InferOutput<typeof checkPoint>;

const trialSchema = v.object({
  /** Null where the sieve is not on trial. */
  trial: v.nullable(v.object({ since: momentSchema, by: v.string() })),
  /** Deliveries kept back, by destination. */
  kept: v.array(v.object({ destination: v.string(), count: v.number() })),
  checklist: v.array(checkPoint),
});
export type TrialItem = v.InferOutput<typeof trialSchema>;

/** A delivery that is kept back, with what it would write and where. */
const keptTarget = v.object({
  delivery: keySchema,
  route: v.string(),
  destination: v.string(),
  title: v.string(),
  kind: v.string(),
  payload: payloadSchema,
});
export type KeptTarget = v.InferOutput<typeof keptTarget>;

/** Sieves on trial: everything is done but the delivering. */
export const trialEndpoints = {
  get: {
    method: 'GET',
    path: '/api/v1/sieves/:name/trial',
    role: 'viewer',
    summary: 'Whether a sieve is on trial, what is kept back, and what to look at before it is turned on',
    params,
    response: trialSchema,
  },
  begin: {
    method: 'POST',
    path: '/api/v1/sieves/:name/trial',
    role: 'author',
    summary: 'Puts a live sieve on trial: from now on its deliveries are kept back',
    params,
    response: trialSchema,
  },
  turnOn: {
    method: 'POST',
    path: '/api/v1/sieves/:name/turn-on',
    role: 'author',
    summary: 'Ends the trial: deliveries go out from now on; `kept` says what becomes of those kept back so far',
    params,
    body: v.strictObject({
      kept: outcomeOfKept,
      /** Though points of the checklist are open. */
      anyway: v.optional(v.boolean(), false),
    }),
    response: counted,
  },
  settle: {
    method: 'POST',
    path: '/api/v1/sieves/:name/kept-back',
    role: 'author',
    summary: 'Releases or drops what is kept back of a sieve, on trial or not; of one destination, or of all',
    params,
    body: v.strictObject({ do: outcomeOfKept, destination: v.optional(nameSchema) }),
    response: counted,
  },
  targets: {
    method: 'GET',
    path: '/api/v1/messages/:key/kept-back',
    role: 'viewer',
    summary: 'What is kept back of a message: each target, and exactly what would be written there',
    params: v.object({ key: keySchema }),
    response: v.object({ items: v.array(keptTarget) }),
  },
  deliver: {
    method: 'POST',
    path: '/api/v1/messages/:key/deliver',
    role: 'author',
    summary: 'Delivers one message for real though its sieve is on trial; the targets it goes to have to be named',
    params: v.object({ key: keySchema }),
    body: v.strictObject({ targets: v.pipe(v.array(nameSchema), v.minLength(1)) }),
    response: counted,
  },
  tryOut: {
    method: 'POST',
    path: '/api/v1/messages/:key/try-out',
    role: 'author',
    summary:
      'Sends the mails that are kept back of a message to the person who asks, and to nobody else; they stay kept back',
    params: v.object({ key: keySchema }),
    response: v.object({ count: v.number(), to: v.string(), answers: v.array(v.string()) }),
  },
} as const satisfies Record<string, Endpoint>;
