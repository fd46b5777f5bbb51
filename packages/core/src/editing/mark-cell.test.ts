import { describe, expect, test } from '@jest/globals';
import { formOf, readMessage } from '../reading/index.js';
import { compileSieve, noFacts, sift } from '../sieve/index.js';
import { suggestSieve } from '../suggest/index.js';
import { type Edited, editSieve, guessField, type ShownMessage, type SieveAct } from './index.js';

const letter = async (name: string, html: string): Promise<ShownMessage> => ({
  name,
  reading: await readMessage(Buffer.from(`Subject: Offers\r\nContent-Type: text/html; charset=utf-8\r\n\r\n${html}`)),
});
const lots = [
  ['Kedge anchor', '£60', '20 November 2026', '09:30', 'Ebba Lindqvist'],
  ['Two fenders', '£35', '21 November 2026', '14:00', 'Tam Ferrier'],
  ['Lifejackets', '£90', '21 November 2026', '16:15', null],
] as const;
const cards = (write: (lot: (typeof lots)[number]) => string) =>
  letter('a', `<h1>Gear</h1>${lots.map((lot) => `<div class="lot">${write(lot)}</div>`).join('')}<p>Bye</p>`);
const offered = () =>
  cards(
    ([title, price, day, , by]) => `<h3>${title}</h3><p>${price}</p><p>Offered on ${day}${by ? ` by ${by}` : ''}</p>`,
  );

/** A sieve with one column, that of the titles. */
const titles = `sieve: gear
locale: en-GB
fields: {}
rows:
  columns:
    title: { type: text, required: true }
    offer: { type: text }
rules:
  - kind: template
    name: by its layout
    layouts:
      - name: cards
        text: |
          [[rows:]]
          [[title]]
          Offered [[offer]]
          [[:rows]]
`;

const done = (edited: Edited): string => {
  if (!edited.ok) throw new Error(edited.problems.map(({ text }) => text).join(' '));
  return edited.source;
};
const rowsOf = (source: string, { reading }: ShownMessage) => {
  const result = sift(reading, compileSieve(source), noFacts);
  return result.kind === 'outcome' ? result.outcome.rows : [];
};
const at = ({ reading }: ShownMessage, words: string) => {
  const start = formOf(reading).text.indexOf(words);
  return { in: 'message.text' as const, start, end: start + words.length };
};

