import { canonicalJson } from '../canonical-json.js';
import type { Expected } from '../sieve/index.js';
import type { JsonValue } from '../values/index.js';
import type { Spot } from './made.js';

export type Row = Readonly<Record<string, JsonValue>>;

/** Whether two values of records are the same. Keys of amounts may stand in any order. */
export const sameValue = (a: JsonValue, b: JsonValue): boolean => a === b || canonicalJson(a) === canonicalJson(b);

/** Whether a field has what is expected of it. What only a default put there was missing in the message. */
export function isRight({ value, evidence }: Spot, expected: JsonValue): boolean {
  if (expected !== null) return sameValue(value, expected);
  return value === null || (evidence.length > 0 && evidence.every(({ how }) => how === 'default'));
}

/** What is expected of a field, or undefined when nobody judged it. */
export const expectedOf = (expected: Expected | null, field: string): JsonValue | undefined =>
  expected && Object.hasOwn(expected.fields, field) ? expected.fields[field] : undefined;
