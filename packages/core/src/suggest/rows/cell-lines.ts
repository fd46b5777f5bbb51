import { linesInCell, type Range, type View } from '../../reading/index.js';
import { cellText, type GridCell, trimmed } from '../../rules/table/grid.js';
import { isFree, type ReadContext } from '../../values/index.js';
import { guessType } from '../guess-type.js';
import { ofBlock } from '../marked.js';
import { areCodes } from './alike-part.js';

/** Values that stand below each other in one cell at the most. */
const maxLines = 3;
/** A longer line is prose that was wrapped. */
const longestLine = 80;

/**
 * The lines of the cells of a column, where each is a value of its own: an article and below it its code. For each line its range in
 * every cell, null where a cell has not so many; null where the lines of a cell are one value.
 */
export function linesOfCells(
  view: View,
  cells: readonly GridCell[],
  label: string,
  context: ReadContext,
): (Range | null)[][] | null {
  const lines = cells.map(([only, ...more]) =>
    only && more.length === 0 ? linesInCell(view, only).map((line) => trimmed(view, line)) : [],
  );
  const width = lines.reduce((most, { length }) => Math.max(most, length), 0);
  if (width < 2 || width > maxLines || ofBlock.test(label)) return null;
  if (lines.some((own) => own.length > 1 && own.some(({ start, end }) => end - start > longestLine))) return null;
  const whole = cells.map((cell) => cellText(view, cell)).filter((text) => text !== '');
  if (!isFree(guessType(label, whole, context))) return null;
  return [...Array(width).keys()].map((at) => lines.map((own) => own[at] ?? null));
}

/** What the values below others are called, where nothing names them. */
export const calledBelow = (values: readonly (string | null)[]): string =>
  areCodes(values.filter((value) => value !== null && value !== '') as string[]) ? 'code' : 'details';

/** A label with a mark, or words with a number right behind them that is all of the rest. */
const labelled = /^(\p{L}[\p{L} .-]{0,30}?)(?:\s?[:=]\s*(\S.*)|(?:(?<=\.) ?|(?<=\p{L}) )(\d[\p{L}\d/-]*))$/u;

/** `Menge: 2`, `Artikel-Nr. 4711`: what stands behind the label that all such lines begin with; null where they do not. */
export function behindOneLabel(
  values: readonly (string | null)[],
): { label: string; ranges: ({ start: number; end: number } | null)[] } | null {
  const found = values.map((value) => (value ? labelled.exec(value) : null));
  const [label, ...others] = new Set(found.flatMap((one) => one?.[1] ?? []));
  if (!label || others.length > 0 || found.some((one, i) => !one && values[i])) return null;
  return {
    label,
    ranges: found.map((one) => one && { start: one[0].length - (one[2] ?? one[3] ?? '').length, end: one[0].length }),
  };
}
