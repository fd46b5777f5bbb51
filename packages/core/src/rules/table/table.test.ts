import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readMessage } from '../../reading/index.js';
import { compileSieve, sift, tryCompileSieve } from '../../sieve/index.js';

const source = {
  sieve: 'fuel',
  locale: 'en-GB',
  fields: {},
  rows: {
    columns: {
      product: { type: 'text', required: true },
      litres: { type: 'number', unit: 'l' },
      price: { type: 'amount', currency: 'GBP' },
      total: { type: 'amount', currency: 'GBP', required: true },
    } as Record<string, object>,
  },
  rules: [
    {
      kind: 'table',
      name: 'lines',
      columns: {
        product: ['Product', 'Item'],
        litres: ['Litres', 'Qty'],
        price: ['Price', 'Unit price'],
        total: ['Total', 'Amount'],
      },
    } as Record<string, unknown>,
  ],
};

type Body = { text: string } | { html: string };

async function outcomeOf(body: Body, change: (next: typeof source) => void = () => undefined) {
  const [type, content] = 'html' in body ? ['html', body.html] : ['plain', body.text];
  const raw = `From: pump@gannetbay.example\r\nSubject: Docket\r\nContent-Type: text/${type}; charset=utf-8\r\n\r\n${content}`;
  const sieve = structuredClone(source);
  change(sieve);
  const result = sift(await readMessage(Buffer.from(raw)), compileSieve(sieve));
  if (result.kind !== 'outcome') throw new Error('nothing is asked here');
  return result.outcome;
}

/** The rows, with amounts as their figures. */
const rowsOf = async (body: Body, change?: (next: typeof source) => void) =>
  (await outcomeOf(body, change)).rows.map((row) =>
    Object.values(row).map((value) =>
      value !== null && typeof value === 'object' && 'value' in value ? value.value : value,
    ),
  );

const diesel = ['Marine diesel', 120.5, 1.4, 168.7];
const oil = ['Two-stroke oil', 2, 9.5, 19];

const html = (rows: string, head = '<tr><th>Product</th><th>Litres</th><th>Price</th><th>Total</th></tr>') =>
  `<p>Docket 4711</p><table>${head}${rows}</table><p>Thank you.</p>`;
const row = (...cells: string[]) => `<tr>${cells.map((cell) => `<td>${cell}</td>`).join('')}</tr>`;
const items = row('Marine diesel', '120.5', '£1.40', '£168.70') + row('Two-stroke oil', '2', '£9.50', '£19.00');

