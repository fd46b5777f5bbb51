import {
  bodyViews,
  definitionsIn,
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
  type TextForm,
  type View,
} from '../reading/index.js';
import type { ReadContext } from '../values/index.js';
import { findAsked } from './find-asked.js';
import { findContact } from './find-contact.js';
import { findDelimited } from './find-delimited.js';
import { findDressed, findDressedTitles, findMoreOfLook, findShownLarge } from './find-dressed.js';
import { findInProse, isProseOfValues } from './find-in-prose.js';
import { saidInSubject, titleBySubject } from './find-in-subject.js';
import { findLabelled } from './find-labelled.js';
import { findAboveRuling, findPassages } from './find-passages.js';
import type { Examined } from './group.js';
import { foldLabel, type Looked, type Marked, repeatedIn } from './marked.js';
import { areOfRoles, bySection } from './name-by-section.js';
import { refined } from './refine-labelled.js';
import { findPairs } from './rows/find-list.js';
import { findRows } from './rows/find-rows.js';
import { findDefined, findUnderLabels } from './rows/find-under-labels.js';
import { type FoundRows, type LookedForRows, letterAround } from './rows/found-rows.js';
import { withBlanks, wordsAround } from './words-around.js';

/** A message to suggest from, under the name its sample will have. */
export interface SuggestFrom {
  name: string;
  reading: Reading;
}

/** Values marked in one message at the most; nobody has a form of more. */
export const maxMarked = 120;

/** A message with the values that seem to stand in it: labelled ones by its structure and its words, then those of its sentences. */
export function examine(
  { name, reading }: SuggestFrom,
  inGeneral: ReadContext,
  /** The headings of tables with items that other messages have; or that there are no items. `pairsAreItems`: as of `LookedForRows`. */
  listed: ReadonlySet<string> | 'none' | null = null,
  pairsAreItems = false,
): Examined {
  // Dates without a year count from the message's own.
  const context = { ...inGeneral, reference: reading.date?.slice(0, 10) ?? inGeneral.reference };
  const form = formOf(reading);
  const body = bodyViews(form)[0] ?? { in: 'message.text', text: '', pieces: [] };
  const around = wordsAround(body, form.links);
  const isAround = (range: Range) => {
    const at = fromOrigin(body, range);
    return at !== null && around.some(({ start, end }) => start <= at.start && at.end <= end);
  };
  const view = { ...body, text: withBlanks(body.text, around) };
  const message: Looked = { name, view, whole: body.text, subject: reading.subject };
  const whole = {
    ...message,
    tables: form.tables.filter((table) => !isAround(table)),
    links: form.links,
    lists: listsOf(form).filter((list) => !isAround(list)),
    listed: listed === 'none' || listed === null ? new Set<string>() : listed,
    expected: listed instanceof Set,
    pairsAreItems,
  };
  const asked = findAsked(view.text);
  const under = [...findUnderLabels(whole, context), ...findDefined(view, definitionsIn(form), context)].filter((one) =>
    asked.every((mark) => !overlap(mark, one)),
  );
  const stretches = setApart(form).flatMap((range) => fromOrigin(view, range) ?? []);
  const seen = listed === 'none' ? null : unless(under, findRows(whole, context));
  const looks = looksIn(view, form);
  const dressed = findDressed(view.text, stretches, looks.lines);
  const isForm = (found: FoundRows) => isOfDressed(found, [...dressed, ...asked]) || isOfSections(found);
  const rows = seen && isForm(seen) ? null : seen;
  const { labelled, line } = labelledIn(whole, form, { under, asked, rows, dressed, looks }, context);
  const { text: letter, end } = letterAround(view.text, rows);
  const sentences = findInProse(letter, labelled, context, stretches, end, rows !== null).filter(
    (mark) => !isOverSome(message, rows, mark),
  );
  const title = apartFrom(
    [...labelled, ...sentences, ...(rows ? [rows.over] : [])],
    [...titleBySubject(message), ...saidInSubject(message, stretches, [...labelled, ...sentences])],
  );
  const large = apartFrom(
    [...labelled, ...title, ...sentences, ...(rows ? [rows.over] : [])],
    findShownLarge(view.text, stretches, looks.boxes),
  );
  const repeated = repeatedBeside(view.text, labelled, sentences);
  const passages = apartFrom(
    [...labelled, ...title, ...sentences, ...large, ...repeated, ...(rows ? [rows.over] : [])],
    onlyOnce(whole, [...findPassages(view, form), ...findAboveRuling(view)]),
  );
  return {
    message,
    marked: [...labelled, ...title, ...sentences, ...large, ...repeated, ...passages].slice(0, maxMarked),
    rows,
    shape: line?.shape ?? null,
    stretches,
    around,
    buttons: buttonsOf(view, form.links),
    covered: [...under, ...(line ? [line] : [])].map(({ start, end }) => ({ start, end })),
  };
}

