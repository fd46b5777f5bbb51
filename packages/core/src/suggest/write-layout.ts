import { linesOf, type Range } from '../reading/index.js';
import { addsUp } from '../rules/table/totals.js';
import { isAnswerMark } from './find-asked.js';
import { fullName } from './looks.js';
import { foldLabel, type Marked } from './marked.js';
import { wordsBeside } from './words-beside.js';

/** A marked value with the name of its field; null for words that change but are no field. */
export interface Named extends Marked {
  field: string;
}

/**
 * The text of a layout: the lines of a message that have values in them, with slots in their places, and the labels that
 * stand alone above. Other lines are left out, for they belong to this one message; but for those that begin at an offset in `keep`.
 */
export function writeLayout(text: string, named: readonly Named[], keep: ReadonlySet<number> = new Set()): string {
  const lines = linesWritten(text, named, keep);
  return `${lines.map((one, i) => runningOn(text, one, lines[i + 1])).join('\n')}\n`;
}

/** The lines of an item as those of a layout. No value runs on there: where an item ends is told by the next one. */
export const writeItem = (text: string, named: readonly Named[]): string =>
  linesWritten(text, named, new Set())
    .map((one) => one.text)
    .join('\n');

function linesWritten(text: string, named: readonly Named[], keep: ReadonlySet<number>): Written[] {
  const sorted = [...named].sort((a, b) => a.start - b.start);
  const lines = linesOf(text);
  const kept: Written[] = [];
  let covered = -1;
  for (const [i, { start, end }] of lines.entries()) {
    if (end <= covered) continue;
    const own = sorted.filter(
      (one) => one.start >= Math.max(start, covered) && one.start <= end && one.end > one.start,
    );
    if (own.length === 0 && keep.has(start)) kept.push({ text: literal(text.slice(start, end)).trim(), from: start });
    if (own.length === 0) continue;
    const last = own.at(-1);
    kept.push(...lineWithLabels(text, lines, i, own, sorted, kept.at(-1)?.text));
    covered = last?.end ?? covered;
    if (kept.length === 1)
      kept.push(...wordsBelow(text, lines, i, own, sorted).map((words) => ({ text: words, from: end })));
  }
  return kept;
}

/** A line with its values as slots, and the labels above it; but not what the layout has above it already. */
function lineWithLabels(
  text: string,
  lines: readonly Range[],
  at: number,
  own: readonly Named[],
  all: readonly Named[],
  above: string | undefined,
): Written[] {
  const { start, end } = lines[at] as Range;
  const last = own.at(-1) as Named;
  const headings = isCovered(text, lines, at, all) ? null : headingsOver(text, lines, at);
  const labels = headings ? [literal(headings)] : labelsOver(text, lines, at, own, all);
  const from = filledAbove(text, lines, at, labels.length)?.start ?? start;
  // The label may stand there already, as what a value above it is found by.
  const added = above === labels[0] ? labels.slice(1) : labels;
  const cells = headings ? rowOf(text.slice(start, end)) : cellsOf(text.slice(start, end));
  const written = slotted(text, start, Math.max(end, last.end), own, cells);
  return [
    ...added.map((label) => ({ text: label, from })),
    { text: written, from: added.length > 0 ? from : start, last },
  ];
}

/** A line of a layout: where it, or the label above it, begins in the sample, and the last value on it. */
interface Written {
  text: string;
  from: number;
  last?: Named;
}

/** A line of which the last value is prose: it runs on to the next line of the layout, where nothing else stands between in the sample. */
function runningOn(text: string, { text: written, last }: Written, next: Written | undefined): string {
  return last && next ? withDots(written, text, last, next.from) : written;
}

/** The same of a line alone: `next` is where the next line of the layout stands in the sample. */
export function withDots(written: string, text: string, last: Named, next: number): string {
  const between = text.slice(last.end, next).replace(/(?<=\n)[^\S\n]*[-=_*~]{3,}[^\S\n]*(?=\n)/g, '');
  const runs =
    written.endsWith(`[[${last.field}]]`) &&
    last.end <= next &&
    isProse(text.slice(last.start, last.end)) &&
    // Lines right below go on with it, unless they have labels.
    !/\n\s*\n\s*\S|\n[^\n:=：]{1,40}[:=：]/.test(between);
  return runs ? `${written.slice(0, -2)}...]]` : written;
}