describe('tables of the markup', () => {
  test('each row is an item, each cell a value with its evidence', async () => {
    const { rows, evidence } = await outcomeOf({ html: html(items) });
    expect(rows).toHaveLength(2);
    expect(rows[0]).toEqual({
      product: 'Marine diesel',
      litres: 120.5,
      price: { value: 1.4, currency: 'GBP' },
      total: { value: 168.7, currency: 'GBP' },
    });
    expect(evidence['rows[1].total']).toMatchObject([
      { how: 'read', in: 'message.text', raw: '£19.00', rule: 'lines' },
    ]);
  });

  test('columns are known by their words, in any order and with others between', async () => {
    const head = '<tr><td>Amount (GBP)</td><td>No.</td><td>Unit price</td><td>Item</td><td>Qty</td></tr>';
    const rows =
      row('168.70', '1', '1.40', 'Marine diesel', '120.5') + row('19.00', '2', '9.50', 'Two-stroke oil', '2');
    expect(await rowsOf({ html: html(rows, head) })).toEqual([diesel, oil]);
  });

  test('a column that is not there is empty; one that must be there makes it another table', async () => {
    const head = '<tr><th>Product</th><th>Total</th></tr>';
    expect(await rowsOf({ html: html(row('Marine diesel', '£168.70') + row('Oil', '£19'), head) })).toEqual([
      ['Marine diesel', null, null, 168.7],
      ['Oil', null, null, 19],
    ]);
    const without = '<tr><th>Product</th><th>Litres</th></tr>';
    expect(await rowsOf({ html: html(row('Marine diesel', '120.5') + row('Oil', '2'), without) })).toEqual([]);
  });

  test.each([
    ['a total', '<tr><td colspan="3">Total</td><td>£187.70</td></tr>'],
    ['a charge under several columns', '<tr><td colspan="3">Carriage</td><td>£9.00</td></tr>'],
    ['what is left before tax', row('Net', '', '', '£150.16')],
    ['a sub-total in place', row('Sub-total', '122.5', '', '£187.70')],
    ['a tax line', row('VAT 20 %', '', '', '£37.54')],
    ['the header once more', row('Product', 'Litres', 'Price', 'Total')],
    ['a heading over the next items', '<tr><td colspan="4">Second pump</td></tr>'],
    ['an empty row', row('', '', '', '')],
    ['an advert', '<tr><td colspan="4">Winter storage: ask at the yard for our prices!</td></tr>'],
  ])('%s is no item', async (_, other) => {
    const [first, second] = [items.slice(0, items.indexOf('</tr>') + 5), items.slice(items.indexOf('</tr>') + 5)];
    expect(await rowsOf({ html: html(`${first}${other}${second}${other}`) })).toEqual([diesel, oil]);
  });

  test('an item that lacks a required value is kept, and sent to review', async () => {
    const { rows, verdict, problems } = await outcomeOf({
      html: html(items + row('Fresh water', '40', '£0.10', '') + row('', '5', '£1.00', '£5.00')),
    });
    expect(rows).toHaveLength(4);
    expect(verdict).toBe('review');
    expect(problems.map(({ path, code }) => [path, code])).toEqual([
      ['rows[2].total', 'YS-FIELD-MISSING'],
      ['rows[3].product', 'YS-FIELD-MISSING'],
    ]);
  });

  test('a cell that cannot be read is a problem of its row', async () => {
    const { problems } = await outcomeOf({ html: html(items + row('Gas', 'two bottles', '£30', '£60')) });
    expect(problems).toMatchObject([{ path: 'rows[2].litres' }]);
  });

  test('several tables with these headings are one list, or only the first', async () => {
    const two = `${html(row('Marine diesel', '120.5', '£1.40', '£168.70'))}<h2>Pump 2</h2>${html(row('Two-stroke oil', '2', '£9.50', '£19.00'))}`;
    expect(await rowsOf({ html: two })).toEqual([diesel, oil]);
    const first = (next: typeof source) => Object.assign(next.rules[0] ?? {}, { take: 'first' });
    expect(await rowsOf({ html: two }, first)).toEqual([diesel]);
  });

  test('the target of a link is the value of an address', async () => {
    const change = (next: typeof source) => {
      next.rows.columns.sheet = { type: 'url' };
      Object.assign(next.rules[0]?.columns as object, { sheet: 'Data sheet' });
    };
    const head = '<tr><th>Product</th><th>Total</th><th>Data sheet</th></tr>';
    const linked = row('Marine diesel', '£1', '<a href="https://fuel.example/d.pdf">safety</a>');
    const [first] = (await outcomeOf({ html: html(linked + linked, head) }, change)).rows;
    expect(first?.sheet).toBe('https://fuel.example/d.pdf');
  });

  test('a table inside a table that only places things is found', async () => {
    const placed = `<table width="600"><tr><td><img alt="logo"></td></tr><tr><td>${html(items)}</td></tr></table>`;
    expect(await rowsOf({ html: placed })).toEqual([diesel, oil]);
  });
});

