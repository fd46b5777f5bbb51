import { say } from '../../errors/index.js';
import type { Problem } from '../../rules/index.js';
import { fold, toText, type Value } from '../../values/index.js';

/** Rows that have the same values in some columns as one above them; texts are folded as in conditions. A row that lacks one of them is like no other. */
export function repeatedRows(
  rows: readonly ReadonlyMap<string, Value | null>[],
  columns: readonly string[],
  sentence: string | null,
): Problem[] {
  const first = new Map<string, number>();
  return rows.flatMap((row, i): Problem[] => {
    const values = columns.map((column) => row.get(column) ?? null);
    if (values.includes(null)) return [];
    const key = JSON.stringify(values.map((value) => fold(toText(value as Value))));
    const other = first.get(key);
    if (other === undefined) {
      first.set(key, i);
      return [];
    }
    const params = { columns: columns.join(', '), row: i + 1, other: other + 1 };
    const text = sentence === null ? say('YS-ROWS-TWICE', params) : say('YS-CHECK-FAILED', { say: sentence });
    return [{ code: 'YS-ROWS-TWICE', path: `rows[${i}].${columns[0]}`, text, in: null, start: null, end: null }];
  });
}
