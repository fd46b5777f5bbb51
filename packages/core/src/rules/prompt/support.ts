import type { View } from '../../reading/index.js';
import {
  type FieldOptions,
  fold,
  type ReadContext,
  readValue,
  readWritten,
  statedQuantities,
  toText,
  typeOfField,
  type Value,
} from '../../values/index.js';
import { asList, evidenceAt, problemAt } from '../finding.js';
import type { Evidence, Finding } from '../rule-kind.js';
import type { Entry } from './answer.js';
import { findQuotes, longestFirst, type Place } from './find-quote.js';
import { saysNothing } from './not-said.js';
import { ordersIn } from './orders.js';

/** Where a quote stands, in one of the views that were shown. */
export interface QuotePlace extends Place {
  view: View;
}

/** One value of an answer for a field, with the places where its words stand; the first counts until the row says otherwise. */
export interface Claim {
  field: string;
  options: FieldOptions;
  entry: Entry;
  places: readonly QuotePlace[];
  /** Why it cannot rest on the place that counts, whatever that says; null where nothing speaks against it. */
  objection: string | null;
}

export interface Reader {
  rule: string;
  contextAt(view: View, offset: number): ReadContext;
  whole: ReadContext;
}

/** What an answer claims for a field; nothing where it says that there is nothing. */
export function claimsOf(
  field: string,
  options: FieldOptions,
  entries: readonly Entry[],
  views: readonly View[],
): Claim[] {
  const ordered = longestFirst(views);
  const claims = entries.map((entry): Claim => {
    const { quote } = entry;
    const all =
      quote === null ? [] : ordered.flatMap((view) => findQuotes(view, quote).map((place) => ({ ...place, view })));
    const places = all.filter((place) => !isOrder(place));
    const isTold =
      places.length === 0 &&
      (all.length > 0 || (options.basis === 'written' && views.some((view) => ordersIn(view).length > 0)));
    const objection = isTold ? 'the message gives orders to the model there' : null;
    return { field, options, entry, places: isTold ? all : places, objection };
  });
  return claims.filter(({ entry, places }) => !isNothing(entry, places.length > 0, options));
}

/** Whether words are part of a sentence that talks to the model. */
const isOrder = ({ view, start, end }: QuotePlace) =>
  ordersIn(view).some((order) => order.start < end && start < order.end);

/** “None” that the sender wrote is a word of the message, and one that may be chosen is a choice. */
function isNothing({ value, quote }: Entry, isQuoted: boolean, { choices }: FieldOptions): boolean {
  if (typeof value !== 'string' || !saysNothing(value)) return false;
  if (Array.isArray(choices) && choices.some((choice) => fold(String(choice)) === fold(value))) return false;
  return !(isQuoted && quote !== null && fold(quote).includes(fold(value)));
}

/** What the claims for one field are worth. Several are a list; one that is not supported stands for all of them. */
export function findingOf(claims: readonly Claim[], reader: Reader): Finding | null {
  const [first] = claims;
  if (!first) return null;
  const { field, options } = first;
  if (options.many !== true) return findingOfOne(first, reader);
  const one = { ...options, many: false };
  const found = claims.map((claim) => findingOfOne({ ...claim, options: one }, reader));
  const wrong = found.find((finding) => finding.state === 'problem');
  const shown = found.flatMap((finding): Finding[] => {
    const value = finding.state === 'problem' ? finding.claimed : finding.state === 'value' ? finding.value : undefined;
    return value ? [{ field, state: 'value', value, evidence: finding.evidence }] : [];
  });
  const [list] = asList(shown, field, options);
  if (wrong?.state !== 'problem') return list ?? null;
  const { claimed: _, ...problem } = wrong;
  return list?.state === 'value' ? { ...problem, claimed: list.value, evidence: list.evidence } : problem;
}

type Judged = { how: 'quoted' | 'inferred'; value: Value } | { how: 'unsupported'; why: string };

/** `quoted` or `inferred` where it keeps to the field's basis, else `unsupported`: the value is kept as what the model claims. */
function findingOfOne(claim: Claim, reader: Reader): Finding {
  const { field, options, entry } = claim;
  const [place] = claim.places;
  const context = place ? reader.contextAt(place.view, place.start) : reader.whole;
  const stated = readWritten(entry.value, options, context);
  const judged = judge(claim, place, stated.ok ? stated.value : null, context);
  const raw = typeof entry.value === 'string' ? entry.value : String(entry.value);
  const evidence = (
    place ? evidenceAt(place.view, place.start, place.end, reader.rule) : [nowhere(raw, reader.rule)]
  ).map((item): Evidence => ({ ...item, how: judged.how }));
  if (judged.how !== 'unsupported') return { field, state: 'value', value: judged.value, evidence };
  const excerpt = raw.length > 80 ? `${raw.slice(0, 80)}…` : raw;
  const problem = problemAt('YS-PROMPT-UNSUPPORTED', field, { field, value: excerpt, why: judged.why }, evidence[0]);
  return { field, state: 'problem', problem, evidence, ...(stated.ok ? { claimed: stated.value } : {}) };
}