describe('labels within cells', () => {
  const asked = (next: typeof source) => {
    next.rows.columns.sku = { type: 'text' };
    (next.rules[0] as { columns: Record<string, unknown> }).columns.sku = 'SKU';
  };
  const labelled =
    row('Marine diesel SKU: MD-1', '120.5', '£1.40', '£168.70') + row('Oil SKU: OL-2', '2', '£9.50', '£19.00');

  test('head a column of their own where the sieve asks for it', async () => {
    expect(await rowsOf({ html: html(labelled) }, asked)).toEqual([
      ['Marine diesel', 120.5, 1.4, 168.7, 'MD-1'],
      ['Oil', 2, 9.5, 19, 'OL-2'],
    ]);
  });

  test('may have a hyphen, a full stop or two words', async () => {
    for (const label of ['Art-Nr', 'Art.Nr', 'Article No']) {
      const rows = row(`Diesel ${label}: MD-1`, '1', '£1', '£1') + row(`Oil ${label}: OL-2`, '2', '£1', '£2');
      const found = await rowsOf({ html: html(rows) }, (next) => {
        asked(next);
        (next.rules[0] as { columns: Record<string, unknown> }).columns.sku = label;
      });
      expect(found.map((cells) => [cells[0], cells[4]])).toEqual([['Diesel', 'MD-1'], ['Oil', 'OL-2']]); // biome-ignore format: pairs
    }
  });

  test('whatever a sender writes there, the table is read', async () => {
    await fc.assert(
      fc.asyncProperty(fc.string({ unit: 'binary', maxLength: 12 }), async (word) => {
        const cell = `Diesel X${word.replace(/[<&]/g, '')}: MD-1`;
        const rows = row(cell, '1', '£1', '£1') + row(cell, '2', '£1', '£2');
        await outcomeOf({ html: html(rows) }, asked);
      }),
    );
  });

  test('stay where they are where it does not', async () => {
    expect((await rowsOf({ html: html(labelled) })).map(([product]) => product)).toEqual(['Marine diesel SKU: MD-1', 'Oil SKU: OL-2']); // biome-ignore format: two
  });

  test('an item that lacks its label lacks the value', async () => {
    const rows = labelled + row('Rope', '1', '£2.00', '£2.00');
    expect((await rowsOf({ html: html(rows) }, asked)).map((cells) => [cells[0], cells[4]])).toEqual([
      ['Marine diesel', 'MD-1'],
      ['Oil', 'OL-2'],
      ['Rope', null],
    ]);
  });
});

