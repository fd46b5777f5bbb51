import type { Reading } from '../reading/index.js';
import { formOf } from '../reading/index.js';
import { type CompiledSieve, noFacts, sift } from '../sieve/index.js';
import { fieldName, namingOf } from '../suggest/field-name.js';
import { findInProse } from '../suggest/find-in-prose.js';
import { findLabelled } from '../suggest/find-labelled.js';
import { guessType } from '../suggest/guess-type.js';
import { type FieldOptions, neededOptions, type ReadContext, readValue, toText, valueTypes } from '../values/index.js';
import { contextOf } from './context-of.js';
import { cellAt, itemsOf } from './items-of.js';

/** What a marked stretch is likely to be. */
export interface GuessedField {
  /** A field of the sieve that has no value in this message, or a name that is free, in the sieve's style of naming. */
  name: string;
  options: FieldOptions;
  /** The stretch without its label, and without blanks around it. */
  start: number;
  end: number;
  /** What else it could be: each type that reads it, with the value it gives. */
  types: { type: string; value: string }[];
  /** Fields of the sieve whose type reads it, those without a value in this message first. */
  fields: string[];
}

/** What a person selected in a message; UTF-16 units of what `in` names. */
export interface Selected {
  in: 'message.text' | 'message.subject';
  start: number;
  end: number;
}

/** Guesses name, type and exact place of a value from what a person selected. */
export function guessField(sieve: CompiledSieve, reading: Reading, { in: where, start, end }: Selected): GuessedField {
  const text = where === 'message.subject' ? reading.subject : formOf(reading, sieve.body).text;
  const context = contextOf(sieve, reading);
  const labelled = findLabelled(text);
  const all = [...labelled, ...findInProse(text, labelled, context)];
  const near = all.find((mark) => mark.start < end && start < mark.end) ?? null;
  const whole = trimmed(text, start, end);
  // Who selects a label with its value means the value; any other selection is meant as it is.
  const label =
    near?.by === 'label' &&
    whole.end >= near.end &&
    /\p{L}[^\n]*(?:[:=：?\t]|\n)[\s*_-]*$/u.test(text.slice(whole.start, Math.max(whole.start, near.start)));
  const place = label ? trimmed(text, near.start, whole.end) : whole;
  const value = text.slice(place.start, place.end);
  const named = near?.label ?? wordBefore(text, place.start) ?? 'value';
  const options = guessType(named, [value], context);
  const { open, filled } = fieldsFor(sieve, reading, value, context);
  const alternatives = { types: typesOf(value, context), fields: [...open, ...filled] };
  const cell = where === 'message.text' ? cellAt(itemsOf(sieve, reading), place) : null;
  const own = cell?.column ? sieve.columns[cell.column] : undefined;
  if (cell?.column && own) return { name: cell.column, options: own, ...place, ...alternatives };
  const known = cell ? null : knownField(sieve, open, named, options);
  if (known !== null) return { name: known.name, options: known.options, ...place, ...alternatives };
  const taken = new Set([...Object.keys(sieve.fields), ...Object.keys(sieve.columns)]);
  const name = fieldName(named, options.type, namingOf([...taken]), taken);
  return { name, options, ...place, ...alternatives };
}

/** The types that read a value, and as what. */
function typesOf(value: string, context: ReadContext): GuessedField['types'] {
  return Object.values(valueTypes).flatMap(({ kind: type, ...declared }) => {
    // A choice has no choices yet, and attachments have no text.
    if (declared.apart || neededOptions(declared).length > 0) return [];
    const read = readValue(value, { type }, context);
    return read.ok ? { type, value: toText(read.value) } : [];
  });
}

/** Fields whose type reads a value: those that have none in this message, and those that have. */
function fieldsFor(sieve: CompiledSieve, reading: Reading, value: string, context: ReadContext) {
  const result = sift(reading, sieve, noFacts);
  const found = result.kind === 'outcome' ? result.outcome.fields : {};
  const fitting = Object.keys(sieve.fields).filter((name) => {
    const options = sieve.fields[name];
    return options !== undefined && readValue(value, options, context).ok;
  });
  const isOpen = (name: string) => (found[name] ?? null) === null;
  return { open: fitting.filter(isOpen), filled: fitting.filter((name) => !isOpen(name)) };
}

/** The field a label means: of its name, or of its type with the label as its last word. One that has a value is not meant. */
function knownField(
  { fields }: CompiledSieve,
  open: readonly string[],
  label: string,
  { type }: FieldOptions,
): { name: string; options: FieldOptions } | null {
  const names = Object.keys(fields);
  const wanted = fieldName(label, type, namingOf(names), new Set());
  const isMeant = (name: string) =>
    name === wanted || (fields[name]?.type === type && name.split('_').at(-1) === wanted.split('_').at(-1));
  const name = open.find((one) => one === wanted) ?? open.find(isMeant);
  const options = name === undefined ? undefined : fields[name];
  return name !== undefined && options ? { name, options } : null;
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
