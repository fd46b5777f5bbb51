import { PassThrough, type Readable } from 'node:stream';
import { sheetCell } from '@yellow-sieve/core';
import { datedSheetCell, type FileCell, isDated } from './dated.js';

/** Widths of columns, in characters: by their headings, and by what days need. */
const narrowest = 10;
const widest = 40;

/**
 * An .xlsx workbook with one worksheet, as a stream. Texts are written as texts, so no cell is taken for a formula; days, moments (on the
 * clock of the zone) and times are such. Without a heading the first line is a record.
 */
export function xlsxOf(
  title: string,
  header: readonly string[] | null,
  lines: AsyncIterable<FileCell[]>,
  zone = 'UTC',
): Readable {
  const stream = new PassThrough();
  write(stream, title, header, lines, zone).catch((error: Error) => stream.destroy(error));
  return stream;
}

async function write(
  stream: PassThrough,
  title: string,
  header: readonly string[] | null,
  lines: AsyncIterable<FileCell[]>,
  zone: string,
): Promise<void> {
  // Loading it takes half a second, so only those who export pay for it.
  const { default: ExcelJS } = await import('exceljs');
  const book = new ExcelJS.stream.xlsx.WorkbookWriter({ stream, useStyles: true });
  const sheet = book.addWorksheet(title.replace(/[\\/*?:[\]]/g, ' ').slice(0, 31), {
    views: header ? [{ state: 'frozen', ySplit: 1 }] : [],
  });
  if (header) {
    sheet.columns = header.map((name) => ({ width: Math.min(Math.max(name.length + 2, narrowest), widest) }));
    const head = sheet.addRow([...header]);
    head.font = { bold: true };
    head.commit();
  }
  for await (const line of lines) {
    const dates = line.map((cell) => (isDated(cell) ? datedSheetCell(cell, zone) : null));
    const row = sheet.addRow(
      line.map((cell, i) => dates[i]?.value ?? (isDated(cell) ? cell.iso : sheetCell(cell ?? null))),
    );
    for (const [i, date] of dates.entries()) if (date) row.getCell(i + 1).numFmt = date.format;
    row.commit();
  }
  sheet.commit();
  await book.commit();
}
