import type { Range } from './reading.js';

/** Ranges of the lines of a text, without their line breaks. */
export function linesOf(text: string): Range[] {
  const lines: Range[] = [];
  let start = 0;
  for (;;) {
    const end = text.indexOf('\n', start);
    if (end < 0) {
      lines.push({ start, end: text.length });
      return lines;
    }
    lines.push({ start, end });
    start = end + 1;
  }
}

const moreThanFigure = /^\s{0,3}>\d[\d.,]*(?: ?[\p{L}%°/]{1,8})?\s*$/u;
const quotedLine = /^\s{0,3}>/;

/** Whether `>10` on a line of its own, with no quoted one right above or below, says that something is more, and quotes nothing. */
export function saysMore(text: string, lines: readonly Range[], at: number): boolean {
  // Nearly every line begins with a letter: that is seen without a look at its words.
  if (!/[>\s]/.test(text.charAt(lines[at]?.start ?? 0))) return false;
  const wordsAt = (i: number) => text.slice(lines[i]?.start ?? 0, lines[i]?.end ?? 0);
  return (
    moreThanFigure.test(wordsAt(at)) &&
    ![at - 1, at + 1].some((i) => lines[i] !== undefined && quotedLine.test(wordsAt(i)))
  );
}
