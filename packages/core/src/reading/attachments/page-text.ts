/** Some letters drawn at one place of a page; units of the page, y grows upwards, x and y are those of the base line. */
export interface Stretch {
  text: string;
  x: number;
  y: number;
  width: number;
  height: number;
}

interface Line {
  y: number;
  height: number;
  stretches: Stretch[];
}

/** Share of a letter’s height by which letters of one line may stand higher or lower. */
const sameLine = 0.5;
/** Gaps in letter widths: below the first there is none, from the second on it parts columns. */
const wordGap = 0.3;
const columnGap = 2.2;
/** Distance of lines, in letter heights, from which on there is a blank line between them. */
const paragraph = 2;
/** A line is not filled with blanks beyond this. */
const widest = 400;

/**
 * What a page says, as lines: what stands at one height is one line, from left to right; columns keep apart by two blanks or
 * more and stand under each other, as in a text that was typed.
 */
export function pageText(stretches: readonly Stretch[]): string {
  const visible = stretches.filter(({ text, height }) => text.trim() !== '' && height > 0);
  const lines = linesOf(visible);
  const letter = usualWidth(visible);
  const left = visible.reduce((min, { x }) => Math.min(min, x), Number.POSITIVE_INFINITY);
  let text = '';
  for (const [at, line] of lines.entries()) {
    const above = lines[at - 1];
    if (above && above.y - line.y > paragraph * Math.max(above.height, line.height)) text += '\n';
    text += `${lineText(line, left, letter)}\n`;
  }
  return text;
}

function linesOf(stretches: readonly Stretch[]): Line[] {
  const lines: Line[] = [];
  for (const stretch of [...stretches].sort((a, b) => b.y - a.y || a.x - b.x)) {
    const line = lines.at(-1);
    if (line && line.y - stretch.y < sameLine * Math.min(line.height, stretch.height)) line.stretches.push(stretch);
    else lines.push({ y: stretch.y, height: stretch.height, stretches: [stretch] });
  }
  for (const line of lines) line.stretches.sort((a, b) => a.x - b.x);
  return lines;
}

function usualWidth(stretches: readonly Stretch[]): number {
  const widths = stretches.flatMap(({ text, width }) => (width > 0 ? [width / text.length] : [])).sort((a, b) => a - b);
  return widths[Math.floor(widths.length / 2)] || 5;
}

function lineText({ stretches }: Line, left: number, letter: number): string {
  let text = '';
  let end = left;
  for (const stretch of stretches) {
    const gap = (stretch.x - end) / letter;
    if (text !== '' && gap >= wordGap && gap < columnGap && !/\s$/.test(text) && !/^\s/.test(stretch.text)) text += ' ';
    else if (gap >= columnGap) text += ' '.repeat(blanksTo(stretch, left, letter, text));
    text += stretch.text;
    end = stretch.x + stretch.width;
  }
  return text.trimEnd();
}

/** Blanks up to the place where a stretch stands on the page, at least two. */
function blanksTo({ x }: Stretch, left: number, letter: number, text: string): number {
  const column = Math.min(Math.round((x - left) / letter), widest);
  return Math.max(column - text.length, text === '' ? 0 : 2);
}
