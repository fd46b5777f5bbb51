import { readMessage, sift, tryCompileSieve } from '@yellow-sieve/core';

const plain = (value) =>
  JSON.stringify(value ?? null, (_, part) => (typeof part === 'string' ? part.replace(/\s+/g, ' ').trim() : part));
const same = (expected, found) => Object.keys(expected).every((name) => plain(expected[name]) === plain(found[name]));

/** How many of the expected rows were found with every cell right, in their order (longest common subsequence). */
function rightRows(expected, found) {
  let above = new Array(found.length + 1).fill(0);
  for (const row of expected) {
    const line = [0];
    for (const [i, other] of found.entries())
      line.push(same(row, other) ? above[i] + 1 : Math.max(line[i], above[i + 1]));
    above = line;
  }
  return above[found.length];
}

export const nothing = () => ({ rows: 0, right: 0, invented: 0, lost: 0, fields: 0, fieldsRight: 0, unnoticed: 0 });

/** Sifts all cases of a family. `unnoticed`: messages with an incomplete item, or rows lost, whose verdict is sound. */
export async function scoreRows(family, { sieveOf, casesOf }) {
  const compiled = tryCompileSieve(await sieveOf(family));
  const results = [];
  for (const one of casesOf(family)) {
    // A layout that is refused yields nothing.
    const { outcome } = compiled.ok
      ? sift(await readMessage(one.raw), compiled.sieve)
      : { outcome: { rows: [], fields: {}, verdict: 'review', trace: compiled.problems } };
    const fields = Object.keys(one.head);
    const right = rightRows(one.rows, outcome.rows);
    results.push({
      ...one,
      outcome,
      counts: {
        rows: one.rows.length,
        right,
        invented: Math.max(0, outcome.rows.length - one.rows.length),
        lost: Math.max(0, one.rows.length - outcome.rows.length),
        fields: fields.length,
        fieldsRight: fields.filter((name) => plain(one.head[name]) === plain(outcome.fields[name])).length,
        unnoticed: one.incomplete && outcome.verdict === 'sound' ? 1 : 0,
      },
    });
  }
  return results;
}

/** Sums of counts by the names that `by` gives a result. */
export function tallyRows(results, by) {
  const sums = new Map();
  for (const result of results)
    for (const name of by(result)) {
      const sum = sums.get(name) ?? nothing();
      for (const key of Object.keys(sum)) sum[key] += result.counts[key];
      sums.set(name, sum);
    }
  return sums;
}
