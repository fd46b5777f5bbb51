import { looksLikeFormula } from '../cells/index.js';
import { YsError } from '../errors/index.js';

/** Lines and columns of a table: more belongs into a database. */
export const maxTableLines = 50_000;
export const maxTableColumns = 100;
/** Characters of a cell. */
const maxCell = 2000;

/** A table as a file has it. */
export interface TableFile {
  columns: string[];
  rows: string[][];
}

/**
 * A table of a file's lines, the first of which names the columns. Blank lines are passed over, and blanks around cells.
 * @throws YsError YS-LOOKUP-FILE with what is wrong, and at which line
 */
export function tableFromLines(all: readonly (readonly string[])[]): TableFile {
  const lines = all.filter((line) => line.some((cell) => cell.trim() !== ''));
  const [head = [], ...rows] = lines;
  const columns = head.map((name) => name.replace(/^\ufeff/, '').trim());
  while (columns.at(-1) === '') columns.pop();
  if (columns.length === 0) throw wrong('it is empty; the first line names the columns');
  if (columns.length > maxTableColumns) throw wrong(`it has more than ${maxTableColumns} columns`);
  if (rows.length > maxTableLines) throw wrong(`it has more than ${maxTableLines} lines`);
  const nameless = columns.indexOf('');
  if (nameless >= 0) throw wrong(`column ${nameless + 1} has no name in the first line`);
  const twice = columns.find((name, i) => columns.indexOf(name) !== i);
  if (twice !== undefined) throw wrong(`the first line names “${twice}” twice`);
  return { columns, rows: rows.map((row, i) => columns.map((_, at) => cellOf(row, at, i))) };
}

function cellOf(row: readonly string[], at: number, line: number): string {
  const cell = (row[at] ?? '').trim();
  if (cell.length > maxCell) throw wrong(`line ${line + 2} has a cell of more than ${maxCell} characters`);
  // What an export marks as a text, so that no spreadsheet takes it for a formula, comes back as it was.
  return cell.startsWith("'") && looksLikeFormula(cell.slice(1)) ? cell.slice(1) : cell;
}

const wrong = (detail: string) => new YsError('YS-LOOKUP-FILE', { detail });
