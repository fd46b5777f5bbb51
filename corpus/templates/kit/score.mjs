import { compileSieve, readMessage, sift } from '@yellow-sieve/core';
import { rawMessage } from './raw-message.mjs';

/** Breaks of lines count as spaces: where a mail program wraps a value says nothing of it. */
const plain = (value) =>
  JSON.stringify(value, (_, part) => (typeof part === 'string' ? part.replace(/\s+/g, ' ').trim() : part));

/** What became of a field: right, wrong, missed (a value was there), or invented (none was). */
export const judge = (expected, found) =>
  plain(expected) === plain(found ?? null)
    ? 'right'
    : expected === null
      ? 'invented'
      : (found ?? null) === null
        ? 'missed'
        : 'wrong';

/** Sifts one of so many cases of a family, all when left out. @returns {Promise<{name: string, disturbances: string[], fields: {field: string, verdict: string, expected: unknown, found: unknown}[], letter: object}[]>} */
export async function scoreFamily(family, { sieveOf, casesOf }, oneOf = 1) {
  const sieve = compileSieve(sieveOf(family));
  const results = [];
  for (const [i, { family: name, disturbances, letter, expected }] of [...casesOf(family)].entries()) {
    if (i % oneOf > 0) continue;
    const result = sift(await readMessage(rawMessage(letter)), sieve);
    const found = result.outcome.fields;
    const fields = Object.keys(expected).map((field) => ({
      field,
      verdict: judge(expected[field], found[field]),
      expected: expected[field],
      found: found[field] ?? null,
    }));
    results.push({ name, disturbances, fields, letter, outcome: result.outcome });
  }
  return results;
}

/** Counts of verdicts by the names that `by` gives a result. */
export function tally(results, by) {
  const counts = new Map();
  for (const result of results)
    for (const name of by(result)) {
      const count = counts.get(name) ?? { right: 0, wrong: 0, missed: 0, invented: 0 };
      for (const { verdict } of result.fields) count[verdict]++;
      counts.set(name, count);
    }
  return counts;
}
