import { linesInCell, type Range, rowsOf, type Table, type View } from '../../reading/index.js';

/** A cell: where its words stand. Several ranges where a value goes on in the next line; none where it is empty. */
export type GridCell = readonly Range[];

/** Rows of cells in a text, however they are kept apart. */
export interface Grid {
  view: View;
  /** What keeps its cells apart, in words for the trace. */
  made_of: 'cells' | 'delimiters' | 'columns' | 'items';
  /** What names the columns, where that is no row of it. */
  headings?: readonly string[];
  rows: readonly (readonly GridCell[])[];
  /** Those of the rows whose first cell lies over several columns: titles of parts, sums and charges. */
  lying?: ReadonlySet<readonly GridCell[]>;
}

/** What a cell says, with what goes on below it on one line. */
export const cellText = ({ text }: View, cell: GridCell): string =>
  cell.map(({ start, end }) => text.slice(start, end).trim()).join(' ');

/** One line of a cell, counted from 1; empty where it has not so many. */
export function lineOf(view: View, cell: GridCell, line: number): GridCell {
  const own = cell.flatMap((range) => linesInCell(view, range))[line - 1];
  return own ? [own] : [];
}

/** How many columns a grid has. Row by row: a spread of a hostile table's hundred thousand rows would overflow the stack. */
export const widthOf = ({ rows }: Grid): number => rows.reduce((most, { length }) => Math.max(most, length), 0);

export const isEmpty = (view: View, cell: GridCell | undefined): boolean => !cell || cellText(view, cell) === '';

/** A range without the blanks around it. */
export function trimmed({ text }: Pick<View, 'text'>, { start, end }: Range): Range {
  let [from, to] = [start, end];
  while (from < to && /\s/.test(text[from] as string)) from++;
  while (to > from && /\s/.test(text[to - 1] as string)) to--;
  return { start: from, end: to };
}

/** The tables of the markup, as far as a view shows them. */
export const markedGrids = (view: View, tables: readonly Table[]): Grid[] =>
  tables.flatMap((table) => {
    const lying = new Set<readonly GridCell[]>();
    const rows = table.rows.flatMap((own) =>
      rowsOf(view, [{ ...table, rows: [own] }]).map((cells) => {
        const row = cells.map((cell): GridCell => [trimmed(view, cell)]);
        if ((own[0]?.columns ?? 1) > 1) lying.add(row);
        return row;
      }),
    );
    const whole = rows.length === table.rows.length ? withJoinedHeadings(view, rows, table) : rows;
    return rows.length > 0 ? [{ view, made_of: 'cells' as const, rows: whole, lying }] : [];
  });

/** Rows above the headings: a title, and words over several of them. */
const maxAbove = 2;

/**
 * Where headings stand twice, and a row above says over several columns which is which (`Morning` over `Low` and `High`, `Evening`
 * over the same), each heading has both words.
 */
function withJoinedHeadings(view: View, rows: readonly (readonly GridCell[])[], table: Table): (readonly GridCell[])[] {
  const at = table.rows.slice(0, maxAbove).findIndex((row) => row.filter(({ columns = 1 }) => columns > 1).length > 1);
  const [above, head] = [rows[at], rows[at + 1]];
  const over = table.rows[at];
  if (at < 0 || !above || !head || !over) return [...rows];
  const words = head.map((cell) => cellText(view, cell));
  const isTwice = new Set(words).size < words.length && words.every((word) => /\p{L}/u.test(word) && !/\d/.test(word));
  if (!isTwice) return [...rows];
  const joined = head.map((cell, column): GridCell => {
    const start = over.findIndex(({ columns = 1 }, i) => columns > 1 && i <= column && i + columns > column);
    return [...(above[start] ?? []), ...cell];
  });
  return [...rows.slice(0, at), joined, ...rows.slice(at + 2)];
}

/** Whether a row is a sum or a charge below items, by how it lies over their columns; where all rows lie so, it is how the table is made. */
export const isBelowItems = ({ rows, lying }: Grid, row: readonly GridCell[], headerAt: number): boolean =>
  lying?.has(row) === true &&
  rows.slice(headerAt).some((other) => !lying.has(other)) &&
  !lying.has(rows[headerAt] ?? []);
