import { canonicalJson } from '../canonical-json.js';
import { formOf, linesOf } from '../reading/index.js';
import { asksModel } from '../rules/index.js';
import { type CompiledSieve, noFacts, sift, tryCompileSieve, writtenContext } from '../sieve/index.js';
import { type Named, writeLayout } from '../suggest/write-layout.js';
import {
  accentless,
  type FieldOptions,
  type JsonValue,
  jsonText,
  readValue,
  toJson,
  typeOfField,
} from '../values/index.js';
import { checked, type Edited, refused, type ShownMessage } from './edited.js';
import { markValue, withLayout } from './mark-value.js';
import { setEntry } from './set-entry.js';
import { SourceMap } from './source-map.js';

/** What a person says is right of a message, to be learned from. */
export interface RightValues {
  fields: Readonly<Record<string, JsonValue>>;
  rows: readonly Readonly<Record<string, JsonValue>>[];
}

/** Teaches the rules that ask a model by the message: it becomes a worked example of each, with the values it fills. */
export function learnExample(source: string, shown: ShownMessage, right: RightValues): Edited {
  const compiled = tryCompileSieve(source);
  if (!compiled.ok) return { ok: false, problems: compiled.problems };
  const { rules = [] } = compiled.sieve.source;
  const asking = rules.flatMap(({ kind }, at) => (asksModel(kind) ? [at] : []));
  const taught = asking.reduce<string | null>(
    (text, at) => withExample(text ?? source, at, compiled.sieve, shown.name, right) ?? text,
    null,
  );
  return taught === null ? refused('YS-LEARN-NOTHING') : checked(taught);
}

/** The source text with the example in one rule; null where that fills nothing of it. */
function withExample(
  source: string,
  at: number,
  { source: { rules = [] }, columns }: CompiledSieve,
  message: string,
  { fields, rows }: RightValues,
): string | null {
  const entries = rules[at] as { fills?: string | string[]; key?: unknown } | undefined;
  const fills = [entries?.fills ?? []].flat();
  const known = (values: Readonly<Record<string, JsonValue>>, wanted: (name: string) => boolean) =>
    Object.fromEntries(Object.entries(values).filter(([name, value]) => value !== null && wanted(name)));
  const all = fills.includes('rows') || fills.some((name) => name in columns);
  const given = {
    ...known(fields, (name) => fills.includes(name)),
    ...(all && rows.length > 0
      ? { rows: rows.map((row) => known(row, (name) => fills.includes('rows') || fills.includes(name))) }
      : {}),
  };
  if (Object.keys(given).length === 0) return null;
  const listed = new SourceMap(source).at('rules', at, 'examples')?.toJSON() as { message?: string }[] | undefined;
  const others = (listed ?? []).filter((one) => one.message !== message);
  return setEntry(source, ['rules', at], 'examples', [...others, { message, gives: given }]);
}

/**
 * Teaches the layouts by the message: where it has a layout already, what was read wrongly is marked where the right value stands;
 * else it becomes a layout of its own, with each value marked where it stands.
 */
export function learnLayout(source: string, shown: ShownMessage, { fields }: RightValues): Edited {
  const compiled = tryCompileSieve(source);
  if (!compiled.ok) return { ok: false, problems: compiled.problems };
  const { sieve } = compiled;
  const result = sift(shown.reading, sieve, noFacts);
  const outcome = result.kind === 'outcome' ? result.outcome : null;
  const places = placesOf(fields, sieve, shown);
  if (outcome?.layout) {
    const wrong = places.filter(({ field }) => !same(outcome.fields[field] ?? null, fields[field] ?? null));
    if (wrong.length === 0) return refused('YS-LEARN-NOTHING');
    return wrong.reduce<Edited>(
      (edited, { field, start, end }) =>
        edited.ok ? markValue(edited.source, shown, { in: 'message.text', start, end, field }) : edited,
      { ok: true, source },
    );
  }
  if (places.length === 0) return refused('YS-LEARN-NOTHING');
  const { text } = formOf(shown.reading, sieve.body);
  return checked(withLayout(source, shown, writeLayout(text, places)));
}

const same = (a: JsonValue, b: JsonValue) => canonicalJson(a) === canonicalJson(b);

/** Where in the message each value stands, in the order they stand there; what stands nowhere, or over another one, is left out. */
function placesOf(fields: RightValues['fields'], sieve: CompiledSieve, { reading }: ShownMessage): Named[] {
  const { text } = formOf(reading, sieve.body);
  const context = { ...writtenContext(sieve), reference: reading.date ?? writtenContext(sieve).reference };
  const places: Named[] = [];
  for (const [field, value] of Object.entries(fields)) {
    const options = sieve.fields[field];
    if (!options || value === null) continue;
    const free = (start: number, end: number) => places.every((one) => one.end <= start || one.start >= end);
    const place = placeOf(text, (words) => isValue(words, value, options, context), free, jsonText(value));
    if (place) places.push({ label: field, field, ...place, by: 'label' });
  }
  return places.sort((a, b) => a.start - b.start);
}

function isValue(
  words: string,
  value: JsonValue,
  options: FieldOptions,
  context: ReturnType<typeof writtenContext>,
): boolean {
  if (typeOfField(options)?.free === true) return accentless(words) === accentless(jsonText(value));
  const read = readValue(words, options, context);
  return read.ok && same(toJson(read.value), value);
}

/** Lines looked through, and words a value may have that is not written as it is shown. */
const maxLines = 400;
const maxWords = 7;

/** The first stretch of a line that is the value: as it is shown, else the shortest run of words that is read as it. */
function placeOf(
  text: string,
  isIt: (words: string) => boolean,
  free: (start: number, end: number) => boolean,
  shown: string,
): { start: number; end: number } | null {
  for (let at = text.indexOf(shown); shown !== '' && at >= 0; at = text.indexOf(shown, at + 1))
    if (isWhole(text, at, at + shown.length) && free(at, at + shown.length))
      return { start: at, end: at + shown.length };
  for (const { start, end } of linesOf(text).slice(0, maxLines)) {
    const words = [...text.slice(start, end).matchAll(/\S+/g)].map((word) => ({
      from: start + word.index,
      to: start + word.index + word[0].replace(/[.,;:!?]+$/, '').length,
    }));
    for (let long = 1; long <= Math.min(maxWords, words.length); long++)
      for (let at = 0; at + long <= words.length; at++) {
        const [from, to] = [words[at]?.from ?? 0, words[at + long - 1]?.to ?? 0];
        if (to > from && free(from, to) && isIt(text.slice(from, to))) return { start: from, end: to };
      }
  }
  return null;
}

const isWhole = (text: string, start: number, end: number) =>
  !/[\p{L}\p{N}]/u.test(text.charAt(start - 1)) && !/[\p{L}\p{N}]/u.test(text.charAt(end));
