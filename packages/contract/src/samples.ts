import * as v from 'valibot';
import { doneSchema, expectSchema, keySchema, momentSchema, nameSchema, page, pageQuery } from './common.js';
import type { Endpoint } from './endpoint.js';

/** As a sieve file names a sample: a path without `.` and `..`. */
export const sampleName = v.pipe(
  v.string(),
  v.maxLength(180),
  v.regex(/^(?!\/)(?!.*(?:^|\/)\.{1,2}(?:\/|$))[\w./ -]+$/),
);

const params = v.object({ name: nameSchema });
const one = v.object({ name: nameSchema, sample: sampleName });

const sampleItem = v.object({
  name: v.string(),
  subject: v.string(),
  from: v.nullable(v.string()),
  /** The stored message it was copied from, if any. */
  message: v.nullable(keySchema),
  /** Null while nobody judged anything. */
  expect: v.nullable(expectSchema),
  by: v.nullable(v.string()),
  updated: momentSchema,
});
export type SampleItem = v.InferOutput<typeof sampleItem>;

export const sampleEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/sieves/:name/samples',
    role: 'viewer',
    summary: 'Samples of a sieve by name, with what is expected of them',
    params,
    query: v.object(pageQuery),
    response: page(sampleItem),
  },
  get: {
    method: 'GET',
    path: '/api/v1/sieves/:name/samples/:sample',
    role: 'viewer',
    summary: 'One sample',
    params: one,
    response: sampleItem,
  },
  raw: {
    method: 'GET',
    path: '/api/v1/sieves/:name/samples/:sample/raw',
    role: 'viewer',
    summary: 'The raw message of a sample',
    params: one,
    response: 'file',
  },
  put: {
    method: 'PUT',
    path: '/api/v1/sieves/:name/samples/:sample',
    role: 'author',
    summary: 'Keeps a raw message as a sample; one of the same name gets these bytes, what is expected of it stays',
    params: one,
    body: 'message/rfc822',
    response: sampleItem,
  },
  paste: {
    method: 'POST',
    path: '/api/v1/sieves/:name/samples/:sample/pasted',
    role: 'author',
    summary: 'Keeps a pasted text as a sample',
    params: one,
    body: v.strictObject({
      from: v.pipe(v.string(), v.trim(), v.email(), v.maxLength(320)),
      subject: v.pipe(v.string(), v.maxLength(500)),
      text: v.pipe(v.string(), v.minLength(1), v.maxLength(1_000_000)),
    }),
    response: sampleItem,
  },
  fromMessage: {
    method: 'POST',
    path: '/api/v1/sieves/:name/samples',
    role: 'reviewer',
    summary: 'Copies a stored message as a sample; with `confirm`, the values of its record become expected',
    params,
    body: v.strictObject({
      message: keySchema,
      /** Left out: `samples/` and the message’s key. */
      sample: v.optional(sampleName),
      confirm: v.optional(v.boolean(), false),
    }),
    response: sampleItem,
  },
  expect: {
    method: 'PUT',
    path: '/api/v1/sieves/:name/samples/:sample/expect',
    role: 'reviewer',
    summary: 'Sets what is expected of a sample; null takes it away',
    params: one,
    body: v.strictObject({ expect: v.nullable(expectSchema) }),
    response: sampleItem,
  },
  confirm: {
    method: 'POST',
    path: '/api/v1/sieves/:name/samples/:sample/confirm',
    role: 'reviewer',
    summary: 'What the live rules (or the draft) make of a sample becomes expected: all of it, or some fields',
    params: one,
    body: v.strictObject({
      with: v.optional(v.picklist(['live', 'draft']), 'live'),
      fields: v.optional(v.array(v.string())),
    }),
    response: sampleItem,
  },
  remove: {
    method: 'DELETE',
    path: '/api/v1/sieves/:name/samples/:sample',
    role: 'author',
    summary: 'Removes a sample',
    params: one,
    response: doneSchema,
  },
} as const satisfies Record<string, Endpoint>;
