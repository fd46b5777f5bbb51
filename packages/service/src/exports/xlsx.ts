import { once } from 'node:events';
import { PassThrough, type Readable } from 'node:stream';
import { sheetCell } from '@yellow-sieve/core';
import { datedSheetCell, type FileCell, isDated } from './dated.js';

/** Widths of columns, in characters: by their headings, and by what days need. */
const narrowest = 10;
const widest = 40;
/** Lines of a worksheet at the most, its heading among them; what is more goes on in the next. */
const maxLines = 1_048_576;

/**
 * An .xlsx workbook as a stream; a worksheet that is full goes on in another. Texts are written as texts, so no cell is taken for a formula; days, moments (on the
 * clock of the zone) and times are such. Without a heading the first line is a record.
 */
export function xlsxOf(
  title: string,
  header: readonly string[] | null,
  lines: AsyncIterable<FileCell[]>,
  zone = 'UTC',
  fullAt = maxLines,
): Readable {
  const stream = new PassThrough();
  write(stream, title, header, lines, zone, fullAt).catch((error: Error) => stream.destroy(error));
  return stream;
}

async function write(
  stream: PassThrough,
  title: string,
  header: readonly string[] | null,
  lines: AsyncIterable<FileCell[]>,
  zone: string,
  fullAt: number,
): Promise<void> {
  // Loading it takes half a second, so only those who export pay for it.
  const { default: ExcelJS } = await import('exceljs');
  const book = new ExcelJS.stream.xlsx.WorkbookWriter({ stream, useStyles: true });
  const begin = (number: number) => {
    const name = title.replace(/[\\/*?:[\]]/g, ' ').slice(0, number > 1 ? 25 : 31);
    const sheet = book.addWorksheet(number > 1 ? `${name} ${number}` : name, {
      views: header ? [{ state: 'frozen', ySplit: 1 }] : [],
    });
    if (header) {
      sheet.columns = header.map((text) => ({ width: Math.min(Math.max(text.length + 2, narrowest), widest) }));
      const head = sheet.addRow([...header]);
      head.font = { bold: true };
      head.commit();
    }
    return sheet;
  };
  let [number, sheet, left] = [1, begin(1), fullAt - (header ? 1 : 0)];
  for await (const line of lines) {
    if (left === 0) {
      sheet.commit();
      number++;
      [sheet, left] = [begin(number), fullAt - (header ? 1 : 0)];
    }
    left--;
    const dates = line.map((cell) => (isDated(cell) ? datedSheetCell(cell, zone) : null));
    const row = sheet.addRow(
      line.map((cell, i) => dates[i]?.value ?? (isDated(cell) ? cell.iso : sheetCell(cell ?? null))),
    );
    for (const [i, date] of dates.entries()) if (date) row.getCell(i + 1).numFmt = date.format;
    row.commit();
    // What is written waits until it is fetched: a million lines do not stand in memory.
    if (stream.writableNeedDrain) await once(stream, 'drain');
  }
  sheet.commit();
  await book.commit();
}
