import type { LookupChanges } from '@yellow-sieve/contract';
import type { TableFile } from '@yellow-sieve/core';

/** Changes that are shown. */
const maxExamples = 20;

/** What another state of a table changes. Lines are the same by their first column; of several of one name, in their order. */
export function tableChanges(before: TableFile | null, after: TableFile): LookupChanges {
  const known = keyed(before?.rows ?? []);
  const next = keyed(after.rows);
  const columns = before?.columns ?? [];
  const aligned = (row: readonly string[]) => after.columns.map((name) => row[columns.indexOf(name)] ?? '');
  const all: LookupChanges['examples'] = [];
  let same = 0;
  for (const [key, row] of next) {
    const was = known.get(key);
    if (!was) all.push({ kind: 'added', before: null, after: row });
    else if (aligned(was).join('\u0000') === row.join('\u0000')) same++;
    else all.push({ kind: 'changed', before: was, after: row });
  }
  for (const [key, row] of known) if (!next.has(key)) all.push({ kind: 'removed', before: row, after: null });
  const count = (kind: string) => all.filter((one) => one.kind === kind).length;
  return {
    added: count('added'),
    changed: count('changed'),
    removed: count('removed'),
    same,
    columns_added: after.columns.filter((name) => !columns.includes(name)),
    columns_removed: columns.filter((name) => !after.columns.includes(name)),
    examples: all.slice(0, maxExamples),
  };
}

function keyed(rows: readonly string[][]): Map<string, string[]> {
  const found = new Map<string, string[]>();
  const times = new Map<string, number>();
  for (const row of rows) {
    const [first = ''] = row;
    const nth = (times.get(first) ?? 0) + 1;
    times.set(first, nth);
    found.set(`${first}\u0000${nth}`, row);
  }
  return found;
}
