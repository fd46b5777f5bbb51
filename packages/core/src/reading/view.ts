import { breaksIn } from './cell-breaks.js';
import type { Range, Table } from './reading.js';

/** A text that rules look at, and the way back from its offsets to those of the text it was taken from. */
export interface View {
  /** What evidence calls the text this was taken from, such as `message.text`. */
  in: string;
  text: string;
  /** Offset of each piece in the view and in the origin; sorted. */
  pieces: { at: number; origin: number; length: number }[];
  /** Rows of table cells in it, in offsets of the view. */
  rows?: Range[][];
  /** Where a blank of it stands for a line break within a table cell; sorted. */
  breaks?: readonly number[];
}

/** A view of the whole of a text. */
export function wholeView(name: string, text: string): View {
  return { in: name, text, pieces: [{ at: 0, origin: 0, length: text.length }] };
}

/** A view of some ranges of a text, one after the other. Ranges are whole lines, so nothing is put between them. */
export function rangesView(name: string, text: string, ranges: readonly Range[]): View {
  const pieces: View['pieces'] = [];
  let at = 0;
  for (const { start, end } of ranges) {
    pieces.push({ at, origin: start, length: end - start });
    at += end - start;
  }
  return { in: name, text: ranges.map(({ start, end }) => text.slice(start, end)).join(''), pieces };
}

/** The rows of cells of some tables that stand whole in a view. */
export function rowsOf(view: View, tables: readonly Table[]): Range[][] {
  return tables.flatMap(({ rows }) =>
    rows.flatMap((cells) => {
      const placed = cells.map((cell) => fromOrigin(view, cell));
      return placed.some((cell) => cell === null) ? [] : [placed as Range[]];
    }),
  );
}

/** A view with what tables that stand in it say of their cells: `rows` of these, and where the lines within them break. */
export const withTables = (view: View, tables: readonly Table[]): View => ({
  ...withBreaks(view, tables),
  rows: rowsOf(view, tables),
});

/** A view that knows which of its blanks stand for line breaks within the cells of tables. */
export function withBreaks(view: View, tables: readonly Table[]): View {
  const all = breaksIn(tables);
  if (all.length === 0) return view;
  const breaks = all.flatMap((at) => fromOrigin(view, { start: at, end: at + 1 })?.start ?? []);
  return { ...view, breaks: breaks.sort((a, b) => a - b) };
}

/** The lines that a stretch of a view is written in, where it lies in a table cell; one where it is not parted. */
export function linesInCell({ breaks = [] }: View, { start, end }: Range): Range[] {
  const own = placesWithin(breaks, start, end);
  return [...own, end].map((to, i) => ({ start: i === 0 ? start : (own[i - 1] as number) + 1, end: to }));
}

/** Those of sorted places that lie within a stretch. */
export const placesWithin = (places: readonly number[], start: number, end: number): readonly number[] =>
  places.slice(
    firstWhere(places, (place) => place >= start),
    firstWhere(places, (place) => place >= end),
  );

/** The index of the first that is so of sorted ones, found by halving: a table may have a hundred thousand cells. */
function firstWhere<T>(sorted: readonly T[], isSo: (one: T) => boolean): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isSo(sorted[middle] as T)) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** A cell of a table, and where it stands among the rows of its view. */
export interface PlacedCell extends Range {
  row: number;
  at: number;
}

const placedCells = new WeakMap<readonly Range[][], PlacedCell[]>();

/** The table cell that an offset lies in, or stands right behind; null where it is none of a table's. */
export function cellIn({ rows }: View, offset: number): PlacedCell | null {
  if (!rows) return null;
  const cells =
    placedCells.get(rows) ??
    rows
      .flatMap((row, i) => row.map(({ start, end }, at) => ({ start, end, row: i, at })))
      .sort((a, b) => a.start - b.start || a.end - b.end);
  placedCells.set(rows, cells);
  const cell = cells[firstWhere(cells, ({ end }) => end >= offset)];
  return cell && cell.start <= offset ? cell : null;
}

/** Maps a range of the origin into the view; null when the view leaves any of it out. */
export function fromOrigin({ pieces }: View, { start, end }: Range): Range | null {
  const piece = pieces.find(({ origin, length }) => start >= origin && end <= origin + length);
  return piece ? { start: start - piece.origin + piece.at, end: end - piece.origin + piece.at } : null;
}

/** Maps a range of the view to ranges of the origin: one, or several when it runs over what was left out. */
export function toOrigin(view: View, start: number, end: number): Range[] {
  const found: Range[] = [];
  for (const piece of view.pieces) {
    const from = Math.max(start, piece.at);
    const to = Math.min(end, piece.at + piece.length);
    if (from < to || (start === end && from === to && found.length === 0)) {
      found.push({ start: piece.origin + from - piece.at, end: piece.origin + to - piece.at });
    }
  }
  return found;
}

/** A view of a part of another. */
export function partOf(view: View, start: number, end: number): View {
  let at = 0;
  const pieces = toOrigin(view, start, end).map((range) => {
    const piece = { at, origin: range.start, length: range.end - range.start };
    at += piece.length;
    return piece;
  });
  const rows = view.rows?.flatMap((cells) =>
    cells.every((cell) => cell.start >= start && cell.end <= end)
      ? [cells.map((cell) => ({ start: cell.start - start, end: cell.end - start }))]
      : [],
  );
  const breaks = view.breaks && placesWithin(view.breaks, start, end).map((place) => place - start);
  return {
    in: view.in,
    text: view.text.slice(start, end),
    pieces,
    ...(rows ? { rows } : {}),
    ...(breaks ? { breaks } : {}),
  };
}

/** A view of the end of another. */
export function tailOf(view: View, from: number): View {
  const [first] = toOrigin(view, from, view.text.length);
  const length = view.text.length - from;
  return { in: view.in, text: view.text.slice(from), pieces: first ? [{ at: 0, origin: first.start, length }] : [] };
}
