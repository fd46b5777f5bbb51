import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../../reading/index.js';
import { compileSieve, sift } from '../../sieve/index.js';
import { suggestSieve } from '../index.js';

type Mail = { text: string } | { html: string };

/** What is suggested from one message, and what it makes of that message. */
async function suggested(mail: Mail) {
  const [type, body] = 'html' in mail ? ['html', mail.html] : ['plain', mail.text];
  const reading = await readMessage(
    Buffer.from(`Subject: List\r\nContent-Type: text/${type}; charset=utf-8\r\n\r\n${body}`),
  );
  const suggestion = suggestSieve([{ name: '1.eml', reading }], { locale: 'en-GB' });
  if (!suggestion) throw new Error('something is to be suggested here');
  const result = sift(reading, compileSieve(suggestion.source));
  if (result.kind !== 'outcome') throw new Error('nothing is asked here');
  return {
    source: suggestion.source,
    columns: Object.fromEntries(suggestion.columns.map(({ name, options: { type } }) => [name, type])),
    rows: result.outcome.rows,
    fields: result.outcome.fields,
  };
}

describe('rows that are suggested from one message', () => {
  test('a table: columns by their headings, types by their values, no total among the rows', async () => {
    const html = `<p>Docket number: FD-1</p><table><tr><th>Product</th><th>Litres</th><th>Price</th></tr>
      <tr><td>Diesel</td><td>120.5</td><td>£168.70</td></tr><tr><td>Oil</td><td>2</td><td>£19.00</td></tr>
      <tr><td>Total</td><td></td><td>£187.70</td></tr></table>`;
    const { columns, rows, fields, source } = await suggested({ html });
    expect(columns).toEqual({ product: 'text', litres: 'number', price: 'amount' });
    expect(rows).toMatchObject([
      { product: 'Diesel', litres: 120.5 },
      { product: 'Oil', price: { value: 19 } },
    ]);
    expect(fields).toMatchObject({ docket_number: 'FD-1', total: { value: 187.7 } });
    expect(source).toContain('kind: table');
  });

  test('a name with a link becomes two columns', async () => {
    const html = `<table><tr><th>Berth</th><th>Length</th></tr>
      <tr><td><a href="https://b.example/1">North 4</a></td><td>12</td></tr><tr><td><a href="https://b.example/2">West 9</a></td><td>8</td></tr></table>`;
    const { columns, rows } = await suggested({ html });
    expect(columns).toEqual({ berth: 'text', link: 'url', length: 'integer' });
    expect(rows[1]).toEqual({ berth: 'West 9', link: 'https://b.example/2', length: 8 });
  });

  test('blocks that repeat their labels, under titles, with a sentence that differs', async () => {
    const text = `Notices of the week

Wreck off the north pier
Area: Outer roads
Object: Wreck
Valid from 4 May 2027

Buoy adrift
Area: Skerry sound
Valid from 5 May 2027

The harbour office`;
    const { columns, rows } = await suggested({ text });
    expect(columns).toEqual({ title: 'text', area: 'text', object: 'text', valid: 'date' });
    expect(rows).toEqual([
      { title: 'Wreck off the north pier', area: 'Outer roads', object: 'Wreck', valid: '2027-05-04' },
      { title: 'Buoy adrift', area: 'Skerry sound', object: null, valid: '2027-05-05' },
    ]);
  });

  test('a total below the items is a field, and no item', async () => {
    const item = (name: string, total: string) => `Article: ${name}\nTotal: ${total}\n`;
    const text = `${item('Rope', '£5.00')}\n${item('Oil', '£6.00')}\nTotal: £11.00\n`;
    expect((await suggested({ text })).rows).toHaveLength(2);
  });

  test('a list whose lines are cut alike', async () => {
    const text = 'Docket: 4711\n\n- Rope, white, £5.00\n- Two-stroke oil, £19.00\n- Diesel, £168.70\n';
    const { columns, rows, fields } = await suggested({ text });
    expect(columns).toEqual({ item: 'text', amount: 'amount' });
    expect(rows[0]).toMatchObject({ item: 'Rope, white', amount: { value: 5 } });
    expect(fields).toEqual({ docket: 4711 });
  });

  test.each([
    ['a form', 'Vessel: Tern\nLength: 9.2 m\nArrives: 4 May 2027\n'],
    ['a form in two columns', 'Vessel      Tern\nLength      9.2 m\nArrival     4 May 2027\nSkipper     Nell\n'],
    ['a list of mere words', 'Vessel: Tern\nPlease bring:\n- a rope\n- two fenders\n'],
  ])('%s has none', async (_, text) => {
    expect((await suggested({ text })).columns).toEqual({});
  });
});
