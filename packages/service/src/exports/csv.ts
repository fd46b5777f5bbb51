import { cellText, looksLikeFormula } from '@yellow-sieve/core';
import Papa from 'papaparse';
import { datedText, type FileCell, isDated, type Writing } from './dated.js';

export interface CsvWriting extends Writing {
  separator: string;
  /** Whether a byte order mark goes before, by which spreadsheets see UTF-8. */
  mark: boolean;
  /** What parts whole numbers from what is behind. */
  decimals: 'point' | 'comma';
}

const usual: CsvWriting = { separator: ',', mark: true, decimals: 'point', zone: 'UTC' };

/** CSV (RFC 4180) from lines of cells, as a stream; no heading where it is null. Texts a spreadsheet would take for a formula are escaped. */
export async function* csvOf(
  header: readonly string[] | null,
  lines: AsyncIterable<FileCell[]>,
  writing: Partial<CsvWriting> = {},
): AsyncGenerator<string> {
  const how = { ...usual, ...writing };
  const options = { newline: '\r\n', delimiter: how.separator };
  const mark = how.mark ? '\ufeff' : '';
  yield header ? `${mark}${Papa.unparse([header.map(harmless)], options)}\r\n` : mark;
  for await (const line of lines)
    yield `${Papa.unparse([line.map((cell) => harmless(textOf(cell, how)))], options)}\r\n`;
}

function textOf(cell: FileCell, how: CsvWriting): string {
  if (isDated(cell)) return datedText(cell, how);
  const text = cellText(cell ?? null);
  const isFigure = typeof cell === 'number' || (typeof cell === 'object' && cell !== null && 'decimal' in cell);
  return isFigure && how.decimals === 'comma' ? text.replace('.', ',') : text;
}

/**
 * A leading apostrophe makes a spreadsheet take a text for a text. Some cut lines at semicolons, bars or tabs, whatever stands in
 * quotes, so what follows one of these, or a line break, must be no formula either; a dash before a space begins a list there.
 */
export const harmless = (text: string) =>
  text
    .split(/([;|\t\r\n])/)
    .map((piece, i) => {
      const between = i % 2 === 1 || (i > 0 && piece.startsWith('- '));
      return !between && looksLikeFormula(piece) ? `'${piece}` : piece;
    })
    .join('');
