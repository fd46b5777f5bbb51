import { coverageShape, hitShape, readingShape, siftedShape, verdictShape } from '@yellow-sieve/core/shapes';
import * as v from 'valibot';
import { fieldOptionsSchema, keySchema, momentSchema, nameSchema, page, pageQuery, reasonSchema } from './common.js';
import type { Endpoint } from './endpoint.js';
import { routeSchema } from './routes.js';
import { sampleName } from './samples.js';
import { fieldItem } from './sieves.js';

const params = v.object({ name: nameSchema });
const source = v.pipe(v.string(), v.maxLength(2_000_000));
const place = v.pipe(v.number(), v.integer(), v.minValue(0));

/** A message of the workbench: a sample by its name, or a stored message by its key. */
export const shownRef = v.union([v.strictObject({ sample: sampleName }), v.strictObject({ message: keySchema })]);
export type ShownRef = v.InferOutput<typeof shownRef>;

const fieldName = v.pipe(v.string(), v.minLength(1), v.maxLength(63));

/** What a person does to a sieve; rules are named by their place, from 0. */
/** A check as the file has it. */
const checkItem = v.record(v.string(), v.unknown());
export type CheckItem = v.InferOutput<typeof checkItem>;

export const sieveAct = v.variant('act', [
  v.strictObject({
    act: v.literal('mark'),
    in: v.picklist(['message.text', 'message.subject']),
    start: place,
    end: place,
    /** Guessed when left out. */
    field: v.optional(fieldName),
    options: v.optional(fieldOptionsSchema),
  }),
  v.strictObject({ act: v.literal('mark rows'), start: place, end: place }),
  v.strictObject({ act: v.literal('take header'), header: v.pipe(v.string(), v.regex(/^[A-Za-z0-9-]{1,100}$/)) }),
  v.strictObject({ act: v.literal('unmark'), field: fieldName }),
  v.strictObject({ act: v.literal('new layout') }),
  v.strictObject({ act: v.literal('set field'), field: fieldName, options: fieldOptionsSchema }),
  v.strictObject({ act: v.literal('remove field'), field: fieldName }),
  v.strictObject({ act: v.literal('rename field'), field: fieldName, to: fieldName }),
  v.strictObject({ act: v.literal('split column'), column: fieldName }),
  v.strictObject({ act: v.literal('move rule'), rule: place, to: place }),
  v.strictObject({ act: v.literal('switch rule'), rule: place, off: v.boolean() }),
  v.strictObject({ act: v.literal('copy rule'), rule: place, field: v.optional(fieldName) }),
  v.strictObject({ act: v.literal('remove rule'), rule: place }),
  v.strictObject({
    act: v.literal('write rule'),
    rule: v.nullable(place),
    source: v.pipe(v.string(), v.maxLength(200_000)),
  }),
  v.strictObject({ act: v.literal('propose fields'), ask: v.pipe(v.string(), v.maxLength(20_000)) }),
  v.strictObject({ act: v.literal('set check'), check: v.nullable(place), value: checkItem }),
  v.strictObject({ act: v.literal('remove check'), check: place }),
  v.strictObject({ act: v.literal('set route'), route: v.nullable(place), value: routeSchema }),
  v.strictObject({ act: v.literal('remove route'), route: place }),
]);
export type SieveActInput = v.InferInput<typeof sieveAct>;

const fileProblem = v.object({
  code: v.string(),
  path: v.string(),
  text: v.string(),
  line: v.number(),
  column: v.number(),
});
export type FileProblemItem = v.InferOutput<typeof fileProblem>;

/** A rule of a sieve, as lists of rules need it. */
const ruleItem = v.object({
  kind: v.string(),
  name: v.string(),
  off: v.boolean(),
  /** Names of its layouts; empty for other kinds. */
  layouts: v.array(v.string()),
  /** Its own lines of the file. */
  source: v.string(),
  /** Its entries. */
  entries: v.record(v.string(), v.unknown()),
});
export type RuleItem = v.InferOutput<typeof ruleItem>;

const columnItem = v.object({ ...fieldItem.entries, options: fieldOptionsSchema });
export type ColumnItem = v.InferOutput<typeof columnItem>;

/** The parts of a sieve's text that a page shows; problems where it does not compile. */
const outlineSchema = v.object({
  problems: v.array(fileProblem),
  title: v.nullable(v.string()),
  fields: v.array(columnItem),
  columns: v.array(columnItem),
  rules: v.array(ruleItem),
  checks: v.array(checkItem),
  routes: v.array(routeSchema),
});
export type SieveOutline = v.InferOutput<typeof outlineSchema>;

/** Which messages the columns of the grid are. */
const selection = {
  of: v.optional(v.picklist(['samples', 'stored']), 'samples'),
  /** For a sieve its mailbox does not name yet: messages of this mailbox that no sieve took. */
  mailbox: v.optional(nameSchema),
};

