import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../../../reading/index.js';
import { compileSieve, sift } from '../../../sieve/index.js';

const columns = {
  item: { type: 'text', required: true },
  link: { type: 'url' },
  count: { type: 'integer' },
  price: { type: 'amount', currency: 'GBP', required: true },
};

async function outcomeOf(text: string, body: { text: string } | { html: string }) {
  const sieve = {
    sieve: 's',
    locale: 'en-GB',
    fields: { sum: { type: 'amount', currency: 'GBP' } },
    rows: { columns },
    rules: [{ kind: 'template', layouts: [{ name: 'l', text }] }],
  };
  const [type, content] = 'html' in body ? ['html', body.html] : ['plain', body.text];
  const raw = `Subject: x\r\nContent-Type: text/${type}; charset=utf-8\r\n\r\n${content}`;
  const result = sift(await readMessage(Buffer.from(raw)), compileSieve(sieve));
  if (result.kind !== 'outcome') throw new Error('nothing is asked here');
  return result.outcome;
}

const picked = (rows: Record<string, unknown>[]) =>
  rows.map(({ item, count, price }) => [item, count, (price as { value: number } | null)?.value ?? null]);

describe('items whose lines have no words of their own', () => {
  const bare = 'Order\n[[rows:]]\n[[item]]\n[[count]]\n[[price]]\n[[:rows]]\nThank you';

  test.each([
    ['with blank lines between', 'Order\n\nRope\n3\n£5\n\nOil\n2\n£6\n\nThank you'],
    ['without', 'Order\nRope\n3\n£5\nOil\n2\n£6\nThank you'],
    ['with an advert between', 'Order\n\nRope\n3\n£5\n\nAsk for our winter storage!\n\nOil\n2\n£6\n\nThank you'],
  ])('%s', async (_, text) => {
    expect(picked((await outcomeOf(bare, { text })).rows)).toEqual([
      ['Rope', 3, 5],
      ['Oil', 2, 6],
    ]);
  });

  test.each([
    ['touches the values, as in the layout', 'Rope 3-£5', 'Oil can 2-£6'],
    ['stands apart, though it does not in the layout', 'Rope 3 - £5', 'Oil can 2 - £6'],
    ['does so in the words of a value as well', 'Semi-soft rope 3-£5', 'T-piece 2-£6'],
  ])('a mark between two values %s', async (_, first, second) => {
    const layout = 'Order\n[[rows:]]\n[[item]] [[count]]-[[price]]\n[[:rows]]\nThank you';
    const { rows } = await outcomeOf(layout, { text: `Order\n\n${first}\n${second}\n\nThank you` });
    expect(picked(rows).map(([, ...figures]) => figures)).toEqual([
      [3, 5],
      [2, 6],
    ]);
    expect(picked(rows).map(([item]) => item)).toEqual([first, second].map((line) => line.replace(/ \d.*/, '')));
  });

  test('two blanks part two values where they do in the layout, before the words of the item, too', async () => {
    const layout = 'Order\n[[rows:]]\n[[count]]-[[item]]  [[price]] each\n[[:rows]]\nThank you';
    const { rows } = await outcomeOf(layout, { text: 'Order\n\n3-Rope  £5 each\n2-Oil can  £6 each\n\nThank you' });
    expect(picked(rows)).toEqual([
      ['Rope', 3, 5],
      ['Oil can', 2, 6],
    ]);
  });

  test('one that lacks an optional line is whole, one that lacks a required line is a problem', async () => {
    const { rows, verdict, problems } = await outcomeOf(bare, { text: 'Order\n\nRope\n£5\n\nOil\n2\n\nThank you' });
    expect(picked(rows)).toEqual([
      ['Rope', null, 5],
      ['Oil', 2, null],
    ]);
    expect([verdict, problems.map(({ path }) => path)]).toEqual(['review', ['rows[1].price']]);
  });

  test('cards of boxes, with the target of each name', async () => {
    const card = (name: string, price: string) =>
      `<div><div><a href="https://q.example/${name}">${name}</a></div><div>${price}</div></div>`;
    const html = `<p>Order</p>${card('Rope', '£5')}${card('Oil', '£6')}<p>Thank you</p>`;
    const layout = 'Order\n[[rows:]]\n[[item, link]]\n[[price]]\n[[:rows]]\nThank you';
    const { rows } = await outcomeOf(layout, { html });
    expect(rows.map(({ item, link }) => [item, link])).toEqual([
      ['Rope', 'https://q.example/Rope'],
      ['Oil', 'https://q.example/Oil'],
    ]);
  });

  test('mere sentences are no items', async () => {
    expect((await outcomeOf(bare, { text: 'Order\n\nWe have none\nthis week, sorry.\n\nThank you' })).rows).toEqual([]);
  });
});

describe('lines without words among lines that have some', () => {
  const layout = 'Order\n[[rows:]]\n[[item]]\nPieces: [[count]]\n[[price]]\n[[:rows]]\nSee the article\nTotal: [[sum]]';

  test('are found above and below, also where the words are missing', async () => {
    const text =
      'Order\n\nRope\nPieces: 3\n£5\nSee the article\n\nOil\n£6\nSee the article\n\nTar\nPieces: 1\n£7\nSee the article\n\nTotal: £18';
    const { rows, fields } = await outcomeOf(layout, { text });
    expect(picked(rows)).toEqual([
      ['Rope', 3, 5],
      ['Oil', null, 6],
      ['Tar', 1, 7],
    ]);
    expect(fields.sum).toMatchObject({ value: 18 });
  });

  test('are no part of the value above them', async () => {
    const above = 'Order\n[[rows:]]\nArticle: [[item]]\n[[price]]\n[[:rows]]\nThank you';
    const { rows } = await outcomeOf(above, { text: 'Order\nArticle: Rope\n£5\nArticle: Oil\n£6\nThank you' });
    expect(picked(rows)).toEqual([
      ['Rope', null, 5],
      ['Oil', null, 6],
    ]);
  });
});
