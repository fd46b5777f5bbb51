import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { cases } from './cases.mjs';

// How much of prose prompt rules get right with the answers of a model: by default those of the stand-in.

/** Scores some cases: values that are as they should be, of all that were wanted; nothing wanted is nothing counted. */
export async function scorePrompts(some, { core, ask }) {
  const scores = [];
  for (const one of some) scores.push({ name: one.name, ...(await scoreCase(one, { core, ask })) });
  return scores;
}

/** The cases of this folder, with the names and nouns swapped for others where that is asked. */
export const ownCases = ({ swapped = false } = {}) =>
  (swapped ? cases.map(swap) : cases).map(withPlainNames).map(asMessages);

function swap(one) {
  let text = JSON.stringify({ ...one, swaps: {} });
  for (const [word, other] of Object.entries(one.swaps)) text = text.replaceAll(word, other);
  return JSON.parse(text);
}

/** Names of fields are plain letters; where a language has others, the case says which stand for them. */
function withPlainNames({ names = {}, ...one }) {
  let text = JSON.stringify(one);
  for (const [name, plain] of Object.entries(names))
    text = text.replaceAll(`"${name}":`, `"${plain}":`).replaceAll(`\\n${name}:`, `\\n${plain}:`);
  return JSON.parse(text);
}

function asMessages(one) {
  const raw = ({ date, text }) =>
    Buffer.from(
      `Subject: \nDate: ${date}\nContent-Type: text/plain; charset=utf-8\nContent-Transfer-Encoding: 8bit\n\n${text}\n`,
    );
  const with_ = (all) => all.map((message) => ({ raw: raw(message), gives: message.gives }));
  return { ...one, examples: with_(one.examples), messages: with_(one.messages) };
}

/** The prompt cases of a folder of cases: `case.json`, `expected.json` and messages, a folder each. */
export function casesIn(folder) {
  const read = (name, file) => JSON.parse(readFileSync(join(folder, name, file), 'utf8'));
  const declared = (fields = {}) =>
    Object.fromEntries(
      Object.entries(fields).map(([name, { type, enum: choices, required = false, many = false, compare }]) => [
        name,
        {
          type: choices ? 'choice' : type === 'boolean' ? 'yes-no' : type,
          required,
          ...(many ? { many } : {}),
          ...(choices ? { choices } : {}),
          ...(compare ? { compare } : {}),
        },
      ]),
    );
  return readdirSync(folder)
    .sort()
    .flatMap((name) => {
      const one = read(name, 'case.json');
      if (one.kind !== 'prompt') return [];
      const expected = read(name, 'expected.json');
      const message = (file, { fields, items }) => ({
        raw: readFileSync(join(folder, name, file)),
        gives: { ...fields, ...(items ? { rows: items } : {}) },
      });
      return [
        {
          name,
          locale: 'by message',
          ask: one.instructions,
          fields: declared(one.fields),
          columns: declared(one.items),
          examples: one.train.map((file) => message(file, one.examples[file])),
          messages: Object.entries(expected).map(([file, right]) => message(file, right)),
        },
      ];
    });
}

function sieveOf({ name, locale, ask, fields, columns = {}, examples }) {
  const bare = (all) =>
    Object.fromEntries(Object.entries(all).map(([key, { compare: _, ...options }]) => [key, options]));
  return {
    sieve: name,
    locale,
    timezone: 'UTC',
    fields: bare(fields),
    ...(Object.keys(columns).length > 0 ? { rows: { columns: bare(columns) } } : {}),
    rules: [
      {
        kind: 'prompt',
        name: 'asked',
        ask,
        show: ['message.subject', 'message.body'],
        fills: [...Object.keys(fields), ...Object.keys(columns)],
        examples: examples.map(({ gives }, i) => ({ message: `example ${i}`, gives })),
      },
    ],
  };
}

async function scoreCase(one, { core, ask }) {
  const sieve = core.compileSieve(sieveOf(one));
  const readings = await Promise.all(one.examples.map(({ raw }) => core.readMessage(raw)));
  const examples = { [sieve.name]: Object.fromEntries(readings.map((reading, i) => [`example ${i}`, reading])) };
  const score = { wanted: 0, right: 0, invented: 0, differ: [] };
  for (const { raw, gives } of one.messages) {
    const reading = await core.readMessage(raw);
    const facts = { record: { key: '', link: '' }, answers: {}, model: 'stand-in', limits: core.limits, examples };
    const result = await core.untilAnswered(
      (answers) => core.sift(reading, sieve, { ...facts, answers }),
      async (wants) =>
        Object.fromEntries(await Promise.all(wants.map(async (want) => [want.digest, await ask(want.request)]))),
    );
    if (result.kind !== 'outcome') throw new Error('every question has been put');
    compare(one, gives, result.outcome, score);
  }
  return score;
}

function compare({ fields, columns = {} }, gives, outcome, score) {
  const judge = (path, options, wanted, got) => {
    if (wanted === null || wanted === undefined) {
      if (got !== null && got !== undefined) score.invented++;
      return;
    }
    score.wanted++;
    if (same(wanted, got, options)) score.right++;
    else score.differ.push(`${path}: ${JSON.stringify(wanted)}, got ${JSON.stringify(got ?? null)}`);
  };
  for (const [name, options] of Object.entries(fields)) judge(name, options, gives[name], outcome.fields[name]);
  const rows = gives.rows ?? [];
  rows.forEach((row, i) => {
    for (const [name, options] of Object.entries(columns))
      judge(`rows[${i}].${name}`, options, row[name], outcome.rows[i]?.[name]);
  });
  score.invented += Math.max(0, outcome.rows.length - rows.length);
}

function same(wanted, got, { compare: how }) {
  const text = (value) => {
    if (value === null || value === undefined) return '';
    if (typeof value === 'object') return `${Number(value.value).toFixed(2)} ${value.currency}`;
    return String(value);
  };
  const loose = (value) =>
    text(value)
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, ' ')
      .replace(/^(?:the|de|la|le|das|der|die|el|l) /, '')
      .trim();
  return how === 'loose'
    ? loose(wanted) === loose(got)
    : text(wanted).replace(/\s+/g, ' ') === text(got).replace(/\s+/g, ' ');
}
