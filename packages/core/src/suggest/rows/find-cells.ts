import { linesInCell, type Range, type View } from '../../reading/index.js';
import { type Grid, type GridCell, isEmpty, markedGrids, widthOf } from '../../rules/table/grid.js';
import { textGrids } from '../../rules/table/text-grid.js';
import { addsUp } from '../../rules/table/totals.js';
import { figureOf, isFree, ownTypes, type ReadContext, readValue } from '../../values/index.js';
import { guessType } from '../guess-type.js';
import { type Named, writeItem } from '../write-layout.js';
import type { AlikePart } from './alike-part.js';
import { behindOneLabel, calledBelow, linesOfCells } from './cell-lines.js';
import { ColumnNames } from './column-names.js';
import { cutAlike } from './cut-alike.js';
import { behindSameWords } from './cut-by-words.js';
import { type FoundColumn, type FoundRows, isChosen, isLinked, type LookedForRows } from './found-rows.js';
import { isOfLabels } from './headings.js';

/** Rows of cells without headings are believed from so many of both on: two columns are labels and values as often as not. */
const minColumns = 3;
const minItems = 2;
/** Rows of more cells are no list that anybody wants. */
const maxColumns = 60;
/** Rows of nothing but words are believed where the markup makes them, and there are so many. */
const minOfWords = 3;
/** Rows with a cell in so many of the columns are items; a title over some of them is none. */
const filledShare = 0.6;

/** Rows of cells that no headings stand over: each is a line of one shape, its columns are named by their types. */
export function findCells(message: LookedForRows, context: ReadContext): FoundRows | null {
  const { view, tables } = message;
  const marked = markedGrids(view, tables).flatMap(
    (grid) => rowsOf(grid, message, context, message.expected ? minItems : minOfWords) ?? [],
  );
  const written = textGrids(view, (row) => row.length >= minColumns).flatMap(
    (grid) => rowsOf(grid, message, context, null) ?? [],
  );
  const found = [...marked, ...written];
  return found.reduce<FoundRows | null>((best, one) => (best && best.count >= one.count ? best : one), null);
}

function rowsOf(
  grid: Grid,
  message: LookedForRows,
  context: ReadContext,
  /** Rows of nothing but words that are enough; null where they never are. */
  enough: number | null,
): FoundRows | null {
  const { view, links } = message;
  const textOf = (cell: GridCell | undefined) => (cell?.[0] ? view.text.slice(cell[0].start, cell[0].end) : '');
  const width = widthOf(grid);
  const filled = (row: readonly GridCell[]) => row.filter((cell) => !isEmpty(view, cell)).length;
  const sum = sumBelow(
    grid.rows.map((row) => textOf(row.at(-1))),
    context,
  );
  const items = grid.rows.filter(
    (row, i) =>
      i !== sum && filled(row) >= filledShare * width && !addsUp(textOf(row.find((cell) => !isEmpty(view, cell)))),
  );
  const titles = titlesOf(grid, items);
  const ranges = [...items.flat(2), ...(titles ?? [])];
  const over = { start: Math.min(...ranges.map(({ start }) => start)), end: Math.max(...ranges.map(({ end }) => end)) };
  const textsOf = (rows: Grid['rows']) => rows.map((row) => row.map(textOf));
  const others = grid.rows.filter((row) => !items.includes(row));
  const areSums = enough !== null && isOfSums(textsOf(items), { others: textsOf(others), isSummed: sum >= 0 }, context);
  const areCounted = enough !== null && items.length >= minItems && items.every((row) => isCount(textOf(row.at(-1))));
  const least = message.chosen || areSums || areCounted ? 2 : minColumns;
  if (!message.chosen && isOfLabels(grid, message.listed)) return null;
  if (width < least || width > maxColumns || items.length < minItems || !isChosen(message, over)) return null;
  const names = new ColumnNames();
  const title = titles && {
    label: names.next(ownTypes.words),
    values: titles.map(({ start, end }) => view.text.slice(start, end)),
    linked: titles.every((place) => isLinked(view, place, links)),
  };
  const columns = [...Array(width).keys()].flatMap((at) =>
    columnsIn(
      items.map((row) => row[at] ?? []),
      { message, names, isNarrow: width < minColumns },
      context,
    ),
  );
  const isTelling = columns.some(({ type }) => !isFree({ type }));
  const isMany = enough !== null && columns.length >= minColumns && items.length >= enough;
  if (!message.chosen && !isTelling && !isMany) return null;
  const counts = items.map((row, i) => filled(row) * maxColumns + columns.filter(({ places }) => places[i]).length);
  const shown = counts.reduce((best, count, i) => (count > (counts[best] ?? 0) ? i : best), 0);
  return {
    by: 'block',
    over,
    count: items.length,
    columns: [...(title ? [title] : []), ...columns].map(
      ({ label, values, linked }): FoundColumn => ({ label, values, linked }),
    ),
    write: (nameOf) => {
      const named = columns.flatMap(({ label, places }): Named[] => {
        const [names, place] = [nameOf(label), places[shown]];
        if (!names || !place) return [];
        // What is one value over several lines in some item is so in all.
        const runsOn = places.some((one) => one !== null && linesInCell(view, one).length > 1);
        return [{ label, ...place, field: `${names.join(', ')}${runsOn ? '...' : ''}`, by: 'label' }];
      });
      const line = linesAround(view.text, (items[shown] ?? []).flat());
      const above = title ? nameOf(title.label) : null;
      return (above ? `[[${above.join(', ')}]]\n` : '') + writeLine(view, line, named);
    },
  };
}

