// The set worked on: every kind of mail with many items, by number of items and by what comes around it on its way.
import { chances, seedOf } from '../../templates/kit/random.mjs';
import { families } from './families.mjs';

const counts = [0, 1, 2, 3, 5, 9, 14, 40];
const rounds = 6;

const forwardHead =
  'Please book this.\n\n---------- Forwarded message ----------\nFrom: Quay shop <shop@quay.example>\nDate: Mon, 3 May 2027\nSubject: Your order\nTo: desk@gannetbay.example\n\n';
const ways = {
  'as sent': (body) => body,
  quoted: ({ text, html }) =>
    text === undefined ? { html: `<blockquote>${html}</blockquote>` } : { text: forwardHead + text },
  signed: ({ text, html }) =>
    text === undefined
      ? { html: `${html}<p>-- <br>Quay shop, Harbour Street 1<br>Tel. 07700 900100</p>` }
      : { text: `${text}\n\n-- \nQuay shop, Harbour Street 1\nTel. 07700 900100` },
};

const rawOf = ({ text, html }) =>
  Buffer.from(
    `From: shop@quay.example\r\nSubject: Your order\r\nContent-Type: text/${text === undefined ? 'html' : 'plain'}; charset=utf-8\r\n\r\n${text ?? html}`,
  );

export const sieveOf = ({ sieve }) => sieve;

/** All cases of a family: `{ family, disturbances, raw, head, rows, incomplete }`. */
export function* casesOf(family) {
  for (const count of counts)
    for (let round = 0; round < rounds; round++)
      for (const [way, carry] of Object.entries(ways)) {
        const r = chances(seedOf(family.name, String(count), String(round)));
        const items = Array.from({ length: count }, () => family.item(r));
        const { expected = items, ...body } = family.write(items, r);
        const disturbances = [`${count} items`, way];
        const raw = rawOf(carry(body));
        yield { family: family.name, disturbances, raw, head: {}, rows: expected, incomplete: false };
      }
}

export { families };
