import type { Range } from '../../reading/index.js';
import type { Place } from './place.js';
import type { Candidate, Search } from './search.js';

/** A place that takes all a cell holds, from where the value begins. */
export function wholeCell(place: Place, cell: Range, { text }: Search): Place {
  const from = Math.max(place.start, cell.start);
  const content = text.slice(from, cell.end);
  const start = from + (content.length - content.trimStart().length);
  return { ...place, start: Math.min(start, cell.end), end: Math.max(from, from + content.trimEnd().length) };
}

/** The table cell an offset lies in; null when it lies in none. */
export const cellAt = (offset: number, { view }: Search): Range | null =>
  view.rows?.flat().find(({ start, end }) => offset >= start && offset <= end) ?? null;

/** The cell to the right of the one a label stands in; null when it stands in none. */
export function nextCell({ from }: Candidate, { view }: Search): Range | null {
  const row = view.rows?.find((cells) => cells.some(({ start, end }) => from >= start && from < end));
  const at = row?.findIndex(({ start, end }) => from >= start && from < end) ?? -1;
  return at < 0 ? null : (row?.[at + 1] ?? null);
}
