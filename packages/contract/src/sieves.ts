import { accuracyShape, coverageShape } from '@yellow-sieve/core/shapes';
import * as v from 'valibot';
import {
  doneSchema,
  fieldOptionsSchema,
  keySchema,
  momentSchema,
  nameSchema,
  page,
  pageQuery,
  removalQuery,
  removalSchema,
} from './common.js';
import type { Endpoint } from './endpoint.js';

const params = v.object({ name: nameSchema });

export const sieveItem = v.object({
  name: v.string(),
  title: v.string(),
  version: v.number(),
  /** Digest of the live source text, for If-Match. */
  digest: v.string(),
  by: v.nullable(v.string()),
  updated: momentSchema,
  /** Since when its deliveries are kept back, and by whom; null where they go out. */
  trial: v.nullable(v.object({ since: momentSchema, by: v.string() })),
});
export type SieveItem = v.InferOutput<typeof sieveItem>;

/** A field of a sieve, as tables of records need it. */
export const fieldItem = v.object({
  name: v.string(),
  type: v.string(),
  unit: v.nullable(v.string()),
  required: v.boolean(),
});
export type FieldItem = v.InferOutput<typeof fieldItem>;

const versionItem = v.object({
  number: v.number(),
  digest: v.string(),
  by: v.nullable(v.string()),
  why: v.nullable(v.string()),
  /** The version it went back to, if it did. */
  back_to: v.nullable(v.number()),
  /** The field it gave another name, where that is all it did. */
  renamed: v.nullable(v.object({ from: v.string(), to: v.string() })),
  created: momentSchema,
});
export type VersionItem = v.InferOutput<typeof versionItem>;

const draftItem = v.object({
  digest: v.string(),
  /** The version it was begun from; null for a sieve that was never published. */
  base: v.nullable(v.number()),
  by: v.string(),
  updated: momentSchema,
  source: v.string(),
  /** Why it cannot be published yet, each at its line. */
  problems: v.array(
    v.object({ code: v.string(), path: v.string(), text: v.string(), line: v.number(), column: v.number() }),
  ),
});
export type DraftItem = v.InferOutput<typeof draftItem>;

const number = v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1));
/** What is live, the draft, or the number of a version. */
const state = v.union([v.picklist(['live', 'draft']), number]);
const why = v.pipe(v.string(), v.maxLength(1000));

/** How many stored messages, the newest first. */
const stored = v.union([v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(10_000_000)), v.literal('all')]);

