import type { FieldOptions, JsonValue, ReadContext } from './index.js';
import { readValue, toJson } from './index.js';

/** Contexts that tests read values in; the reference is a Friday. */
export const context = (
  locale: string,
  reference = '2026-11-20',
  zone: string | null = 'Europe/London',
): ReadContext => {
  const [language = 'en', region = null] = locale.split('-');
  return { language, region, reference, zone };
};

/** What a text is read as, or the code of the problem. */
export function read(
  type: string,
  raw: string,
  options: Record<string, unknown> = {},
  against: ReadContext = context('en-GB'),
): JsonValue {
  const declared: FieldOptions = { type, ...options };
  const result = readValue(raw, declared, against);
  return result.ok ? toJson(result.value) : result.code;
}
