import type { Range, View } from '../../reading/index.js';
import { withCellLabels } from '../../rules/table/cell-labels.js';
import { cellText, type Grid, type GridCell, isBelowItems, markedGrids } from '../../rules/table/grid.js';
import { folded, headingOfLine } from '../../rules/table/header.js';
import { textGrids } from '../../rules/table/text-grid.js';
import { addsUp } from '../../rules/table/totals.js';
import { isFree, type ReadContext } from '../../values/index.js';
import { guessType } from '../guess-type.js';
import type { Marked } from '../marked.js';
import { calledBelow, linesOfCells } from './cell-lines.js';
import { type FoundColumn, type FoundRows, isChosen, isLinked, type LookedForRows } from './found-rows.js';
import { isHeading, isOfLabels, isOfPairs, ofItems } from './headings.js';

/** A heading may stand below the title of its table. */
const maxAbove = 2;
/** A table of nothing but texts is believed from so many columns and items on. */
const minColumns = 3;
const minItems = 2;

/** The largest table of a message whose columns have headings. */
export function findTable(message: LookedForRows, context: ReadContext): FoundRows | null {
  const { view, tables } = message;
  const marked = markedGrids(view, tables);
  const taken = marked.map(overOf);
  // What the markup says of cells, lines of text that look like some do not know better.
  const isFreeText = (grid: Grid) => {
    const { start, end } = overOf(grid);
    return taken.every((one) => one.end <= start || one.start >= end);
  };
  const all = [...marked, ...textGrids(view, isHeading).filter(isFreeText)];
  const cards = cardsAmong(all);
  const grids = all
    .filter((grid) => message.chosen !== undefined || !cards.has(grid))
    .filter((grid) => message.chosen !== undefined || !(isOfLabels(grid, message.listed) || isOfPairs(grid, context)))
    .map((grid) => withCellLabels(grid) ?? grid);
  const found = grids.flatMap((grid) => tableOf(grid, message, context)).filter(({ over }) => isChosen(message, over));
  return found.reduce<FoundRows | null>((best, one) => (best && best.count >= one.count ? best : one), null);
}

/** What stands in the first of two columns. */
const firstCells = ({ view, rows }: Grid): string[] =>
  rows.every((row) => row.length <= 2)
    ? rows.flatMap(([first, second]) => (first && second ? [folded(cellText(view, first))] : []))
    : [];

/** Tables of two columns whose first has for the most part the labels of others: each is one item, with its values beside them. */
function cardsAmong(all: readonly Grid[]): Set<Grid> {
  const labels = all.map((grid) => new Set(firstCells(grid).filter((label) => label !== '')));
  const counts = new Map<string, number>();
  for (const own of labels) for (const label of own) counts.set(label, (counts.get(label) ?? 0) + 1);
  const isCard = (own: ReadonlySet<string>) =>
    own.size > 1 && 2 * [...own].filter((label) => (counts.get(label) ?? 0) > 1).length > own.size;
  return new Set(all.filter((_, i) => isCard(labels[i] ?? new Set())));
}

function overOf({ rows }: Pick<Grid, 'rows'>): Range {
  const cells = rows.flat(2);
  return {
    start: cells.reduce((first, { start }) => Math.min(first, start), Number.POSITIVE_INFINITY),
    end: cells.reduce((last, { end }) => Math.max(last, end), 0),
  };
}

