// npm run corpus:templates: scores templates on both corpora, by family and by disturbance.
import { scoreFamily, tally } from './kit/score.mjs';

const sets = { 'worked on': './worked-on/cases.mjs', frozen: './frozen/cases.mjs' };
const only = process.argv[2];
/** How many faults to print; the frozen set is scored, and not looked into. */
const shown = only === 'worked on' ? Number(process.argv[3] ?? 0) : 0;

const percent = (part, all) => ((100 * part) / Math.max(1, all)).toFixed(2);
function print(title, counts) {
  console.log(`\n${title.padEnd(46)} fields  right %  wrong  missed  invented`);
  for (const [name, { right, wrong, missed, invented }] of counts) {
    const all = right + wrong + missed + invented;
    console.log(
      `${name.padEnd(46)} ${String(all).padStart(6)}  ${percent(right, all).padStart(7)}  ${String(wrong).padStart(5)}  ${String(missed).padStart(6)}  ${String(invented).padStart(8)}`,
    );
  }
}

for (const [name, file] of Object.entries(sets)) {
  if (only && only !== name) continue;
  const set = await import(file);
  const results = [];
  for (const family of set.families) results.push(...(await scoreFamily(family, set)));
  console.log(`\n# ${name}: ${set.families.length} families, ${results.length} messages`);
  const faults = results.flatMap((result) =>
    result.fields.filter(({ verdict }) => verdict !== 'right').map((fault) => ({ result, fault })),
  );
  for (const { result, fault } of faults.slice(0, shown)) {
    const { name: family, disturbances, letter, outcome } = result;
    const values = `${JSON.stringify(fault.expected)}, found ${JSON.stringify(fault.found)}`;
    console.log(`\n## ${family}, ${disturbances.join(' + ')}: ${fault.field} ${fault.verdict}: ${values}`);
    console.log(`layout ${outcome.layout ?? 'not recognised'} (${outcome.score})\n${letter.html ?? letter.text}`);
  }
  print(
    'family',
    tally(results, (result) => [result.name]),
  );
  print(
    'disturbance',
    tally(results, (result) => result.disturbances),
  );
  print(
    'all',
    tally(results, () => [name]),
  );
}
