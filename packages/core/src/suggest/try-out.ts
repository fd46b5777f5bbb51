import { linesOf, type Range } from '../reading/index.js';
import { type CompiledSieve, noFacts, type Outcome, sift } from '../sieve/index.js';
import { isFree, ownTypes } from '../values/index.js';
import type { SuggestFrom } from './examine-one.js';
import type { Examined } from './group.js';
import { foldLabel, type Looked, type Marked, rawOf } from './marked.js';
import { type Draft, fullest, type LeftOut } from './write-sieve.js';

/** Drops the fields that no label names; whether there were any. */
export function withoutGuesses({ fields, groups }: Draft): boolean {
  const sure = new Set(
    groups
      .flat()
      .flatMap(({ marked }) => marked.flatMap(({ by, label }) => (by === 'label' ? [foldLabel(label)] : []))),
  );
  const guesses = [...fields.keys()].filter((key) => !sure.has(key));
  for (const key of guesses) fields.delete(key);
  return guesses.length > 0;
}

/** What a sieve makes of each message, by the message's name; a message that wants facts is missing. */
export type Tried = ReadonlyMap<string, Outcome>;

export function tried(sieve: CompiledSieve, messages: readonly SuggestFrom[]): Tried {
  return new Map(
    messages.flatMap(({ name, reading }): [string, Outcome][] => {
      const result = sift(reading, sieve, noFacts);
      return result.kind === 'outcome' ? [[name, result.outcome]] : [];
    }),
  );
}

