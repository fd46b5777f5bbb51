import { labelOf, linesOf, type Range } from '../reading/index.js';
import { folded } from '../rules/table/header.js';
import { bulletEnd } from '../rules/template/text/lines.js';
import type { ReadContext } from '../values/index.js';
import { examine, isOverSome, maxMarked, onlyOnce, overlap, type SuggestFrom, withoutScale } from './examine-one.js';
import { findBetween } from './find-between.js';
import { type Compared, compared, findDifferences } from './find-differences.js';
import { addressee } from './find-in-prose.js';
import { type Examined, groupByLabels } from './group.js';
import { foldLabel, freeLabel, type Looked, type Marked, rawOf } from './marked.js';
import { bySection } from './name-by-section.js';
import { areTelling } from './rows/alike-part.js';
import { behindSameWords } from './rows/cut-by-words.js';
import { letterAround } from './rows/found-rows.js';
import { fullest } from './write-sieve.js';

/** Messages that are compared with one another. */
const maxCompared = 6;

/** Messages with the values that seem to stand in them, those of one shape together. */
export const examined = (messages: readonly SuggestFrom[], context: ReadContext, withRows: boolean): Examined[][] =>
  groupByLabels(
    withSameSections(
      withRows ? examineAll(messages, context) : withSameNames(messages.map((one) => examine(one, context, 'none'))),
    ),
  ).map((group) => withoutSharedWords(withDifferences(group), context));

/** Rows have to be in this share of the messages. */
const rowsShare = 0.34;

function examineAll(messages: readonly SuggestFrom[], context: ReadContext): Examined[] {
  const first = messages.map((one) => examine(one, context));
  const shuffled = areShuffled(first);
  const all = shuffled ? messages.map((one) => examine(one, context, null, true)) : first;
  const withRows = all.filter(({ rows }) => rows !== null).length;
  const tables = all.flatMap(({ rows }) => (rows?.by === 'table' && rows.count > 1 ? [rows] : []));
  const headings = new Set(tables.flatMap(({ columns }) => columns.map(({ label }) => folded(label))));
  // What one message of many seems to list, and most have not, is no list of theirs.
  const few = withRows > 0 && withRows < rowsShare * all.length;
  return withSameNames(
    few || areLabels(all)
      ? messages.map((one) => examine(one, context, 'none'))
      : headings.size > 0 || (withRows > 0 && withRows < all.length)
        ? messages.map((one) => examine(one, context, headings, shuffled))
        : all,
  );
}

/** Whether what seem to be items begin with the same words in all messages, one after the other: then these are labels, and what follows them their values. */
function areLabels(all: readonly Examined[]): boolean {
  const begins = all.map(({ rows }) => (rows?.by === 'block' ? (rows.columns[0]?.values ?? []) : []));
  const first = begins[0] ?? [];
  return (
    all.length > 1 &&
    first.length > 1 &&
    new Set(first.map(foldLabel)).size === first.length &&
    first.every((words) => /\p{L}{2}/u.test(words)) &&
    begins.every((one) => one.length === first.length && one.every((words, i) => words === first[i]))
  );
}

/** Whether labels of bulleted lines stand in one order here, and in another there: no form is filled in so, and what is listed is. */
function areShuffled(all: readonly Examined[]): boolean {
  const orders = all.map(({ message: { view } }) =>
    linesOf(view.text).flatMap(({ start, end }) => {
      const line = view.text.slice(start, end);
      const bullet = bulletEnd(line);
      return bullet > 0 ? (labelOf(line.slice(bullet)) ?? []) : [];
    }),
  );
  return orders.some((order, i) =>
    orders.slice(i + 1).some((other) => {
      const places = order.flatMap((label) => (other.includes(label) ? [other.indexOf(label)] : []));
      return places.some((place, k) => k > 0 && place < (places[k - 1] ?? 0));
    }),
  );
}

