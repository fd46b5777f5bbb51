import type { ExpectSource } from '../sieve/index.js';
import type { FieldOptions, JsonValue } from '../values/index.js';
import type { ScrubText } from './scrub-text.js';

/** Types whose values are words of the message. */
const worded = new Set(['text', 'email', 'phone', 'url', 'attachment']);

/** Expected values as they are of the scrubbed message. */
export function scrubExpected(
  expect: ExpectSource,
  {
    fields,
    columns,
  }: { fields: Readonly<Record<string, FieldOptions>>; columns: Readonly<Record<string, FieldOptions>> },
  scrub: ScrubText,
): ExpectSource {
  const { rows, ...values } = expect;
  const group = rows as readonly Record<string, JsonValue>[] | undefined;
  const each = (of: Readonly<Record<string, unknown>>, declared: Readonly<Record<string, FieldOptions>>) =>
    Object.fromEntries(
      Object.entries(of).map(([field, value]) => [field, scrubValue(value as JsonValue, declared[field], scrub)]),
    );
  return { ...each(values, fields), ...(group ? { rows: group.map((row) => each(row, columns)) } : {}) };
}

function scrubValue(value: JsonValue, options: FieldOptions | undefined, scrub: ScrubText): JsonValue {
  if (Array.isArray(value)) return value.map((item) => scrubValue(item as JsonValue, options, scrub)) as JsonValue;
  const told = worded.has(options?.type ?? '') || options?.sensitive === true;
  return typeof value === 'string' && told ? scrub(value) : value;
}
