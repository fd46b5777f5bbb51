import { formOf, languageOf, type Reading } from '../reading/index.js';
import type { CompiledSieve } from '../sieve/index.js';
import type { ReadContext } from '../values/index.js';

/** How values of a message are read while a sieve is edited. */
export function contextOf(sieve: CompiledSieve, reading: Reading): ReadContext {
  const { language, region, byMessage } = sieve.locale;
  return {
    language: byMessage ? languageOf(reading, formOf(reading)) : language,
    region,
    reference: reading.date?.slice(0, 10) ?? '2000-01-01',
    zone: sieve.timezone,
  };
}
