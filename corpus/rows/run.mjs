// npm run corpus:rows [-- show FAMILY]: how many rows of each kind of mail come out with every cell right, none invented, none lost.
import { compileSieve, readMessage, sift } from '@yellow-sieve/core';
import { chances, seedOf } from '../templates/kit/random.mjs';
import { families } from './families.mjs';

const counts = [0, 1, 2, 3, 5, 9, 14, 40];
const rounds = 6;
const [show, only] = process.argv.slice(2);

/** What comes around a message on its way. */
const ways = {
  'as sent': (body) => body,
  quoted: ({ text, html }) =>
    text === undefined
      ? { html: `<blockquote>${html}</blockquote>` }
      : {
          text: `Please book this.\n\n---------- Forwarded message ----------\nFrom: Quay shop <shop@quay.example>\nDate: Mon, 3 May 2027\nSubject: Your order\nTo: desk@gannetbay.example\n\n${text}`,
        },
  signed: ({ text, html }) =>
    text === undefined
      ? { html: `${html}<p>-- <br>Quay shop, Harbour Street 1<br>Tel. 07700 900100</p>` }
      : { text: `${text}\n\n-- \nQuay shop, Harbour Street 1\nTel. 07700 900100` },
};

const plain = (value) =>
  JSON.stringify(value, (_, part) => (typeof part === 'string' ? part.replace(/\s+/g, ' ').trim() : part));

async function tryOne(family, count, round, way) {
  const r = chances(seedOf(family.name, String(count), String(round)));
  const items = Array.from({ length: count }, () => family.item(r));
  const { expected = items, ...body } = family.write(items, r);
  const { text, html } = ways[way](body);
  const raw = Buffer.from(
    `From: shop@quay.example\r\nSubject: Your order\r\nContent-Type: text/${text === undefined ? 'html' : 'plain'}; charset=utf-8\r\n\r\n${text ?? html}`,
  );
  const { outcome } = sift(await readMessage(raw), compileSieve(family.sieve));
  const found = outcome?.rows ?? [];
  const right = expected.filter(
    (row, i) => found[i] && Object.keys(row).every((column) => plain(row[column]) === plain(found[i][column])),
  ).length;
  if (show === 'show' && family.name === only && (right < count || found.length !== count))
    console.log(
      `\n## ${count} items, ${way}\n${text ?? html}\n${expected.map(plain).join('\n')}\nfound:\n${found.map(plain).join('\n')}\n${JSON.stringify(outcome?.trace)}`,
    );
  return { wanted: count, right, invented: Math.max(0, found.length - count), lost: Math.max(0, count - found.length) };
}

const all = { wanted: 0, right: 0, invented: 0, lost: 0 };
const line = (name, { wanted, right, invented, lost }) =>
  console.log(
    `${name.padEnd(42)} ${String(wanted).padStart(6)} ${((100 * right) / wanted).toFixed(1).padStart(7)} ${String(invented).padStart(9)} ${String(lost).padStart(6)}`,
  );
console.log(`${''.padEnd(42)}   rows  right %  invented   lost`);
for (const family of families) {
  const sum = { wanted: 0, right: 0, invented: 0, lost: 0 };
  for (const count of counts)
    for (let round = 0; round < rounds; round++)
      for (const way of Object.keys(ways)) {
        const one = await tryOne(family, count, round, way);
        for (const key of Object.keys(sum)) sum[key] += one[key];
      }
  for (const key of Object.keys(all)) all[key] += sum[key];
  line(family.name, sum);
}
line('all', all);
