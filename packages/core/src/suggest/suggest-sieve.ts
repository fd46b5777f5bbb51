import { bodyViews, clearLanguageOf, formOf, linesOf, listsOf, type Range, type Reading } from '../reading/index.js';
import { type CompiledSieve, noFacts, type Outcome, sift, tryCompileSieve } from '../sieve/index.js';
import { type FieldOptions, isFree, localeOf, ownTypes, type ReadContext } from '../values/index.js';
import { fieldName, type Naming } from './field-name.js';
import { findDelimited } from './find-delimited.js';
import { findDifferences } from './find-differences.js';
import { findInProse } from './find-in-prose.js';
import { findLabelled } from './find-labelled.js';
import { type Examined, groupByLabels } from './group.js';
import { guessType } from './guess-type.js';
import { foldLabel, type Looked, type Marked, rawOf } from './marked.js';
import { findPairs } from './rows/find-list.js';
import { findRows } from './rows/find-rows.js';
import { findUnderLabels } from './rows/find-under-labels.js';
import type { FoundRows } from './rows/found-rows.js';
import { nameColumns, type SuggestedColumn } from './rows/name-columns.js';
import { type Draft, fullest, layoutName, type SuggestedField, writeSieve } from './write-sieve.js';

/** A message to suggest from, under the name its sample will have. */
export interface SuggestFrom {
  name: string;
  reading: Reading;
}

export interface SuggestOptions {
  /** Name of the sieve; default `suggested`. */
  sieve?: string;
  /** Locale of the sieve, such as `en-GB`; by default the language most messages are written in. */
  locale?: string;
  /** Whether the messages are written into it as samples, expecting what it finds in them; default true. */
  samples?: boolean;
  /** How fields are named; default `snake_case`. */
  naming?: Naming;
}

export interface Suggestion {
  /** The sieve as YAML; its samples name the messages and expect what the sieve finds in them. */
  source: string;
  fields: SuggestedField[];
  /** Columns of its rows; none where no items were found. */
  columns: { name: string; label: string; options: FieldOptions }[];
  /** Names of the messages by layout. */
  layouts: { name: string; messages: string[] }[];
}

/** Messages that are looked at: a kind of mail shows its shape in far fewer. */
const maxMessages = 50;
/** Values marked in one message at the most; nobody has a form of more. */
const maxMarked = 120;
const maxRounds = 8;
const maxCompared = 6;

/**
 * Suggests a sieve from one message or several of the same kind: labels, cells and headings name the fields, values tell
 * their types, what differs between messages of one shape is a value too. The sieve is tried on the messages: a field that
 * is not read as it was marked becomes text, and one that is not found again is left out. Null when nothing was found.
 */
export function suggestSieve(messages: readonly SuggestFrom[], options: SuggestOptions = {}): Suggestion | null {
  const looked = messages.slice(0, maxMessages);
  const locale = options.locale ?? withRegion(commonLanguage(looked), looked);
  const { language, region } = localeOf(locale);
  const context: ReadContext = { language, region, reference: '2000-01-01', zone: null };
  const groups = groupByLabels(examineAll(looked, context)).map((group) => withDifferences(group));
  const naming = options.naming ?? 'snake_case';
  const fields = nameFields(groups.flat(), context, naming);
  const found = groups.flat().flatMap(({ rows }) => rows ?? []);
  const columns = nameColumns(found, context, naming, new Set([...fields.values()].map(({ name }) => name)));
  const draft: Draft = { sieve: options.sieve ?? 'suggested', locale, fields, columns, groups, ends: new Map() };
  // A field is at worst made a text first, and dropped then; dropping some may help or harm others once more.
  for (let round = 0; round < maxRounds && draft.fields.size + draft.columns.length > 0; round++) {
    const compiled = tryCompileSieve(writeSieve(draft, null));
    // Values that nothing parts cannot be told apart again: rather no rows than no suggestion.
    if (!compiled.ok && draft.columns.length > 0) draft.columns = [];
    else if (!compiled.ok && !withoutGuesses(draft)) return null;
    if (!compiled.ok) continue;
    const failing = failingFields(compiled.sieve, looked, draft);
    const amiss = failingColumns(compiled.sieve, looked, draft);
    if (failing.size === 0 && amiss.size === 0 && !addEnds(compiled.sieve, looked, draft))
      return suggestion(draft, compiled.sieve, looked, options.samples ?? true);
    for (const label of failing) {
      const known = draft.fields.get(label);
      if (known && !isFree(known.options)) known.options = { type: ownTypes.words };
      else draft.fields.delete(label);
    }
    draft.columns = weakened(draft.columns, amiss);
  }
  return null;
}

