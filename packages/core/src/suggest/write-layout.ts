import { linesOf, type Range } from '../reading/index.js';
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
    // A value alone on its line is found by the label above it.
    if (text.slice(start, first.start).trim() === '') kept.push(...labelAbove(text, lines, i));
    kept.push(slotted(text, start, Math.max(end, own.at(-1)?.end ?? end), own));
    covered = own.at(-1)?.end ?? covered;
  }
  return `${kept.join('\n')}\n`;
}

/** One line with its values replaced; a literal `[[` is written so that it stays one. */
function slotted(text: string, start: number, end: number, own: readonly Named[]): string {
  let at = start;
  let line = '';
  for (const { start: from, end: to, field } of withCells(text, start, end, own)) {
    line += `${literal(text.slice(at, from))}[[${field}]]`;
    at = to;
  }
  // Behind a value of several lines nothing of its last line is left.
  return `${line}${literal(text.slice(at, Math.max(at, end)))}`.replace(/\s+$/, '').replace(/^\s{0,3}(?:> ?)*/, '');
}

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
): { start: number; end: number; field: string }[] {
  const line = text.slice(start, end);
  const cells = cellsOf(line);
  const others = cells.flatMap(({ start: from, end: to }, i) => {
    const [first, last] = [start + from, start + to];
    const taken = own.some((mark) => mark.start <= last && first <= mark.end);
    // A word in capitals at either end says what kind of line it is.
    const isKey = (i === 0 || i === cells.length - 1) && /^\p{Lu}{3,}$/u.test(line.slice(from, to));
    return taken || isKey || first === last ? [] : [{ start: first, end: last, field: '*' }];
  });
  return [...own, ...others].sort((a, b) => a.start - b.start);
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
    let at = 0;
    return parts.map((part): Range => {
      const from = at + (part.length - part.trimStart().length);
      const to = Math.max(from, at + part.trimEnd().length);
      at += part.length + mark.length;
      return { start: from, end: to };
    });
  }
  return [];
}

const literal = (text: string) => text.replaceAll('[[', '[[[[');

/** The label of a value that stands below it, with the ruling between them if there is one. */
function labelAbove(text: string, lines: readonly { start: number; end: number }[], at: number): string[] {
  const above: string[] = [];
  for (let i = at - 1; i >= Math.max(0, at - maxBetween); i--) {
    const line = lines[i];
    const words = line ? text.slice(line.start, line.end).trim() : '';
    if (words !== '') above.unshift(literal(words));
    if (/\p{L}/u.test(words)) return above;
  }
  return [];
}

/** Lines between a value and the label above it at the most: a ruling and a blank line, and the label itself. */
const maxBetween = 3;
