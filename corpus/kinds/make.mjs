// node corpus/kinds/make.mjs FOLDER: writes some 300 kinds of mail with their right answers into it, a folder each: case.json, train-1.eml,
// test-01.eml to test-11.eml, expected.json. They were written before anybody looked at what becomes of them.
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { kinds as eighteenth } from './eighteenth.mjs';
import { kinds as eighth } from './eighth.mjs';
import { kinds as eleventh } from './eleventh.mjs';
import { kinds as fifteenth } from './fifteenth.mjs';
import { kinds as fifth } from './fifth.mjs';
import { kinds as first } from './first.mjs';
import { kinds as fourteenth } from './fourteenth.mjs';
import { kinds as fourth } from './fourth.mjs';
import { begin, mail, pad } from './kit.mjs';
import { kinds as nineteenth } from './nineteenth.mjs';
import { kinds as ninth } from './ninth.mjs';
import { kinds as second } from './second.mjs';
import { kinds as seventeenth } from './seventeenth.mjs';
import { kinds as seventh } from './seventh.mjs';
import { kinds as sixteenth } from './sixteenth.mjs';
import { kinds as sixth } from './sixth.mjs';
import { kinds as tenth } from './tenth.mjs';
import { kinds as third } from './third.mjs';
import { kinds as thirteenth } from './thirteenth.mjs';
import { kinds as twelfth } from './twelfth.mjs';
import { kinds as twentieth } from './twentieth.mjs';
import { kinds as twentyFifth } from './twenty-fifth.mjs';
import { kinds as twentyFirst } from './twenty-first.mjs';
import { kinds as twentyFourth } from './twenty-fourth.mjs';
import { kinds as twentySecond } from './twenty-second.mjs';
import { kinds as twentySixth } from './twenty-sixth.mjs';
import { kinds as twentyThird } from './twenty-third.mjs';

const tests = 11;

/** About what a person reads of a body: marks are counted in it. */
const visible = ({ body }, html) =>
  html
    ? body
        .replace(/<(head|style)[\s\S]*?<\/\1>/g, '')
        .replace(/<br>|<\/(p|div|td|tr|h\d|li|dt|dd)>/g, '\n')
        .replace(/<[^>]*>/g, '')
    : body;
const count = (text, words) => text.split(words).length - 1;

/** `n`: the place among the same words; `last`: words right before it. */
function placed(mark, text) {
  const { text: words, n = 1, last } = typeof mark === 'string' ? { text: mark } : mark;
  const occurrence = last ? count(text.slice(0, text.indexOf(last) + last.length), words) + 1 : n;
  return { text: words, occurrence };
}

function marksOf({ fields, marks }, text) {
  const filled = Object.entries(fields).filter(([, value]) => value !== null);
  return Object.fromEntries(
    filled.map(([field, value]) => [field, placed(marks?.[field] ?? String(value.value ?? value), text)]),
  );
}

function itemMarksOf({ items, im }, text) {
  let at = 0;
  return items.map((item) =>
    Object.fromEntries(
      Object.entries(im(item)).flatMap(([column, words]) => {
        if (words === null) return [];
        if (words.attr) return [[column, words]];
        const start = text.indexOf(words, at);
        at = start + words.length;
        return [[column, { text: words, occurrence: count(text.slice(0, start), words) + 1 }]];
      }),
    ),
  );
}

const isFull = ({ fields, items }) => !Object.values(fields).includes(null) && (!items || items.length >= 3);

/** The message that is shown has all that there may be. */
function shownOf(kind) {
  for (let tries = 0; tries < 50; tries++) {
    const made = kind.make();
    if (isFull(made)) return made;
  }
  return kind.make();
}

/** The seed of each set, and its kinds. */
const sets = [
  [7, first],
  [23, second],
  [61, third],
  [97, fourth],
  [131, fifth],
  [211, sixth],
  [307, seventh],
  [401, eighth],
  [503, ninth],
  [1001, tenth],
  [1103, eleventh],
  [1201, twelfth],
  [1301, thirteenth],
  [1409, fourteenth],
  [1511, fifteenth],
  [1601, sixteenth],
  [1709, seventeenth],
  [1801, eighteenth],
  [1901, nineteenth],
  [2001, twentieth],
  [2101, twentyFirst],
  [2201, twentySecond],
  [2301, twentyThird],
  [2401, twentyFourth],
  [2501, twentyFifth],
  [2601, twentySixth],
];

const withMail = (made, { html }) => ({ ...made, raw: mail(made.subject, made.body, html) });

/**
 * All of them, each with the message that is shown first and the others, as they come in.
 * @returns {Generator<{name: string, kind: object, shown: {raw: string}, others: {raw: string}[]}>}
 */
export function* madeKinds() {
  for (const [seed, kinds] of sets) {
    begin(seed);
    for (const [name, kind] of Object.entries(kinds)) {
      const shown = withMail(shownOf(kind), kind);
      yield { name, kind, shown, others: Array.from({ length: tests }, () => withMail(kind.make(), kind)) };
    }
  }
}

function write(folder, { name, kind, shown, others }) {
  const dir = join(folder, 'cases', name);
  mkdirSync(dir, { recursive: true });
  const put = (file, { raw }) => writeFileSync(join(dir, file), raw);
  const gives = ({ fields, items }) => ({ fields, ...(items ? { items } : {}) });
  put('train-1.eml', shown);
  const text = visible(shown, kind.html);
  const about = {
    name,
    kind: kind.kind,
    ...(kind.locale ? { locale: kind.locale } : {}),
    fields: kind.fields,
    ...(kind.items ? { items: kind.items } : {}),
    train: ['train-1.eml'],
    examples: { 'train-1.eml': gives(shown) },
    marks: { 'train-1.eml': marksOf(shown, text) },
    itemMarks: shown.items ? { 'train-1.eml': itemMarksOf(shown, text) } : {},
  };
  const expected = Object.fromEntries(
    others.map((made, i) => {
      const file = `test-${pad(i + 1)}.eml`;
      put(file, made);
      return [file, { ...gives(made), perturbation: 'values' }];
    }),
  );
  writeFileSync(join(dir, 'case.json'), `${JSON.stringify(about, null, 1)}\n`);
  writeFileSync(join(dir, 'expected.json'), `${JSON.stringify(expected, null, 1)}\n`);
}

/** Writes all of them into a folder. */
export function writeKinds(folder) {
  rmSync(join(folder, 'cases'), { recursive: true, force: true });
  for (const made of madeKinds()) write(folder, made);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const [folder] = process.argv.slice(2);
  if (!folder) throw new Error('Name the folder to write into.');
  writeKinds(folder);
}