/** Where a text runs on over what stands below it, its end is the next line, which the layout has from then on; whether there is one. */
export function addEnds(outcomes: Tried, { fields, groups, ends }: Draft): boolean {
  let added = false;
  for (const group of groups) {
    const { message, marked, buttons } = fullest(group);
    const outcome = outcomes.get(message.name);
    if (!outcome) continue;
    const known = ends.get(message) ?? new Set();
    ends.set(message, known);
    for (const mark of marked) {
      const field = fields.get(foldLabel(mark.label));
      // What has a type ends by itself; a target is read beside its words.
      if (field && !isFree(field.options)) continue;
      const read = (field ? (outcome.evidence[field.name] ?? []) : []).map(({ raw }) => raw ?? '').join(' ');
      const next = nextLine(message.whole, mark.end);
      if (next === null || known.has(next) || squeezed(read).length <= squeezed(rawOf(message, mark)).length) continue;
      // What stands below a colon may have paragraphs, where it is prose.
      const isBlock = /[:：]\s*\n\s*$/.test(message.view.text.slice(0, mark.start));
      const isProse = /[.!?]["”)]?\s*$/.test(rawOf(message, mark));
      const isSame = isProse && (isBlock || !message.whole.slice(mark.end, next).includes('\n\n'));
      if (isSame && !isNoneOf(mark, next, message, group, buttons)) continue;
      known.add(next);
      added = true;
    }
  }
  return added;
}

/** Whether the line below a value is none of it: it stands around all, is a button, all messages have the same one, or what is quoted ends before it. */
function isNoneOf(
  { end }: Marked,
  next: number,
  { view, whole }: Looked,
  group: readonly Examined[],
  buttons: readonly Range[],
): boolean {
  const line = whole.slice(next).split('\n', 1)[0]?.trimEnd() ?? '';
  const [words, to] = [line.trim(), next + line.length];
  const isAround = view.text.slice(next, to).trim() === '';
  const isButton = buttons.some((one) => one.start <= to - words.length && to <= one.end);
  const inAll = group.length > 1 && group.every(({ message }) => message.whole.includes(words));
  return isAround || isButton || inAll || view.pieces.some(({ at }) => at >= end && at <= next);
}

/** Where the next line begins that is not blank; null where there is none. */
function nextLine(text: string, offset: number): number | null {
  const lines = linesOf(text);
  return lines.find(({ start, end }) => start > offset && text.slice(start, end).trim() !== '')?.start ?? null;
}

/** Of the messages that have a field, the share that may fail it, and one at least: an odd one takes nothing away from the others. */
const mayFail = 0.3;
/** Of the values of a column, the share that may not be read. */
const mayBeUnread = 0.1;

/** Labels of fields that are not read again where they were marked, or not as their type, in more than an odd message; or in none at all. */
export function failingFields(outcomes: Tried, { fields, groups }: Draft): Set<string> {
  const failed = new Map<string, number>();
  const seen = new Map<string, number>();
  const failing = new Set<string>();
  for (const group of groups) {
    const shown = fullest(group).message;
    for (const { message, marked } of group) {
      const outcome = outcomes.get(message.name);
      if (!outcome) continue;
      // Elsewhere the same sentence may have been cut otherwise; only labels are sure. What is not found at all is no such.
      const sure = marked.filter(
        (mark) => mark.by === 'label' || message === shown || isMissing(mark, fields, outcome),
      );
      const bad = failingIn(message, sure, fields, outcome);
      count(seen, new Set([...bad, ...marked.map(({ label }) => foldLabel(label))]));
      count(failed, bad);
      if (message === shown) for (const label of bad) failing.add(label);
    }
  }
  for (const [label, times] of failed) if (times > Math.max(1, mayFail * (seen.get(label) ?? 0))) failing.add(label);
  const all = [...outcomes.values()];
  for (const [label, { name }] of fields)
    if (all.every((one) => (one.fields[name] ?? null) === null)) failing.add(label);
  // What no label names may be why nothing else is found, as where the line above it is this one message’s own.
  const guesses = [...failing].filter((label) => fields.get(label)?.told_by !== 'label');
  return guesses.length > 0 && guesses.length < failing.size ? new Set(guesses) : failing;
}

function isMissing({ label }: Marked, fields: Draft['fields'], { fields: values }: Outcome): boolean {
  const field = fields.get(foldLabel(label));
  return field !== undefined && (values[field.name] ?? null) === null;
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
 * Names of columns of which more than an odd value is not read as its type, or none at all; all of them where in more than an odd message not as
 * many items are found as seemed to stand there.
 */
export function failingColumns(outcomes: Tried, { columns, groups }: Draft): Set<string> {
  if (columns.length === 0) return new Set();
  const unread = new Map<string, number>();
  const read = new Set<string>();
  let [items, other, looked] = [0, 0, 0];
  const told = groups.flat().flatMap(({ message, rows }) => {
    const outcome = outcomes.get(message.name);
    return outcome ? [{ outcome, rows }] : [];
  });
  for (const { outcome, rows } of told) {
    items += outcome.rows.length;
    // Where too few stand to be seen for items by themselves, those of the other messages may tell them.
    if (rows || outcome.rows.length === 0) looked++;
    if (rows && outcome.rows.length !== Math.min(rows.count, noFacts.limits.rows)) other++;
    for (const row of outcome.rows)
      for (const [column, value] of Object.entries(row)) if (value !== null) read.add(column);
    count(unread, unreadColumns(outcome));
  }
  if (items === 0 || other > maxOther * looked) return new Set(columns.map(({ name }) => name));
  const bad = [...unread].filter(([, times]) => times > mayBeUnread * items).map(([name]) => name);
  return new Set([...bad, ...columns.map(({ name }) => name).filter((name) => !read.has(name))]);
}

const unreadColumns = ({ problems }: Outcome): string[] =>
  problems.flatMap(({ path }) => /^rows\[\d+\]\.(\w+)$/.exec(path)?.[1] ?? []);

/** Of the messages, the share in which another number of items may be found than was seen: the lists of some are cut short by adverts. */
const maxOther = 0.34;

/** A field that fails is made a text first, and left out then. Returns what is left out. */
export function weakenFields({ fields }: Draft, failing: ReadonlySet<string>): LeftOut[] {
  return [...failing].flatMap((label): LeftOut[] => {
    const known = fields.get(label);
    if (!known) return [];
    const isText = isFree(known.options);
    if (isText) fields.delete(label);
    else known.options = { type: ownTypes.words };
    return isText ? [{ label: known.label, found: known.found, why: 'unread' }] : [];
  });
}

/** A column that fails is made a text first, and left out then; where all fail there are no rows. Returns what is left out. */
export function weakenColumns(draft: Draft, failing: ReadonlySet<string>): LeftOut[] {
  const all = draft.columns.every(({ name }) => failing.has(name));
  const gone = draft.columns.filter(({ name, options }) => all || (failing.has(name) && isFree(options)));
  draft.columns = draft.columns.flatMap((column) => {
    if (gone.includes(column)) return [];
    return failing.has(column.name) ? [{ ...column, options: { type: ownTypes.words } }] : [column];
  });
  return gone.map(({ name, labels, found }) => ({ label: labels[0] ?? name, found, why: 'unread' }));
}