function tableOf(grid: Grid, { view, links, chosen, listed }: LookedForRows, context: ReadContext): FoundRows[] {
  const textsOf = (row: readonly GridCell[]) => row.map((cell) => cellText(view, cell));
  const at = grid.rows.slice(0, maxAbove + 1).findIndex((row) => isHeading(textsOf(row)));
  const head = grid.rows[at];
  if (!head) return [];
  const headings = textsOf(head);
  const items = grid.rows.slice(at + 1).filter((row) => !isBelowItems(grid, row, at) && isItem(textsOf(row), headings));
  const sums = grid.rows.slice(at + 1).flatMap((row) => (items.includes(row) ? [] : sumIn(row, view)));
  const columns = headings.flatMap((label, column): FoundColumn[] => {
    const cells = items.map((row) => row[column] ?? []);
    const lines = label === '' ? null : linesOfCells(grid.view, cells, label, context);
    const parts = lines?.map((own) => own.map((range): GridCell => (range ? [range] : []))) ?? [cells];
    return parts.flatMap((own, at): FoundColumn[] => {
      const values = own.map((cell) => cellText(view, cell));
      if (label === '' || values.every((value) => value === '')) return [];
      const linked = own.every(([first]) => first !== undefined && isLinked(view, first, links));
      return [at === 0 ? { label, values, linked } : { ...headingBelow(label, at, values), values, linked }];
    });
  });
  const typed = columns.filter(({ label, values }) => !isFree(guessType(label, values, context))).length;
  // Of two rows of two cells the first heads the second only where its words are those of headings.
  const isHead = items.length > 1 || headings.some((label) => ofItems.test(label) || listed?.has(folded(label)));
  const isForm = () => !isHead || isOfForm(columns, context) || isBelowPair(view.text, head);
  if (chosen === undefined && headings.length === 2 && isForm()) return [];
  const known = headings.filter((heading) => listed?.has(folded(heading))).length;
  const believed =
    chosen !== undefined ||
    typed > 0 ||
    2 * known > headings.length ||
    (columns.length >= minColumns && items.length >= minItems);
  // A total below the items is no item, and a field may be in it.
  const over = overOf({ rows: [head, ...items] });
  return items.length > 0 && columns.length > 1 && believed
    ? [{ by: 'table', over, count: items.length, columns, sums, write: () => '' }]
    : [];
}

const headingBelow = (label: string, at: number, values: readonly string[]) => ({
  label: headingOfLine(at + 1, label),
  called: calledBelow(values),
});

/** `Opening balance   £120.00`: what a row adds up, and the one value beside it. */
function sumIn(row: readonly GridCell[], view: View): Marked[] {
  const [label, value, ...more] = row.filter((cell) => cellText(view, cell) !== '');
  const [first, last] = [value?.[0], value?.at(-1)];
  const words = label ? cellText(view, label) : '';
  if (!first || !last || more.length > 0 || !addsUp(words) || !/\d/.test(value ? cellText(view, value) : '')) return [];
  return [{ label: words.replace(/\s*[:=]\s*$/, ''), start: first.start, end: last.end, by: 'label' }];
}

/** Values of a column are of one kind, but for an odd one; those of a form differ. */
const sameKind = 0.75;

/** Whether two columns are labels, and values of many kinds beside them. */
function isOfForm([labels, values]: readonly FoundColumn[], context: ReadContext): boolean {
  if (!labels || !values || !isHeading([labels.label, ...labels.values])) return false;
  const kinds = values.values.map((value) => guessType('', [value], context).type);
  const usual = Math.max(0, ...kinds.map((kind) => kinds.filter((other) => other === kind).length));
  return usual < sameKind * kinds.length;
}

/** Whether the line right above a row has two cells as well: then it heads nothing. */
function isBelowPair(text: string, row: readonly GridCell[]): boolean {
  const start = Math.min(...row.flat().map((cell) => cell.start));
  const [above = ''] = text.slice(0, start).split('\n').slice(-2);
  return /\S[^\S\n]*(?:\t|\||[^\S\n]{3,})[^\S\n]*\S/.test(above);
}

function isItem(cells: readonly string[], headings: readonly string[]): boolean {
  const filled = cells.filter((cell) => cell !== '');
  const [first = ''] = filled;
  const again = cells.every((cell, i) => folded(cell) === folded(headings[i] ?? ''));
  return (
    filled.length > 1 &&
    2 * cells.length > headings.length &&
    !again &&
    !(addsUp(first) && filled.length < headings.length)
  );
}
