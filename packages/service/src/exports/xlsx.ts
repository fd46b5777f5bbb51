import { PassThrough, type Readable } from 'node:stream';
import { type Cell, sheetCell } from '@yellow-sieve/core';

/** An .xlsx workbook with one worksheet, as a stream. Texts are written as texts, so no cell is taken for a formula. */
export function xlsxOf(
  title: string,
  header: readonly string[],
  lines: AsyncIterable<(Cell['value'] | undefined)[]>,
): Readable {
  const stream = new PassThrough();
  write(stream, title, header, lines).catch((error: Error) => stream.destroy(error));
  return stream;
}

async function write(
  stream: PassThrough,
  title: string,
  header: readonly string[],
  lines: AsyncIterable<(Cell['value'] | undefined)[]>,
): Promise<void> {
  // Loading it takes half a second, so only those who export pay for it.
  const { default: ExcelJS } = await import('exceljs');
  const book = new ExcelJS.stream.xlsx.WorkbookWriter({ stream, useStyles: true });
  const sheet = book.addWorksheet(title.replace(/[\\/*?:[\]]/g, ' ').slice(0, 31), {
    views: [{ state: 'frozen', ySplit: 1 }],
  });
  const head = sheet.addRow([...header]);
  head.font = { bold: true };
  head.commit();
  for await (const line of lines) sheet.addRow(line.map((value) => sheetCell(value ?? null))).commit();
  sheet.commit();
  await book.commit();
}
