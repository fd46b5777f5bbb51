import * as v from 'valibot';
import { nearest } from '../../errors/index.js';
import { closed } from '../../files/index.js';
import { type View, wholeView } from '../../reading/index.js';
import {
  type FieldOptions,
  type JsonValue,
  type ReadContext,
  readValue,
  readWritten,
  statedQuantities,
  toJson,
  toText,
  typeOfField,
  type Value,
} from '../../values/index.js';
import type { RuleCompiler, ShownMessage } from '../rule-kind.js';
import { findQuotes, longestFirst } from './find-quote.js';
import { fenced, type Question, rowsKey, statedKey, type WorkedExample } from './request.js';

const gives = v.record(v.string(), v.unknown());

/** A message, by its file or sample or as text, with the values it gives. */
export const exampleSchema = v.union([closed({ message: v.string(), gives }), closed({ text: v.string(), gives })]);

export interface ExampleSource {
  message?: string;
  text?: string;
  gives: Record<string, unknown>;
}

/** A value with the words it was judged or converted from: `{ value: yes, quote: taking in water }`. */
interface QuotedValue {
  value: unknown;
  quote: string;
}

const quotedValue = (given: unknown): QuotedValue | null =>
  typeof given === 'object' && given !== null && 'value' in given && 'quote' in given && typeof given.quote === 'string'
    ? { value: given.value, quote: given.quote }
    : null;

const valueGiven = (given: unknown): unknown => quotedValue(given)?.value ?? given;

/** Checks the names and values of worked examples; those of a text against the text as well. */
export function checkExamples(
  examples: readonly ExampleSource[],
  { fields, columns }: Question,
  { path, report, context }: RuleCompiler,
): string[] {
  const notes: string[] = [];
  examples.forEach(({ gives, text }, i) => {
    const at = [...path, 'examples', i, 'gives'];
    const check = (values: Record<string, unknown>, declared: Question['fields'], where: typeof at) => {
      for (const [field, value] of Object.entries(values)) {
        const options = declared[field];
        if (!options) {
          report.add('YS-SIEVE-UNKNOWN-FIELD', [...where, field], {
            field,
            nearest: nearest(field, Object.keys(declared)),
          });
        } else if (value !== null && !readWritten(valueGiven(value) as Exclude<JsonValue, null>, options, context).ok)
          report.add('YS-PROMPT-EXAMPLE-VALUE', [...where, field], { field });
      }
    };
    const { rows, ...values } = gives;
    check(values, fields, at);
    for (const [k, row] of Array.isArray(rows) ? rows.entries() : []) check(row, columns, [...at, rowsKey, k]);
    if (text !== undefined)
      notes.push(
        ...unsupportedIn(gives, { fields, columns }, [wholeView('example', text)], context).map(
          (name) => `example ${i + 1}: nothing in its text says its ${name}`,
        ),
      );
  });
  return notes;
}

/** Names of values of an example that no words of its own text say, where the field's basis wants them said. */
function unsupportedIn(
  gives: Record<string, unknown>,
  { fields, columns }: Pick<Question, 'fields' | 'columns'>,
  views: readonly View[],
  context: ReadContext,
): string[] {
  const lacking = (values: Record<string, unknown>, declared: Question['fields'], prefix: string) =>
    Object.entries(values).flatMap(([field, value]) => {
      const options = declared[field];
      if (!options || value === null || options.basis === 'written') return [];
      const quoted = quotedValue(value);
      if (quoted) return views.some((view) => findQuotes(view, quoted.quote).length > 0) ? [] : [`${prefix}${field}`];
      if ((options.basis ?? 'read') !== 'read') return [];
      const items = Array.isArray(value) ? value : [value];
      return items.every((item) => quoteOf(item, options, views, context) !== null) ? [] : [`${prefix}${field}`];
    });
  const { rows, ...values } = gives;
  return [
    ...lacking(values, fields, ''),
    ...(Array.isArray(rows)
      ? rows.flatMap((row: Record<string, unknown>, i) => lacking(row, columns, `${rowsKey}[${i}].`))
      : []),
  ];
}

