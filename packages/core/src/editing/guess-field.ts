import type { Reading } from '../reading/index.js';
import { formOf, languageOf } from '../reading/index.js';
import type { CompiledSieve } from '../sieve/index.js';
import { fieldName, namingOf } from '../suggest/field-name.js';
import { findInSentences } from '../suggest/find-in-sentences.js';
import { findLabelled } from '../suggest/find-labelled.js';
import { guessType } from '../suggest/guess-type.js';
import type { FieldOptions, ReadContext } from '../values/index.js';

/** What a marked stretch is likely to be. */
export interface GuessedField {
  /** A name that is free in the sieve, in its style of naming. */
  name: string;
  options: FieldOptions;
  /** The stretch without its label, and without blanks around it. */
  start: number;
  end: number;
}

/** Guesses name, type and exact place of a value from what a person selected in a message's text. */
export function guessField(sieve: CompiledSieve, reading: Reading, start: number, end: number): GuessedField {
  const form = formOf(reading, sieve.body);
  const context = contextOf(sieve, reading);
  const labelled = findLabelled(form.text);
  const all = [...labelled, ...findInSentences(form.text, labelled, context)];
  const near = all.find((mark) => mark.start < end && start < mark.end) ?? null;
  const whole = trimmed(form.text, start, end);
  // Who selects a label with its value means the value.
  const label = near && whole.start < near.start && whole.end >= near.end;
  const place = label ? trimmed(form.text, near.start, whole.end) : whole;
  const value = form.text.slice(place.start, place.end);
  const named = near?.label ?? wordBefore(form.text, place.start) ?? 'value';
  const options = guessType(named, [value], context);
  const taken = new Set([...Object.keys(sieve.fields), ...Object.keys(sieve.columns)]);
  return { name: fieldName(named, options.type, namingOf([...taken]), taken), options, ...place };
}

function contextOf(sieve: CompiledSieve, reading: Reading): ReadContext {
  const { language, region, byMessage } = sieve.locale;
  return {
    language: byMessage ? languageOf(reading, formOf(reading)) : language,
    region,
    reference: reading.date?.slice(0, 10) ?? '2000-01-01',
    zone: sieve.timezone,
  };
}

function trimmed(text: string, start: number, end: number) {
  const value = text.slice(start, end);
  const from = start + (value.length - value.trimStart().length);
  return { start: from, end: Math.max(from, from + value.trim().length) };
}

/** The last telling word before a value on its line. */
function wordBefore(text: string, offset: number): string | null {
  const line = text.slice(text.lastIndexOf('\n', offset - 1) + 1, offset);
  return [...line.matchAll(/\p{L}{3,}/gu)].at(-1)?.[0] ?? null;
}
