// How right a sorter is: learned from a few labels a category of our own mail, the rest judged. With a folder of labelled messages
// (labels.json with "train" and "test" halves, categories.json with descriptions), the same of those; and what a model (the stand-in, or
// the one at --model URL) makes of them by the descriptions alone, and of what the labels leave open.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  compileMailbox,
  judge,
  learnSorter,
  noFacts,
  noneOfThese,
  readMessage,
  seenOf,
  sortReading,
  untilAnswered,
  usualThreshold,
} from '@yellow-sieve/core';
import { modelAt } from '../prompts/model-at.mjs';

const own = readFileSync(new URL('messages.txt', import.meta.url), 'utf8')
  .split('\n')
  .filter((line) => line !== '' && !line.startsWith('#'))
  .map((line) => {
    const [category, language, from, subject, text] = line.split(' | ');
    const body = text.replaceAll('\\n', '\n');
    const seen = { subject, body, domain: from.split('@')[1], language, list: false, automatic: null, attachments: [] };
    return { category: category === 'none' ? null : category, seen };
  });

/** Numbers from 0 to 1, the same for the same seed. */
function random(seed) {
  let at = seed >>> 0;
  return () => {
    at = (at * 1664525 + 1013904223) >>> 0;
    return at / 2 ** 32;
  };
}

function score(labels, others, categories) {
  const sorter = learnSorter(labels, categories);
  const judged = others.map((one) => ({ one, found: judge(sorter, one.seen) }));
  const tried = judged.filter(({ found }) => found !== null);
  const sure = tried.filter(({ found }) => found.confidence >= usualThreshold);
  const name = ({ category }) => category ?? noneOfThese;
  // What belongs nowhere is right where it is left unsorted, too.
  const isRight = ({ one, found }) =>
    found.category === name(one) || (one.category === null && found.confidence < usualThreshold);
  return {
    tried: tried.length,
    right: tried.filter(isRight).length,
    sure: sure.length,
    wrong: sure.filter(({ one, found }) => found.category !== name(one)).length,
    foreign: judged.length - tried.length,
  };
}

const show = (name, { tried, right, sure, wrong, foreign }) =>
  process.stdout.write(
    `${name.padEnd(28)} right ${right} of ${tried} (${((100 * right) / tried).toFixed(1)} %), surely ${sure}, of those wrong ${wrong}; in languages without a label ${foreign}\n`,
  );

const names = [...new Set(own.flatMap(({ category }) => category ?? []))];
for (const count of [3, 6, 12]) {
  const sums = { tried: 0, right: 0, sure: 0, wrong: 0, foreign: 0 };
  for (let round = 1; round <= 5; round++) {
    const next = random(round);
    const shuffled = own
      .map((one) => ({ one, at: next() }))
      .sort((a, b) => a.at - b.at)
      .map(({ one }) => one);
    const labels = [...names, null].flatMap((name) =>
      shuffled.filter(({ category }) => category === name).slice(0, count),
    );
    const found = score(
      labels,
      shuffled.filter((one) => !labels.includes(one)),
      names.map((category) => ({ category })),
    );
    for (const key of Object.keys(sums)) sums[key] += found[key];
  }
  show(`ours, ${count} labels a category`, sums);
}

/** A message sorted, with the model asked for what nothing else tells. */
const sortAsking = (reading, mailbox, learned, { ask }) =>
  untilAnswered(
    (answers) => {
      const sorted = sortReading(reading, mailbox, { ...noFacts, answers, sorter: { learned } });
      return sorted.kind === 'wants' ? { kind: 'wants', wants: [sorted.want] } : { kind: 'sorted', ...sorted };
    },
    async (wants) =>
      Object.fromEntries(await Promise.all(wants.map(async ({ digest, request }) => [digest, await ask(request)]))),
  );

const args = process.argv.slice(2);
const url = args.includes('--model') ? args[args.indexOf('--model') + 1] : null;
const folder = args.find((arg, i) => !arg.startsWith('--') && args[i - 1] !== '--model');
if (folder) {
  const halves = JSON.parse(readFileSync(join(folder, 'labels.json'), 'utf8'));
  const about = JSON.parse(readFileSync(join(folder, 'categories.json'), 'utf8'));
  const all = [];
  for (const [file, { category, half }] of Object.entries(halves)) {
    const reading = await readMessage(readFileSync(join(folder, file)));
    all.push({ file, category, half, reading, seen: seenOf(reading) });
  }
  const of = (wanted) => all.filter(({ half }) => half === wanted);
  const categories = Object.entries(about).map(([category, words]) => ({ category, about: words }));
  show(folder, score(of('train'), of('test'), categories));
  const model = await modelAt(url);
  const mailbox = compileMailbox(
    { mailbox: 'box', addresses: ['box@desk.example'], sieves: [], sorter: { categories } },
    new Map(),
  );
  const ways = { 'descriptions alone': null, 'labels, then descriptions': learnSorter(of('train'), categories) };
  for (const [way, learned] of Object.entries(ways)) {
    const judged = [];
    for (const one of of('test')) judged.push({ one, sorted: await sortAsking(one.reading, mailbox, learned, model) });
    const name = ({ category }) => category ?? noneOfThese;
    const given = judged.filter(({ sorted }) => sorted.category !== null);
    const wrong = given.filter(({ one, sorted }) => sorted.category !== name(one));
    process.stdout.write(
      `${way.padEnd(28)} right ${given.length - wrong.length} of ${judged.length}, wrong ${wrong.length}, unsorted ${judged.length - given.length}\n`,
    );
    if (args.includes('--verbose'))
      for (const { one, sorted } of wrong)
        process.stdout.write(`  ${one.file}: ${sorted.category} (${sorted.by}; ${sorted.quote ?? sorted.why})\n`);
  }
  await model.close();
}
