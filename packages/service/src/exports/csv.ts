import { type Cell, cellText, looksLikeFormula } from '@yellow-sieve/core';
import Papa from 'papaparse';

/** CSV (RFC 4180) from lines of cells, as a stream. Texts a spreadsheet would take for a formula are escaped. */
export async function* csvOf(
  header: readonly string[],
  lines: AsyncIterable<(Cell['value'] | undefined)[]>,
): AsyncGenerator<string> {
  const options = { newline: '\r\n' };
  // A byte order mark, so that spreadsheets see UTF-8.
  yield `\ufeff${Papa.unparse([header.map(harmless)], options)}\r\n`;
  for await (const line of lines)
    yield `${Papa.unparse([line.map((value) => harmless(cellText(value ?? null)))], options)}\r\n`;
}

/**
 * A leading apostrophe makes a spreadsheet take a text for a text. Some cut lines at semicolons, bars or tabs, whatever stands in
 * quotes, so what follows one of these, or a line break, must be no formula either; a dash before a space begins a list there.
 */
const harmless = (text: string) =>
  text
    .split(/([;|\t\r\n])/)
    .map((piece, i) => {
      const between = i % 2 === 1 || (i > 0 && piece.startsWith('- '));
      return !between && looksLikeFormula(piece) ? `'${piece}` : piece;
    })
    .join('');
