import type { ConditionSource } from '@yellow-sieve/core';
import * as v from 'valibot';
import { nameSchema } from './common.js';

/** A condition as its file has it: a triple, or `all`, `any`, `none` or `every` over others. */
const condition = v.union([
  v.array(v.unknown()),
  v.record(v.string(), v.unknown()),
]) as unknown as v.GenericSchema<ConditionSource>;

/** A route as its file has it; what it names is checked when the text is compiled. */
export const routeSchema = v.strictObject({
  to: nameSchema,
  name: v.optional(v.string()),
  /** A condition. */
  when: v.optional(condition),
  with: v.optional(v.record(v.string(), v.union([v.string(), v.number(), v.boolean(), v.array(v.string())]))),
  rows: v.optional(v.record(v.string(), v.union([v.string(), v.number(), v.boolean(), v.array(v.string())]))),
  each: v.optional(v.picklist(['record', 'row', 'spread'])),
  in_review: v.optional(v.picklist(['wait', 'deliver'])),
});
export type RouteItem = v.InferOutput<typeof routeSchema>;