describe('tables written in the text', () => {
  test('a description goes on below the last row too, right under its cell; what stands elsewhere does not', async () => {
    const text = `Litres  Product          Price   Total
120.5   Marine diesel     1.40  168.70
        of the old tank
2       Two-stroke oil    9.50   19.00
        in cans of tin
`;
    const products = (await rowsOf({ text })).map(([product]) => product);
    expect(products).toEqual(['Marine diesel of the old tank', 'Two-stroke oil in cans of tin']);
    const note = (await rowsOf({ text: text.replace('        in cans', 'in cans') })).map(([product]) => product);
    expect(note).toEqual(['Marine diesel of the old tank', 'Two-stroke oil']);
  });

  test.each([
    [
      'columns aligned by spaces',
      `Docket 4711

Product           Litres   Price    Total
-----------------------------------------
Marine diesel      120.5    1.40   168.70
Two-stroke oil       2      9.50    19.00
-----------------------------------------
Total                              187.70

Thank you for your custom.`,
    ],
    [
      'bars',
      `| Product | Litres | Price | Total |
|---|---|---|---|
| Marine diesel | 120.5 | £1.40 | £168.70 |
| Two-stroke oil | 2 | £9.50 | £19.00 |
| Total | | | £187.70 |`,
    ],
    [
      'semicolons',
      `Item;Qty;Unit price;Amount
Marine diesel;120.5;1.40;168.70
Two-stroke oil;2;9.50;19.00`,
    ],
    [
      'tabs, with a blank line under the header and between rows',
      `Product\tLitres\tPrice\tTotal

Marine diesel\t120.5\t1.40\t168.70

Two-stroke oil\t2\t9.50\t19.00

Regards\tThe pump`,
    ],
    [
      'columns that moved, and a blank line at a sub-total',
      `Product          Litres    Price      Total
Marine diesel  120.5  1.40  168.70
Sub-total                              168.70

Two-stroke oil        2       9.50       19.00
Grand total      187.70`,
    ],
  ])('%s', async (_, text) => {
    expect(await rowsOf({ text })).toEqual([diesel, oil]);
  });

  test('two semicolons a line are enough', async () => {
    const text = 'Item;Qty;Amount\nMarine diesel;120.5;168.70\nTwo-stroke oil;2;19.00';
    expect(await rowsOf({ text })).toEqual([
      ['Marine diesel', 120.5, null, 168.7],
      ['Two-stroke oil', 2, null, 19],
    ]);
  });

  test('an empty cell stays empty, wherever it stands', async () => {
    const text = `Product           Litres   Price    Total
Mooring                             12.00
Marine diesel      120.5           168.70
Two-stroke oil              9.50    19.00`;
    expect(await rowsOf({ text })).toEqual([
      ['Mooring', null, null, 12],
      ['Marine diesel', 120.5, null, 168.7],
      ['Two-stroke oil', null, 9.5, 19],
    ]);
  });

  test('a wrapped description goes on in the line below', async () => {
    const text = `Product           Litres   Price    Total
Marine diesel,     120.5    1.40   168.70
low sulphur,
winter grade
Two-stroke oil       2      9.50    19.00

We hope to see you again.`;
    const { rows, evidence } = await outcomeOf({ text });
    expect(rows.map(({ product }) => product)).toEqual(['Marine diesel, low sulphur, winter grade', 'Two-stroke oil']);
    expect(evidence['rows[0].product']?.map(({ raw }) => raw)).toEqual([
      'Marine diesel,',
      'low sulphur,',
      'winter grade',
    ]);
  });

  const twoLines = (above: string, below: string, change: (next: typeof source) => void) =>
    rowsOf(
      {
        text: `${above}\n${below}\nMarine diesel      120.5    1.40   168.70\nTwo-stroke oil       2      9.50    19.00\n`,
      },
      change,
    );
  test.each([
    ['below', 'Product            Litres   Unit    Total', '                            price     price'],
    ['above', '                            Unit      Total', 'Product            Litres   price     price'],
  ])('headings go on in the line %s', async (_, above, below) => {
    const named = (next: typeof source) => {
      const [rule] = next.rules;
      if (rule) rule.columns = { product: 'Product', litres: 'Litres', price: 'Unit price', total: 'Total price' };
    };
    const rows = [
      ['Marine diesel', 120.5, 1.4, 168.7],
      ['Two-stroke oil', 2, 9.5, 19],
    ];
    expect(await twoLines(above, below, named)).toEqual(rows);
    // A row of words below the headings is one of the items.
    const words = {
      product: { type: 'text' },
      litres: { type: 'text' },
      price: { type: 'text' },
      total: { type: 'text' },
    };
    const all = await rowsOf(
      { text: 'Product   Litres   Price   Total\nOil       some     high\nRope      none     low     all\n' },
      (next) => Object.assign(next.rows.columns, words),
    );
    expect(all).toEqual([
      ['Oil', 'some', 'high', null],
      ['Rope', 'none', 'low', 'all'],
    ]);
  });

  test('a line of more words than any table has columns is none of its headings', async () => {
    const words = Array.from({ length: 300 }, (_, i) => `w${i.toString(36)}`).join('   ');
    const text = `Product   Litres   Price   Total   ${words}\nMarine diesel   120.5   1.40   168.70   ${words}\n`;
    expect(await rowsOf({ text })).toEqual([]);
  });

  test('prose that has the words of a header is none', async () => {
    expect(await rowsOf({ text: 'The product costs more: price and total below.\n\nMarine diesel, 168.70' })).toEqual(
      [],
    );
  });

  test('the words of a signature end the table', async () => {
    const text = `Product           Litres   Price    Total
Marine diesel      120.5    1.40   168.70

Best wishes
The fuel dock      Gannet Bay
Phone              07700 900100`;
    expect(await rowsOf({ text })).toEqual([diesel]);
  });
});

