import * as core from '@yellow-sieve/core';
import { modelAt } from './model-at.mjs';
import { casesIn, ownCases, scorePrompts } from './score.mjs';

// node corpus/prompts/run.mjs [folder of cases] [--model URL] [--verbose]

const args = process.argv.slice(2);
const url = args.includes('--model') ? args[args.indexOf('--model') + 1] : null;
const folder = args.find((arg, i) => !arg.startsWith('--') && args[i - 1] !== '--model');
const { ask, close } = await modelAt(url);

const percent = ({ right, wanted }) => `${((100 * right) / wanted).toFixed(1)} %`.padStart(8);
function print(title, scores) {
  console.log(`\n${title}`);
  const total = { right: 0, wanted: 0, invented: 0 };
  for (const { name, differ, ...score } of scores) {
    console.log(
      `${name.padEnd(28)}${String(score.right).padStart(5)} of ${String(score.wanted).padStart(4)}${percent(score)}   beyond ${score.invented}`,
    );
    if (args.includes('--verbose')) for (const line of differ) console.log(`    ${line}`);
    for (const key of Object.keys(total)) total[key] += score[key];
  }
  console.log(
    `${'together'.padEnd(28)}${String(total.right).padStart(5)} of ${String(total.wanted).padStart(4)}${percent(total)}   beyond ${total.invented}`,
  );
}

if (folder) print(folder, await scorePrompts(casesIn(folder), { core, ask }));
else {
  print('our own prose', await scorePrompts(ownCases(), { core, ask }));
  print('the same with other names and nouns', await scorePrompts(ownCases({ swapped: true }), { core, ask }));
}
await close();
