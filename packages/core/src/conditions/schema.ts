import * as v from 'valibot';
import { closed } from '../files/index.js';

/** What a condition compares with: a literal as written, another field, or a list of either. */
export type Operand =
  | string
  | number
  | boolean
  | { field: string; within?: number | string | undefined }
  | (string | number | boolean)[];

/** `[what, test, value]`, optionally with `exactly`; or `all`, `any`, `none` over a list; or `every` over a triple on a list. */
export type ConditionSource =
  | readonly [string, string]
  | readonly [string, string, Operand]
  | readonly [string, string, Operand, 'exactly']
  | { all: ConditionSource[] }
  | { any: ConditionSource[] }
  | { none: ConditionSource[] }
  | { every: ConditionSource };

const literal = v.union([v.string(), v.number(), v.boolean()]);
const operand = v.union([
  literal,
  closed({ field: v.string(), within: v.optional(v.union([v.number(), v.string()])) }),
  v.array(literal),
]);
const list = v.lazy(() => v.array(conditionSchema));

export const conditionSchema: v.GenericSchema<ConditionSource> = v.union([
  v.strictTuple([v.string(), v.string()]),
  v.strictTuple([v.string(), v.string(), operand]),
  v.strictTuple([v.string(), v.string(), operand, v.literal('exactly')]),
  closed({ all: list }),
  closed({ any: list }),
  closed({ none: list }),
  closed({ every: v.lazy(() => conditionSchema) }),
]) as v.GenericSchema<ConditionSource>;