/** Words of a value that may be several paragraphs in another message. */
const minOfProse = 4;

/** Whether a value is what somebody wrote: several lines, a sentence, or words of one. */
const isProse = (value: string): boolean =>
  value.includes('\n') ||
  /\p{L}{2} .*[.?!]$/u.test(value) ||
  (value.split(/\s+/).length >= minOfProse && (value.match(/(?<!\S)\p{Ll}{2,}/gu) ?? []).length >= minOfProse / 2);

/** The line by which so many lines that are not blank stand above another. */
function filledAbove(text: string, lines: readonly Range[], at: number, count: number): Range | null {
  const filled = lines.slice(0, at).filter(({ start, end }) => text.slice(start, end).trim() !== '');
  return count > 0 ? (filled.at(-count) ?? null) : null;
}

const hasWords = (text: string, start: number, end: number) => /[\p{L}\p{N}]/u.test(text.slice(start, end));

/** A value alone on its line is found by the label above it. */
function labelsOver(
  text: string,
  lines: readonly Range[],
  at: number,
  own: readonly Named[],
  all: readonly Named[],
): string[] {
  const before = text.slice(lines[at]?.start ?? 0, own[0]?.start ?? 0);
  if (isAnswerMark(before)) {
    const question = lines.slice(0, at).findLast((line) => textAt(text, line) !== '');
    return question ? [literal(textAt(text, question))] : [];
  }
  const isBare = !/[\p{L}\p{N}]/u.test(before);
  return isBare && !isCovered(text, lines, at, all) ? labelAbove(text, lines, at) : [];
}

/** Where nothing stands above the first value, and it has its line to itself, it is found by the line below. */
function wordsBelow(
  text: string,
  lines: readonly Range[],
  at: number,
  [first, ...more]: readonly Named[],
  all: readonly Named[],
): string[] {
  const line = lines[at];
  const isAlone = line && first && !hasWords(text, line.start, first.start) && !hasWords(text, first.end, line.end);
  const below = isAlone && more.length === 0 ? lineBelow(text, lines, at) : null;
  if (below === null || all.some((one) => isOn(one, below))) return [];
  const words = textAt(text, below);
  // Of a label and its value, the label.
  const label = labelled.exec(words)?.[0];
  return [label ? `${literal(label)} [[*]]` : anybody(anyFigures(literal(words)))];
}

const isOn = (mark: Range, line: Range) => mark.start <= line.end && mark.end > line.start;
const textAt = (text: string, { start, end }: Range) => text.slice(start, end).trim();

/** The next line with words in it, if it is near. */
const lineBelow = (text: string, lines: readonly Range[], at: number): Range | null =>
  lines.slice(at + 1, at + 1 + maxBetween).find((line) => /\p{L}/u.test(textAt(text, line))) ?? null;

/** One line with its values replaced; a literal `[[` is written so that it stays one. */
function slotted(text: string, start: number, end: number, own: readonly Named[], cells: readonly Range[]): string {
  let at = start;
  let line = '';
  for (const { start: from, end: to, field } of withCells(text, start, end, own, cells)) {
    line += `${figuresBefore(text.slice(at, from))}[[${field}]]`;
    at = to;
  }
  // Behind a value of several lines nothing of its last line is left.
  return `${line}${figuresBehind(text.slice(at, Math.max(at, end)))}`.trimEnd().replace(/^\s{0,3}(?:> ?)*/, '');
}

/** Where a part of a code is a value (`0042` of `AB-17-0042`), its other figures differ from message to message as well. */
const figuresBefore = (words: string): string =>
  literal(words).replace(/[\p{L}\p{N}]+(?:[-/.][\p{L}\p{N}]+)*[-/.]$/u, (part) =>
    part.replace(/\p{N}+(?=[-/.])/gu, '[[*]]'),
  );

const figuresBehind = (words: string): string =>
  literal(words)
    .replace(/^[-/.][\p{L}\p{N}]+(?:[-/.][\p{L}\p{N}]+)*/u, (part) => part.replace(/(?<=[-/.])\p{N}+/gu, '[[*]]'))
    // `31,68 €   (+20,4 %)`: how it compares this time.
    .replace(/^(\s*\()[^()\p{L}]*\d[^()\p{L}]*(\)\s*)$/u, '$1[[*]]$2');

