import * as v from 'valibot';
import { keySchema, momentSchema, nameSchema, page, pageQuery, payloadSchema } from './common.js';
import type { Endpoint } from './endpoint.js';

export const deliveryStates = [
  'waiting',
  'delivered',
  'retrying',
  'uncertain',
  'stopped',
  'kept back',
  'dropped',
] as const;

export const deliverySchema = v.object({
  key: keySchema,
  identity: v.string(),
  message: keySchema,
  /** Subject of the message. */
  subject: v.nullable(v.string()),
  record: v.nullable(keySchema),
  revision: v.number(),
  route: v.string(),
  destination: v.string(),
  state: v.picklist(deliveryStates),
  attempts: v.number(),
  next_try: v.nullable(momentSchema),
  code: v.nullable(v.string()),
  answer: v.nullable(v.string()),
  updated: momentSchema,
});
export type Delivery = v.InferOutput<typeof deliverySchema>;

const params = v.object({ key: keySchema });

export const deliveryEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/deliveries',
    role: 'viewer',
    summary: 'Deliveries, newest first',
    query: v.object({
      ...pageQuery,
      state: v.optional(v.picklist(deliveryStates)),
      destination: v.optional(nameSchema),
      message: v.optional(keySchema),
    }),
    response: page(deliverySchema),
  },
  get: {
    method: 'GET',
    path: '/api/v1/deliveries/:key',
    role: 'viewer',
    summary: 'One delivery with its payload and every attempt',
    params,
    response: v.object({
      ...deliverySchema.entries,
      payload: payloadSchema,
      tries: v.array(v.object({ at: momentSchema, result: v.string(), answer: v.string() })),
    }),
  },
  standing: {
    method: 'GET',
    path: '/api/v1/deliveries/:key/standing',
    role: 'viewer',
    summary: 'What stands in the target now of what a delivery wrote, where the target can be asked',
    params,
    response: v.object({
      /** By name and as text; null where nothing stands there, or it could not be asked. */
      cells: v.nullable(v.array(v.tuple([v.string(), v.string()]))),
      /** Why it could not be asked. */
      detail: v.nullable(v.string()),
    }),
  },
  retry: {
    method: 'POST',
    path: '/api/v1/deliveries/:key/retry',
    role: 'author',
    summary: 'Tries a stopped or waiting delivery now',
    params,
    response: deliverySchema,
  },
  release: {
    method: 'POST',
    path: '/api/v1/deliveries/:key/release',
    role: 'author',
    summary: 'Sends a delivery that is kept back',
    params,
    response: deliverySchema,
  },
  drop: {
    method: 'POST',
    path: '/api/v1/deliveries/:key/drop',
    role: 'author',
    summary: 'Drops a delivery that is kept back',
    params,
    response: deliverySchema,
  },
} as const satisfies Record<string, Endpoint>;
