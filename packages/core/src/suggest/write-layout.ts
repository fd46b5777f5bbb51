import { linesOf } from '../reading/index.js';
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
  for (const { start: from, end: to, field } of own) {
    line += `${literal(text.slice(at, from))}[[${field}]]`;
    at = to;
  }
  // Behind a value of several lines nothing of its last line is left.
  return `${line}${literal(text.slice(at, Math.max(at, end)))}`.replace(/\s+$/, '').replace(/^\s{0,3}(?:> ?)*/, '');
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