/** Marks that part the values of a line, and how many of them there are at the least: a comma parts words as often. */
const delimiters: readonly [string, number][] = [
  ['|', 3],
  ['\t', 3],
  [';', 3],
  [',', 5],
];
/** Words of a value between commas. */
const longestCell = 4;

/** In a line of nothing but values, those that are no field's are values too: words to ignore, which differ in every message. */
function withCells(
  text: string,
  start: number,
  end: number,
  own: readonly Named[],
  cells: readonly Range[],
): { start: number; end: number; field: string }[] {
  const line = text.slice(start, end);
  const named = new Set(own.map(({ label }) => foldLabel(label)));
  const isOfPairs = areInPairs(line, cells, own, start);
  const others = cells.flatMap(({ start: from, end: to }, i) => {
    const [first, last] = [start + from, start + to];
    const taken = own.some((mark) => mark.start <= last && first <= mark.end);
    // A word in capitals that a line begins with says what kind of line it is.
    const isKey = i === 0 && /^\p{Lu}{3,}$/u.test(line.slice(from, to));
    const isSum = addsUp(line.slice(from, to));
    const isLabel = named.has(foldLabel(line.slice(from, to))) || (isOfPairs && i % 2 === 0);
    return taken || isKey || isSum || isLabel || first === last ? [] : [{ start: first, end: last, field: '*' }];
  });
  const beside = others.length > 0 ? [] : wordsBeside(text, { start, end }, own).map((one) => ({ ...one, field: '*' }));
  return [...own, ...others, ...beside].sort((a, b) => a.start - b.start);
}

/** Whether the cells of a row are a label and its value in turn, and the marked ones are values: `Owner⇥Ada Quist⇥Phone⇥+44 …`. */
function areInPairs(line: string, cells: readonly Range[], own: readonly Range[], offset: number): boolean {
  const labels = cells.filter((_, i) => i % 2 === 0).map(({ start, end }) => line.slice(start, end));
  const isMarked = (cell: Range) =>
    own.some(({ start, end }) => start < offset + cell.end && offset + cell.start < end);
  return (
    line.includes('\t') &&
    cells.length % 2 === 0 &&
    labels.every((label) => /^\p{L}[^\d:@]*$/u.test(label) && label.split(/\s+/).length <= longestCell) &&
    new Set(labels.map(foldLabel)).size === labels.length &&
    !cells.some((cell, i) => i % 2 === 0 && isMarked(cell))
  );
}

/** The cells of a line that a mark cuts into many values without labels; none where it is no such line. */
export function cellsOf(line: string): Range[] {
  for (const [mark, least] of delimiters) {
    const parts = line.split(mark);
    const isLabelled = parts.some((part) => /\p{L}\s*[:=]/u.test(part));
    const isWords =
      mark === ',' &&
      parts.some((part) => part.trim().split(/\s+/).length > longestCell || /\p{Ll}{2}[.!?]\s/u.test(part));
    // `| Gauge | Tern |`: of two in a frame the first is the label.
    const isFramed = parts.at(0) === '' && parts.at(-1)?.trim() === '' && parts.length === minOfRow + 1;
    if (parts.length <= least || isLabelled || isWords || isFramed) continue;
    return placed(parts, mark);
  }
  return [];
}

/** Parts of a line between marks, without the blanks around them. */
function placed(parts: readonly string[], mark: string): Range[] {
  let at = 0;
  return parts.map((part): Range => {
    const from = at + (part.length - part.trimStart().length);
    const to = Math.max(from, at + part.trimEnd().length);
    at += part.length + mark.length;
    return { start: from, end: to };
  });
}

/** The cells of a row of a table; two are a label and its value. */
const minOfRow = 3;

function rowOf(line: string): Range[] {
  const mark = line.includes('\t') ? '\t' : '|';
  const cells = placed(line.split(mark), mark);
  return cells.length >= minOfRow ? cells : [];
}