/** Where some messages have a label in two sections, those with but one of them name it by its section, too. */
function withSameSections(all: Examined[]): Examined[] {
  const named = new Set(
    all.flatMap(({ marked }) => marked.flatMap(({ label, section }) => (section ? [foldLabel(label)] : []))),
  );
  if (named.size === 0) return all;
  return all.map((one) => ({ ...one, marked: bySection(one.message.view.text, one.marked, named) }));
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

/**
 * In several messages of one shape, values in sentences are what differs: by their looks where these tell, else as the words that
 * the other messages have not. What the fullest of them does not have names no field, for its layout has no place for it.
 */
function withDifferences(group: Examined[]): Examined[] {
  if (group.length < 2) return group;
  const letters = new Map(
    group.map((one) => [one, compared(letterAround(one.message.view.text, one.rows).text)] as const),
  );
  const all = [...letters].map(([one, letter]): Examined => {
    // A few are enough to tell what differs.
    const others = [...letters.values()].filter((other) => other !== letter).slice(0, maxCompared);
    const sure = one.marked.filter(({ by }) => by === 'label');
    const values = new Set(sure.map((mark) => rawOf(one.message, mark)));
    const { stretches } = one;
    const differences = findDifferences(letter, others, [...sure, ...one.covered], { stretches, values });
    const apart = one.marked.filter(
      (mark) =>
        mark.by === 'sentence' &&
        mark.label !== '' &&
        (differences.some((other) => isMost(counted(one.message, mark), other)) ||
          hasOwnLine(one.message, mark, others, one.marked) ||
          isGreeted(one.message, mark, others) ||
          isSaidAlike(one.message, mark, others) ||
          differsInQuotes(group, mark) ||
          isFact(one.message, mark, others)),
    );
    // What ends a stretch of time is told by its beginning, but where it is the same in all of them.
    const ends = new Set(apart.map(({ label }) => foldLabel(`${label} to`)));
    const isEnd = (mark: Marked) =>
      mark.by === 'sentence' &&
      ends.has(foldLabel(mark.label)) &&
      !others.every((other) => other.text.includes(rawOf(one.message, mark)));
    const told = one.marked.filter((mark) => apart.includes(mark) || isEnd(mark));
    const more = differences.filter(
      (mark) => !told.some((other) => overlap(mark, other)) && !isOverSome(one.message, one.rows, mark),
    );
    const taken = new Set([...sure, ...told].map(({ label }) => foldLabel(label)));
    const isNamed = ({ label }: Marked) => label !== '';
    const named = onlyOnce(one.message, more.filter(isNamed)).map((mark) => ({
      ...withoutScale(one.message.view.text, mark),
      label: freeLabel(mark.label, taken),
    }));
    const ignored = more.filter((mark) => !isNamed(mark));
    return { ...one, marked: [...sure, ...told, ...named, ...ignored].slice(0, maxMarked) };
  });
  const whole = withTexts(all);
  const shown = fullest(whole);
  const known = new Set(shown.marked.map(({ label }) => foldLabel(label)));
  return whole.map((one) => ({
    ...one,
    marked: one.marked.filter(({ by, label }) => by === 'label' || label === '' || known.has(foldLabel(label))),
  }));
}

/** Messages by which words that all values of a label begin with are known for words of the layout. */
const minSharing = 3;

/** `Re: repair R17542`, `Re: repair R49773`: what all values of a label begin with is a word, where what follows tells by itself what it is. */
function withoutSharedWords(group: readonly Examined[], context: ReadContext): Examined[] {
  const shared = new Map<string, number>();
  const labels = new Set(group.flatMap(({ marked }) => marked.map(({ label }) => foldLabel(label))));
  for (const key of labels) {
    const said = group.flatMap(({ message, marked }) =>
      marked.filter(({ label, by }) => by === 'label' && foldLabel(label) === key).map((mark) => rawOf(message, mark)),
    );
    const [part] = said.length < minSharing || areTelling(said, context) ? [] : (behindSameWords(said, context) ?? []);
    const from = part?.ranges[0]?.start ?? 0;
    const isOneLine = said.every((value) => !value.includes('\n'));
    if (
      from > 0 &&
      isOneLine &&
      areTelling(
        said.map((value) => value.slice(from)),
        context,
      )
    )
      shared.set(key, from);
  }
  if (shared.size === 0) return [...group];
  return group.map((one) => ({
    ...one,
    marked: one.marked.map((mark) => ({ ...mark, start: mark.start + (shared.get(foldLabel(mark.label)) ?? 0) })),
  }));
}

/** With what somebody wrote between the same two lines of each. */
function withTexts(all: readonly Examined[]): Examined[] {
  const texts = findBetween(
    all.map(({ message, rows, marked, covered }) => ({
      text: letterAround(message.view.text, rows).text,
      known: marked,
      covered: [...covered, ...(rows ? [rows.over] : [])],
    })),
  );
  return all.map((one, i) => {
    const taken = new Set(one.marked.map(({ label }) => foldLabel(label)));
    const named = (texts[i] ?? []).map((text) => {
      const label = freeLabel(text.label, taken);
      taken.add(foldLabel(label));
      return { ...text, label };
    });
    return { ...one, marked: [...one.marked, ...named] };
  });
}

/** Whether a value has its line to itself and other values, so that no words of it could be compared, and stands in none of the others. */
function hasOwnLine(
  { view: { text } }: Looked,
  { start, end }: Marked,
  others: readonly Compared[],
  marked: readonly Marked[],
): boolean {
  const from = text.lastIndexOf('\n', start - 1) + 1;
  const to = text.indexOf('\n', end) < 0 ? text.length : text.indexOf('\n', end);
  const isOf = (at: number) => marked.some((mark) => mark.start <= at && at < mark.end);
  // `9 décembre 2026 à 19h30`: a small word between two says nothing either.
  const words = [...text.slice(from, to).matchAll(/[\p{L}\p{N}]+/gu)].filter(({ index }) => !isOf(from + index));
  const isBare = words.length <= 1 && words.every(({ 0: word }) => word.length <= smallWord);
  // A figure or two stand in any message; what is asked is whether their line does.
  const said = end - start <= shortValue ? text.slice(from, to).trim() : text.slice(start, end);
  return isBare && !others.some((other) => other.text.includes(said));
}

const smallWord = 2;
const shortValue = 3;

/** Words before a value by which its sentence is known for the same in other messages, whatever else they say; and the share of these. */
const minBefore = 2;
const alikeShare = 0.5;

/** Whether most other messages have the same words before a value, from the beginning of its line, and not all of them say it. */
function isSaidAlike({ view: { text } }: Looked, { start, end }: Marked, others: readonly Compared[]): boolean {
  const before = text.slice(text.lastIndexOf('\n', start - 1) + 1, start).trimStart();
  const value = text.slice(start, end);
  const isAll =
    (text.indexOf('\n', end) < 0 ? text.slice(end) : text.slice(end, text.indexOf('\n', end))).trim() === '';
  const isEnough = (before.match(/\p{L}{2,}/gu) ?? []).length >= (isAll ? 1 : minBefore);
  const alike = isEnough ? others.filter((other) => other.text.includes(before)) : [];
  return alike.length > alikeShare * others.length && !alike.every((other) => other.text.includes(before + value));
}

/** Whether all messages quote something that they name alike, and not all of them say the same: by chance most may. */
function differsInQuotes(group: readonly Examined[], { label }: Marked): boolean {
  const key = foldLabel(label);
  const said = group.map(({ message, marked }) => {
    const own = marked.find((mark) => mark.by === 'sentence' && foldLabel(mark.label) === key);
    return own && /["“„«] ?$/.test(message.view.text.slice(Math.max(0, own.start - 2), own.start))
      ? rawOf(message, own)
      : null;
  });
  return !said.includes(null) && new Set(said).size > 1;
}

/** Whether a value is whom this one message greets: of such a line all words but one are names. */
const isGreeted = (message: Looked, mark: Marked, others: readonly Compared[]): boolean =>
  mark.label === addressee && !others.every(({ text }) => text.includes(rawOf(message, mark)));

/** Whether a value with a figure is one of several facts in a line, kept apart by marks, and stands in none of the other messages. */
function isFact(message: Looked, mark: Marked, others: readonly Compared[]): boolean {
  const { text } = message.view;
  const line = linesOf(text).find(({ start, end }) => start <= mark.start && mark.end <= end);
  const value = rawOf(message, mark);
  const isAmong = line !== undefined && / [·|•] /.test(text.slice(line.start, line.end));
  return isAmong && /\d/.test(value) && !others.some((other) => other.text.includes(value));
}

/** A figure with what it counts: `1 pallet` there is `17 pallets` here. */
function counted({ view: { text } }: Looked, { start, end, label }: Marked): Range {
  return { start, end: text.startsWith(` ${label}`, end) ? end + 1 + label.length : end };
}

/** Whether a value is no mere word among others that differ, as in the title of an article. */
const isMost = (mark: Range, whole: Range) =>
  2 * (Math.min(mark.end, whole.end) - Math.max(mark.start, whole.start)) >= whole.end - whole.start;
