import type { Table } from './reading.js';

/** Where blanks of a text stand for line breaks within the cells of its tables: offsets in UTF-16 units, sorted. */
export function breaksIn(tables: readonly Pick<Table, 'rows'>[]): number[] {
  const places = tables.flatMap(({ rows }) =>
    rows.flatMap((row) => row.flatMap(({ lines = [] }) => lines.slice(1).map(({ start }) => start - 1))),
  );
  // A cell over several rows stands in each of them.
  return [...new Set(places)].sort((a, b) => a - b);
}

/** A text with a sign in the place of each of these blanks, so that offsets stay. */
export const breaksShown = (text: string, breaks: readonly number[], sign: string): string =>
  [-1, ...breaks].map((at, i) => text.slice(at + 1, breaks[i])).join(sign);

/** A sign for such a break where a line is cut or written: a blank to whatever looks at words, and no mail ends its lines so. */
export const cellBreak = '\u2028';
