import * as v from 'valibot';
import { jsonSchema, keySchema, momentSchema, nameSchema, page, pageQuery } from './common.js';
import type { Endpoint } from './endpoint.js';

export const recordSchema = v.object({
  key: keySchema,
  message: keySchema,
  mailbox: v.string(),
  sieve: v.string(),
  revision: v.number(),
  verdict: v.string(),
  layout: v.nullable(v.string()),
  score: v.nullable(v.number()),
  fields: v.record(v.string(), jsonSchema),
  rows: v.array(v.record(v.string(), jsonSchema)),
  received: momentSchema,
  made: momentSchema,
});
export type RecordItem = v.InferOutput<typeof recordSchema>;

const filters = {
  sieve: v.optional(nameSchema),
  verdict: v.optional(v.picklist(['sound', 'review', 'skipped', 'failed'])),
};

export const recordEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/records',
    role: 'viewer',
    summary: 'Records, newest first; `field` and `is` keep those with that value',
    query: v.object({ ...pageQuery, ...filters, field: v.optional(v.string()), is: v.optional(v.string()) }),
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
      evidence: jsonSchema,
      problems: v.array(jsonSchema),
      made_from: jsonSchema,
    }),
  },
  export: {
    method: 'GET',
    path: '/api/v1/records/export',
    role: 'viewer',
    summary: 'All records of a sieve as one file',
    query: v.object({
      sieve: nameSchema,
      verdict: filters.verdict,
      format: v.optional(v.picklist(['csv', 'xlsx', 'jsonl']), 'csv'),
    }),
    response: 'file',
  },
} as const satisfies Record<string, Endpoint>;
