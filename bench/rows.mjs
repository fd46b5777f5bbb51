// Three hundred rows of an HTML table, read and sifted on one core, against a script by hand with the same HTML parser and no
// evidence, types or totals to tell, in the same run.
import { compileSieve, readMessage, sift } from '@yellow-sieve/core';
import { parseDocument } from 'htmlparser2';

const count = Number(process.argv[2] ?? 300);
const sieve = compileSieve({
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
  rules: [{ kind: 'table', columns: { product: 'Product', litres: 'Litres', price: 'Price', total: 'Total' } }],
});
const rows = Array.from(
  { length: count },
  (_, i) =>
    `<tr><td style="padding:4px"><b>Item ${i}</b></td><td align="right">${i}.5</td><td>&pound;1.40</td><td>&pound;${i}.70</td></tr>`,
).join('\n');
const html = `<table width="600"><tr><td><table><tr><th>Product</th><th>Litres</th><th>Price</th><th>Total</th></tr>${rows}<tr><td colspan="3">Total</td><td>&pound;9</td></tr></table></td></tr></table>`;
const raw = Buffer.from(`Subject: Docket\r\nContent-Type: text/html; charset=utf-8\r\n\r\n${html}`);

const withSieve = async () => sift(await readMessage(raw), sieve).outcome.rows.length;

const named = (node, name) =>
  (node.children ?? []).flatMap((child) => [...(child.name === name ? [child] : []), ...named(child, name)]);
const words = (node) => (node.data ?? '') + (node.children ?? []).map(words).join('');
const byHand = async () => {
  const found = [];
  for (const row of named(parseDocument(raw.subarray(raw.indexOf('\r\n\r\n')).toString()), 'tr')) {
    const cells = named(row, 'td').map((cell) => words(cell).trim());
    if (cells.length === 4)
      found.push({ product: cells[0], litres: Number(cells[1]), price: cells[2], total: cells[3] });
  }
  return found.length;
};

async function medianOf(work) {
  for (let i = 0; i < 10; i++) await work();
  const times = [];
  for (let i = 0; i < 31; i++) {
    const from = performance.now();
    const found = await work();
    times.push(performance.now() - from);
    if (found < count) throw new Error(`${found} rows of ${count}`);
  }
  return times.sort((a, b) => a - b)[15];
}

const [ours, hand] = [await medianOf(withSieve), await medianOf(byHand)];
console.log(
  `${count} rows: ${ours.toFixed(1)} ms with a sieve, ${hand.toFixed(1)} ms by hand, ratio ${(hand / ours).toFixed(2)}`,
);
