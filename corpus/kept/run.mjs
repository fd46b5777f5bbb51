// npm run corpus:kept [-- --write | --print [GROUP]]: says which groups of the corpora became something else than what is kept.
// --write keeps what they become now; --print prints it, a line of JSON each, to be held against what another checkout prints.
import { readFileSync, writeFileSync } from 'node:fs';
import * as core from '@yellow-sieve/core';
import * as values from '../../packages/core/dist/values/index.js';
import { digestsOfMade, everythingMade } from './made.mjs';

const all = { ...core, ...values };
const file = new URL('digests.json', import.meta.url);
const [what, only = ''] = process.argv.slice(2);

if (what === '--print') {
  for await (const [group, name, made] of everythingMade(all))
    if (group.startsWith(only)) process.stdout.write(`${JSON.stringify([group, name, made])}\n`);
} else {
  const digests = await digestsOfMade(all);
  const kept = what === '--write' ? {} : JSON.parse(readFileSync(file, 'utf8'));
  if (what === '--write') writeFileSync(file, `${JSON.stringify(digests, null, 2)}\n`);
  const groups = [...new Set([...Object.keys(kept), ...Object.keys(digests)])];
  const changed = what === '--write' ? [] : groups.filter((group) => kept[group] !== digests[group]);
  for (const group of changed) console.log(`another than kept: ${group}`);
  console.log(
    what === '--write'
      ? `${groups.length} groups kept`
      : `${changed.length} of ${groups.length} groups became something else`,
  );
  process.exitCode = changed.length > 0 ? 1 : 0;
}
