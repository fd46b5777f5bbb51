import { describe, expect, test } from '@jest/globals';
import { formOf, readMessage } from '../reading/index.js';
import { compileSieve, sift } from '../sieve/index.js';

const row = (...cells: string[]) => `<tr>${cells.map((cell) => `<td>${cell}</td>`).join('')}</tr>`;
const remarked = (what: string, ...below: string[]) => [what, ...below.map((one) => `<i>${one}</i>`)].join('<br>');
const items = [
  row('2', remarked('Fish pie', 'no peas'), '£7.17'),
  row('3', 'Mussels', '£10.93'),
  row('1', remarked('Lamb curry', 'mild', 'in a box'), '£10.07'),
];
const head = row('Qty', 'Dish', 'Price');
const mail = (table: string) =>
  readMessage(
    Buffer.from(
      `Subject: Order\r\nContent-Type: text/html; charset=utf-8\r\n\r\n<p>Order 7</p><table>${table}</table>`,
    ),
  );
const columns = {
  count: { type: 'integer' },
  dish: { type: 'text' },
  remark: { type: 'text' },
  price: { type: 'amount', currency: 'GBP' },
};

async function rowsBy(rule: object, table: string) {
  const sieve = compileSieve({ sieve: 's', locale: 'en-GB', fields: {}, rows: { columns }, rules: [rule] });
  const result = sift(await mail(table), sieve);
  return result.kind === 'outcome' ? result.outcome.rows.map(({ dish, remark }) => [dish, remark]) : [];
}
const byLayout = (line: string, table = items.join('')) =>
  rowsBy({ kind: 'template', layouts: [{ name: 'l', text: `[[rows:]]\n${line}\n[[:rows]]` }] }, table);
const byHeadings = (own: object) =>
  rowsBy({ kind: 'table', columns: { count: 'Qty', price: 'Price', ...own } }, head + items.join(''));

test('the reading keeps the lines of a cell, which are but a blank apart in its text', async () => {
  const { text, tables } = formOf(await mail(items.join('')));
  expect(text).toContain('1\tLamb curry mild in a box\t£10.07');
  const said = tables[0]?.rows.map((cells) =>
    cells.map(({ lines }) => lines?.map(({ start, end }) => text.slice(start, end))),
  );
  expect(said).toEqual([
    [undefined, ['Fish pie', 'no peas'], undefined],
    [undefined, undefined, undefined],
    [undefined, ['Lamb curry', 'mild', 'in a box'], undefined],
  ]);
});

describe('a cell written in several lines, read by a layout', () => {
  test('gives its first line, and with two blanks the next, if there is one', async () => {
    expect(await byLayout('[[count]]\t[[dish]]\t[[price]]')).toEqual([
      ['Fish pie', null],
      ['Mussels', null],
      ['Lamb curry', null],
    ]);
    expect(await byLayout('[[count]]\t[[dish]]  [[remark]]\t[[price]]')).toEqual([
      ['Fish pie', 'no peas'],
      ['Mussels', null],
      ['Lamb curry', 'mild'],
    ]);
  });

  test('gives what stands below as well where its value runs on', async () => {
    expect(await byLayout('[[count]]\t[[dish...]]\t[[price]]')).toEqual([
      ['Fish pie no peas', null],
      ['Mussels', null],
      ['Lamb curry mild in a box', null],
    ]);
    expect((await byLayout('[[count]]\t[[dish]]  [[remark...]]\t[[price]]'))[2]).toEqual([
      'Lamb curry',
      'mild in a box',
    ]);
  });

  test('what is to be ignored in it is', async () => {
    expect(await byLayout('[[count]]\t[[dish]]  [[*]]\t[[price]]')).toEqual([
      ['Fish pie', null],
      ['Mussels', null],
      ['Lamb curry', null],
    ]);
  });

  test('the same beside words', async () => {
    const table = items.map((one) => one.replace('</td>', ' x</td>')).join('');
    const expected = [
      ['Fish pie', 'no peas'],
      ['Mussels', null],
      ['Lamb curry', 'mild'],
    ];
    expect(await byLayout('[[count]] x\t[[dish]]  [[remark]]\t[[price]]', table)).toEqual(expected);
    expect(await byLayout('[[count]] x\t[[dish]]  [[remark]]\t£[[price]]', table)).toEqual(expected);
    expect(await byLayout('[[count]] x\t[[dish]]\t[[price]]', table)).toEqual(expected.map(([dish]) => [dish, null]));
  });
});

describe('a cell written in several lines, below a heading', () => {
  test('is one value, but where a column asks for one of its lines', async () => {
    expect(await byHeadings({ dish: 'Dish' })).toEqual([
      ['Fish pie no peas', null],
      ['Mussels', null],
      ['Lamb curry mild in a box', null],
    ]);
    expect(await byHeadings({ dish: 'Dish', remark: 'line 2 of Dish' })).toEqual([
      ['Fish pie', 'no peas'],
      ['Mussels', null],
      ['Lamb curry', 'mild'],
    ]);
    expect(await byHeadings({ dish: ['Line 1 of Meal', 'line 1 of Dish'] })).toEqual([
      ['Fish pie', null],
      ['Mussels', null],
      ['Lamb curry', null],
    ]);
  });

  test('a heading that reads so itself is one', async () => {
    const rows = await rowsBy(
      { kind: 'table', columns: { count: 'Qty', dish: 'Line 2 of address' } },
      row('Qty', 'Line 1 of address', 'Line 2 of address') + row('4', 'Mole', 'Pier') + row('5', 'Yard', 'Quay'),
    );
    expect(rows.map(([dish]) => dish)).toEqual(['Pier', 'Quay']);
  });
});
