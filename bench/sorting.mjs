// Training a sorter on 5,000 labelled messages, and sorting one: beside reading, no ratio but bounds (2 s, 1 ms).
import { readFileSync } from 'node:fs';
import { judge, learnSorter, readMessage, seenOf } from '@yellow-sieve/core';
import { median } from './tell.mjs';

const count = Number(process.argv[2] ?? 5000);
const texts = readFileSync(new URL('../corpus/sorting/messages.txt', import.meta.url), 'utf8')
  .split('\n')
  .filter((line) => line !== '' && !line.startsWith('#'))
  .map((line) => line.split(' | '));
/** Texts of one kind with sentences of others behind them, so that no two are the same. */
const labels = Array.from({ length: count }, (_, i) => {
  const [category, language, from, subject, body] = texts[i % texts.length];
  const other = texts[(i * 7 + 3) % texts.length][4].split(' ').slice(0, i % 20);
  const seen = {
    subject,
    body: [body, ...other, `n${i.toString(36)}`].join(' '),
    domain: from.split('@')[1],
    language,
  };
  return {
    category: category === 'none' ? null : category,
    seen: { ...seen, list: false, automatic: null, attachments: [] },
  };
});
const categories = [...new Set(texts.map(([category]) => category))].map((category) => ({ category }));

const train = [];
let sorter;
for (let round = 0; round < 3; round++) {
  const begun = performance.now();
  sorter = learnSorter(labels, categories);
  train.push(performance.now() - begun);
}
const raw = Buffer.from(`From: a@b.example\nSubject: ${texts[0][3]}\n\n${texts[0][4].replaceAll('\\n', '\n')}\n`);
const timed = async (what) => {
  const begun = performance.now();
  for (let i = 0; i < 1000; i++) await what(i);
  return (performance.now() - begun) / 1000;
};
const reading = await readMessage(raw);
await timed((i) => judge(sorter, labels[i % count].seen));
const read = await timed(() => readMessage(raw));
const sort = await timed((i) => judge(sorter, i % 2 ? seenOf(reading) : labels[i % count].seen));
console.log(`trained on ${count} labels in ${Math.round(median(train))} ms (wanted 2000)`);
console.log(`sorted in ${sort.toFixed(2)} ms a message (wanted 1), where reading it takes ${read.toFixed(2)} ms`);
if (median(train) > 2000 || sort > 1) process.exitCode = 1;
