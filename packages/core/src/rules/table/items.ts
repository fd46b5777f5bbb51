import { type FieldOptions, fitOfValue, isFree, type ReadContext } from '../../values/index.js';
import { cellText, type Grid, type GridCell, isBelowItems, lineOf } from './grid.js';
import { type Header, type HeaderWords, headerOf } from './header.js';
import { addsUp } from './totals.js';

/** An item of a table, and why another row of it is none. */
export type Item = { cells: ReadonlyMap<string, GridCell> } | { passedOver: string; text: string };

export interface ItemOptions {
  words: HeaderWords;
  columns: Readonly<Record<string, FieldOptions>>;
  context: ReadContext;
  /** The columns that take but one line of their cells, counted from 1. */
  lines: LinesOfCells;
}

export type LinesOfCells = Readonly<Record<string, number>>;

/** The rows below a header: which of them are items, and which add up, head, or stand between. */
export function itemsOf(grid: Grid, headerAt: number, header: Header, options: ItemOptions): Item[] {
  return grid.rows.slice(headerAt + 1).map((row) => {
    const item = itemOf(grid, row, header, options);
    if ('passedOver' in item || !isBelowItems(grid, row, headerAt)) return item;
    return { passedOver: 'its first cell lies over several columns', text: textOf(grid, row) };
  });
}

const textOf = ({ view }: Grid, row: readonly GridCell[]): string =>
  row
    .map((cell) => cellText(view, cell))
    .filter((text) => text !== '')
    .join(' ')
    .slice(0, 80);

function itemOf(
  grid: Grid,
  row: readonly GridCell[],
  header: Header,
  { words, columns, context, lines }: ItemOptions,
): Item {
  const texts = row.map((cell) => cellText(grid.view, cell));
  const filled = texts.filter((text) => text !== '');
  const not = (passedOver: string): Item => ({ passedOver, text: textOf(grid, row) });
  if (filled.length === 0) return not('it is empty');
  if (headerOf(texts, words, [...header.cells.keys()])) return not('it is the header once more');
  const parted = new Set(Object.keys(lines).map((column) => header.cells.get(column)));
  const cells = new Map(
    [...header.cells].map(([column, at]) => {
      const cell = row[at] ?? [];
      // Beside a column of one line, that of the cell is what stands in its first.
      return [column, parted.has(at) ? lineOf(grid.view, cell, lines[column] ?? 1) : cell];
    }),
  );
  const has = [...cells].filter(([, cell]) => cellText(grid.view, cell) !== '');
  if (addsUp(filled[0] ?? '') && has.length < header.cells.size) return not('it adds up others');
  if (filled.length === 1 && header.cells.size > 1) return not('it has one cell only');
  const fitting = has.filter(([column, cell]) => {
    const declared = columns[column];
    return declared && (isFree(declared) || fitOfValue(cellText(grid.view, cell), declared, context) > 0);
  });
  const typed = fitting.filter(([column]) => !isFree(columns[column])).length;
  const anyTyped = [...header.cells.keys()].some((column) => !isFree(columns[column]));
  return has.length >= Math.min(2, header.cells.size) && (typed > 0 || !anyTyped)
    ? { cells }
    : not('its cells are no values of these columns');
}