describe('a table rule', () => {
  test('that names a column nobody declared, or none, is wrong at its line', () => {
    const codes = (columns: object) => {
      const compiled = tryCompileSieve({ ...source, rules: [{ kind: 'table', columns }] });
      return compiled.ok ? [] : compiled.problems.map(({ code, path }) => [code, path]);
    };
    expect(codes({ produkt: 'Item' })).toEqual([['YS-SIEVE-UNKNOWN-FIELD', 'rules[0].columns.produkt']]);
    expect(codes({})).toEqual([['YS-TABLE-NO-COLUMN', 'rules[0].columns']]);
  });

  test('says what it passed over, and stops at the limit of rows', async () => {
    const many = Array.from({ length: 1100 }, (_, i) => row(`Item ${i}`, '1', '£1', '£1')).join('');
    const { rows, problems, trace } = await outcomeOf({ html: html(`${many}${row('Total', '', '', '£1100')}`) });
    expect(rows).toHaveLength(1000);
    expect(problems).toMatchObject([{ code: 'YS-RULE-STOPPED' }]);
    expect(trace[0]).toMatchObject({ items: 1100, passed_over: [{ passedOver: 'it adds up others' }] });
  });
});

describe('a list', () => {
  const lot = (title: string, price: string, more = '') =>
    `<div class="lot"><h3><a href="https://gear.example/${title}">${title}</a></h3><p>Price: ${price}</p><p>Condition</p><p>${price === '£45' ? 'new' : 'used'}</p>${more}</div>`;
  const cards = (...lots: string[]) => ({ html: `<h1>Offers</h1>${lots.join('')}<p>Goodbye</p>` });
  const asCards = (next: typeof source) => {
    next.rows.columns = {
      title: { type: 'text', required: true },
      link: { type: 'url' },
      price: { type: 'amount', currency: 'GBP' },
      state: { type: 'text' },
      seller: { type: 'text' },
    };
    next.rules = [
      {
        kind: 'table',
        name: 'cards',
        columns: { title: 'line 1', link: 'line 1', price: 'Price', state: 'Condition', seller: 'Seller' },
      },
    ];
  };

  test('is read by the labels of its lines, the words above them, and their numbers', async () => {
    const body = cards(
      lot('Anchor', '£60'),
      lot('Fenders', '£35', '<p>Seller: Tam Ferrier</p>'),
      lot('Oars', '£45', '<p>Seller: Ebba Holm</p>'),
    );
    expect(await rowsOf(body, asCards)).toEqual([
      ['Anchor', 'https://gear.example/Anchor', 60, 'used', null],
      ['Fenders', 'https://gear.example/Fenders', 35, 'used', 'Tam Ferrier'],
      ['Oars', 'https://gear.example/Oars', 45, 'new', 'Ebba Holm'],
    ]);
  });

  test('of a text, by its bullets', async () => {
    const text = '* Anchor\n  Price: 60 GBP\n  Seller: Tam\n* Oars\n  Price: 45 GBP\n  Seller: Ebba\n';
    const rows = await rowsOf({ text }, (next) => {
      asCards(next);
      next.rules = [{ kind: 'table', name: 'cards', columns: { title: 'line 1', price: 'Price', seller: 'Seller' } }];
    });
    expect(rows).toEqual([
      ['Anchor', null, 60, null, 'Tam'],
      ['Oars', null, 45, null, 'Ebba'],
    ]);
  });

  test('gives way to a table with these headings', async () => {
    const table =
      '<table><tr><th>Price</th><th>Seller</th><th>line 1</th></tr><tr><td>£1</td><td>Nia</td><td>Cleat</td></tr></table>';
    const body = { html: cards(lot('Anchor', '£60'), lot('Oars', '£45')).html + table };
    expect((await rowsOf(body, asCards)).map(([title]) => title)).toEqual(['Cleat']);
  });
});