/** The workbench: an unsaved text tried on messages, and acts done to it. Nothing of this is kept. */
export const workbenchEndpoints = {
  states: {
    method: 'GET',
    path: '/api/v1/workbench/:name',
    role: 'viewer',
    summary: 'What is live of a sieve, and its draft; null where there is none',
    params,
    response: v.object({
      live: v.nullable(
        v.object({
          version: v.number(),
          digest: v.string(),
          source: v.string(),
          title: v.string(),
          trial: v.nullable(v.object({ since: momentSchema, by: v.string() })),
        }),
      ),
      draft: v.nullable(
        v.object({ digest: v.string(), source: v.string(), base: v.nullable(v.number()), by: v.string() }),
      ),
    }),
  },
  outline: {
    method: 'POST',
    path: '/api/v1/workbench/outline',
    role: 'viewer',
    summary: 'Fields, columns and rules of a sieve’s source text, or why it does not compile, each at its line',
    body: v.strictObject({ source }),
    response: outlineSchema,
  },
  names: {
    method: 'GET',
    path: '/api/v1/field-names',
    role: 'viewer',
    summary:
      'Names of fields and columns of all live sieves, with the sieves that have them: the same thing is best called the same',
    response: v.object({
      items: v.array(v.object({ name: v.string(), type: v.string(), sieves: v.array(v.string()) })),
    }),
  },
  columns: {
    method: 'GET',
    path: '/api/v1/workbench/:name/columns',
    role: 'viewer',
    summary: 'The messages a sieve is tried on, in the order of the grid: samples by name, stored ones newest first',
    params,
    query: v.object({ ...pageQuery, ...selection }),
    response: page(v.object({ name: v.string(), subject: v.nullable(v.string()) })),
  },
  tried: {
    method: 'POST',
    path: '/api/v1/workbench/:name/tried',
    role: 'author',
    summary: 'Tries a source text on messages: the grid fields x messages, a page at a time, against the live rules',
    params,
    query: v.object(pageQuery),
    body: v.strictObject({ source, ...selection }),
    response: v.object({ items: v.array(coverageShape), next: v.nullable(v.string()) }),
  },
  shown: {
    method: 'POST',
    path: '/api/v1/workbench/:name/shown',
    role: 'author',
    summary: 'What a source text makes of one message, with every step',
    params,
    body: v.strictObject({ source, message: shownRef }),
    response: v.object({
      verdict: v.nullable(verdictShape),
      reasons: v.array(reasonSchema),
      /** Null where it made none. */
      outcome: v.nullable(siftedShape),
      hits: v.array(hitShape),
      /** False while questions to a model have no kept answer. */
      tried: v.boolean(),
    }),
  },
  reading: {
    method: 'POST',
    path: '/api/v1/workbench/:name/reading',
    role: 'viewer',
    summary: 'What rules see of a sample or stored message',
    params,
    body: v.strictObject({ message: shownRef }),
    response: readingShape,
  },
  original: {
    method: 'GET',
    path: '/api/v1/workbench/:name/original',
    role: 'viewer',
    summary: 'The message’s own HTML, sanitised, with marks where values stand in its text',
    params,
    query: v.object({
      sample: v.optional(sampleName),
      message: v.optional(keySchema),
      /** START-END-PLACE of each mark, with commas: offsets in the text, and the place of its field, which says the colour. */
      marks: v.optional(v.pipe(v.string(), v.maxLength(20_000), v.regex(/^(?:\d{1,8}-\d{1,8}-\d{1,4}(?:,|$))*$/)), ''),
    }),
    response: 'file',
  },
  edit: {
    method: 'POST',
    path: '/api/v1/workbench/:name/edit',
    role: 'author',
    summary: 'Does one act to a source text and gives the text it makes; comments and all else stay as they are',
    params,
    body: v.strictObject({ source, message: v.optional(shownRef), act: sieveAct }),
    response: v.object({
      /** Null where the act was not done, with the reasons. */
      source: v.nullable(v.string()),
      field: v.nullable(v.string()),
      /** Fields that were proposed. */
      names: v.array(v.string()),
      problems: v.array(fileProblem),
    }),
  },
  rule: {
    method: 'POST',
    path: '/api/v1/workbench/:name/rule',
    role: 'author',
    summary: 'What one rule, as it is being written, makes of one message or of a typed text, by itself',
    params,
    body: v.strictObject({
      source,
      /** Its entries. */
      rule: v.record(v.string(), v.unknown()),
      /** Its place among the rules, from 0; null for one that is new. */
      place: v.optional(v.nullable(place), null),
      message: v.optional(shownRef),
      /** Instead of a message: the text of one. */
      text: v.optional(v.pipe(v.string(), v.maxLength(20_000))),
    }),
    response: v.object({
      problems: v.array(fileProblem),
      /** Null where it does not compile, or would ask a model. */
      tried: v.nullable(siftedShape),
    }),
  },
  count: {
    method: 'POST',
    path: '/api/v1/workbench/:name/count',
    role: 'author',
    summary:
      'In how many of the newest 200 messages of its mailboxes a rule, as it is being written, finds anything by itself; null where it does not compile, or would ask a model',
    params,
    body: v.strictObject({
      source,
      rule: v.record(v.string(), v.unknown()),
      place: v.optional(v.nullable(place), null),
      /** For a sieve its mailbox does not name yet: messages of this mailbox that no sieve took. */
      mailbox: v.optional(nameSchema),
    }),
    response: v.object({
      count: v.nullable(v.object({ messages: v.number(), found: v.number(), matches: v.number() })),
    }),
  },
  guess: {
    method: 'POST',
    path: '/api/v1/workbench/:name/guess',
    role: 'author',
    summary: 'Name, type and exact place of a value, guessed from what was selected in a message',
    params,
    body: v.strictObject({
      source,
      message: shownRef,
      in: v.optional(v.picklist(['message.text', 'message.subject']), 'message.text'),
      start: place,
      end: place,
    }),
    response: v.object({
      name: v.string(),
      options: fieldOptionsSchema,
      start: v.number(),
      end: v.number(),
      /** Each type that reads it, with the value it gives. */
      types: v.array(v.object({ type: v.string(), value: v.string() })),
      /** Fields whose type reads it, those without a value in this message first. */
      fields: v.array(v.string()),
    }),
  },
} as const satisfies Record<string, Endpoint>;
