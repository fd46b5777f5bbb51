import { linesOf, type Range } from '../reading/index.js';
import { telling } from './looks.js';
import type { Marked } from './marked.js';

/** A marked value with the name of its field; null for words that change but are no field. */
export interface Named extends Marked {
  field: string;
}

/**
 * The text of a layout: the lines of a message that have values in them, with slots in their places, and the labels that
 * stand alone above. Other lines are left out, for they belong to this one message; but for those that begin at an offset in `keep`.
 */
export function writeLayout(text: string, named: readonly Named[], keep: ReadonlySet<number> = new Set()): string {
  const sorted = [...named].sort((a, b) => a.start - b.start);
  const lines = linesOf(text);
  const kept: string[] = [];
  let covered = -1;
  for (const [i, { start, end }] of lines.entries()) {
    if (end <= covered) continue;
    const own = sorted.filter(
      (one) => one.start >= Math.max(start, covered) && one.start <= end && one.end > one.start,
    );
    if (own.length === 0 && keep.has(start)) kept.push(literal(text.slice(start, end)).trim());
    if (own.length === 0) continue;
    const first = own[0] as Named;
    const headings = isCovered(text, lines, i, sorted) ? null : headingsOver(text, lines, i);
    // A value alone on its line is found by the label above it.
    if (headings) kept.push(literal(headings));
    else if (text.slice(start, first.start).trim() === '' && !isCovered(text, lines, i, sorted))
      kept.push(...labelAbove(text, lines, i));
    const cells = headings ? rowOf(text.slice(start, end)) : cellsOf(text.slice(start, end));
    kept.push(slotted(text, start, Math.max(end, own.at(-1)?.end ?? end), own, cells));
    covered = own.at(-1)?.end ?? covered;
  }
  return `${kept.join('\n')}\n`;
}

/** One line with its values replaced; a literal `[[` is written so that it stays one. */
function slotted(text: string, start: number, end: number, own: readonly Named[], cells: readonly Range[]): string {
  let at = start;
  let line = '';
  for (const { start: from, end: to, field } of withCells(text, start, end, own, cells)) {
    line += `${figuresBefore(text.slice(at, from))}[[${field}]]`;
    at = to;
  }
  // Behind a value of several lines nothing of its last line is left.
  return `${line}${figuresBehind(text.slice(at, Math.max(at, end)))}`
    .replace(/\s+$/, '')
    .replace(/^\s{0,3}(?:> ?)*/, '');
}

/** Where a part of a code is a value (`0042` of `AB-17-0042`), its other figures differ from message to message as well. */
const figuresBefore = (words: string): string =>
  literal(words).replace(/[\p{L}\p{N}]+(?:[-/.][\p{L}\p{N}]+)*[-/.]$/u, (part) =>
    part.replace(/\p{N}+(?=[-/.])/gu, '[[*]]'),
  );

const figuresBehind = (words: string): string =>
  literal(words).replace(/^[-/.][\p{L}\p{N}]+(?:[-/.][\p{L}\p{N}]+)*/u, (part) =>
    part.replace(/(?<=[-/.])\p{N}+/gu, '[[*]]'),
  );

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
  const others = cells.flatMap(({ start: from, end: to }, i) => {
    const [first, last] = [start + from, start + to];
    const taken = own.some((mark) => mark.start <= last && first <= mark.end);
    // A word in capitals that a line begins with says what kind of line it is.
    const isKey = i === 0 && /^\p{Lu}{3,}$/u.test(line.slice(from, to));
    return taken || isKey || first === last ? [] : [{ start: first, end: last, field: '*' }];
  });
  return [...own, ...others, ...(others.length > 0 ? [] : addressesBeside(line, start, own))].sort(
    (a, b) => a.start - b.start,
  );
}

/** Addresses and the like beside a value are another message's own as well: words to ignore, where something parts them from it. */
function addressesBeside(line: string, offset: number, own: readonly Range[]) {
  const looks = telling.filter(({ namesItself }) => namesItself);
  return looks.flatMap(({ like }) =>
    [...line.matchAll(like)].flatMap((match) => {
      const [start, end] = [offset + match.index, offset + match.index + match[0].length];
      const parted = own.every((one) => {
        const between =
          one.end <= start
            ? line.slice(one.end - offset, start - offset)
            : line.slice(end - offset, one.start - offset);
        return (one.end <= start || one.start >= end) && between.trim() !== '';
      });
      return parted ? [{ start, end, field: '*' }] : [];
    }),
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
    if (parts.length <= least || isLabelled || isWords) continue;
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
    if (words !== '') above.unshift(literal(words));
    if (/\p{L}/u.test(words)) return above;
  }
  return [];
}

/** Lines of a paragraph above a value that are looked at for its label. */
const maxValuesAbove = 4;

/** Where other values stand between a value and the label of their paragraph: that label, and words to ignore in their places. */
function labelOfParagraph(text: string, lines: readonly Range[], at: number): string[] | null {
  for (let i = at - 1; i >= Math.max(0, at - maxValuesAbove); i--) {
    const line = lines[i];
    const words = line ? text.slice(line.start, line.end).trim() : '';
    if (words === '') return null;
    const label = /^[^\s:=][^:=\n]{0,40}[:：](?!\/\/|\d\d)/u.exec(words)?.[0];
    if (!label) continue;
    const isAlone = label.length === words.length;
    // Right below a label alone its value stands.
    if (isAlone && i === at - 1) return null;
    const ignored = at - 1 - i;
    return [isAlone ? literal(label) : `${literal(label)} [[*]]`, ...Array<string>(ignored).fill('[[*]]')];
  }
  return null;
}

/** Lines between a value and the label above it at the most: a ruling and a blank line, and the label itself. */
const maxBetween = 3;