/** An example as the model is told it: the message as it would be shown, and the answer with its quotes. */
export function workedExample(
  gives: Record<string, unknown>,
  { fields, columns }: Question,
  { views, text, context, date }: { views: readonly View[]; text: string; context: ReadContext; date: string | null },
): WorkedExample {
  const { rows, ...values } = gives;
  const entries = (given: Record<string, unknown>, declared: Question['fields']) =>
    Object.fromEntries(
      Object.entries(declared).map(([field, options]) => {
        const value = given[field] ?? null;
        const one = (item: unknown) => {
          const quoted = quotedValue(item);
          if (item === null) return { value: null, quote: null };
          const told = inAnswer(valueGiven(item), options, context);
          return { value: told, quote: quoted?.quote ?? quoteOf(item, options, views, context) };
        };
        return [field, options.many === true ? (Array.isArray(value) ? value.map(one) : []) : one(value)];
      }),
    );
  const hasRows = Object.keys(columns).length > 0;
  return {
    shown: fenced(text, date),
    answer: {
      ...entries(values, fields),
      ...(hasRows
        ? {
            [statedKey]: { value: null, quote: null },
            [rowsKey]: Array.isArray(rows) ? rows.map((row: Record<string, unknown>) => entries(row, columns)) : [],
          }
        : {}),
    },
  };
}

/** A given value in the form that answers have. */
function inAnswer(value: unknown, options: FieldOptions, context: ReadContext): JsonValue {
  const one = { ...options, many: false };
  const read = readWritten(value as Exclude<JsonValue, null>, one, context);
  if (!read.ok) return value as JsonValue;
  return typeOfField(options)?.inAnswer ? toJson(read.value) : toText(read.value);
}

/** Words of a text that are looked at together for a value; and how many words of it are looked at. */
const longestRun = 6;
const maxWords = 2000;

/** The first and shortest words of the views that say a value; null when none do, as where it was judged or converted. */
function quoteOf(item: unknown, options: FieldOptions, views: readonly View[], context: ReadContext): string | null {
  const one = { ...options, many: false };
  const read = readWritten(item as Exclude<JsonValue, null>, one, context);
  if (!read.ok || options.basis === 'written') return null;
  const text = toText(read.value);
  const ordered = longestFirst(views);
  for (const view of ordered) {
    const [place] = findQuotes(view, text);
    if (place) return view.text.slice(place.start, place.end);
  }
  if (typeOfField(options)?.free) return null;
  for (const view of ordered) {
    const found = wordsThatSay(read.value, view.text, one, context);
    if (found !== null) return found;
  }
  return null;
}

function wordsThatSay(value: Value, text: string, options: FieldOptions, context: ReadContext): string | null {
  const words = [...text.matchAll(/[^\s,;()]+/g)].slice(0, maxWords);
  const wanted = toText(value).toLowerCase();
  const number = Number(wanted);
  for (let count = 1; count <= longestRun; count++) {
    for (let i = 0; i + count <= words.length; i++) {
      const [first, last] = [words[i], words[i + count - 1]];
      if (!first || !last) continue;
      const run = text.slice(first.index, last.index + last[0].length).replace(/[.!?:]+$/, '');
      const read = readValue(run, options, context);
      if (read.ok && toText(read.value).toLowerCase() === wanted) return run;
      if (
        typeOfField(options)?.countable &&
        statedQuantities(run).some((said) => said.number === number && said.rest === '')
      )
        return run;
    }
  }
  return null;
}

/** What a message shows of itself to a model. */
export function shownOf(message: ShownMessage, show: readonly string[]): View[] {
  return show.flatMap((name) => message.view(name) ?? []);
}
