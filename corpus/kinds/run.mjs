// npm run corpus:kinds [-- --samples 1|4] [--kind BEGINNING] [--dress NAME|all] [--around NAME|all [--later]]: how much of each of these kinds of mail is suggested from
// its first messages. A field or column counts where four of five of its values come out right in the others, whatever it is called.
// With --dress the same values are written otherwise, in one of the ways of dresses.mjs or in each of them; with --around other words stand
// around them, one of surroundings.mjs or each of them, and with --later those stand around the messages alone that nothing was suggested from.
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { compileSieve, noFacts, publicReading, readMessage, sift, suggestSieve } from '@yellow-sieve/core';
import { arrangements, dresses, letterAround, mailWith, pairOf, wordsOf } from './dresses.mjs';
import { writeKinds } from './make.mjs';
import { surroundings } from './surroundings.mjs';

const { values: options } = parseArgs({
  options: {
    samples: { type: 'string', default: '4' },
    kind: { type: 'string', default: '' },
    dress: { type: 'string', default: '' },
    around: { type: 'string', default: '' },
    later: { type: 'boolean', default: false },
  },
});
const most = 0.8;
/** So many labels a form has to be written otherwise, and so many items a list. */
const [minPairs, minItems] = [3, 2];

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
  const filled = wanted.flatMap((one, i) => (one[key] === null || one[key] === undefined ? [] : [i]));
  const names = [...new Set(got.flatMap((one) => Object.keys(one ?? {})))];
  const right = (name) => filled.filter((i) => plain(got[i]?.[name]) === plain(wanted[i][key])).length;
  return Math.max(0, ...names.map(right)) / Math.max(1, filled.length);
}

/** What comes out of messages, each with its right answers, by what is suggested from the first of them. */
async function measured(messages, { fields, columns, locale }) {
  const read = async ({ name, raw }) => ({ name, reading: await readMessage(raw) });
  const known = Number(options.samples);
  const suggestion = suggestSieve(await Promise.all(messages.slice(0, known).map(read)), { locale });
  const others = messages.slice(known);
  const sieve = suggestion && compileSieve(suggestion.source);
  const outcomes = [];
  for (const other of others) {
    const result = sieve ? sift((await read(other)).reading, sieve, noFacts) : null;
    outcomes.push(result?.kind === 'outcome' ? result.outcome : { fields: {}, rows: [] });
  }
  const lines = others.flatMap(({ expected: { items = [] } }, i) => items.map((row, k) => [row, outcomes[i].rows[k]]));
  const ofField = (key) =>
    share(
      others.map(({ expected }) => expected.fields),
      outcomes.map((one) => one.fields),
      key,
    );
  const ofColumn = (key) =>
    share(
      lines.map(([row]) => row),
      lines.map(([, row]) => row),
      key,
    );
  const missed = (keys, of) => keys.filter((key) => of(key) < most);
  const lost = [missed(fields, ofField), missed(columns, ofColumn)];
  const found = fields.length - lost[0].length;
  return {
    fields: [found, fields.length],
    columns: [columns.length - lost[1].length, columns.length],
    beyond: Math.max(0, (suggestion?.fields.length ?? 0) - found),
    missed: lost.flat(),
  };
}

function kindIn(dir) {
  const { fields, items = {}, locale = 'en-GB' } = JSON.parse(readFileSync(join(dir, 'case.json'), 'utf8'));
  const expected = JSON.parse(readFileSync(join(dir, 'expected.json'), 'utf8'));
  const messages = ['train-1.eml', ...Object.keys(expected).sort()].map((name) => ({
    name,
    raw: readFileSync(join(dir, name)),
    expected: expected[name],
  }));
  return { messages, fields: Object.keys(fields), columns: Object.keys(items), locale };
}

const headOf = (raw) => raw.toString('latin1').split(/\r?\n\r?\n/)[0];

/** The labelled values of a kind in another dress; null for a kind that has not enough of them, or a list. */
async function dressed(kind, dress) {
  if (kind.columns.length > 0) return null;
  const messages = [];
  for (const message of kind.messages) {
    const { text } = publicReading(await readMessage(message.raw));
    if (messages.length === 0 && text.split('\n').filter(pairOf).length < minPairs) return null;
    messages.push({ ...message, raw: mailWith(headOf(message.raw), dress(text)) });
  }
  return { ...kind, messages };
}