describe('a value marked in one item', () => {
  test('is a column of all of them; beside it the column it was part of keeps what differs', async () => {
    const shown = await offered();
    const act: SieveAct = { act: 'mark', ...at(shown, 'Tam Ferrier'), field: 'by' };
    const next = done(editSieve(titles, act, shown));
    expect(next).toContain('Offered on [[offer]] by [[by]]');
    expect(rowsOf(next, shown).map(({ by, offer }) => [by, offer])).toEqual([
      ['Ebba Lindqvist', '20 November 2026'],
      ['Tam Ferrier', '21 November 2026'],
      [null, '21 November 2026'],
    ]);
  });

  test('gets the type that the values of all items tell, where nobody says one', async () => {
    const shown = await offered();
    const next = done(editSieve(titles, { act: 'mark', ...at(shown, '£35'), field: 'price' }, shown));
    expect(next).toContain('price: { type: amount }');
    expect(rowsOf(next, shown).map(({ price }) => price)).toEqual(
      [60, 35, 90].map((value) => ({ value, currency: 'GBP' })),
    );
    expect(next).toMatch(/\[\[title\]\]\n\s+\[\[price\]\]\n\s+Offered/);
  });

  test('that is a column already is guessed to be this one', async () => {
    const shown = await offered();
    const guess = guessField(compileSieve(titles), shown.reading, at(shown, 'Two fenders'));
    expect(guess).toMatchObject({ name: 'title', options: { type: 'text', required: true } });
  });

  test('takes over a whole column, which is gone then', async () => {
    const shown = await offered();
    const words = 'on 20 November 2026 by Ebba Lindqvist';
    const next = done(editSieve(titles, { act: 'mark', ...at(shown, words), field: 'said' }, shown));
    expect(next).not.toMatch(/offer:|\[\[offer\]\]/);
    expect(rowsOf(next, shown)[1]).toEqual({ title: 'Two fenders', said: 'on 21 November 2026 by Tam Ferrier' });
  });

  test('with nothing between it and another is refused, unless a type tells where one ends', async () => {
    const shown = await cards(
      ([title, price, day, clock]) => `<h3>${title}</h3><p>Offered ${day} ${clock}</p><p>${price} ${title}</p>`,
    );
    const options = { type: 'time' };
    const timed = done(editSieve(titles, { act: 'mark', ...at(shown, '09:30'), field: 'clock', options }, shown));
    expect(rowsOf(timed, shown)[2]).toMatchObject({ clock: '16:15' });
    const priced = done(editSieve(titles, { act: 'mark', ...at(shown, '£60'), field: 'price' }, shown));
    const { end } = at(shown, '£60 ');
    const behind = { in: 'message.text' as const, start: end, end: end + 'Kedge anchor'.length, field: 'more' };
    const edited = editSieve(priced, { act: 'mark', ...behind }, shown);
    expect(edited.ok ? null : edited.problems).toMatchObject([{ code: 'YS-TEMPLATE-TOUCHING-SLOTS' }]);
  });

  test('of a table is the column under its heading', async () => {
    const shown = await letter(
      'a',
      '<table><tr><th>Part</th><th>Price</th><th>Shelf</th></tr><tr><td>Rope</td><td>£5.00</td><td>A1</td></tr><tr><td>Oil</td><td>£6.50</td><td>C2</td></tr></table>',
    );
    const source = `sieve: parts\nlocale: en-GB\nfields: {}\nrows:\n  columns:\n    part: { type: text }\nrules:\n  - kind: table\n    name: its table\n    columns: { part: Part }\n`;
    const next = done(editSieve(source, { act: 'mark', ...at(shown, '£6.50'), field: 'price' }, shown));
    expect(next).toMatch(/price: Price/);
    expect(rowsOf(next, shown)[1]).toEqual({ part: 'Oil', price: { value: 6.5, currency: 'GBP' } });
  });
});

describe('a column split in two', () => {
  test('is a date and a time; the first keeps its name', async () => {
    const shown = await cards(([title, , day, clock]) => `<h3>${title}</h3><p>Offered ${day} ${clock}</p>`);
    const next = done(editSieve(titles, { act: 'split column', column: 'offer' }, shown));
    expect(next).toContain('Offered [[offer]] [[time]]');
    expect(next).toContain('offer: { type: date }');
    expect(rowsOf(next, shown)[0]).toEqual({ title: 'Kedge anchor', offer: '2026-11-20', time: '09:30' });
  });

  test('that was a moment in one is two as well', async () => {
    const shown = await cards(([title, , day, clock]) => `<h3>${title}</h3><p>Offered ${day} ${clock}</p>`);
    const moment = titles.replace('offer: { type: text }', 'offer: { type: datetime, required: true }');
    const next = done(editSieve(moment, { act: 'split column', column: 'offer' }, shown));
    expect(next).toContain('offer: { type: date, required: true }');
    expect(rowsOf(next, shown)[1]).toMatchObject({ offer: '2026-11-21', time: '14:00' });
  });

  test('that cannot be cut is left, and why is said', async () => {
    const shown = await cards(([title]) => `<h3>${title}</h3><p>Offered yesterday</p>`);
    const edited = editSieve(titles, { act: 'split column', column: 'offer' }, shown);
    expect(edited.ok ? null : edited.problems).toMatchObject([{ code: 'YS-EDIT-NO-SPLIT' }]);
  });
});

describe('a suggestion of cards', () => {
  test('has the end that some cards lack as a column of its own, and no field for how many there are', async () => {
    const found = suggestSieve([await offered()], { samples: false });
    expect(found?.columns.map(({ name }) => name)).toEqual(['title', 'amount', 'offered_on', 'by']);
    expect(found?.fields).toEqual([]);
  });
});