/** A column of the items, and where its values stand. */
interface CellColumn extends FoundColumn {
  type: string;
  places: (Range | null)[];
}

/** `isNarrow`: where there are but two cells, one of them may hold what else stands in two: `4 × Rope`. */
interface AmongColumns {
  message: LookedForRows;
  names: ColumnNames;
  isNarrow: boolean;
}

/** The columns that the cells below each other make: one, or more where their lines or words are values of their own. */
function columnsIn(
  cells: readonly GridCell[],
  { message: { view, links }, names, isNarrow }: AmongColumns,
  context: ReadContext,
): CellColumn[] {
  const whole = cells.map(([place]) => place ?? null);
  const textOf = (place: Range | null) => place && view.text.slice(place.start, place.end);
  // Signs for what the next cell says in words are no values.
  if (!whole.some((place) => /[\p{L}\p{N}]/u.test(textOf(place) ?? ''))) return [];
  return (linesOfCells(view, cells, '', context) ?? [whole]).flatMap((places, line) => {
    const said = places.map(textOf);
    const linked = places.every((place) => place !== null && isLinked(view, place, links));
    const own = line > 0 ? behindOneLabel(said) : null;
    if (own) {
      const values = own.ranges.map((range, i) => (range ? (said[i]?.slice(range.start, range.end) ?? '') : ''));
      const { type } = guessType(own.label, values, context);
      const held = own.ranges.map((range, i) => range && within(places[i], range));
      return [{ type, label: names.own(own.label), places: held, values, linked: false }];
    }
    return partsOf(said, isNarrow, linked, context).map(({ type, label, ranges }) => ({
      type,
      label:
        label !== null
          ? names.own(label)
          : line > 0 && isFree({ type })
            ? names.own(calledBelow(said))
            : names.next(type),
      places: ranges.map((range, i) => range && within(places[i], range)),
      values: ranges.map((range, i) => (range ? (said[i]?.slice(range.start, range.end) ?? '') : '')),
      linked,
    }));
  });
}

/** The line of an item, in which two blanks part the lines of a cell, as they do in a layout. */
function writeLine(view: View, line: Range, named: readonly Named[]): string {
  const lines = linesInCell(view, line);
  const text = lines.map(({ start, end }) => view.text.slice(start, end)).join('  ');
  const moved = (at: number) => at - line.start + lines.findLastIndex(({ start }) => start <= at);
  return writeItem(
    text,
    named.map((one) => ({ ...one, start: moved(one.start), end: moved(one.end) })),
  );
}

