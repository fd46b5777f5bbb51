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

/** A leading apostrophe makes a spreadsheet take a text for a text. */
const harmless = (text: string) => (looksLikeFormula(text) ? `'${text}` : text);
