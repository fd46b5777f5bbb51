import type { FieldOptions, JsonValue } from '@yellow-sieve/core';
import { reasonShape, valueShape, valuesShape } from '@yellow-sieve/core/shapes';
import * as v from 'valibot';

/** UUIDv7 of a message, record or delivery. */
export const keySchema = v.pipe(v.string(), v.uuid());
/** A moment in ISO 8601, UTC. */
export const momentSchema = v.string();
export const nameSchema = v.pipe(v.string(), v.regex(/^[a-z0-9][a-z0-9-]{0,62}$/));

/** Roles, each allowed all that the ones after it are. */
export const roles = ['owner', 'author', 'reviewer', 'viewer'] as const;
export type Role = (typeof roles)[number];

export const pageQuery = {
  /** How many to return, 1 to 200; 50 when left out. */
  limit: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(200)), '50'),
  /** Where the page before ended. */
  cursor: v.optional(v.string()),
};

/** A page of a listing; `next` is the cursor of the page after, or null. */
export const page = <S extends v.GenericSchema>(item: S) =>
  v.object({ items: v.array(item), next: v.nullable(v.string()) });

export const reasonSchema = reasonShape;

const countedThing = v.object({
  what: v.picklist([
    'addresses',
    'messages',
    'records',
    'versions',
    'drafts',
    'samples',
    'waiting deliveries',
    'rows of its sheet',
    'folders',
    'past deliveries',
  ]),
  count: v.number(),
});

/** What became, or would become, of something that is removed. */
export const removalSchema = v.object({
  /** `archived`: it is out of use and out of sight, and what it made stays. */
  outcome: v.picklist(['deleted', 'archived']),
  goes: v.array(countedThing),
  stays: v.array(countedThing),
});
export type Removal = v.InferOutput<typeof removalSchema>;

/** `dry=true` says what would go, and changes nothing. */
export const removalQuery = v.object({ dry: v.optional(v.picklist(['true', 'false']), 'false') });

/** RFC 9457, with our stable code and, for files, the located problems. */
export const problemDetailsSchema = v.object({
  type: v.string(),
  title: v.string(),
  status: v.number(),
  code: v.string(),
  problems: v.optional(
    v.array(v.object({ code: v.string(), path: v.string(), text: v.string(), line: v.number(), column: v.number() })),
  ),
});
export type ProblemDetails = v.InferOutput<typeof problemDetailsSchema>;

/** What a destination’s kind writes, in its own form: the one thing only the kind knows the shape of. */
export const payloadSchema = v.unknown();

/** A field’s declaration: its type, and the options that this type has. */
export const fieldOptionsSchema: v.GenericSchema<FieldOptions> = v.looseObject({ type: v.string() });

/** What is expected of a message: a field left out is not judged, null must be missing, `rows` is the whole list. */
export const expectSchema: v.GenericSchema<Record<string, JsonValue>> = v.record(
  v.string(),
  v.union([valueShape, v.array(valuesShape)]),
);

export const doneSchema = v.object({ done: v.literal(true) });
