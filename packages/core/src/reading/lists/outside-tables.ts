import type { Range } from '../reading.js';

/** Tables that lie in each other, around the one that begins nearest. */
const maxAround = 8;

/**
 * Of some things that may be items, those that lie in no table of data with others of them: the rows of one table are its own, and
 * no items of a list that goes on beside it. A table that is all of an item is the item's.
 */
export function outsideTables<T>(all: readonly T[], rangeOf: (one: T) => Range, tables: readonly Range[]): T[] {
  if (tables.length === 0) return [...all];
  const sorted = [...tables].sort((a, b) => a.start - b.start || b.end - a.end);
  const within = all.map((one) => tableAround(sorted, rangeOf(one)));
  const counts = new Map<Range, number>();
  for (const table of within) if (table) counts.set(table, (counts.get(table) ?? 0) + 1);
  return all.filter((_, i) => {
    const table = within[i];
    return !table || (counts.get(table) ?? 0) < 2;
  });
}

/** The innermost table that a stretch lies in whole; `sorted` by where they begin. */
function tableAround(sorted: readonly Range[], { start, end }: Range): Range | null {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] as Range).start <= start) low = middle + 1;
    else high = middle;
  }
  for (let i = low - 1; i >= Math.max(0, low - maxAround); i--)
    if ((sorted[i] as Range).end >= end) return sorted[i] as Range;
  return null;
}
