import { maxTableColumns, maxTableLines, sheetsOf, type TableFile, tableFromLines, YsError } from '@yellow-sieve/core';
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

async function sheetLines(bytes: Buffer): Promise<string[][]> {
  try {
    const [sheet] = await sheetsOf(bytes, unpackedBytes);
    const lines = sheet?.lines.filter((line) => line.some((cell) => cell !== '')) ?? [];
    return lines.slice(0, maxTableLines + 2).map((line) => line.slice(0, maxTableColumns + 1));
  } catch (error) {
    if (error instanceof RangeError) throw wrong('the workbook is larger than 64 MB when it is unpacked');
    throw new YsError('YS-LOOKUP-FILE', { detail: 'it is no workbook that can be read' }, undefined, { cause: error });
  }
}
