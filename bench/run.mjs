// npm run bench [-- NAME…]: runs all benchmarks, or those of some names, and holds their ratios against the kept ones of README.md.
// Ends with 1 when one falls a quarter below what is kept, or a bound is not kept.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = fileURLToPath(new URL('.', import.meta.url));
const benches = [
  'sift',
  'templates',
  'rows',
  'suggest',
  'patterns',
  'read',
  'hostile-reading',
  'effect',
  'smtp',
  'backfill',
];
/** A ratio may fall to this share of the kept one: machines differ, and runs do. */
const enough = 0.75;

const only = process.argv.slice(2);
const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-told-'));
const told = join(folder, 'told.jsonl');
const failed = [];
for (const bench of only.length > 0 ? only : benches) {
  console.log(`\n# ${bench}`);
  const { status } = spawnSync(process.execPath, [join(here, `${bench}.mjs`)], {
    stdio: 'inherit',
    env: { ...process.env, BENCH_TOLD: told },
  });
  if (status !== 0) failed.push(bench);
}

/** The table “Held” of README.md: name, kept ratio, wanted ratio. */
const kept = new Map(
  [...readFileSync(join(here, 'README.md'), 'utf8').matchAll(/^\| `([^`]+)` \| ([\d.]+) \| ([\d.]+|none) \|/gm)].map(
    ([, name, ratio, wanted]) => [name, { ratio: Number(ratio), wanted }],
  ),
);
const ratios = readTold(told);
rmSync(folder, { recursive: true });

const figure = (number) => number.toPrecision(2).padStart(7);
console.log(`\n${'ratio'.padEnd(34)}    now    kept  wanted`);
for (const { name, ratio } of ratios) {
  const was = kept.get(name);
  const falls = was !== undefined && ratio < was.ratio * enough;
  if (falls) failed.push(name);
  const verdict = was === undefined ? '  not kept yet' : falls ? '  a quarter below' : '';
  console.log(
    `${name.padEnd(34)}${figure(ratio)} ${was ? figure(was.ratio) : '      –'} ${(was?.wanted ?? '–').padStart(7)}${verdict}`,
  );
}
console.log(failed.length === 0 ? 'all as kept, or better' : `not as kept: ${failed.join(', ')}`);
process.exitCode = failed.length === 0 ? 0 : 1;

function readTold(file) {
  try {
    return readFileSync(file, 'utf8')
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line));
  } catch (error) {
    if (error.code === 'ENOENT') return [];
    throw error;
  }
}