/** What is known of a message before its labels are looked for. */
interface Known {
  under: ReturnType<typeof findUnderLabels>;
  /** Answers below their questions. */
  asked: readonly Marked[];
  rows: FoundRows | null;
  /** Labels in a dress of their own. */
  dressed: readonly Marked[];
  looks: Looks;
}

/** How whole lines of a view are dressed, and the blocks that hold but one, by where they begin. */
interface Looks {
  lines: ReadonlyMap<number, string>;
  boxes: ReadonlyMap<number, string>;
}

function looksIn(view: View, form: TextForm & { html?: string }): Looks {
  const placed = (all: ReadonlyMap<number, string>) =>
    new Map(
      [...all].flatMap(([start, look]): [number, string][] => {
        const at = fromOrigin(view, { start, end: start });
        return at ? [[at.start, look]] : [];
      }),
    );
  return { lines: placed(dressedLines(form)), boxes: placed(dressedBoxes(form)) };
}

/** The labelled values of a message, by its structure first and then by its words; and its line of nothing but values. */
function labelledIn(
  whole: LookedForRows,
  form: TextForm & { html?: string },
  { under, asked, rows, dressed, looks }: Known,
  context: ReadContext,
) {
  const { view } = whole;
  const { text } = view;
  const listed = apartFrom(under, findPairs(whole, context));
  const buttons = buttonsOf(view, form.links);
  const told = [
    ...under.flatMap(({ marked }) => marked),
    ...listed,
    ...apartFrom(under, dressed),
    ...apartFrom(under, findDressedTitles(text, looks.lines, context)).filter(
      ({ start }) => !rows || start >= rows.over.end,
    ),
  ];
  const pairs = [...asked, ...refined(text, apartFrom(asked, told), buttons)];
  const line = rows || pairs.length > 0 ? null : findDelimited(text, context);
  const questions = new Set(asked.map(({ label }) => label));
  const others = apartFrom(
    [...under, ...pairs, ...(line ? [line] : [])],
    findLabelled(text, buttons).filter(
      (mark) => !isNamedWithin(text, mark, pairs) && !questions.has(text.slice(mark.start, mark.end)),
    ),
  ).filter(({ start, end }) => !isProseOfValues(text.slice(start, end), context));
  const labels = [...pairs, ...(line?.marked ?? []), ...others];
  const known = [...labels, ...apartFrom([...under, ...labels], findContact(text, context))];
  const more = findMoreOfLook(text, listed, looks.boxes).filter(
    ({ label }) => !known.some((one) => one.label === label),
  );
  const apart = outside(rows, [...known, ...apartFrom([...under, ...known], more)]);
  const sums = apartFrom(apart, rows?.sums ?? []);
  const cells = rowsOf(view, form.tables)
    .filter((row) => row.length > 1)
    .flat();
  const wide = onlyOnce(whole, bySection(text, withoutValues(text, [...apart, ...sums])))
    .slice(0, maxMarked)
    .map((one) => toCellEnd(text, cells, one));
  const allBut = (mark: Marked) => wide.filter((other) => other !== mark);
  const labelled = wide
    .filter((mark) => !isNamedWithin(text, mark, allBut(mark)))
    .map((one) => withoutScale(text, one));
  return { labelled: withoutCounts(labelled), line };
}