/** Drops the fields that no label names; whether there were any. */
function withoutGuesses({ fields, groups }: Draft): boolean {
  const sure = new Set(
    groups
      .flat()
      .flatMap(({ marked }) => marked.flatMap(({ by, label }) => (by === 'label' ? [foldLabel(label)] : []))),
  );
  const guesses = [...fields.keys()].filter((key) => !sure.has(key));
  for (const key of guesses) fields.delete(key);
  return guesses.length > 0;
}

/** Where a text runs on over what stands below it, its end is the next line, which the layout has from then on; whether there is one. */
function addEnds(sieve: CompiledSieve, messages: readonly SuggestFrom[], { fields, groups, ends }: Draft): boolean {
  let added = false;
  for (const group of groups) {
    const { message, marked } = fullest(group);
    const from = messages.find(({ name }) => name === message.name);
    const result = from && sift(from.reading, sieve, noFacts);
    if (result?.kind !== 'outcome') continue;
    const known = ends.get(message) ?? new Set();
    ends.set(message, known);
    for (const mark of marked) {
      const field = fields.get(foldLabel(mark.label));
      const [place] = (field && result.outcome.evidence[field.name]) ?? [];
      const next = nextLine(message.view.text, mark.end);
      // What stands below a colon may have paragraphs, where it is prose.
      const isBlock = /[:：]\s*\n\s*$/.test(message.view.text.slice(0, mark.start));
      const isProse = /[.!?]["”)]?\s*$/.test(rawOf(message, mark));
      const runsOn = !(isProse && isBlock) && squeezed(place?.raw ?? '').length > squeezed(rawOf(message, mark)).length;
      const isSame = next !== null && !message.view.text.slice(mark.end, next).includes('\n\n') && isProse;
      if (next === null || isSame || known.has(next) || !runsOn) continue;
      known.add(next);
      added = true;
    }
  }
  return added;
}

/** Where the next line begins that is not blank; null where there is none. */
function nextLine(text: string, offset: number): number | null {
  const lines = linesOf(text);
  return lines.find(({ start, end }) => start > offset && text.slice(start, end).trim() !== '')?.start ?? null;
}

/** English is read by regions: pounds are British, dollars American, and other sums tell nothing. */
function withRegion(language: string, messages: readonly SuggestFrom[]): string {
  if (language !== 'en') return language;
  const text = messages.map(({ reading }) => formOf(reading).text).join('\n');
  const [pounds, dollars] = [/£ ?\d|\d GBP/.test(text), /\$ ?\d|\d USD/.test(text)];
  return pounds === dollars ? language : pounds ? 'en-GB' : 'en-US';
}

function commonLanguage(messages: readonly SuggestFrom[]): string {
  const counts = new Map<string, number>();
  for (const { reading } of messages) {
    const language = clearLanguageOf(reading, formOf(reading));
    if (language !== null) counts.set(language, (counts.get(language) ?? 0) + 1);
  }
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'en';
}

function examineAll(messages: readonly SuggestFrom[], context: ReadContext): Examined[] {
  const all = messages.map((one) => examine(one, context, false));
  const listed = all.some(({ rows }) => rows?.by === 'table' && rows.count > 1);
  return withSameNames(listed ? messages.map((one) => examine(one, context, true)) : all);
}

/** In lines of as many values, the same place has the same name, whatever parts them. */
function withSameNames(all: Examined[]): Examined[] {
  const [first, ...others] = all.filter(({ shape }) => shape !== null);
  const labels = first?.marked.filter(({ by }) => by === 'label') ?? [];
  const alike = others.filter(({ marked }) => marked.filter(({ by }) => by === 'label').length === labels.length);
  return all.map((one) => {
    if (!alike.includes(one)) return one;
    let at = 0;
    const marked = one.marked.map((mark) =>
      mark.by === 'label' ? { ...mark, label: labels[at++]?.label ?? '' } : mark,
    );
    return { ...one, marked };
  });
}

function examine({ name, reading }: SuggestFrom, inGeneral: ReadContext, listed: boolean): Examined {
  // Dates without a year count from the message's own.
  const context = { ...inGeneral, reference: reading.date?.slice(0, 10) ?? inGeneral.reference };
  const view = bodyViews(formOf(reading))[0] ?? { in: 'message.text', text: '', pieces: [] };
  const message: Looked = { name, view, subject: reading.subject };
  const form = formOf(reading);
  const whole = { ...message, tables: form.tables, links: form.links, lists: listsOf(form), listed };
  const rows = findRows(whole, context);
  const under = findUnderLabels(whole);
  const pairs = [...under.flatMap(({ marked }) => marked), ...apartFrom(under, findPairs(whole, context))];
  const line = rows || pairs.length > 0 ? null : findDelimited(view.text, context);
  const others = apartFrom([...under, ...pairs, ...(line ? [line] : [])], findLabelled(view.text));
  const labelled = onlyOnce(outside(rows, [...pairs, ...(line?.marked ?? []), ...others])).slice(0, maxMarked);
  const sentences = above(rows, findInProse(view.text, labelled, context)).filter(
    // How many items there are is said by these.
    (mark) => !rows || rawOf(message, mark) !== String(rows.count),
  );
  return { message, marked: [...labelled, ...sentences].slice(0, maxMarked), rows, shape: line?.shape ?? null };
}

/** What structure tells beats what words do. */
const apartFrom = (sure: readonly Range[], others: readonly Marked[]): Marked[] =>
  others.filter(({ start, end }) => sure.every((one) => one.end <= start || one.start >= end));

/** What stands among the items is theirs. */
const outside = (rows: FoundRows | null, marked: readonly Marked[]): Marked[] =>
  marked.filter(({ start, end }) => rows === null || end <= rows.over.start || start >= rows.over.end);

/** A label that stands twice in a message names nothing: which of the two is meant nobody knows. */
function onlyOnce(marked: readonly Marked[]): Marked[] {
  const counts = new Map<string, number>();
  for (const { label } of marked) counts.set(foldLabel(label), (counts.get(foldLabel(label)) ?? 0) + 1);
  return marked.filter(({ label }) => counts.get(foldLabel(label)) === 1);
}

/**
 * In several messages of one shape, values in sentences are what differs: by their looks where these tell, else as the words that
 * the other messages have not. What the fullest of them does not have names no field, for its layout has no place for it.
 */
function withDifferences(group: Examined[]): Examined[] {
  if (group.length < 2) return group;
  const all = group.map((one): Examined => {
    // A few are enough to tell what differs.
    const others = group
      .filter((other) => other !== one)
      .slice(0, maxCompared)
      .map(({ message }) => message.view.text);
    const sure = one.marked.filter(({ by }) => by === 'label');
    const differences = above(one.rows, findDifferences(one.message.view.text, others, sure));
    const told = one.marked.filter(
      (mark) => mark.by === 'sentence' && differences.some((other) => isMost(counted(one.message, mark), other)),
    );
    const more = differences.filter((mark) => !told.some((other) => overlap(mark, other)));
    return { ...one, marked: [...sure, ...told, ...onlyOnce(more)].slice(0, maxMarked) };
  });
  const shown = fullest(all);
  const known = new Set(shown.marked.map(({ label }) => foldLabel(label)));
  return all.map((one) => ({
    ...one,
    marked: one.marked.filter(({ by, label }) => by === 'label' || known.has(foldLabel(label))),
  }));
}

/** A figure with what it counts: `1 pallet` there is `17 pallets` here. */
function counted({ view: { text } }: Looked, { start, end, label }: Marked): Range {
  return { start, end: text.startsWith(` ${label}`, end) ? end + 1 + label.length : end };
}

/** Whether a value is no mere word among others that differ, as in the title of an article. */
const isMost = (mark: Range, whole: Range) =>
  2 * (Math.min(mark.end, whole.end) - Math.max(mark.start, whole.start)) >= whole.end - whole.start;

const overlap = (a: Range, b: Range) => a.start < b.end && b.start < a.end;

/** What a letter says below its items is said to everybody. */
const above = (rows: FoundRows | null, marked: readonly Marked[]): Marked[] =>
  marked.filter(({ end }) => rows === null || end <= rows.over.start);

function nameFields(all: readonly Examined[], context: ReadContext, naming: Naming): Map<string, SuggestedField> {
  const fields = new Map<string, SuggestedField>();
  const taken = new Set<string>();
  for (const { marked } of all)
    for (const { label } of [...marked].sort((a, b) => a.start - b.start)) {
      const key = foldLabel(label);
      if (key === '' || fields.has(key)) continue;
      const values = all.flatMap((one) =>
        one.marked.filter((mark) => foldLabel(mark.label) === key).map((mark) => rawOf(one.message, mark)),
      );
      const guess = guessType(label, values, context);
      const plain = fieldName(label, guess.type, naming, new Set());
      const same = [...fields].find(
        ([other, field]) =>
          field.name === plain && field.options.type === guess.type && !standTogether(all, key, other),
      )?.[1];
      // Another layout may call the same thing otherwise: “E-mail” there, “Your e-mail address” here.
      if (same) {
        same.found += values.length;
        fields.set(key, same);
        continue;
      }
      const name = fieldName(label, guess.type, naming, taken);
      taken.add(name);
      fields.set(key, { name, label, options: guess, found: values.length });
    }
  return fields;
}

const standTogether = (all: readonly Examined[], a: string, b: string) =>
  all.some(({ marked }) => [a, b].every((key) => marked.some(({ label }) => foldLabel(label) === key)));

/** Of the messages that have a field, the share that may fail it: an odd one takes nothing away from the others. */
const mayFail = 0.1;

/** Labels of fields that are not read again where they were marked, or not as their type, in more than an odd message. */
function failingFields(sieve: CompiledSieve, messages: readonly SuggestFrom[], { fields, groups }: Draft): Set<string> {
  const failed = new Map<string, number>();
  const seen = new Map<string, number>();
  const failing = new Set<string>();
  for (const group of groups) {
    const shown = fullest(group).message;
    for (const { message, marked } of group) {
      const from = messages.find(({ name }) => name === message.name);
      const result = from && sift(from.reading, sieve, noFacts);
      if (result?.kind !== 'outcome') continue;
      // Elsewhere the same sentence may have been cut otherwise; only labels are sure.
      const sure = marked.filter(({ by }) => by === 'label' || message === shown);
      const bad = failingIn(message, sure, fields, result.outcome);
      count(seen, new Set([...bad, ...marked.map(({ label }) => foldLabel(label))]));
      count(failed, bad);
      if (message === shown) for (const label of bad) failing.add(label);
    }
  }
  for (const [label, times] of failed) if (times > mayFail * (seen.get(label) ?? 0)) failing.add(label);
  return failing;
}

function failingIn(message: Looked, marked: readonly Marked[], fields: Draft['fields'], outcome: Outcome): Set<string> {
  const unread = new Set(outcome.problems.flatMap(({ path, code }) => (code === 'YS-FIELD-MISSING' ? [] : [path])));
  const bad = new Set([...fields].flatMap(([label, { name }]) => (unread.has(name) ? [label] : [])));
  for (const mark of marked) if (!isReadAgain(message, mark, fields, outcome)) bad.add(foldLabel(mark.label));
  return bad;
}

function count(times: Map<string, number>, labels: Iterable<string>): void {
  for (const label of labels) times.set(label, (times.get(label) ?? 0) + 1);
}

/** Whether the sieve finds what was marked. A text may go on below: its end is the template's to find. */
function isReadAgain(
  message: Looked,
  mark: Marked,
  fields: Draft['fields'],
  { fields: values, evidence }: Outcome,
): boolean {
  const field = fields.get(foldLabel(mark.label));
  if (!field) return true;
  const raw = squeezed(
    evidence[field.name]?.map((one) => (one.in === message.view.in ? (one.raw ?? '') : '')).join(' ') ?? '',
  );
  const wanted = squeezed(rawOf(message, mark));
  return (values[field.name] ?? null) !== null && (raw === wanted || (isFree(field.options) && raw.startsWith(wanted)));
}

const squeezed = (text: string) => text.replace(/\s+/g, ' ').trim();

/**
 * Names of columns of which more than an odd value is not read as its type; all of them where in more than an odd message not as
 * many items are found as seemed to stand there.
 */
function failingColumns(
  sieve: CompiledSieve,
  messages: readonly SuggestFrom[],
  { columns, groups }: Draft,
): Set<string> {
  if (columns.length === 0) return new Set();
  const unread = new Map<string, number>();
  let [items, other, looked] = [0, 0, 0];
  for (const { message, rows } of groups.flat()) {
    const from = messages.find(({ name }) => name === message.name);
    const result = from && sift(from.reading, sieve, noFacts);
    if (result?.kind !== 'outcome') continue;
    const { outcome } = result;
    looked++;
    items += outcome.rows.length;
    if (outcome.rows.length !== (rows?.count ?? 0)) other++;
    for (const { path } of outcome.problems) {
      const column = /^rows\[\d+\]\.(\w+)$/.exec(path)?.[1];
      if (column !== undefined) unread.set(column, (unread.get(column) ?? 0) + 1);
    }
  }
  if (items === 0 || other > maxOther * looked) return new Set(columns.map(({ name }) => name));
  return new Set([...unread].filter(([, times]) => times > mayFail * items).map(([name]) => name));
}

/** Of the messages, the share in which another number of items may be found than was seen: the lists of some are cut short by adverts. */
const maxOther = 0.34;

/** A column that fails is made a text first, and left out then; where all fail there are no rows. */
function weakened(columns: readonly SuggestedColumn[], failing: ReadonlySet<string>): SuggestedColumn[] {
  if (columns.every(({ name }) => failing.has(name))) return [];
  return columns.flatMap((column) => {
    if (!failing.has(column.name)) return [column];
    return isFree(column.options) ? [] : [{ ...column, options: { type: ownTypes.words } }];
  });
}

function suggestion(
  draft: Draft,
  sieve: CompiledSieve,
  messages: readonly SuggestFrom[],
  withSamples: boolean,
): Suggestion {
  const samples = messages.map(({ name, reading }) => {
    const result = sift(reading, sieve, noFacts);
    if (result.kind !== 'outcome') return { message: name, expect: {} };
    const { fields, rows } = result.outcome;
    return { message: name, expect: { ...fields, ...(draft.columns.length > 0 ? { rows } : {}) } };
  });
  return {
    source: writeSieve(draft, withSamples ? samples : null),
    fields: [...new Set(draft.fields.values())],
    columns: draft.columns.map(({ name, labels, options }) => ({ name, label: labels[0] ?? name, options })),
    layouts: draft.groups.map((group, i) => ({
      name: layoutName(i),
      messages: group.map(({ message }) => message.name),
    })),
  };
}
