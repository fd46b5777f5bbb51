// Three hundred rows of an HTML table by the table rule, and three hundred cards by a template, read and sifted on one core, each
// against a script by hand with the same HTML parser and no evidence, types or totals to tell, in the same run.
import { compileSieve, readMessage, sift } from '@yellow-sieve/core';
import { parseDocument } from 'htmlparser2';
import { tell } from './tell.mjs';

const count = Number(process.argv[2] ?? 300);
const sieveOf = (rule) =>
  compileSieve({
    sieve: 'fuel',
    locale: 'en-GB',
    fields: {},
    rows: {
      columns: {
        product: { type: 'text', required: true },
        litres: { type: 'number', unit: 'l' },
        price: { type: 'amount', currency: 'GBP' },
        total: { type: 'amount', currency: 'GBP', required: true },
      },
    },
    rules: [rule],
  });
const rawOf = (inside) =>
  Buffer.from(
    `Subject: Docket\r\nContent-Type: text/html; charset=utf-8\r\n\r\n<table width="600"><tr><td>${inside}</td></tr></table>`,
  );
const times = (write) => Array.from({ length: count }, (_, i) => write(i)).join('\n');

const named = (node, name) =>
  (node.children ?? []).flatMap((child) => [...(child.name === name ? [child] : []), ...named(child, name)]);
const words = (node) => (node.data ?? '') + (node.children ?? []).map(words).join('');
const parsed = (raw) => parseDocument(raw.subarray(raw.indexOf('\r\n\r\n')).toString());

const cases = {
  'rows of a table': {
    sieve: sieveOf({
      kind: 'table',
      columns: { product: 'Product', litres: 'Litres', price: 'Price', total: 'Total' },
    }),
    raw: rawOf(
      `<table><tr><th>Product</th><th>Litres</th><th>Price</th><th>Total</th></tr>${times(
        (i) =>
          `<tr><td style="padding:4px"><b>Item ${i}</b></td><td align="right">${i}.5</td><td>&pound;1.40</td><td>&pound;${i}.70</td></tr>`,
      )}<tr><td colspan="3">Total</td><td>&pound;9</td></tr></table>`,
    ),
    byHand: (raw) =>
      named(parsed(raw), 'tr')
        .map((row) => named(row, 'td').map((cell) => words(cell).trim()))
        .filter((cells) => cells.length === 4).length,
  },
  'cards by a template': {
    sieve: sieveOf({
      kind: 'template',
      layouts: [
        {
          name: 'cards',
          text: '[[rows:]]\n[[product]]\nLitres: [[litres]]\nPrice: [[price]]\nTotal: [[total]]\n[[:rows]]\nThank you',
        },
      ],
    }),
    raw: rawOf(
      `${times(
        (i) =>
          `<table style="border:1px solid"><tr><td><b>Item ${i}</b></td></tr><tr><td>Litres: ${i}.5</td></tr><tr><td>Price: &pound;1.40</td></tr><tr><td>Total: &pound;${i}.70</td></tr></table>`,
      )}<p>Thank you</p>`,
    ),
    byHand: (raw) =>
      named(parsed(raw), 'table')
        .map((card) => named(card, 'td').map((cell) => words(cell).replace(/^\w+: /, '')))
        .filter((cells) => cells.length === 4).length,
  },
};

async function medianOf(work) {
  for (let i = 0; i < 10; i++) await work();
  const took = [];
  for (let i = 0; i < 31; i++) {
    const from = performance.now();
    const found = await work();
    took.push(performance.now() - from);
    if (found < count) throw new Error(`${found} rows of ${count}`);
  }
  return took.sort((a, b) => a - b)[15];
}

for (const [name, { sieve, raw, byHand }] of Object.entries(cases)) {
  const ours = await medianOf(async () => sift(await readMessage(raw), sieve).outcome.rows.length);
  const hand = await medianOf(async () => byHand(raw));
  tell(name, hand / ours);
  console.log(
    `${count} ${name}: ${ours.toFixed(1)} ms with a sieve, ${hand.toFixed(1)} ms by hand, ratio ${(hand / ours).toFixed(2)}`,
  );
}
