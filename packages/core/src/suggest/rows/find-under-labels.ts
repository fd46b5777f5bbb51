import { fromOrigin, makeOf, type Range, type View } from '../../reading/index.js';
import { cellText, type Grid, isEmpty, markedGrids } from '../../rules/table/grid.js';
import { textGrids } from '../../rules/table/text-grid.js';
import type { ReadContext } from '../../values/index.js';
import { guessType } from '../guess-type.js';
import { foldLabel, type Marked } from '../marked.js';
import type { LookedForRows } from './found-rows.js';
import { isHeading, isOfLabels, isOfPairs, maxOfForm, withoutBanners, withoutColon } from './headings.js';

/** Rows of labels and values: the values, and where all of it stands. */
interface Under extends Range {
  marked: Marked[];
}

/** What stands under its label in such rows, of the markup or else of the text. */
export function findUnderLabels({ view, tables, listed }: LookedForRows, context: ReadContext): Under[] {
  const find = (grids: readonly Grid[]) =>
    grids.flatMap((grid) => {
      if (isOfPairs(grid, context)) return [inPairs(grid)];
      if (isCrossed(grid, context)) return [crossed(grid)];
      return isOfLabels(grid, listed) ? [under(grid)] : [];
    });
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

/** Terms that the markup calls so, and what stands for them, where the values are of more than one kind as those of a form are. */
export function findDefined(
  view: View,
  definitions: readonly { term: Range; value: Range }[],
  context: ReadContext,
): Under[] {
  if (definitions.length > maxOfForm) return [];
  const marked = definitions.flatMap(({ term, value }): Marked[] => {
    const [label, there] = [fromOrigin(view, term), fromOrigin(view, value)];
    const words = there && view.text.slice(there.start, there.end);
    if (!label || !there || !words?.trim()) return [];
    const start = there.start + (words.length - words.trimStart().length);
    const said = withoutColon(view.text.slice(label.start, label.end).trim());
    return [{ label: said, start, end: there.start + words.trimEnd().length, by: 'label' }];
  });
  const labels = new Set(marked.map(({ label }) => foldLabel(label)));
  const kinds = new Set(marked.map(({ start, end }) => guessType('', [view.text.slice(start, end)], context).type));
  if (labels.size < marked.length || kinds.size < 2) return [];
  return marked.map((one) => ({ start: view.text.lastIndexOf(one.label, one.start), end: one.end, marked: [one] }));
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

const inPairs = (grid: Grid): Under => ({
  ...overOf(grid),
  marked: withoutBanners(grid).flatMap((row) =>
    row.flatMap((cell, i): Marked[] => {
      const label = row[i - 1];
      const [first, last] = [cell[0], cell.at(-1)];
      if (i % 2 === 0 || !label || !first || !last || isEmpty(grid.view, cell)) return [];
      return [{ label: withoutColon(cellText(grid.view, label)), start: first.start, end: last.end, by: 'label' }];
    }),
  ),
});

/** Rows of a table in which each value is named by its row and its column. */
const maxCrossed = 20;

/**
 * `Day | 3 May | 4 May` and `Covers | 4 | 6` under `Before` and `Now`: the values of a row are of one kind, those of a column are not,
 * so that each is named by both.
 */
function isCrossed({ view, rows: [head = [], ...rows] }: Grid, context: ReadContext): boolean {
  const [, ...headings] = head.map((cell) => cellText(view, cell));
  const texts = rows.map((row) => row.map((cell) => cellText(view, cell)));
  if (rows.length < 2 || rows.length > maxCrossed || headings.length < 2 || !isHeading(headings)) return false;
  if (!isHeading(texts.map(([label = '']) => label)) || texts.some((row) => row.length !== head.length)) return false;
  const kinds = texts.map(([, ...values]) => new Set(values.map((value) => guessType('', [value], context).type)));
  const said = new Set(kinds.flatMap((own) => [...own]));
  return kinds.every(({ size }) => size === 1) && said.size > 1;
}

const crossed = ({ view, rows: [head = [], ...rows], ...grid }: Grid): Under => ({
  ...overOf({ view, rows: [head, ...rows], ...grid }),
  marked: rows.flatMap((row) =>
    row.flatMap((cell, column): Marked[] => {
      const [first, last] = [cell[0], cell.at(-1)];
      const label = [row[0], head[column]].map((one) => cellText(view, one ?? [])).join(' ');
      return column > 0 && first && last ? [{ label, start: first.start, end: last.end, by: 'label' }] : [];
    }),
  ),
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
