import { maxTableColumns, maxTableLines, type TableFile, tableFromLines, YsError } from '@yellow-sieve/core';
import Papa from 'papaparse';

/** Bytes of a file that is put as a table. */
export const tableBytes = 8 * 1024 * 1024;
/**
 * Reads a table from CSV (any of the usual delimiters), or from the first sheet of an .xlsx workbook. The first line names the columns.
 * @throws YsError YS-LOOKUP-FILE with what is wrong, and at which line
 */
export async function readTable(bytes: Buffer): Promise<TableFile> {
  const isZip = bytes.subarray(0, 2).toString('latin1') === 'PK';
  return tableFromLines(isZip ? await sheetLines(bytes) : csvLines(bytes));
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
  const { data, errors } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy', preview: maxTableLines + 2 });
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
    if (lines.length > maxTableLines + 1) return;
    const cells: string[] = [];
    row.eachCell({ includeEmpty: true }, (cell, at) => {
      if (at <= maxTableColumns + 1)
        cells[at - 1] = cell.value instanceof Date ? cell.value.toISOString().slice(0, 10) : cell.text;
    });
    lines.push(Array.from(cells, (cell) => cell ?? ''));
  });
  return lines;
}