test('the labels of a row stay words, whichever of its values is marked', async () => {
  const form = (cells: readonly string[][]) =>
    letter(
      'a',
      `<table>${cells.map((row) => `<tr>${row.map((cell) => `<td>${cell}</td>`).join('')}</tr>`).join('')}</table>`,
    );
  const shown = await form([['Pet', 'Biscuit', 'Species', 'Dog'], ['Owner', 'Ada Quist', 'Seen by', 'Dr Marsh']]); // biome-ignore format: two rows
  const empty = 'sieve: visits\nlocale: en-GB\nfields: {}\nrules: []\n';
  const owner = done(editSieve(empty, { act: 'mark', ...at(shown, 'Ada Quist'), field: 'owner' }, shown));
  const source = done(editSieve(owner, { act: 'mark', ...at(shown, 'Dog'), field: 'species' }, shown));
  const other = await form([['Pet', 'Tofu', 'Owner', 'Nuno Holm'], ['Seen by', 'Dr Penn', 'Species', 'Cat']]); // biome-ignore format: two rows
  const result = sift(other.reading, compileSieve(source), noFacts);
  expect(result.kind === 'outcome' && result.outcome.fields).toEqual({ owner: 'Nuno Holm', species: 'Cat' });
});

describe('one line of a cell that has several', () => {
  const table = (head = '') =>
    letter(
      'a',
      `<table>${head}<tr><td>2</td><td>Fish pie<br>no peas</td><td>£7</td></tr><tr><td>3</td><td>Mussels</td><td>£9</td></tr></table>`,
    );
  const sieve = (rule: string) =>
    `sieve: meals\nlocale: en-GB\nfields: {}\nrows:\n  columns:\n    count: { type: integer }\n    dish: { type: text }\n    price: { type: amount }\nrules:\n${rule}`;
  const layout = sieve(
    '  - kind: template\n    layouts:\n      - name: l\n        text: |\n          [[rows:]]\n          [[count]]\t[[dish]]\t[[price]]\n          [[:rows]]\n',
  );

  test.each([
    ['no peas', '[[count]]\t[[dish]]  [[marked]]\t[[price]]', ['no peas', null]],
    ['Fish pie', '[[count]]\t[[marked]]  [[*]]\t[[price]]', ['Fish pie', 'Mussels']],
  ])('is a place of its own in a layout: %s', async (words, line, values) => {
    const shown = await table();
    const next = done(editSieve(layout, { act: 'mark', ...at(shown, words), field: 'marked' }, shown));
    expect(next).toContain(line);
    expect(rowsOf(next, shown).map(({ marked }) => marked)).toEqual(values);
  });

  test('is named by its heading and its number', async () => {
    const shown = await table('<tr><th>Qty</th><th>Dish</th><th>Price</th></tr>');
    const headed = sieve('  - kind: table\n    name: t\n    columns: { count: Qty, dish: Dish, price: Price }\n');
    const next = done(editSieve(headed, { act: 'mark', ...at(shown, 'no peas'), field: 'remark' }, shown));
    expect(next).toContain('remark: line 2 of Dish');
    expect(rowsOf(next, shown).map(({ dish, remark }) => [dish, remark])).toEqual([
      ['Fish pie', 'no peas'],
      ['Mussels', null],
    ]);
  });
});

test('a value that all items of the message say alike is marked where it stands, and a line of the layout no longer', async () => {
  const shown = await cards(([title, price]) => `<h3>${title}</h3><p>Office: Harbour</p><p>Price: ${price}</p>`);
  const { text } = formOf(shown.reading);
  const start = text.indexOf('Harbour');
  const block = titles.replace('Offered [[offer]]', 'Office: Harbour\n          Price: [[offer]]');
  const act: SieveAct = { act: 'mark', in: 'message.text', start, end: start + 'Harbour'.length, field: 'office' };
  const source = done(editSieve(block, act, shown));
  expect(source).not.toContain('Office: Harbour');
  expect(rowsOf(source, shown).map(({ office, offer }) => [office, offer])).toEqual(
    lots.map(([, price]) => ['Harbour', price]),
  );
});
