import type { Table, TableCell } from '../reading.js';

const delimiters = [',', ';', '\t', '|'] as const;
/** Lines looked at to tell the delimiter. */
const sampleLines = 20;

/**
 * The table of a delimited text (RFC 4180, and with semicolons, tabs or bars): every cell with its place, so that values
 * can be traced; a quoted cell says what stands between its quotes. Null when no delimiter parts its lines alike.
 */
export function csvTable(text: string, maxRows: number): Table | null {
  const delimiter = delimiterOf(text);
  if (delimiter === null) return null;
  const rows: TableCell[][] = [];
  let at = 0;
  while (at < text.length && rows.length < maxRows) {
    const row: TableCell[] = [];
    for (;;) {
      const { cell, end } = cellAt(text, at, delimiter, rows.length === 0);
      row.push(cell);
      at = end + 1;
      if (text[end] !== delimiter) break;
    }
    if (row.length > 1 || row[0]?.text.trim() !== '') rows.push(row);
  }
  return { start: rows[0]?.[0]?.start ?? 0, end: rows.at(-1)?.at(-1)?.end ?? 0, rows };
}

/** The cell that begins at an offset, and where it ends: at a delimiter, a line end or the end of the text. */
function cellAt(text: string, start: number, delimiter: string, header: boolean): { cell: TableCell; end: number } {
  if (text[start] !== '"') {
    let end = start;
    while (end < text.length && text[end] !== delimiter && text[end] !== '\n') end++;
    return { cell: { start, end, header, text: text.slice(start, end) }, end };
  }
  let close = start + 1;
  while (close < text.length && (text[close] !== '"' || text[close + 1] === '"')) close += text[close] === '"' ? 2 : 1;
  let end = Math.min(close + 1, text.length);
  // What stands behind a closing quote is broken, and belongs to the cell all the same.
  while (end < text.length && text[end] !== delimiter && text[end] !== '\n') end++;
  const inner = text.slice(start + 1, Math.min(close, text.length)).replaceAll('""', '"') + text.slice(close + 1, end);
  return { cell: { start: start + 1, end: Math.min(close, text.length), header, text: inner }, end };
}

/** The delimiter that stands equally often, and at least once, on the first lines. */
function delimiterOf(text: string): string | null {
  const lines = text
    .split('\n', sampleLines + 1)
    .slice(0, sampleLines)
    .map((line) => line.replace(/"(?:[^"]|"")*"/g, ''))
    .filter((line) => line.trim() !== '');
  let best: { delimiter: string; score: number } | null = null;
  for (const delimiter of delimiters) {
    const counts = lines.map((line) => line.split(delimiter).length - 1);
    const usual = counts[0] ?? 0;
    const score =
      usual === 0
        ? 0
        : (counts.filter((count) => count === usual).length / counts.length) * (1 + Math.min(usual, 10) / 100);
    if (score > 0.5 && score > (best?.score ?? 0)) best = { delimiter, score };
  }
  return best?.delimiter ?? null;
}
