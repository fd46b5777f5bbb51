import type { JsonValue } from '../values/index.js';
import { type Row, sameValue } from './same.js';

/** A cell that differs in two rows that belong together. */
export interface CellDifference {
  column: string;
  before: JsonValue;
  after: JsonValue;
}

/** How a list of rows differs from another: rows that only one has, and cells that differ. Numbers count from 0. */
export type RowDifference =
  | { kind: 'lost'; before: number; row: Row }
  | { kind: 'gained'; after: number; row: Row }
  | { kind: 'altered'; before: number; after: number; cells: CellDifference[] };

/** Pairs of rows beyond this are matched by their places, not by what they hold; the square of it bounds the work. */
const maxAligned = 400;

/** The differences of two lists of rows, in their order. Rows are matched so that as many cells as possible agree. */
export function compareRows(before: readonly Row[], after: readonly Row[]): RowDifference[] {
  const columns = [...new Set([...before, ...after].flatMap((row) => Object.keys(row)))];
  const differing = (a: Row, b: Row) =>
    columns.flatMap((column): CellDifference[] => {
      const [was, is] = [a[column] ?? null, b[column] ?? null];
      return sameValue(was, is) ? [] : [{ column, before: was, after: is }];
    });
  return pairsOf(before, after, (a, b) => columns.length - differing(a, b).length).flatMap(
    ([from, to]): RowDifference[] => {
      const [a, b] = [from === null ? null : before[from], to === null ? null : after[to]];
      if (a && b && from !== null && to !== null) {
        const cells = differing(a, b);
        return cells.length > 0 ? [{ kind: 'altered', before: from, after: to, cells }] : [];
      }
      if (a && from !== null) return [{ kind: 'lost', before: from, row: a }];
      return b && to !== null ? [{ kind: 'gained', after: to, row: b }] : [];
    },
  );
}

type Pair = readonly [before: number | null, after: number | null];

/** Which rows belong together: equal ones at both ends first, the middle by the best alignment. */
function pairsOf(before: readonly Row[], after: readonly Row[], alike: (a: Row, b: Row) => number): Pair[] {
  const same = (i: number, j: number) => sameRow(before[i], after[j]);
  let head = 0;
  while (head < before.length && head < after.length && same(head, head)) head++;
  let tail = 0;
  const max = Math.min(before.length, after.length) - head;
  while (tail < max && same(before.length - 1 - tail, after.length - 1 - tail)) tail++;
  const [n, m] = [before.length - head - tail, after.length - head - tail];
  const shift = (pair: Pair): Pair => [
    pair[0] === null ? null : pair[0] + head,
    pair[1] === null ? null : pair[1] + head,
  ];
  const middle =
    n * m > maxAligned * maxAligned
      ? byPlace(n, m)
      : aligned(n, m, (i, j) => {
          const [a, b] = [before[i + head], after[j + head]];
          return a && b ? alike(a, b) : 0;
        });
  const ends = (count: number, from: number, to: number) =>
    Array.from({ length: count }, (_, i): Pair => [from + i, to + i]);
  return [...ends(head, 0, 0), ...middle.map(shift), ...ends(tail, before.length - tail, after.length - tail)];
}

function sameRow(a: Row | undefined, b: Row | undefined): boolean {
  if (!a || !b) return false;
  const columns = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...columns].every((column) => sameValue(a[column] ?? null, b[column] ?? null));
}

const byPlace = (n: number, m: number): Pair[] =>
  Array.from({ length: Math.max(n, m) }, (_, i): Pair => [i < n ? i : null, i < m ? i : null]);

/** The alignment of most equal cells. Two rows are only put together when a cell agrees, or nothing better is left for both. */
function aligned(n: number, m: number, alike: (i: number, j: number) => number): Pair[] {
  const width = m + 1;
  // A pair without any equal cell is worth a little, so that a rewritten row is one altered row, not one lost and one gained.
  const worth = new Float64Array((n + 1) * width);
  const pair = (i: number, j: number) => Math.max(alike(i, j), 0.01);
  const at = (i: number, j: number) => worth[i * width + j] ?? 0;
  for (let i = n - 1; i >= 0; i--)
    for (let j = m - 1; j >= 0; j--)
      worth[i * width + j] = Math.max(pair(i, j) + at(i + 1, j + 1), at(i + 1, j), at(i, j + 1));
  const pairs: Pair[] = [];
  let [i, j] = [0, 0];
  while (i < n || j < m) {
    if (i < n && j < m && at(i, j) === pair(i, j) + at(i + 1, j + 1)) pairs.push([i++, j++]);
    else if (j >= m || (i < n && at(i, j) === at(i + 1, j))) pairs.push([i++, null]);
    else pairs.push([null, j++]);
  }
  return pairs;
}
