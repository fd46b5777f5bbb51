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
