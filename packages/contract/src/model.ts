import * as v from 'valibot';
import { nameSchema } from './common.js';
import type { Endpoint } from './endpoint.js';
import { shownRef } from './workbench.js';

export const priceSchema = v.object({ value: v.number(), currency: v.string() });
export type Price = v.InferOutput<typeof priceSchema>;

const useItem = v.object({
  /** ISO 8601, in UTC. */
  day: v.string(),
  sieve: v.string(),
  rule: v.string(),
  /** Answers that came. */
  asked: v.number(),
  tokens: v.number(),
  /** Milliseconds the model took for them, together. */
  ms: v.number(),
  /** Null where the connection states no price. */
  price: v.nullable(priceSchema),
});
export type ModelUseItem = v.InferOutput<typeof useItem>;

const askedSchema = v.object({
  /** Questions these messages put, and how many of them have an answer. */
  questions: v.number(),
  answered: v.number(),
  /** Those that are being asked. */
  waiting: v.number(),
  /** What the others would take; the price is null where the connection states none. */
  estimate: v.object({ tokens: v.number(), price: v.nullable(priceSchema) }),
  /** What those took that are answered. */
  used: v.object({ tokens: v.number(), ms: v.number(), price: v.nullable(priceSchema) }),
  /** What the sieve spent today, in the connection’s currency, and the most its text lets it spend a day. */
  today: v.object({ spent: v.nullable(priceSchema), ceiling: v.nullable(v.number()) }),
  /** What came of the last try, where something is wrong. */
  detail: v.nullable(v.string()),
});
export type AskedItem = v.InferOutput<typeof askedSchema>;

/** Asking a model: what it takes, and trying a text that asks. */
export const modelEndpoints = {
  use: {
    method: 'GET',
    path: '/api/v1/model/use',
    role: 'viewer',
    summary: 'What asking the model took: answers, tokens, time and price by day, sieve and rule, the newest day first',
    query: v.object({
      /** Days (UTC) up to today, 1 to 366; 30 when left out. */
      days: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(366)), '30'),
    }),
    response: v.object({ items: v.array(useItem) }),
  },
  ask: {
    method: 'POST',
    path: '/api/v1/workbench/:name/ask',
    role: 'author',
    summary:
      'Has the questions asked that a text, and the live version beside it, put for some messages; with `dry` only tells what that would take',
    params: v.object({ name: nameSchema }),
    body: v.strictObject({
      source: v.pipe(v.string(), v.maxLength(2_000_000)),
      messages: v.pipe(v.array(shownRef), v.minLength(1), v.maxLength(100)),
      /** Also what the live version asks. */
      live: v.optional(v.boolean(), false),
      dry: v.optional(v.boolean(), false),
    }),
    response: askedSchema,
  },
} as const satisfies Record<string, Endpoint>;