/** `× 2`, `3x`: how many there are of something. */
const isCount = (value: string) => /^(?:[×x]\s?\d{1,4}|\d{1,4}\s?[×x])$/iu.test(value);
/** The same where the sign is no part of the figure's word. */
const counted = /^(?:(?:×\s?|x\s)(\d{1,4})|(\d{1,4})(?:\s?×|\sx))$/iu;

/** The figures of values that say how many; null where they say something else. */
function countsIn(values: readonly (string | null)[]): AlikePart[] | null {
  const found = values.map((value) => value && counted.exec(value));
  if (found.some((one) => !one)) return null;
  const ranges = found.map((one) => {
    const figures = one?.[1] ?? one?.[2] ?? '';
    const start = one?.[0].indexOf(figures) ?? 0;
    return { start, end: start + figures.length };
  });
  return [{ type: ownTypes.count, label: 'quantity', ranges }];
}

/** What the cells of a column, or one line of each, are cut into. */
function partsOf(
  values: readonly (string | null)[],
  isNarrow: boolean,
  isLinked: boolean,
  context: ReadContext,
): AlikePart[] {
  const counts = countsIn(values);
  if (counts && !isLinked) return counts;
  if (isNarrow && !isLinked) return cutAlike(values, context);
  return (isLinked ? null : behindSameWords(values, context)) ?? [whole(values, context)];
}

const within = (cell: Range | null | undefined, { start, end }: Range): Range => {
  const from = cell?.start ?? 0;
  return { start: from + start, end: from + end };
};

/** The titles of items that each have one in a row of its own right above: `Roof tiles`, and below it weight, hold and port. */
function titlesOf({ view, rows }: Grid, items: readonly Grid['rows'][number][]): Range[] | null {
  const above = items.map((row) => {
    const title = rows[rows.indexOf(row) - 1];
    const filled = (title ?? []).filter((cell) => !isEmpty(view, cell));
    return title && !items.includes(title) && filled.length === 1 ? (filled[0]?.[0] ?? null) : null;
  });
  const titles = above.filter((place) => place !== null);
  const said = new Set(titles.map(({ start, end }) => view.text.slice(start, end)));
  return titles.length === items.length && said.size > 1 ? titles : null;
}

const whole = (values: readonly (string | null)[], context: ReadContext): AlikePart => ({
  type: guessType(
    '',
    values.filter((value) => value !== null),
    context,
  ).type,
  label: null,
  ranges: values.map((value) => (value === null ? null : { start: 0, end: value.length })),
});

/** The last of some rows, if its sum is that of those above it, whatever it is called; -1 if it is not, or something is taken off: a fee. */
function sumBelow(sums: readonly string[], context: ReadContext): number {
  const last = sums.length - 1;
  const centsOf = (text: string) => {
    const read = readValue(text, { type: ownTypes.money }, context);
    const figure = read.ok ? figureOf(read.value) : null;
    return figure === null ? null : Math.round(Number(figure) * 100);
  };
  const total = last < minItems ? null : centsOf(sums[last] ?? '');
  if (total === null) return -1;
  let left = total;
  for (const text of sums.slice(0, last)) {
    const cents = centsOf(text);
    if (cents === null || cents < 0) return -1;
    left -= cents;
  }
  return left === 0 ? last : -1;
}

/** Whether rows are of how many of what, or of what at all above a row that adds them up, and a sum beside it: `4 × Rope | £9.80`. */
const isOfSums = (
  rows: readonly string[][],
  { others, isSummed }: { others: readonly string[][]; isSummed: boolean },
  context: ReadContext,
): boolean =>
  rows.length >= minItems &&
  (isSummed ||
    rows.every(([what = '']) => /^\d+ ?[×x*] ?\p{L}/u.test(what)) ||
    others.some(([label = '']) => addsUp(label))) &&
  guessType(
    '',
    rows.map(([, sum = '']) => sum),
    context,
  ).type === ownTypes.money;

function linesAround(text: string, ranges: readonly Range[]): Range {
  const [start, end] = [Math.min(...ranges.map((one) => one.start)), Math.max(...ranges.map((one) => one.end))];
  const stop = text.indexOf('\n', end);
  return { start: text.lastIndexOf('\n', start - 1) + 1, end: stop < 0 ? text.length : stop };
}