/** The row of labels that stands over a row of values; null where there is none. */
function headingsOver(text: string, lines: readonly Range[], at: number): string | null {
  const own = lines[at];
  const above = lines
    .slice(Math.max(0, at - maxBetween), at)
    .findLast(({ start, end }) => /\p{L}/u.test(text.slice(start, end)));
  if (!own || !above) return null;
  const words = text.slice(above.start, above.end);
  const [cells, headings] = [rowOf(text.slice(own.start, own.end)), rowOf(words)];
  const isLabel = ({ start, end }: Range) =>
    /^\p{L}[^\d:@]*$/u.test(words.slice(start, end)) && words.slice(start, end).split(/\s+/).length <= longestCell;
  return cells.length > 0 && headings.length === cells.length && headings.every(isLabel) ? words.trim() : null;
}

const literal = (text: string) => text.replaceAll('[[', '[[[[');

/** Whether a value stands on the line above, so that this line is in the layout already. */
function isCovered(text: string, lines: readonly Range[], at: number, named: readonly Named[]): boolean {
  const above = lines.slice(0, at).findLast((line) => text.slice(line.start, line.end).trim() !== '');
  return above !== undefined && named.some(({ start, end }) => start <= above.end && end > above.start);
}

/** The label of a value that stands below it, with the ruling between them if there is one. */
function labelAbove(text: string, lines: readonly { start: number; end: number }[], at: number): string[] {
  const heading = labelOfParagraph(text, lines, at);
  if (heading) return heading;
  const above: string[] = [];
  for (let i = at - 1; i >= Math.max(0, at - maxBetween); i--) {
    const line = lines[i];
    const words = line ? text.slice(line.start, line.end).trim() : '';
    const isWords = /\p{L}/u.test(words);
    // `▼ 14 %` is another figure in the next message.
    if (words !== '') above.unshift(isWords || !/\d/.test(words) ? withoutFigures(literal(words)) : '[[*]]');
    if (isWords) return above;
  }
  return [];
}

/** `5 guests have written`: how many differs. */
const anyFigures = (words: string): string =>
  words.replace(/(?<![\p{L}\p{N}.,:/#-])\d+(?: \d+)*(?![\p{L}\p{N}.,:/-])/gu, '[[*]]');

/** `Ines Lindqvist has moved this meeting`: who does it this time is another the next. */
const anybody = (words: string): string =>
  words.replace(/^\p{Lu}\p{L}+(?: \p{Lu}[\p{L}'’-]+)+(?=(?: \p{Ll}{2,}){2})/u, '[[*]]');

/** `Your shop in week 19`: figures behind the words of a heading are those of this message. */
const withoutFigures = (heading: string): string =>
  heading.replace(/(?<=\p{L}{2,} )\d+(?![\p{L}\p{N}.,:/-])/gu, '[[*]]');

/** What a line begins with that has a label with a mark. */
const labelled = /^[^\s:=][^:=\n]{0,40}[:：](?!\/\/|\d\d)/u;

/** Lines of a paragraph above a value that are looked at for its label. */
const maxValuesAbove = 4;

/** A word or two over a paragraph. */
const titleOfBlock = /^\p{Lu}[\p{L}-]*(?: \p{Ll}+){0,2}$/u;

/** Where other values stand between a value and the label of their paragraph: that label, and words to ignore in their places. */
function labelOfParagraph(text: string, lines: readonly Range[], at: number): string[] | null {
  const wordsAt = (i: number) => text.slice(lines[i]?.start ?? 0, lines[i]?.end ?? 0).trim();
  for (let i = at - 1; i >= Math.max(0, at - maxValuesAbove); i--) {
    const line = lines[i];
    const words = line ? text.slice(line.start, line.end).trim() : '';
    if (words === '') return null;
    // `Customer`, `Björn Pemberton`, and below them what is told by its looks: the first line of the paragraph is the label.
    const isTitle =
      i === at - 2 && titleOfBlock.test(words) && (i === 0 || wordsAt(i - 1) === '') && fullName.test(wordsAt(at - 1));
    const label = isTitle ? words : labelled.exec(words)?.[0];
    if (!label) continue;
    // Stars that made it bold may stand behind it.
    const isAlone = !/[\p{L}\p{N}]/u.test(words.slice(label.length));
    // Right below a label alone its value stands.
    if (isAlone && i === at - 1) return null;
    const ignored = at - 1 - i;
    return [isAlone ? literal(words) : `${literal(label)} [[*]]`, ...Array<string>(ignored).fill('[[*]]')];
  }
  return null;
}

/** Lines between a value and the label above it at the most: a ruling and a blank line, and the label itself. */
const maxBetween = 3;