const nowhere = (raw: string, rule: string): Evidence => ({
  how: 'unsupported',
  in: null,
  start: null,
  end: null,
  raw,
  rule,
});

function judge(
  { options, entry, objection }: Claim,
  place: QuotePlace | undefined,
  stated: Value | null,
  context: ReadContext,
): Judged {
  const basis = String(options.basis ?? 'read');
  const unsupported = (why: string): Judged => ({ how: 'unsupported', why });
  if (stated === null) return unsupported(`it is no ${options.type} that this field takes`);
  if (basis === 'written') return objection === null ? { how: 'inferred', value: stated } : unsupported(objection);
  const { quote } = entry;
  if (quote === null) return unsupported('the model names no words of the message that it rests on');
  if (!place) return unsupported(`“${quote.slice(0, 80)}” is not in the message`);
  if (objection !== null) return unsupported(objection);
  return basis === 'read'
    ? readBasis(quote, stated, options, context)
    : (contradiction(quote, stated, options, context) ?? { how: 'inferred', value: stated });
}

/** The words must say the value: read by the field's type, or as a number of things in words. */
function readBasis(quote: string, stated: Value, options: FieldOptions, context: ReadContext): Judged {
  const { free, countable } = typeOfField(options) ?? {};
  if (free) {
    if (!wordsWithin(toText(stated), quote))
      return { how: 'unsupported', why: `“${quote.slice(0, 80)}” says otherwise` };
    return { how: 'quoted', value: stated };
  }
  const readings = readingsWithin(quote, options, context);
  const [only] = readings;
  if (only && readings.length === 1 && isSame(only, stated)) return { how: 'quoted', value: only };
  const number = Number(toText(stated));
  if (countable && statedQuantities(quote).some((counted) => counted.number === number && isCounted(counted.rest)))
    return { how: 'inferred', value: stated };
  const says =
    readings.length === 0
      ? `cannot be read as ${options.type}`
      : `says ${readings.map((value) => `“${toText(value)}”`).join(' and ')}`;
  return { how: 'unsupported', why: `“${quote.slice(0, 80)}” ${says}` };
}

/** What is counted is a few words, and no other number. */
const isCounted = (rest: string) => rest.split(' ').length <= 3 && !/\d/.test(rest);

/** Words that are read as another value than they are to support speak against it, whatever the basis. */
function contradiction(quote: string, stated: Value, options: FieldOptions, context: ReadContext): Judged | null {
  if (typeOfField(options)?.free) return null;
  const read = readValue(quote, options, context);
  if (!read.ok || isSame(read.value, stated)) return null;
  return { how: 'unsupported', why: `“${quote.slice(0, 80)}” says “${toText(read.value)}”` };
}

const isSame = (a: Value, b: Value) => fold(toText(a)) === fold(toText(b));

/** Whether a text stands in another as whole words, whatever the marks between them. */
function wordsWithin(text: string, quote: string): boolean {
  const bare = (from: string) => ` ${(fold(from).match(/[\p{L}\p{M}\p{N}]+/gu) ?? []).join(' ')} `;
  const words = bare(text);
  return words.trim() === '' ? fold(quote).includes(fold(text)) : bare(quote).includes(words);
}

/** Words of a quote that are read together at the most: “on the 3rd of May 2027 at 14.30 h”. */
const longestRun = 8;
const longestQuote = 60;

/** The values that a quote states: by the whole of it, else by the longest runs of its words that can be read. */
function readingsWithin(quote: string, options: FieldOptions, context: ReadContext): Value[] {
  const whole = readValue(quote, options, context);
  if (whole.ok) return [whole.value];
  const words = [...quote.matchAll(/\S+/g)].slice(0, longestQuote);
  const found: Value[] = [];
  for (let i = 0; i < words.length; ) {
    const run = longestReading(quote, words, i, options, context);
    if (run && !found.some((known) => isSame(known, run.value))) found.push(run.value);
    i = run ? run.next : i + 1;
  }
  return found;
}

function longestReading(
  quote: string,
  words: readonly RegExpMatchArray[],
  from: number,
  options: FieldOptions,
  context: ReadContext,
): { value: Value; next: number } | null {
  for (let next = Math.min(words.length, from + longestRun); next > from; next--) {
    const last = words[next - 1];
    const end = (last?.index ?? 0) + (last?.[0].length ?? 0);
    const read = readValue(quote.slice(words[from]?.index ?? 0, end), options, context);
    if (read.ok) return { value: read.value, next };
  }
  return null;
}
