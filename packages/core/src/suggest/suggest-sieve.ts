import { clearLanguageOf, formOf } from '../reading/index.js';
import { tryCompileSieve } from '../sieve/index.js';
import { type FieldOptions, localeOf, type ReadContext } from '../values/index.js';
import { examined } from './examine.js';
import type { SuggestFrom } from './examine-one.js';
import type { Naming } from './field-name.js';
import type { Examined } from './group.js';
import { dropRare, dropSaidToAll, nameFields } from './name-fields.js';
import { nameColumns } from './rows/name-columns.js';
import {
  addEnds,
  failingColumns,
  failingFields,
  type Tried,
  tried,
  weakenColumns,
  weakenFields,
  withoutGuesses,
} from './try-out.js';
import { type Draft, type LeftOut, layoutName, type SuggestedField, writeSieve } from './write-sieve.js';

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
  /** Columns of its rows; none where no items were found. `found`: in how many items. */
  columns: { name: string; label: string; options: FieldOptions; found: number }[];
  /** What looked like a value and is not suggested, and why: nothing is better than nonsense. */
  left_out: LeftOut[];
  /** Names of the messages by layout. */
  layouts: { name: string; messages: string[] }[];
}

/** Messages that are looked at: a kind of mail shows its shape in far fewer. */
const maxMessages = 50;
const maxRounds = 8;
/** Rows that its samples expect, all together: people read the file, and it may not be longer than files may be. */
const maxExpectedRows = 200;

/**
 * Suggests a sieve from one message or several of the same kind: labels, cells and headings name the fields, values tell
 * their types, what differs between messages of one shape is a value too. The sieve is tried on the messages: a field that
 * is not read as it was marked becomes text, and one that is not found again is left out. Null when nothing was found.
 */
export function suggestSieve(messages: readonly SuggestFrom[], options: SuggestOptions = {}): Suggestion | null {
  const first = suggestedBy(messages, options, true);
  // What seemed to be items and was not found again may have been labels and values.
  const anew = first?.left_out.some(({ why }) => why === 'unread') && first.columns.length === 0;
  const other = anew || !first ? suggestedBy(messages, options, false) : null;
  return other && other.fields.length > (first?.fields.length ?? 0) ? other : first;
}

function suggestedBy(messages: readonly SuggestFrom[], options: SuggestOptions, withRows: boolean): Suggestion | null {
  const looked = messages.slice(0, maxMessages);
  const locale = options.locale ?? withRegion(commonLanguage(looked), looked);
  const { language, region } = localeOf(locale);
  const context: ReadContext = { language, region, reference: '2000-01-01', zone: null };
  const groups = examined(looked, context, withRows);
  const naming = options.naming ?? 'snake_case';
  const fields = nameFields(groups.flat(), context, naming);
  const left: LeftOut[] = [...dropRare(fields, groups.flat().length), ...dropSaidToAll(fields, groups.flat())];
  const found = groups.flat().flatMap(({ rows }) => rows ?? []);
  const columns = nameColumns(found, context, naming, new Set([...fields.values()].map(({ name }) => name)));
  const draft: Draft = {
    sieve: options.sieve ?? 'suggested',
    locale,
    fields,
    columns,
    groups,
    ends: endsKnown(groups.flat()),
    besideItems: false,
  };
  // A field is at worst made a text first, and dropped then; dropping some may help or harm others once more.
  for (let round = 0; round < maxRounds && draft.fields.size + draft.columns.length > 0; round++) {
    const compiled = tryCompileSieve(writeSieve(draft, null));
    if (!compiled.ok) {
      if (!withLess(draft)) return null;
      continue;
    }
    const outcomes = tried(compiled.sieve, looked);
    const failing = failingFields(outcomes, draft);
    const amiss = failingColumns(outcomes, draft);
    if (failing.size === 0 && amiss.size === 0 && !addEnds(outcomes, draft))
      return { ...suggestion(draft, looked, options.samples === false ? null : outcomes), left_out: left };
    left.push(...weakenFields(draft, failing), ...weakenColumns(draft, amiss));
  }
  return null;
}

/**
 * Takes out of a draft that is no sieve what may be in the way; whether there was anything. A value alone below items has nothing else to
 * be found by; and values that nothing parts cannot be told apart again: rather no guesses than no rows, and rather no rows than nothing.
 */
function withLess(draft: Draft): boolean {
  if (withoutOneGuess(draft)) return true;
  const hasRows = draft.columns.length > 0;
  if (hasRows && !draft.besideItems) draft.besideItems = true;
  else if (!hasRows || areGuessesAmiss(draft)) return withoutGuesses(draft);
  else draft.columns = [];
  return true;
}

/** Fields that are left out one by one at the most, to see which is in the way. */
const maxTried = 24;

/** Takes out of a draft the one guess without which it is a sieve, where there is such a one. */
function withoutOneGuess(draft: Draft): boolean {
  const guesses = [...draft.fields].filter(([, { told_by }]) => told_by !== 'label').slice(0, maxTried);
  const found = guesses.find(([key]) => {
    const fields = new Map(draft.fields);
    fields.delete(key);
    return tryCompileSieve(writeSieve({ ...draft, fields }, null)).ok;
  });
  return found !== undefined && draft.fields.delete(found[0]);
}

/** Whether a sieve of rows is one as soon as the fields are gone that no label names. */
function areGuessesAmiss(draft: Draft): boolean {
  const fewer = { ...draft, fields: new Map(draft.fields) };
  return withoutGuesses(fewer) && tryCompileSieve(writeSieve(fewer, null)).ok;
}

/** Lines that values end before, and titles of their sections, of each message. */
const endsKnown = (all: readonly Examined[]): Draft['ends'] =>
  new Map(
    all.map(({ message, marked }) => [
      message,
      new Set(marked.flatMap(({ until, section }) => [until ?? [], section?.start ?? []].flat())),
    ]),
  );

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

/** `outcomes`: what the samples expect; null without samples. */
function suggestion(
  draft: Draft,
  messages: readonly SuggestFrom[],
  outcomes: Tried | null,
): Omit<Suggestion, 'left_out'> {
  let room = maxExpectedRows;
  const samples = messages.map(({ name }) => {
    const { fields = {}, rows = [] } = outcomes?.get(name) ?? {};
    const expected = draft.columns.length > 0 && rows.length <= room;
    if (expected) room -= rows.length;
    return { message: name, expect: { ...fields, ...(expected ? { rows } : {}) } };
  });
  return {
    source: writeSieve(draft, outcomes ? samples : null),
    fields: [...new Set(draft.fields.values())],
    columns: draft.columns.map(({ name, labels, options, found }) => ({
      name,
      label: labels[0] ?? name,
      options,
      found,
    })),
    layouts: draft.groups.map((group, i) => ({
      name: layoutName(i),
      messages: group.map(({ message }) => message.name),
    })),
  };
}