export const sieveEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/sieves',
    role: 'viewer',
    summary: 'Sieves with their live version',
    response: page(sieveItem),
  },
  get: {
    method: 'GET',
    path: '/api/v1/sieves/:name',
    role: 'viewer',
    summary: 'The source text of the live version, comments and all',
    params,
    response: v.object({ ...sieveItem.entries, fields: v.array(fieldItem), source: v.string() }),
  },
  routeSchema: {
    method: 'GET',
    path: '/api/v1/sieves/:name/routes/:route/schema',
    role: 'viewer',
    summary:
      'The JSON Schema of what a route writes, known before the first message; events of webhooks name it as their dataschema',
    params: v.object({ name: nameSchema, route: v.string() }),
    response: v.record(v.string(), v.unknown()),
  },
  routeExample: {
    method: 'GET',
    path: '/api/v1/sieves/:name/routes/:route/example',
    role: 'viewer',
    summary: 'An example of what a route writes, made from the types of its fields',
    params: v.object({ name: nameSchema, route: v.string() }),
    response: v.record(v.string(), v.unknown()),
  },
  put: {
    method: 'PUT',
    path: '/api/v1/sieves/:name',
    role: 'author',
    summary:
      'Publishes a sieve’s source text as the next version, if it changed; `why` is wanted when expected values break',
    params,
    query: v.object({
      why: v.optional(why),
      /** A sieve that was never published begins on trial, its deliveries kept back, unless this is `true`. */
      live: v.optional(v.picklist(['true', 'false']), 'false'),
    }),
    body: 'application/yaml',
    match: true,
    response: sieveItem,
  },
  versions: {
    method: 'GET',
    path: '/api/v1/sieves/:name/versions',
    role: 'viewer',
    summary: 'Versions, newest first: who published them, when and why',
    params,
    query: v.object(pageQuery),
    response: page(versionItem),
  },
  version: {
    method: 'GET',
    path: '/api/v1/sieves/:name/versions/:number',
    role: 'viewer',
    summary: 'One version with its source text',
    params: v.object({ name: nameSchema, number }),
    response: v.object({ ...versionItem.entries, source: v.string() }),
  },
  compare: {
    method: 'GET',
    path: '/api/v1/sieves/:name/compare',
    role: 'viewer',
    summary: 'The source texts of two states of a sieve, compared line by line (unified diff)',
    params,
    query: v.object({ from: v.optional(state, 'live'), to: v.optional(state, 'draft') }),
    response: v.object({ same: v.boolean(), diff: v.string() }),
  },
  back: {
    method: 'POST',
    path: '/api/v1/sieves/:name/versions/:number/back',
    role: 'author',
    summary: 'Goes back: publishes an earlier version’s text as the next version',
    params: v.object({ name: nameSchema, number }),
    body: v.strictObject({ why: v.optional(why) }),
    match: true,
    response: sieveItem,
  },
  drafts: {
    method: 'GET',
    path: '/api/v1/drafts',
    role: 'viewer',
    summary: 'What is being edited: every draft, with who changed it last',
    response: page(v.object({ name: v.string(), base: v.nullable(v.number()), by: v.string(), updated: momentSchema })),
  },
  draft: {
    method: 'GET',
    path: '/api/v1/sieves/:name/draft',
    role: 'viewer',
    summary: 'The draft: the sieve as it is being edited',
    params,
    response: draftItem,
  },
  putDraft: {
    method: 'PUT',
    path: '/api/v1/sieves/:name/draft',
    role: 'author',
    summary: 'Keeps a draft, also one that cannot be published yet; `base` sets it upon another version',
    params,
    query: v.object({ base: v.optional(number) }),
    body: 'application/yaml',
    match: true,
    response: draftItem,
  },
  dropDraft: {
    method: 'DELETE',
    path: '/api/v1/sieves/:name/draft',
    role: 'author',
    summary: 'Drops the draft',
    params,
    response: doneSchema,
  },
  publish: {
    method: 'POST',
    path: '/api/v1/sieves/:name/publish',
    role: 'author',
    summary: 'Publishes the draft as the next version; `why` is wanted when expected values break',
    params,
    body: v.strictObject({
      why: v.optional(why),
      /** Whether a sieve that was never published begins on trial, its deliveries kept back. */
      trial: v.optional(v.boolean(), true),
    }),
    match: true,
    response: sieveItem,
  },
  coverage: {
    method: 'GET',
    path: '/api/v1/sieves/:name/coverage',
    role: 'viewer',
    summary: 'The grid fields x messages, a page at a time, over samples or stored messages',
    params,
    query: v.object({
      ...pageQuery,
      of: v.optional(v.picklist(['samples', 'stored']), 'samples'),
      /** The rules to try; what differs from the live ones is `changed`. */
      with: v.optional(state, 'live'),
    }),
    response: v.object({
      fields: v.array(fieldItem),
      /** As the core counts it, over this page. */
      accuracy: accuracyShape,
      items: v.array(coverageShape),
      next: v.nullable(v.string()),
    }),
  },
  effect: {
    method: 'POST',
    path: '/api/v1/sieves/:name/effect',
    role: 'author',
    summary: 'Starts a job that says what a change would do, over samples and stored messages; nothing is changed',
    params,
    body: v.strictObject({
      /** The text to try; left out: `with`. */
      source: v.optional(v.pipe(v.string(), v.maxLength(2_000_000))),
      with: v.optional(v.union([v.literal('draft'), v.pipe(v.number(), v.integer(), v.minValue(1))]), 'draft'),
      stored: v.optional(stored, 200),
    }),
    response: v.object({ job: keySchema }),
  },
  remove: {
    method: 'DELETE',
    path: '/api/v1/sieves/:name',
    role: 'author',
    summary:
      'Removes a sieve that no mailbox uses: one that read messages is archived; publishing it again brings it back',
    params,
    query: removalQuery,
    response: removalSchema,
  },
  suggest: {
    method: 'POST',
    path: '/api/v1/suggest',
    role: 'author',
    summary: 'Suggests a sieve from stored messages of one kind; nothing is kept',
    body: v.strictObject({
      /** Keys of the messages. */
      messages: v.pipe(v.array(keySchema), v.minLength(1), v.maxLength(20)),
      sieve: v.optional(nameSchema, 'suggested'),
      /** Fields and columns to leave out of what was found. */
      without: v.optional(v.array(v.string()), []),
      /** Whether the messages are written into it as samples. */
      samples: v.optional(v.boolean(), true),
      /** Such as en-GB; left out: the language of the messages. */
      locale: v.optional(v.pipe(v.string(), v.regex(/^[a-z]{2}(-[A-Z]{2})?$/))),
    }),
    response: v.object({
      source: v.string(),
      fields: v.array(
        v.object({
          name: v.string(),
          label: v.string(),
          options: fieldOptionsSchema,
          /** In how many of the messages it stands, and what told it. */
          found: v.number(),
          told_by: v.picklist(['label', 'sentence', 'difference']),
        }),
      ),
      columns: v.array(
        v.object({
          name: v.string(),
          label: v.string(),
          options: fieldOptionsSchema,
          /** In how many items. */
          found: v.number(),
        }),
      ),
      /** What looked like a value and is not suggested. */
      left_out: v.array(
        v.object({ label: v.string(), found: v.number(), why: v.picklist(['rare', 'same', 'unread']) }),
      ),
      layouts: v.array(v.object({ name: v.string(), messages: v.array(v.string()) })),
    }),
  },
  rename: {
    method: 'POST',
    path: '/api/v1/sieves/:name/rename',
    role: 'author',
    summary:
      'Renames a field or column everywhere: the live rules as the next version, the draft, samples, and by a job the stored records; `dry` only shows it',
    params,
    body: v.strictObject({
      from: v.string(),
      to: v.string(),
      dry: v.optional(v.boolean(), false),
      why: v.optional(why),
    }),
    match: true,
    response: v.object({
      /** The version that is live now. */
      version: v.number(),
      /** The change of the source text, as a unified diff. */
      diff: v.string(),
      places: v.number(),
      /** Routes whose mapping was written out, so that they go on writing under the old name. */
      spelled_out: v.array(v.string()),
      /** Prompt rules that ask under the new name: messages put through again are asked about anew. */
      asks: v.array(v.string()),
      /** Whether there is a draft it was renamed in too. */
      draft: v.boolean(),
      samples: v.number(),
      records: v.number(),
      /** The job that renames it in stored records; null where it was only shown. */
      job: v.nullable(keySchema),
    }),
  },
  accuracy: {
    method: 'GET',
    path: '/api/v1/sieves/:name/accuracy',
    role: 'viewer',
    summary: 'How often people found each field right in past records, week by week',
    params,
    response: v.object({
      items: v.array(
        v.object({
          /** Its Monday, UTC. */
          week: v.string(),
          field: v.string(),
          judged: v.number(),
          right: v.number(),
          /** Among them those of spot checks, which stand for the records nobody looked at. */
          spot_judged: v.number(),
          spot_right: v.number(),
        }),
      ),
    }),
  },
} as const satisfies Record<string, Endpoint>;
