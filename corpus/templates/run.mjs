// npm run corpus:templates [-- "worked on" | frozen] [-- --write]: scores templates on both sets, by family and by disturbance.
import { writeFileSync } from 'node:fs';
import { scoreFamily, tally } from './kit/score.mjs';

const sets = { 'worked on': './worked-on/cases.mjs', frozen: './frozen/cases.mjs' };
const [only, most] = process.argv.slice(2).filter((word) => word !== '--write');
/** How many faults to print; the frozen set is scored, and not looked into. */
const shown = only === 'worked on' ? Number(most ?? 0) : 0;

const percent = (part, all) => ((100 * part) / Math.max(1, all)).toFixed(2);
const rowsOf = (counts) =>
  [...counts].map(([name, { right, wrong, missed, invented }]) => {
    const all = right + wrong + missed + invented;
    return [name, all, percent(right, all), wrong, missed, invented];
  });

const columns = ['fields', 'right %', 'wrong', 'missed', 'invented'];

function print(title, counts) {
  console.log(`\n${title.padEnd(46)} ${columns.map((column) => column.padStart(9)).join('')}`);
  for (const [name, ...figures] of rowsOf(counts))
    console.log(`${name.padEnd(46)} ${figures.map((figure) => String(figure).padStart(9)).join('')}`);
}

const table = (title, counts) =>
  [
    `| ${[title, ...columns].join(' | ')} |`,
    '|---|---:|---:|---:|---:|---:|',
    ...rowsOf(counts).map((row) => `| ${row.join(' | ')} |`),
  ].join('\n');

function printFaults(results) {
  const faults = results.flatMap((result) =>
    result.fields.filter(({ verdict }) => verdict !== 'right').map((fault) => ({ result, fault })),
  );
  for (const { result, fault } of faults.slice(0, shown)) {
    const { name: family, disturbances, letter, outcome } = result;
    const values = `${JSON.stringify(fault.expected)}, found ${JSON.stringify(fault.found)}`;
    console.log(`\n## ${family}, ${disturbances.join(' + ')}: ${fault.field} ${fault.verdict}: ${values}`);
    console.log(`layout ${outcome.layout ?? 'not recognised'} (${outcome.score})\n${letter.html ?? letter.text}`);
  }
}

const pages = [];
for (const [name, file] of Object.entries(sets)) {
  if (only && only !== name) continue;
  const set = await import(file);
  const results = [];
  for (const family of set.families) results.push(...(await scoreFamily(family, set)));
  printFaults(results);
  console.log(`\n# ${name}: ${set.families.length} families, ${results.length} messages`);
  const parts = [
    ['family', tally(results, (result) => [result.name])],
    ['disturbance', tally(results, (result) => result.disturbances)],
    ['all', tally(results, () => [name])],
  ];
  for (const [title, counts] of parts) print(title, counts);
  pages.push(
    `## ${name === 'frozen' ? 'The frozen set' : 'The set worked on'}\n\n${set.families.length} families, ${results.length} messages.\n`,
  );
  for (const [title, counts] of parts.reverse()) pages.push(table(title, counts), '');
}

if (process.argv.includes('--write')) {
  const page = new URL('../../docs/reference/template-corpora.md', import.meta.url);
  const head = [
    '# How well templates read',
    '',
    'Made by `npm run corpus:templates -- --write`. Each family has one marked sample; its messages are made with fixed seeds and',
    'changed on their way. **Right**: the expected value, or rightly nothing. **Wrong**: another value. **Missed**: nothing, though',
    'a value is there (a problem counts as missed too). **Invented**: a value where none is. Line breaks within a text count as spaces.',
    '',
    'The set worked on has each disturbance alone, and pairs. The frozen set has three disturbances at once, was written before',
    'the present template rule, and its messages have not changed since (a test holds their digest). It was written by the same',
    'people, so neither set stands in for mail nobody here has seen.',
    '',
  ];
  writeFileSync(page, `${[...head, ...pages].join('\n').trimEnd()}\n`);
}
