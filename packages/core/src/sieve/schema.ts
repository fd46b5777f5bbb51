import * as v from 'valibot';
import { conditionSchema } from '../conditions/index.js';
import { closed } from '../files/index.js';
import { partsSchema } from '../patterns/index.js';
import { routeSchema } from '../routing/index.js';
import { askingSchema, ruleKinds } from '../rules/index.js';
import { type FieldOptions, valueTypes, zoneSchema } from '../values/index.js';
import { checkSchema } from './checks/check.js';
import { expectSchema } from './expected.js';

/** Names of sieves and mailboxes: they stand in addresses of the API and in file names. */
const slug = v.pipe(v.string(), v.regex(/^[a-z0-9][a-z0-9-]{0,62}$/));
export const fieldNamePattern = /^[a-z][a-z0-9_]{0,62}$/i;
/** Names that mean something else where fields are named. */
export const reservedNames: ReadonlySet<string> = new Set(['message', 'record', 'rows']);
const fieldName = v.pipe(v.string(), v.regex(fieldNamePattern));

const commonOptions = {
  title: v.optional(v.string()),
  required: v.optional(v.boolean()),
  default: v.optional(v.nullable(v.string())),
  basis: v.optional(v.picklist(['read', 'judged', 'converted', 'written'])),
  question: v.optional(v.string()),
  sensitive: v.optional(v.boolean()),
  many: v.optional(v.boolean()),
  separator: v.optional(v.string()),
};

const fieldVariants = Object.values(valueTypes).map((type) =>
  closed({ type: v.literal(type.kind), ...commonOptions, ...type.options }),
);

/** A field's declaration: the common options, and those of its type. */
export const fieldSchema = v.variant('type', fieldVariants as never) as unknown as v.GenericSchema<FieldOptions>;

const ruleVariants = Object.values(ruleKinds).map((kind) =>
  closed({
    kind: v.literal(kind.kind),
    name: v.optional(v.string()),
    off: v.optional(v.boolean()),
    beside: v.optional(v.boolean()),
    ...kind.entries,
  }),
);

/** A rule's declaration: kind and name, and the kind's own entries. */
export interface RuleSource {
  kind: string;
  name?: string | undefined;
  off?: boolean | undefined;
  /** It runs, and fills nothing: a check holds what it finds against what the others found. */
  beside?: boolean | undefined;
}

const ruleSchema = v.variant('kind', ruleVariants as never) as unknown as v.GenericSchema<RuleSource>;

/** The sieve file, `*.sieve.yaml`. */
export const sieveSchema = closed({
  sieve: slug,
  title: v.optional(v.string()),
  locale: v.optional(v.pipe(v.string(), v.regex(/^(?:[a-z]{2}(-[A-Z]{2})?|by message)$/))),
  timezone: v.optional(zoneSchema),
  body: v.optional(v.picklist(['html', 'text'])),
  fields: v.record(fieldName, fieldSchema),
  rows: v.optional(
    closed({
      title: v.optional(v.string()),
      min: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0))),
      max: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0))),
      columns: v.record(fieldName, fieldSchema),
    }),
  ),
  parts: v.optional(partsSchema),
  accept: v.optional(conditionSchema),
  rules: v.optional(v.array(ruleSchema)),
  checks: v.optional(v.array(checkSchema)),
  /** What asking a model may cost. */
  asking: v.optional(askingSchema),
  /** What waits for a person though nothing is wrong with it. */
  review: v.optional(
    closed({
      always: v.optional(v.boolean()),
      prompt: v.optional(v.boolean()),
      /** A spot check: this part of the sound records, drawn at random. */
      share: v.optional(v.pipe(v.string(), v.regex(/^(?:100|\d{1,2}(?:\.\d+)?) ?%$/))),
    }),
  ),
  /** How a later message is told to belong to an earlier record, which it then completes or brings up to date. */
  completes: v.optional(
    v.union([closed({ by: v.literal('thread') }), closed({ by: v.literal('field'), field: fieldName })]),
  ),
  routes: v.optional(v.array(routeSchema)),
  samples: v.optional(v.array(closed({ message: v.string(), expect: v.optional(expectSchema) }))),
});

export type SieveSource = v.InferOutput<typeof sieveSchema>;
