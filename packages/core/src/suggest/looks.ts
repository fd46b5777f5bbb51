import { valueTypes } from '../values/index.js';

export type Telling = (typeof telling)[number];

/** Values that can be told by their looks alone, wherever they stand in a line. */
export const telling = Object.values(valueTypes)
  .flatMap(({ kind: type, within, namesItself }) => (within ? [{ type, namesItself, ...within }] : []))
  .sort((a, b) => a.rank - b.rank);

/** The value that looks like one of its kind and holds a stretch of a line, or that stretch itself. */
export function wholeValue(line: string, start: number, end: number): { start: number; end: number } {
  for (const { like } of telling)
    for (const match of line.matchAll(like)) {
      const to = match.index + match[0].length;
      if (match.index <= start && end <= to) return { start: match.index, end: to };
    }
  return { start, end };
}
