import { linesOf, saysMore } from '../lines.js';
import type { Range } from '../reading.js';
import { plain } from '../text/plain-words.js';

/** A line of a text with how deep it is quoted. */
export interface MailLine extends Range {
  /** Quotation marks before it, and block quotations around it. */
  depth: number;
  /** Where the text after the marks of each depth begins; index 0 is the line's own beginning. */
  marks: readonly number[];
  /** Without marks and outer space. */
  text: string;
  /** `text` for comparing with phrases; empty for a long line, which none of them is. */
  plain: string;
  blank: boolean;
}

/** Lines longer than this are paragraphs, not something a mail program wrote around one. */
const longestFrame = 400;
const maxMarks = 30;

/** The lines of a text; `quotes` are block quotations the HTML has, sorted or not. */
export function mailLines(text: string, quotes: readonly Range[] = []): MailLine[] {
  const lines = linesOf(text);
  const boxed = quoteDepths(lines, quotes);
  return lines.map(({ start, end }, i) => {
    if (start === end) return { start, end, depth: boxed[i] ?? 0, marks: [start], text: '', plain: '', blank: true };
    const line = text.slice(start, end);
    const marks = saysMore(text, lines, i) ? [start] : quoteMarks(line, start);
    const bare = line.slice((marks.at(-1) ?? start) - start).trim();
    return {
      start,
      end,
      depth: marks.length - 1 + (boxed[i] ?? 0),
      marks,
      text: bare,
      plain: bare.length > longestFrame ? '' : plain(bare),
      blank: bare === '',
    };
  });
}

/** `> > text`: where the line and the text after each mark begin. */
function quoteMarks(line: string, start: number): number[] {
  const found = [start];
  const mark = /[ \t]{0,3}>/y;
  while (found.length <= maxMarks && mark.exec(line)) found.push(start + mark.lastIndex);
  // The space after the last mark belongs to the marks.
  const last = found.length - 1;
  if (last > 0 && line[(found[last] ?? 0) - start] === ' ') found[last] = (found[last] ?? 0) + 1;
  return found;
}

/** For each line, how many of the ranges hold it. */
function quoteDepths(lines: readonly Range[], quotes: readonly Range[]): number[] {
  const change = new Array<number>(lines.length + 1).fill(0);
  for (const { start, end } of quotes) {
    if (end <= start) continue;
    const first = lineAt(lines, start);
    change[first] = (change[first] ?? 0) + 1;
    const after = lineAt(lines, end - 1) + 1;
    change[after] = (change[after] ?? 0) - 1;
  }
  let depth = 0;
  return lines.map((_, i) => {
    depth += change[i] ?? 0;
    return depth;
  });
}

/** The line an offset stands on. Lines are sorted. */
export function lineAt(lines: readonly Range[], offset: number): number {
  let low = 0;
  let high = lines.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((lines[middle]?.start ?? 0) <= offset) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** The lines of a range without the marks of a depth: one range when there are none. */
export function unmarked(lines: readonly MailLine[], { start, end }: Range, depth: number): Range[] {
  const ranges: Range[] = [];
  for (let i = lineAt(lines, start); i < lines.length; i++) {
    const line = lines[i];
    if (!line || line.start >= end) break;
    const from = line.marks[Math.min(depth, line.marks.length - 1)] ?? line.start;
    const to = Math.min(line.end + 1, end);
    const last = ranges.at(-1);
    if (last?.end === from) last.end = to;
    else if (to > from) ranges.push({ start: from, end: to });
  }
  return ranges;
}

/** “-- ” alone on its line, as RFC 3676 section 4.3 has it, and what programs make of it. */
export const isSignatureMark = (text: string): boolean => /^-- ?$|^—$|^--\u00a0$/.test(text);
