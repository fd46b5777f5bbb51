import { makeOf, type Range } from '../../reading/index.js';
import { cellText, type Grid, isEmpty, markedGrids } from '../../rules/table/grid.js';
import { textGrids } from '../../rules/table/text-grid.js';
import type { Marked } from '../marked.js';
import type { LookedForRows } from './found-rows.js';
import { isHeading, isOfLabels, withoutBanners } from './headings.js';

/** Rows of labels and values: the values, and where all of it stands. */
interface Under extends Range {
  marked: Marked[];
}

/** What stands under its label in such rows, of the markup or else of the text. */
export function findUnderLabels({ view, tables, listed }: LookedForRows): Under[] {
  const find = (grids: readonly Grid[]) => grids.filter((grid) => isOfLabels(grid, listed)).map(under);
  const grids = markedGrids(view, tables);
  const marked = [...find(grids), ...grids.filter(isOfIcons).map(beside)];
  if (marked.length > 0) return marked;
  // What the markup says of cells, lines of text that look like some do not know better.
  const taken = grids.map(overOf);
  const isFree = ({ start, end }: Range) => taken.every((one) => one.end <= start || one.start >= end);
  return find(textGrids(view, isHeading).filter((grid) => isFree(overOf(grid))));
}

const under = (grid: Grid): Under => ({ ...overOf(grid), marked: valuesOf(grid) });

function overOf({ rows }: Grid): Range {
  const all = rows.flat(2);
  return { start: Math.min(...all.map(({ start }) => start)), end: Math.max(...all.map(({ end }) => end)) };
}

/** Rows of a sign, a label and what it names: in place of the sign stands what a picture is called, if anything. */
function isOfIcons({ view, rows }: Grid): boolean {
  const texts = rows.map((row) => row.map((cell) => cellText(view, cell)));
  return (
    texts.length > 1 &&
    texts.every(
      ([sign = '', , value, ...more]) =>
        /^(?:\p{Ll}*|[^\p{L}\p{N}]*)$/u.test(sign) && value !== undefined && more.length === 0,
    ) &&
    isHeading(texts.map(([, label = '']) => label)) &&
    new Set(texts.map(([, , value = '']) => makeOf(value))).size > 1
  );
}

const beside = (grid: Grid): Under => ({
  ...overOf(grid),
  marked: grid.rows.flatMap(([, label, cell]): Marked[] => {
    const [first, last] = [cell?.[0], cell?.at(-1)];
    if (!label || !cell || !first || !last || isEmpty(grid.view, cell)) return [];
    return [{ label: cellText(grid.view, label), start: first.start, end: last.end, by: 'label' }];
  }),
});

function valuesOf(grid: Grid): Marked[] {
  const { view } = grid;
  const rows = withoutBanners(grid);
  return rows.flatMap((row, i) =>
    row.flatMap((cell, k): Marked[] => {
      const label = cellText(view, rows[i - 1]?.[k] ?? []);
      const [first, last] = [cell[0], cell.at(-1)];
      if (i % 2 === 0 || label === '' || isEmpty(view, cell) || !first || !last) return [];
      return [{ label, start: first.start, end: last.end, by: 'label' }];
    }),
  );
}
