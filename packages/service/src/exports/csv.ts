import { type Cell, cellText } from '@yellow-sieve/core';
import Papa from 'papaparse';

/** CSV (RFC 4180) from lines of cells, as a stream. Texts a spreadsheet would take for a formula are escaped. */
export async function* csvOf(
  header: readonly string[],
  lines: AsyncIterable<(Cell['value'] | undefined)[]>,
): AsyncGenerator<string> {
  const options = { escapeFormulae: /^[=+\-@\t\r](?![\d.,\s]*$)/, newline: '\r\n' };
  // A byte order mark, so that spreadsheets see UTF-8.
  yield `\ufeff${Papa.unparse([header as string[]], options)}\r\n`;
  for await (const line of lines) yield `${Papa.unparse([line.map((value) => cellText(value ?? null))], options)}\r\n`;
}