/** `26 payments`: how many there are this time is no part of what names their sum, where nothing else is called so. */
function withoutCounts(marked: readonly Marked[]): Marked[] {
  const labels = marked.map(({ label }) => label.replace(/^\d{1,4} (?=\p{Ll}{3,}$)/u, ''));
  return marked.map((one, i) => {
    const label = labels[i] ?? one.label;
    return labels.filter((other) => foldLabel(other) === foldLabel(label)).length === 1 ? { ...one, label } : one;
  });
}

/** Items that stand where labels and their values do are none. */
const unless = (under: readonly Range[], rows: FoundRows | null): FoundRows | null =>
  rows && under.some(({ start, end }) => start < rows.over.end && rows.over.start < end) ? null : rows;

/** Labels in lines that seem to be of items, by which these are a form: dressed as such, or questions. */
const minDressed = 3;

/** Whether what seem to be items are parts of a form: labels in a dress of their own stand in them, each another. */
function isOfDressed({ over }: FoundRows, dressed: readonly Marked[]): boolean {
  const labels = dressed.flatMap(({ label, start, end }) =>
    start >= over.start && end <= over.end ? [foldLabel(label)] : [],
  );
  return labels.length >= minDressed && new Set(labels).size === labels.length;
}

/** Whether what seem to be items are the sections of a form. */
const isOfSections = ({ by, columns: [titles, ...others] }: FoundRows): boolean =>
  by === 'block' && titles !== undefined && others.length > 0 && areOfRoles(titles.values);

/** Links that say nothing but what one may do: where they lead is not what they say. */
const buttonsOf = (view: View, links: readonly Link[]): Range[] =>
  links.flatMap((link) => {
    const at = fromOrigin(view, link);
    return at && !/[@/]/.test(view.text.slice(at.start, at.end)) ? [at] : [];
  });

/** Whether a value is all of its line, and lines of its make stand among the items: then it is over some of them only. */
export function isOverSome({ view: { text } }: Looked, rows: FoundRows | null, { start, end }: Marked): boolean {
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
function toCellEnd(text: string, cells: readonly Range[], one: Marked): Marked {
  const own = cells.find(({ start, end }) => start <= one.start && one.end <= end && end > one.start);
  if (!own || text.slice(own.start, one.start).trim() !== '' || !text.slice(own.start, own.end).includes('\n\n'))
    return one;
  return { ...one, end: own.start + text.slice(own.start, own.end).trimEnd().length };
}

/** `4 / 5`, `8 out of 10`: what somebody rated with, and not what one can. */
export function withoutScale(text: string, one: Marked): Marked {
  const [, figure = ''] =
    /^(\d+(?:[.,]\d)?) ?(?:\/|out of|of|von|sur|de|van|af|su) ?(?:5|10|100)(?: \p{L}+)?$/u.exec(
      text.slice(one.start, one.end),
    ) ?? [];
  return figure === '' ? one : { ...one, end: one.start + figure.length };
}

/** What a sentence with a value says once more of a label. */
function repeatedBeside(text: string, labelled: readonly Marked[], sentences: readonly Marked[]): Marked[] {
  const taken: Range[] = [...labelled, ...sentences];
  return linesOf(text)
    .filter((line) => sentences.some((mark) => line.start <= mark.start && mark.end <= line.end))
    .flatMap((line) => repeatedIn(text, line, labelled, taken));
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
export function onlyOnce({ view }: Pick<Looked, 'view'>, marked: readonly Marked[]): Marked[] {
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

export const overlap = (a: Range, b: Range) => a.start < b.end && b.start < a.end;
