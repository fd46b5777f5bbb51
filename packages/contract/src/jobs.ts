import type { EffectSummary, MessageEffect } from '@yellow-sieve/core';
import { effectShape, effectSummaryShape } from '@yellow-sieve/core/shapes';
import * as v from 'valibot';
import { doneSchema, keySchema, momentSchema, nameSchema, page, pageQuery } from './common.js';
import type { Endpoint } from './endpoint.js';

export const jobStates = ['waiting', 'running', 'done', 'stopped', 'failed'] as const;

/** What the questions to a model would take that new rules ask; no price where the connection states none. */
const estimateSchema = v.object({
  tokens: v.number(),
  price: v.nullable(v.object({ value: v.number(), currency: v.string() })),
});
export type Estimate = v.InferOutput<typeof estimateSchema>;

/** What putting through again, or a comparison, did or would do, in numbers. */
export type FoundEffect = EffectSummary & { estimate?: Estimate };
const foundEffectSchema: v.GenericSchema<FoundEffect> = v.intersect([
  effectSummaryShape,
  v.object({ estimate: v.exactOptional(estimateSchema) }),
]);

/** How many records a renaming changed. */
const renamedSchema = v.object({ renamed: v.number() });

/** How many messages a job took in. */
const takenSchema = v.object({ taken: v.number() });

/** What was found of one message; a comparison says its subject too. */
export type Found = MessageEffect & { subject?: string | null };
const foundSchema: v.GenericSchema<Found> = v.intersect([
  effectShape,
  v.object({ subject: v.exactOptional(v.nullable(v.string())) }),
]);

export const jobSchema = v.object({
  key: keySchema,
  kind: v.string(),
  title: v.string(),
  sieve: v.nullable(v.string()),
  by: v.string(),
  state: v.picklist(jobStates),
  /** Messages done, of how many; the total is null until it is known. */
  done: v.number(),
  total: v.nullable(v.number()),
  /** Messages a second, while it worked; null before the first. */
  rate: v.nullable(v.number()),
  /** Seconds of work left, at that rate. */
  left: v.nullable(v.number()),
  /** Why it failed. */
  detail: v.nullable(v.string()),
  created: momentSchema,
  started: v.nullable(momentSchema),
  finished: v.nullable(momentSchema),
  /** What it found so far, in numbers. */
  result: v.nullable(v.union([renamedSchema, takenSchema, foundEffectSchema])),
});
export type Job = v.InferOutput<typeof jobSchema>;

/** What a job found or did to messages, in numbers; null before that, and for a renaming. */
export const effectOf = ({ result }: Pick<Job, 'result'>): FoundEffect | null =>
  result && !('renamed' in result) && !('taken' in result) ? result : null;

const params = v.object({ key: keySchema });

export const jobEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/jobs',
    role: 'viewer',
    summary: 'Jobs, newest first',
    query: v.object({ ...pageQuery, sieve: v.optional(nameSchema) }),
    response: page(jobSchema),
  },
  get: {
    method: 'GET',
    path: '/api/v1/jobs/:key',
    role: 'viewer',
    summary: 'One job: how far it is, and what it found',
    params,
    response: jobSchema,
  },
  findings: {
    method: 'GET',
    path: '/api/v1/jobs/:key/findings',
    role: 'viewer',
    summary: 'What a job found message by message, in the order it came to them',
    params,
    query: v.object(pageQuery),
    response: page(v.object({ message: v.string(), detail: foundSchema })),
  },
  stop: {
    method: 'POST',
    path: '/api/v1/jobs/:key/stop',
    role: 'author',
    summary: 'Stops a job after the step it is at; what it did stays',
    params,
    response: doneSchema,
  },
} as const satisfies Record<string, Endpoint>;
