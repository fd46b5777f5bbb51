import type { Limits } from '../../limits.js';
import type { Table, TableCell } from '../reading.js';
import { type DocumentKind, unreadable } from './document-kind.js';
import { unpackedSize } from './zip-size.js';

/** A sheet of a workbook: its name, and what its cells say. */
export interface SheetLines {
  name: string;
  lines: string[][];
}

/**
 * The sheets of an .xlsx workbook (ISO/IEC 29500). Days and times are written as ISO 8601 has them, numbers with a point.
 * @throws Error when it is no workbook; RangeError when it unpacks to more than `limit` bytes
 */
export async function sheetsOf(bytes: Uint8Array, limit: number): Promise<SheetLines[]> {
  if (unpackedSize(bytes) > limit) throw new RangeError('the workbook is too large when it is unpacked');
  const { default: readSheets } = await import('read-excel-file/universal');
  const sheets = await readSheets(new Blob([bytes as Uint8Array<ArrayBuffer>]));
  return sheets.map(({ sheet, data }) => ({ name: sheet, lines: data.map((line) => line.map(cellText)) }));
}

function cellText(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return momentText(value);
  return typeof value === 'string' ? value : String(value);
}

/** A day, a day with its time, or a time alone: sheets count all three as days since 1899-12-30. */
function momentText(moment: Date): string {
  if (Number.isNaN(moment.getTime())) return '';
  const [day, time] = moment.toISOString().split('T') as [string, string];
  const clock = time.slice(0, time.startsWith(':00.000', 5) ? 5 : 8);
  if (day === '1899-12-30' || day === '1899-12-31') return clock;
  return clock === '00:00' ? day : `${day} ${clock}`;
}

/** Text of all sheets: a line for each row, cells kept apart by tabs; and the table of each. */
function asText(sheets: readonly SheetLines[], { attachmentText, rows: maxRows }: Limits) {
  const tables: Table[] = [];
  let text = '';
  for (const { name, lines } of sheets) {
    if (sheets.length > 1) text += `${text === '' ? '' : '\n'}${flat(name)}\n`;
    const rows: TableCell[][] = [];
    for (const line of lines.slice(0, maxRows + 1)) {
      const cells = cellsOf(line, text.length, rows.length === 0);
      text += `${cells.map((cell) => cell.text).join('\t')}\n`;
      if (cells.some((cell) => cell.text !== '')) rows.push(cells);
      if (text.length > attachmentText) break;
    }
    const [first, last] = [rows[0]?.[0], rows.at(-1)?.at(-1)];
    if (first && last) tables.push({ start: first.start, end: last.end, rows });
  }
  return { text, tables };
}

/** The cells of a line that begins at an offset, a tab between each two. */
function cellsOf(line: readonly string[], start: number, header: boolean): TableCell[] {
  let at = start;
  return line.map(flat).map((text) => {
    const cell = { start: at, end: at + text.length, header, text };
    at = cell.end + 1;
    return cell;
  });
}

const flat = (text: string) => text.replace(/[\t\n\r\v\f\u2028\u2029]+/g, ' ').trim();

/** Workbooks as spreadsheet programs write them since 2007. */
export const workbook: DocumentKind = {
  takes: ({ type, filename }) =>
    /^application\/vnd\.(?:openxmlformats-officedocument\.spreadsheetml\.sheet|ms-excel)/.test(type) ||
    /\.xlsx?$/i.test(filename ?? ''),
  async read(bytes, limits) {
    if (isCompound(bytes))
      return unreadable(holds(bytes, encryptedStream) ? 'YS-READING-DOCUMENT-SEALED' : 'YS-READING-DOCUMENT-OLD');
    if (unpackedSize(bytes) > limits.documentUnpacked) return unreadable('YS-READING-DOCUMENT-LARGE');
    return asText(await sheetsOf(bytes, limits.documentUnpacked), limits);
  },
};

/** A compound file (MS-CFB): a workbook of before 2007, or one that is encrypted (MS-OFFCRYPTO, 2.3). */
const isCompound = (bytes: Uint8Array) =>
  bytes[0] === 0xd0 && bytes[1] === 0xcf && bytes[2] === 0x11 && bytes[3] === 0xe0;

const encryptedStream = [...'EncryptedPackage'].flatMap((letter) => [letter.charCodeAt(0), 0]);

function holds(bytes: Uint8Array, wanted: readonly number[]): boolean {
  for (let at = bytes.indexOf(wanted[0] as number); at >= 0; at = bytes.indexOf(wanted[0] as number, at + 1))
    if (wanted.every((byte, i) => bytes[at + i] === byte)) return true;
  return false;
}
