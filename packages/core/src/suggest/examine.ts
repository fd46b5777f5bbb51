import {
  bodyViews,
  dressedBoxes,
  dressedLines,
  formOf,
  fromOrigin,
  type Link,
  linesOf,
  listsOf,
  makeOf,
  type Range,
  type Reading,
  rowsOf,
  setApart,
  type View,
} from '../reading/index.js';
import { folded } from '../rules/table/header.js';
import type { ReadContext } from '../values/index.js';
import { findDelimited } from './find-delimited.js';
import { type Compared, compared, findDifferences } from './find-differences.js';
import { findDressed, findDressedTitles, findMoreOfLook } from './find-dressed.js';
import { findInProse, isProseOfValues } from './find-in-prose.js';
import { findLabelled } from './find-labelled.js';
import { type Examined, groupByLabels } from './group.js';
import { foldLabel, freeLabel, type Looked, type Marked, rawOf } from './marked.js';
import { findPairs } from './rows/find-list.js';
import { findRows } from './rows/find-rows.js';
import { findUnderLabels } from './rows/find-under-labels.js';
import type { FoundRows } from './rows/found-rows.js';
import { fullest } from './write-sieve.js';

/** A message to suggest from, under the name its sample will have. */
export interface SuggestFrom {
  name: string;
  reading: Reading;
}

/** Values marked in one message at the most; nobody has a form of more. */
const maxMarked = 120;
const maxCompared = 6;

/** Messages with the values that seem to stand in them, those of one shape together. */
export const examined = (messages: readonly SuggestFrom[], context: ReadContext, withRows: boolean): Examined[][] =>
  groupByLabels(
    withRows ? examineAll(messages, context) : withSameNames(messages.map((one) => examine(one, context, 'none'))),
  ).map((group) => withDifferences(group));

/** Rows have to be in this share of the messages. */
const rowsShare = 0.34;

