// npm run corpus:kinds [-- --samples 1|4] [--kind BEGINNING]: how much of each of these kinds of mail is suggested from its first messages. A field or
// column counts where four of five of its values come out right in the others, whatever it is called.
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { compileSieve, noFacts, readMessage, sift, suggestSieve } from '@yellow-sieve/core';
import { writeKinds } from './make.mjs';

const { values: options } = parseArgs({
  options: { samples: { type: 'string', default: '4' }, kind: { type: 'string', default: '' } },
});
const most = 0.8;

const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-kinds-'));
writeKinds(folder);

const plain = (value) => {
  if (value === null || value === undefined) return null;
  if (typeof value === 'object') return String(value.value);
  return String(value)
    .slice(0, 200)
    .replace(/\s+/g, ' ')
    .replace(/(T\d\d:\d\d):00.*$/, '$1')
    .toLowerCase();
};

/** Of the rows of values, the share in which a suggested name has what is expected; the best of all names. */
function share(wanted, got, key) {
  const filled = wanted.flatMap((one, i) => (one[key] === null ? [] : [i]));
  const names = [...new Set(got.flatMap((one) => Object.keys(one ?? {})))];
  const right = (name) => filled.filter((i) => plain(got[i]?.[name]) === plain(wanted[i][key])).length;
  return Math.max(0, ...names.map(right)) / Math.max(1, filled.length);
}

async function look(name) {
  const dir = join(folder, 'cases', name);
  const { fields, items = {}, locale = 'en-GB' } = JSON.parse(readFileSync(join(dir, 'case.json'), 'utf8'));
  const expected = JSON.parse(readFileSync(join(dir, 'expected.json'), 'utf8'));
  const files = ['train-1.eml', ...Object.keys(expected).sort()];
  const read = async (file) => ({ name: file, reading: await readMessage(readFileSync(join(dir, file))) });
  const messages = await Promise.all(files.map(read));
  const suggestion = suggestSieve(messages.slice(0, Number(options.samples)), { locale });
  const others = messages.slice(Number(options.samples));
  const outcomes = others.map(({ reading }) => {
    const result = suggestion ? sift(reading, compileSieve(suggestion.source), noFacts) : null;
    return result?.kind === 'outcome' ? result.outcome : { fields: {}, rows: [] };
  });
  const wanted = others.map((one) => expected[one.name]);
  const lines = wanted.flatMap(({ items: rows = [] }, i) => rows.map((row, k) => [row, outcomes[i].rows[k]]));
  const ofFields = Object.keys(fields).map((key) => [
    key,
    share(
      wanted.map((one) => one.fields),
      outcomes.map((one) => one.fields),
      key,
    ),
  ]);
  const ofColumns = Object.keys(items).map((key) => [
    key,
    share(
      lines.map(([row]) => row),
      lines.map(([, row]) => row),
      key,
    ),
  ]);
  const found = (all) => all.filter(([, part]) => part >= most).length;
  const names = suggestion ? suggestion.fields.map((field) => field.name) : [];
  return {
    fields: [found(ofFields), ofFields.length],
    columns: [found(ofColumns), ofColumns.length],
    beyond: Math.max(0, names.length - found(ofFields)),
    missed: [...ofFields, ...ofColumns].filter(([, part]) => part < most).map(([key]) => key),
  };
}

const sum = { fields: [0, 0], columns: [0, 0], beyond: 0 };
for (const name of readdirSync(join(folder, 'cases')).sort()) {
  if (!name.startsWith(options.kind)) continue;
  const { fields, columns, beyond, missed } = await look(name);
  for (const i of [0, 1]) {
    sum.fields[i] += fields[i];
    sum.columns[i] += columns[i];
  }
  sum.beyond += beyond;
  console.log(
    `${name.padEnd(18)} fields ${fields.join('/')}, columns ${columns.join('/')}${missed.length > 0 ? `, not found: ${missed.join(', ')}` : ''}`,
  );
}
rmSync(folder, { recursive: true });
console.log(
  `fields ${sum.fields.join('/')}, columns ${sum.columns.join('/')}, fields beyond ${sum.beyond}, from ${options.samples} of each`,
);
