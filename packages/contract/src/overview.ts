import * as v from 'valibot';
import { keySchema, momentSchema } from './common.js';
import { deliveryStates } from './deliveries.js';
import { driftSchema } from './drift.js';
import type { Endpoint } from './endpoint.js';
import { messageStates } from './messages.js';

const statesOf = <const S extends readonly [string, ...string[]]>(states: S) =>
  v.object(
    Object.fromEntries(states.map((state) => [state, v.number()])) as Record<S[number], v.NumberSchema<undefined>>,
  );

export const messageCountsSchema = statesOf(messageStates);
export type MessageCounts = v.InferOutput<typeof messageCountsSchema>;

/** What came in and what became of it, over some days; all from counts that are kept, never by looking at messages. */
export const overviewSchema = v.object({
  days: v.array(v.object({ day: v.string(), counts: messageCountsSchema })),
  /** Over the days asked for. */
  messages: messageCountsSchema,
  mailboxes: v.array(
    v.object({
      name: v.string(),
      title: v.string(),
      addresses: v.array(v.string()),
      counts: messageCountsSchema,
      days: v.array(messageCountsSchema),
      last: v.nullable(momentSchema),
    }),
  ),
  /** What wants a hand now, whenever it came. */
  wants: v.object({ review: v.number(), failed: v.number(), deliveries: statesOf(deliveryStates) }),
  /** What is no longer as it was, and nobody has seen yet. */
  drift: v.array(driftSchema),
  /** What waits for the model, by the sieve that asks. */
  asking: v.array(
    v.object({
      sieve: v.string(),
      messages: v.number(),
      /** It waits since it may not be asked now: a ceiling is reached, or the connection does not allow it. */
      held: v.boolean(),
      detail: v.string(),
    }),
  ),
  stopped: v.array(
    v.object({
      delivery: keySchema,
      message: keySchema,
      subject: v.nullable(v.string()),
      destination: v.string(),
      answer: v.nullable(v.string()),
      updated: momentSchema,
    }),
  ),
  /** Destinations whose deliveries fail just now and are tried again, the longest first. */
  troubled: v.array(
    v.object({
      destination: v.string(),
      /** Deliveries that wait for another try. */
      count: v.number(),
      /** What came of the last try. */
      answer: v.nullable(v.string()),
      /** When the oldest of them was made. */
      since: momentSchema,
    }),
  ),
});
export type Overview = v.InferOutput<typeof overviewSchema>;

export const overviewEndpoints = {
  get: {
    method: 'GET',
    path: '/api/v1/overview',
    role: 'viewer',
    summary: 'What came in and what became of it, per day and mailbox, and what wants a hand',
    query: v.object({
      /** Days (UTC) up to today, 1 to 90; 30 when left out. */
      days: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(90)), '30'),
    }),
    response: overviewSchema,
  },
} as const satisfies Record<string, Endpoint>;
