import type { Range } from '../../reading/index.js';
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
  const marked = find(markedGrids(view, tables));
  return marked.length > 0 ? marked : find(textGrids(view, isHeading));
}

function under(grid: Grid): Under {
  const all = grid.rows.flat(2);
  return {
    start: Math.min(...all.map(({ start }) => start)),
    end: Math.max(...all.map(({ end }) => end)),
    marked: valuesOf(grid),
  };
}

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
