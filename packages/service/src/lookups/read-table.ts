import { YsError } from '@yellow-sieve/core';
import Papa from 'papaparse';

/** Bytes of a file that is put as a table. */
export const tableBytes = 8 * 1024 * 1024;
/** Lines and columns of a table: more belongs into a database. */
const maxLines = 50_000;
const maxColumns = 100;
/** Characters of a cell. */
const maxCell = 2000;

/** A table as a file has it. */
export interface TableFile {
  columns: string[];
  rows: string[][];
}

/**
 * Reads a table from CSV (any of the usual delimiters), or from the first sheet of an .xlsx workbook. The first line names the columns.
 * @throws YsError YS-LOOKUP-FILE with what is wrong, and at which line
 */
export async function readTable(bytes: Buffer): Promise<TableFile> {
  const isZip = bytes.subarray(0, 2).toString('latin1') === 'PK';
  const lines = (isZip ? await sheetLines(bytes) : csvLines(bytes)).filter((line) => line.some((cell) => cell !== ''));
  const [head = [], ...rows] = lines;
  const columns = head.map((name) => name.trim());
  while (columns.at(-1) === '') columns.pop();
  if (columns.length === 0) throw wrong('it is empty; the first line names the columns');
  if (columns.length > maxColumns) throw wrong(`it has more than ${maxColumns} columns`);
  if (rows.length > maxLines) throw wrong(`it has more than ${maxLines} lines`);
  const nameless = columns.indexOf('');
  if (nameless >= 0) throw wrong(`column ${nameless + 1} has no name in the first line`);
  const twice = columns.find((name, i) => columns.indexOf(name) !== i);
  if (twice !== undefined) throw wrong(`the first line names “${twice}” twice`);
  return { columns, rows: rows.map((row, i) => columns.map((_, at) => cellAt(row, at, i))) };
}

function cellAt(row: readonly string[], at: number, line: number): string {
  const cell = (row[at] ?? '').trim();
  if (cell.length > maxCell) throw wrong(`line ${line + 2} has a cell of more than ${maxCell} characters`);
  return cell;
}

const wrong = (detail: string) => new YsError('YS-LOOKUP-FILE', { detail });

function csvLines(bytes: Buffer): string[][] {
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch (error) {
    throw new YsError('YS-LOOKUP-FILE', { detail: 'it is no UTF-8 text; save it as CSV in UTF-8' }, undefined, {
      cause: error,
    });
  }
  const { data, errors } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy', preview: maxLines + 2 });
  const broken = errors.find(({ type }) => type === 'Quotes');
  if (broken) throw wrong(`line ${(broken.row ?? 0) + 1} has a quote that is not closed`);
  return data;
}

/** Bytes that a workbook may unpack to: a small file can hold very much. */
const unpackedBytes = 64 * 1024 * 1024;

/**
 * Bytes that a ZIP file unpacks to, by its central directory (APPNOTE.TXT 4.3.12: uncompressed size at offset 24 of each header). Sizes
 * beyond 32 bits are told as too large as well.
 */
function unpackedSize(bytes: Buffer): number {
  let size = 0;
  for (let at = bytes.indexOf('PK\x01\x02', 0, 'latin1'); at >= 0; at = bytes.indexOf('PK\x01\x02', at + 4, 'latin1'))
    size += at + 28 <= bytes.length ? bytes.readUInt32LE(at + 24) : 0;
  return size;
}

async function sheetLines(bytes: Buffer): Promise<string[][]> {
  if (unpackedSize(bytes) > unpackedBytes) throw wrong('the workbook is larger than 64 MB when it is unpacked');
  const { default: ExcelJS } = await import('exceljs');
  const book = new ExcelJS.Workbook();
  try {
    await book.xlsx.load(bytes as never);
  } catch (error) {
    throw new YsError('YS-LOOKUP-FILE', { detail: 'it is no workbook that can be read' }, undefined, { cause: error });
  }
  const [sheet] = book.worksheets;
  const lines: string[][] = [];
  sheet?.eachRow({ includeEmpty: false }, (row) => {
    if (lines.length > maxLines + 1) return;
    const cells: string[] = [];
    row.eachCell({ includeEmpty: true }, (cell, at) => {
      if (at <= maxColumns + 1)
        cells[at - 1] = cell.value instanceof Date ? cell.value.toISOString().slice(0, 10) : cell.text;
    });
    lines.push(Array.from(cells, (cell) => cell ?? ''));
  });
  return lines;
}
