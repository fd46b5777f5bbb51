// npm run corpus:rows [-- "worked on" | frozen] [-- show FAMILY]: how many rows come out with every cell right, none invented, none lost.
import { scoreRows, tallyRows } from './score.mjs';

const sets = { 'worked on': './worked-on/cases.mjs', frozen: './frozen/cases.mjs' };
const [only, ...more] = process.argv.slice(2);
/** The frozen set is scored, and not looked into. */
const shown = only === 'worked on' && more[0] === 'show' ? more[1] : undefined;

const percent = (part, all) => (all ? ((100 * part) / all).toFixed(2) : '–');
const columns = ['rows', 'right %', 'invented', 'lost', 'head %', 'unnoticed'];
const figures = ({ rows, right, invented, lost, fields, fieldsRight, unnoticed }) => [
  rows,
  percent(right, rows),
  invented,
  lost,
  percent(fieldsRight, fields),
  unnoticed,
];

function print(title, sums) {
  const line = (name, cells) => console.log(name.padEnd(52) + cells.map((cell) => String(cell).padStart(10)).join(''));
  console.log();
  line(title, columns);
  for (const [name, sum] of sums) line(name, figures(sum));
}

function printFaults(results) {
  for (const { family, disturbances, raw, rows, outcome, counts } of results)
    if (family === shown && (counts.right < counts.rows || counts.invented))
      console.log(
        `\n## ${disturbances.join(', ')}\n${raw.toString()}\n${rows.map((row) => JSON.stringify(row)).join('\n')}\nfound:\n${outcome.rows.map((row) => JSON.stringify(row)).join('\n')}\n${JSON.stringify(outcome.trace)}`,
      );
}

for (const [name, file] of Object.entries(sets)) {
  if (only && only !== name) continue;
  const set = await import(file);
  const results = [];
  for (const family of set.families) results.push(...(await scoreRows(family, set)));
  printFaults(results);
  console.log(`\n# ${name}: ${set.families.length} families, ${results.length} messages`);
  print(
    'family',
    tallyRows(results, ({ family }) => [family]),
  );
  print(
    'disturbance',
    tallyRows(results, ({ disturbances }) => disturbances),
  );
  print(
    'all',
    tallyRows(results, () => [name]),
  );
}
