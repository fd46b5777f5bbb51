// npm run corpus:scrub: scrubs the messages of the set that templates are worked on with, and counts those that are to their sieve what they were.
import { readMessage } from '@yellow-sieve/core';
import { scrubSamples } from '../../packages/cli/dist/offline/scrub-samples.js';
import { rawMessage } from './kit/raw-message.mjs';
import { casesOf, families, sieveOf } from './worked-on/cases.mjs';

/** Every so many cases: the disturbances of a family come again and again. */
const every = Number(process.argv[2] ?? 7);

/** Words with a capital in the values of text fields: what a reader would take for names. */
const namesIn = (expected, { fields }) =>
  Object.entries(expected)
    .filter(([field, value]) => fields[field]?.type === 'text' && typeof value === 'string')
    .flatMap(([, value]) => value.match(/(?<!\p{L})\p{Lu}\p{L}{2,}/gu) ?? []);

const counts = { messages: 0, same: 0, names: 0, left: 0 };
const reasons = new Map();
for (const family of families) {
  const sieve = sieveOf(family);
  const cases = [...casesOf(family)].filter((_, i) => i % every === 0);
  const samples = cases.map(({ letter, expected }, i) => ({
    name: `${i}.eml`,
    raw: rawMessage(letter),
    expect: expected,
  }));
  const done = await scrubSamples(JSON.stringify(sieve), samples, { key: 'corpus', keep: [], answers: {} });
  for (const [i, { differences, raw }] of done.entries()) {
    counts.messages++;
    counts.same += differences.length === 0 ? 1 : 0;
    const reading = await readMessage(raw);
    const words = new Set(`${reading.subject} ${(reading.html ?? reading.plain).text}`.match(/\p{L}+/gu));
    for (const name of namesIn(cases[i].expected, sieve)) {
      counts.names++;
      counts.left += words.has(name) ? 1 : 0;
      if (words.has(name)) count(`left: ${name}`);
    }
    for (const { what } of differences) count(`${family.name}: ${what}`);
  }
}

function count(reason) {
  reasons.set(reason, (reasons.get(reason) ?? 0) + 1);
}

const percent = (part, all) => `${((100 * part) / all).toFixed(1)} %`;
console.log(
  `${counts.messages} messages scrubbed, ${percent(counts.same, counts.messages)} to their sieve what they were`,
);
console.log(
  `of ${counts.names} words with a capital in the values of text fields, ${percent(counts.left, counts.names)} can still be read`,
);
for (const [reason, times] of [...reasons].sort((a, b) => b[1] - a[1]).slice(0, 25))
  console.log(`${String(times).padStart(5)}  ${reason}`);