function examineAll(messages: readonly SuggestFrom[], context: ReadContext): Examined[] {
  const all = messages.map((one) => examine(one, context));
  const withRows = all.filter(({ rows }) => rows !== null).length;
  const tables = all.flatMap(({ rows }) => (rows?.by === 'table' && rows.count > 1 ? [rows] : []));
  const headings = new Set(tables.flatMap(({ columns }) => columns.map(({ label }) => folded(label))));
  // What one message of many seems to list, and most have not, is no list of theirs.
  const few = withRows > 0 && withRows < rowsShare * all.length;
  return withSameNames(
    few
      ? messages.map((one) => examine(one, context, 'none'))
      : headings.size > 0 || (withRows > 0 && withRows < all.length)
        ? messages.map((one) => examine(one, context, headings))
        : all,
  );
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

function examine(
  { name, reading }: SuggestFrom,
  inGeneral: ReadContext,
  /** The headings of tables with items that other messages have; or that there are no items. */
  asked: ReadonlySet<string> | 'none' | null = null,
): Examined {
  // Dates without a year count from the message's own.
  const context = { ...inGeneral, reference: reading.date?.slice(0, 10) ?? inGeneral.reference };
  const view = bodyViews(formOf(reading))[0] ?? { in: 'message.text', text: '', pieces: [] };
  const message: Looked = { name, view, subject: reading.subject };
  const form = formOf(reading);
  const whole = {
    ...message,
    tables: form.tables,
    links: form.links,
    lists: listsOf(form),
    listed: asked === 'none' || asked === null ? new Set<string>() : asked,
    expected: asked instanceof Set,
  };
  const under = findUnderLabels(whole);
  const rows = asked === 'none' ? null : unless(under, findRows(whole, context));
  const stretches = setApart(form).flatMap((range) => fromOrigin(view, range) ?? []);
  const looks = (all: ReadonlyMap<number, string>) =>
    new Map(
      [...all].flatMap(([start, look]): [number, string][] => {
        const at = fromOrigin(view, { start, end: start });
        return at ? [[at.start, look]] : [];
      }),
    );
  const listed = apartFrom(under, findPairs(whole, context));
  const pairs = [
    ...under.flatMap(({ marked }) => marked),
    ...listed,
    ...apartFrom(under, findDressed(view.text, stretches)),
    ...(rows ? [] : apartFrom(under, findDressedTitles(view.text, looks(dressedLines(form)), context))),
  ];
  const line = rows || pairs.length > 0 ? null : findDelimited(view.text, context);
  const others = apartFrom(
    [...under, ...pairs, ...(line ? [line] : [])],
    findLabelled(view.text, buttonsOf(view, form.links)).filter((mark) => !isNamedWithin(view.text, mark, pairs)),
  ).filter(({ start, end }) => !isProseOfValues(view.text.slice(start, end), context));
  const known = [...pairs, ...(line?.marked ?? []), ...others];
  const labels = new Set(known.map(({ label }) => label));
  const more = findMoreOfLook(view.text, listed, looks(dressedBoxes(form))).filter(({ label }) => !labels.has(label));
  const apart = outside(rows, [...known, ...apartFrom([...under, ...known], more)]);
  const sums = apartFrom(apart, rows?.sums ?? []);
  const cells = rowsOf(view, form.tables).filter((row) => row.length > 1);
  const wide = onlyOnce(message, withoutValues(view.text, [...apart, ...sums])).map((one) =>
    toCellEnd(view.text, cells, one),
  );
  const labelled = wide
    .filter(
      (mark) =>
        !isNamedWithin(
          view.text,
          mark,
          wide.filter((other) => other !== mark),
        ),
    )
    .map((one) => withoutScale(view.text, one))
    .slice(0, maxMarked);
  // What a letter says below its items is said to everybody.
  const letter = rows?.over.start ?? view.text.length;
  const sentences = findInProse(view.text, labelled, context, stretches, letter).filter(
    (mark) => !isOverSome(message, rows, mark),
  );
  const title = apartFrom([...labelled, ...sentences, ...(rows ? [rows.over] : [])], titleBySubject(message));
  return {
    message,
    marked: [...labelled, ...title, ...sentences, ...repeatedBeside(view.text, labelled, sentences)].slice(
      0,
      maxMarked,
    ),
    rows,
    shape: line?.shape ?? null,
    stretches,
    covered: [...under, ...(line ? [line] : [])].map(({ start, end }) => ({ start, end })),
  };
}

/** Items that stand where labels and their values do are none. */
const unless = (under: readonly Range[], rows: FoundRows | null): FoundRows | null =>
  rows && under.some(({ start, end }) => start < rows.over.end && rows.over.start < end) ? null : rows;

/** Links that say nothing but what one may do: where they lead is not what they say. */
const buttonsOf = (view: View, links: readonly Link[]): Range[] =>
  links.flatMap((link) => {
    const at = fromOrigin(view, link);
    return at && !/[@/]/.test(view.text.slice(at.start, at.end)) ? [at] : [];
  });

/** Whether a value is all of its line, and lines of its make stand among the items: then it is over some of them only. */
function isOverSome({ view: { text } }: Looked, rows: FoundRows | null, { start, end }: Marked): boolean {
  const isLine = (text[start - 1] ?? '\n') === '\n' && (text[end] ?? '\n') === '\n';
  if (rows === null || !isLine || end > rows.over.start) return false;
  const make = makeOf(text.slice(start, end));
  return linesOf(text.slice(rows.over.start, rows.over.end)).some(
    (line) => makeOf(text.slice(rows.over.start + line.start, rows.over.start + line.end)) === make,
  );
}

/** What structure tells beats what words do. */
const apartFrom = (sure: readonly Range[], others: readonly Marked[]): Marked[] =>
  others.filter(({ start, end }) => sure.every((one) => one.end <= start || one.start >= end));

/** Whether what names a value stands in another one: a question in what somebody wrote. */
function isNamedWithin(text: string, { label, start }: Marked, sure: readonly Range[]): boolean {
  const at = text.lastIndexOf(label, start - 1);
  return at >= 0 && sure.some((one) => one.start <= at && at < one.end);
}

/** What begins a cell beside that of its label goes on to the end of it, over as many paragraphs. */
function toCellEnd(text: string, rows: readonly (readonly Range[])[], one: Marked): Marked {
  const own = rows.flat().find(({ start, end }) => start <= one.start && one.end <= end && end > one.start);
  if (!own || text.slice(own.start, one.start).trim() !== '' || !text.slice(own.start, own.end).includes('\n\n'))
    return one;
  return { ...one, end: own.start + text.slice(own.start, own.end).trimEnd().length };
}

/** `4 / 5`, `8 out of 10`: what somebody rated with, and not what one can. */
function withoutScale(text: string, one: Marked): Marked {
  const [, figure = ''] =
    /^(\d+(?:[.,]\d)?) ?(?:\/|out of|of|von|sur|de|van|af|su) ?(?:5|10|100)$/.exec(text.slice(one.start, one.end)) ??
    [];
  return figure === '' ? one : { ...one, end: one.start + figure.length };
}

/** `Guests of`, `Order:`: words of a subject behind which stands what it is about. */
const about =
  /(?:[:–—-]|(?:^|\s)(?:of|for|about|on|von|für|über|zu|de|du|pour|para|do|da|van|voor|di|per|til|för|om))\s+$/iu;
/** Words of a title. */
const longestTitle = 6;

/** The first line of a message, where it has words that its subject ends with: what the mail is about. */
function titleBySubject({ subject, view: { text } }: Looked): Marked[] {
  const line = linesOf(text).find(({ start, end }) => text.slice(start, end).trim() !== '');
  const words = line ? text.slice(line.start, line.end).trim() : '';
  const before = words !== '' && subject.trim().endsWith(words) ? subject.trim().slice(0, -words.length) : '';
  const isTitle = about.test(before) && words.split(/\s+/).length <= longestTitle && !/[.!?:]$/.test(words);
  const start = text.indexOf(words);
  return isTitle ? [{ label: 'title', start, end: start + words.length, by: 'label' }] : [];
}

/** A shorter value may stand anywhere. */
const minRepeated = 3;

/** Where a sentence with a value says that of a label once more, these words are another message's own too. */
function repeatedBeside(text: string, labelled: readonly Marked[], sentences: readonly Marked[]): Marked[] {
  const lines = linesOf(text).filter((line) =>
    sentences.some((mark) => line.start <= mark.start && mark.end <= line.end),
  );
  const taken: Range[] = [...labelled, ...sentences];
  return labelled.flatMap((mark) => {
    const value = text.slice(mark.start, mark.end);
    if (value.length < minRepeated || value.includes('\n')) return [];
    return lines.flatMap((line): Marked[] => {
      const start = text.indexOf(value, line.start);
      const end = start + value.length;
      const isWhole = !/[\p{L}\p{N}]/u.test((text[start - 1] ?? '') + (text[end] ?? ''));
      if (start < 0 || end > line.end || !isWhole || taken.some((one) => overlap(one, { start, end }))) return [];
      taken.push({ start, end });
      return [{ label: '', start, end, by: 'sentence' }];
    });
  });
}

/** `CRITICAL: disk /var is full` names nothing where `CRITICAL` is what another label has as its value. */
function withoutValues(text: string, marked: readonly Marked[]): Marked[] {
  const values = new Set(marked.map(({ start, end }) => text.slice(start, end)));
  return marked.filter(({ label, by }) => by !== 'label' || !values.has(label));
}

/** What stands among the items is theirs. */
const outside = (rows: FoundRows | null, marked: readonly Marked[]): Marked[] =>
  marked.filter(({ start, end }) => rows === null || end <= rows.over.start || start >= rows.over.end);

/** A label that stands twice in a message names nothing, unless both say the same: which of the two is meant nobody knows. */
function onlyOnce({ view }: Pick<Looked, 'view'>, marked: readonly Marked[]): Marked[] {
  const said = new Map<string, Set<string>>();
  const first = new Map<string, Marked>();
  for (const one of marked) {
    const label = foldLabel(one.label);
    first.set(label, first.get(label) ?? one);
    said.set(label, (said.get(label) ?? new Set()).add(view.text.slice(one.start, one.end)));
  }
  return marked.filter((one) => {
    const label = foldLabel(one.label);
    return said.get(label)?.size === 1 && first.get(label) === one;
  });
}

/**
 * In several messages of one shape, values in sentences are what differs: by their looks where these tell, else as the words that
 * the other messages have not. What the fullest of them does not have names no field, for its layout has no place for it.
 */
function withDifferences(group: Examined[]): Examined[] {
  if (group.length < 2) return group;
  // What a letter says below its items is said to everybody.
  const letters = new Map(
    group.map((one) => [one, compared(one.message.view.text.slice(0, one.rows?.over.start))] as const),
  );
  const all = [...letters].map(([one, letter]): Examined => {
    // A few are enough to tell what differs.
    const others = [...letters.values()].filter((other) => other !== letter).slice(0, maxCompared);
    const sure = one.marked.filter(({ by }) => by === 'label');
    const values = new Set(sure.map((mark) => rawOf(one.message, mark)));
    const { stretches } = one;
    const differences = findDifferences(letter, others, [...sure, ...one.covered], { stretches, values });
    const told = one.marked.filter(
      (mark) =>
        mark.by === 'sentence' &&
        mark.label !== '' &&
        (differences.some((other) => isMost(counted(one.message, mark), other)) ||
          hasOwnLine(one.message, mark, others) ||
          isFact(one.message, mark, others)),
    );
    const more = differences.filter(
      (mark) => !told.some((other) => overlap(mark, other)) && !isOverSome(one.message, one.rows, mark),
    );
    const taken = new Set([...sure, ...told].map(({ label }) => foldLabel(label)));
    const isNamed = ({ label }: Marked) => label !== '';
    const named = onlyOnce(one.message, more.filter(isNamed)).map((mark) => ({
      ...mark,
      label: freeLabel(mark.label, taken),
    }));
    const ignored = more.filter((mark) => !isNamed(mark));
    return { ...one, marked: [...sure, ...told, ...named, ...ignored].slice(0, maxMarked) };
  });
  const shown = fullest(all);
  const known = new Set(shown.marked.map(({ label }) => foldLabel(label)));
  return all.map((one) => ({
    ...one,
    marked: one.marked.filter(({ by, label }) => by === 'label' || label === '' || known.has(foldLabel(label))),
  }));
}

/** Whether a value has its line to itself, so that no words of it could be compared, and stands in none of the others. */
function hasOwnLine({ view: { text } }: Looked, { start, end }: Marked, others: readonly Compared[]): boolean {
  const line = text.slice(
    text.lastIndexOf('\n', start - 1) + 1,
    text.indexOf('\n', end) < 0 ? text.length : text.indexOf('\n', end),
  );
  const value = text.slice(start, end);
  return line.trim() === value && !others.some((other) => other.text.includes(value));
}

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

const overlap = (a: Range, b: Range) => a.start < b.end && b.start < a.end;