/** The items of a kind alone, in another arrangement; null for a kind without a list, or with targets or several lines in it. */
function arranged(kind, arrange) {
  const messages = kind.messages.filter(({ expected }) => (expected?.items?.length ?? 0) >= minItems);
  const all = messages.flatMap(({ expected }) => expected.items);
  const columns = kind.columns.filter((name) => all.some((item) => wordsOf(item[name]) !== ''));
  const isOdd = all.some((item) => columns.some((name) => /\n|^https?:/.test(wordsOf(item[name]))));
  if (columns.length < 2 || messages.length <= Number(options.samples) || isOdd) return null;
  // What names an item is a word of some length, and no figure.
  const isTitle = (name) => all.every((item) => /^(?:\p{Lu}|\p{Ll}{3})/u.test(wordsOf(item[name])));
  const title = columns.find(isTitle) ?? columns[0];
  const names = [title, ...columns.filter((name) => name !== title)];
  const wordsIn = (item) => Object.fromEntries(names.map((name) => [name, wordsOf(item[name])]));
  return {
    ...kind,
    fields: [],
    columns: names,
    messages: messages.map((message) => ({
      ...message,
      raw: mailWith(headOf(message.raw), letterAround(arrange(message.expected.items.map(wordsIn), names))),
    })),
  };
}

/** A kind with other words around what it says; without a surrounding the same message, packed as those are. */
async function surrounded(kind, surrounding) {
  const known = Number(options.samples);
  const messages = [];
  for (const [i, message] of kind.messages.entries()) {
    const { html, plain } = await readMessage(message.raw);
    const wrap =
      surrounding && !(options.later && i < known) ? surrounding : { html: (body) => body, text: (body) => body };
    const body = {
      ...(html ? { html: wrap.html(html.html, i) } : {}),
      ...(plain && !(html && plain.stub) ? { text: wrap.text(plain.text, i) } : {}),
    };
    messages.push({ ...message, raw: mailWith(headOf(message.raw), body) });
  }
  return { ...kind, messages };
}

/** Measures kinds, prints a line for each if `lines` says so, and gives their sum. */
async function sumOf(kinds, lines) {
  const sum = { kinds: 0, fields: [0, 0], columns: [0, 0], beyond: 0 };
  for (const [name, kind] of kinds) {
    const { fields, columns, beyond, missed } = await measured(kind.messages, kind);
    sum.kinds++;
    for (const i of [0, 1]) {
      sum.fields[i] += fields[i];
      sum.columns[i] += columns[i];
    }
    sum.beyond += beyond;
    const lost = missed.length > 0 ? `, not found: ${missed.join(', ')}` : '';
    if (lines) console.log(`${name.padEnd(18)} fields ${fields.join('/')}, columns ${columns.join('/')}${lost}`);
  }
  return sum;
}

const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-kinds-'));
writeKinds(folder);
const kinds = readdirSync(join(folder, 'cases'))
  .filter((name) => name.startsWith(options.kind))
  .sort()
  .map((name) => [name, kindIn(join(folder, 'cases', name))]);
rmSync(folder, { recursive: true });

/** What is lost, and found too much, by each surrounding. */
async function measureAround(names) {
  const plainKinds = [];
  for (const [name, kind] of kinds) plainKinds.push([name, await surrounded(kind, null)]);
  const without = await sumOf(plainKinds, false);
  const told = ({ fields, columns, beyond }) =>
    `fields ${fields.join('/')}, columns ${columns.join('/')}, beyond ${beyond}`;
  console.log(`${'nothing'.padEnd(24)} ${told(without)}`);
  for (const name of names) {
    if (!surroundings[name])
      throw new Error(`There is no surrounding “${name}”; these are: ${Object.keys(surroundings).join(', ')}.`);
    const others = [];
    for (const [kindName, kind] of kinds) others.push([kindName, await surrounded(kind, surroundings[name])]);
    console.log(`${name.padEnd(24)} ${told(await sumOf(others, names.length === 1))}`);
  }
}

const ways = { ...dresses, ...arrangements };
const worn = options.dress === 'all' ? Object.keys(ways) : options.dress === '' ? [] : [options.dress];
const { around } = options;
if (around !== '') await measureAround(around === 'all' ? Object.keys(surroundings) : [around]);
else if (worn.length === 0) {
  const { fields, columns, beyond } = await sumOf(kinds, true);
  console.log(
    `fields ${fields.join('/')}, columns ${columns.join('/')}, fields beyond ${beyond}, from ${options.samples} of each`,
  );
}
for (const way of worn) {
  if (!ways[way]) throw new Error(`There is no dress “${way}”; these are: ${Object.keys(ways).join(', ')}.`);
  const others = [];
  for (const [name, kind] of kinds) {
    const other = dresses[way] ? await dressed(kind, dresses[way]) : arranged(kind, arrangements[way]);
    if (other) others.push([name, other]);
  }
  const { kinds: count, fields, columns, beyond } = await sumOf(others, worn.length === 1);
  const [found, all] = dresses[way] ? fields : columns;
  const share = `${found}/${all} = ${Math.round((100 * found) / Math.max(1, all))} %`;
  console.log(`${way.padEnd(24)} ${share.padEnd(16)} of ${count} kinds${dresses[way] ? `, beyond ${beyond}` : ''}`);
}
