import * as v from 'valibot';
import {
  type FieldOptions,
  figureOf,
  fold,
  measureOf,
  type ReadContext,
  readValue,
  toText,
  type Value,
} from '../values/index.js';

/** How tables are named in files. */
export const tableName = v.pipe(v.string(), v.regex(/^[a-z0-9][a-z0-9_-]{0,62}$/));

/** A table that rules look values up in, as it stood at one revision. */
export interface LookupTable {
  name: string;
  /** Which state of the table it is: the service counts them; offline it is the digest of the file. */
  revision: string;
  columns: readonly string[];
  rows: readonly (readonly string[])[];
}

/** How a value is held against the cell of a column. */
export type LookupMatch =
  | { how: 'exact' | 'folded' | 'prefix'; column: string }
  /** From one column through another, both ends included; an empty cell is an open end. */
  | { how: 'range'; from: string | null; to: string | null };

/** One condition of a search: a value of the record, with the options of its field, which cells of ranges are read by. */
export interface Wanted {
  value: Value;
  options: FieldOptions;
  match: LookupMatch;
}

/** Columns that a search asks for and a table lacks. */
export const lacking = (table: LookupTable, columns: readonly (string | null)[]): string[] =>
  columns.filter((column): column is string => column !== null && !table.columns.includes(column));

/** The rows of a table that fit all of what is wanted. Of rows found by the beginning of a value those with the longest come first. */
export function rowsWith(table: LookupTable, wanted: readonly Wanted[], context: ReadContext): (readonly string[])[] {
  const found = table.rows.filter((row) => wanted.every((one) => fits(table, row, one, context)));
  const prefix = wanted.find(({ match }) => match.how === 'prefix')?.match;
  if (prefix?.how !== 'prefix') return found;
  const length = (row: readonly string[]) => cellOf(table, row, prefix.column).length;
  const longest = Math.max(0, ...found.map(length));
  return found.filter((row) => length(row) === longest);
}

/** The cell of a row in a column; empty where the row is too short. */
export const cellOf = (table: LookupTable, row: readonly string[], column: string): string =>
  (row[table.columns.indexOf(column)] ?? '').trim();

function fits(
  table: LookupTable,
  row: readonly string[],
  { value, options, match }: Wanted,
  context: ReadContext,
): boolean {
  const text = toText(value);
  switch (match.how) {
    case 'exact':
      return cellOf(table, row, match.column) === text;
    case 'folded':
      return fold(cellOf(table, row, match.column)) === fold(text);
    case 'prefix': {
      const cell = fold(cellOf(table, row, match.column));
      return cell !== '' && fold(text).startsWith(cell);
    }
    case 'range': {
      // An empty cell is an open end.
      const holds = (column: string | null, is: (order: number) => boolean) => {
        const cell = column === null ? '' : cellOf(table, row, column);
        if (cell === '') return true;
        const order = compared(value, cell, options, context);
        return order !== null && is(order);
      };
      return holds(match.from, (order) => order >= 0) && holds(match.to, (order) => order <= 0);
    }
  }
}

/** Below 0 where a value comes before a cell, above where it comes behind; null where the two cannot be compared. */
function compared(value: Value, cell: string, options: FieldOptions, context: ReadContext): number | null {
  const { min: _min, max: _max, many: _many, ...plain } = options;
  const read = readValue(cell, plain as FieldOptions, context);
  if (!read.ok) return null;
  const [a, b] = [measureOf(value), measureOf(read.value)];
  if (!a || !b || a.scale !== b.scale) return null;
  if (a.scale === 'figure' && b.scale === 'figure') return Number(figureOf(value)) - Number(figureOf(read.value));
  const [left, right] = [toText(value), toText(read.value)];
  return left < right ? -1 : left > right ? 1 : 0;
}
