import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { formOf, readMessage } from '../../../reading/index.js';
import { compileSieve, sift } from '../../../sieve/index.js';

const columns = {
  name: { type: 'text', required: true },
  link: { type: 'url' },
  area: { type: 'text' },
  count: { type: 'integer' },
  price: { type: 'amount', currency: 'GBP' },
};
const sieveOf = (block: string) =>
  compileSieve({
    sieve: 's',
    locale: 'en-GB',
    fields: {},
    rows: { columns },
    rules: [
      { kind: 'template', layouts: [{ name: 'l', text: `The list\n[[rows:]]\n${block}\n[[:rows]]\nEnd of list` }] },
    ],
  });

async function outcomeOf(block: string, body: string, html = false) {
  const raw = `Subject: x\r\nContent-Type: text/${html ? 'html' : 'plain'}; charset=utf-8\r\n\r\n${body}`;
  const reading = await readMessage(Buffer.from(raw));
  const result = sift(reading, sieveOf(block));
  if (result.kind !== 'outcome') throw new Error('nothing is asked here');
  return { ...result.outcome, text: formOf(reading).text };
}

const word = fc.constantFrom(
  'Rope',
  'Anchor',
  'Tar',
  'Oak plank',
  'Halyard',
  'Two-stroke oil',
  'Chart 1407',
  'Fender, large',
);
const item = fc.record({
  name: word,
  area: fc.option(fc.constantFrom('North pier', 'Outer roads', 'Old harbour'), { nil: null }),
  count: fc.option(fc.integer({ min: 1, max: 999 }), { nil: null }),
  price: fc.option(fc.integer({ min: 1, max: 99_999 }), { nil: null }),
});
type Item = { name: string; area: string | null; count: number | null; price: number | null };
const pounds = (pence: number) => `£${(pence / 100).toFixed(2)}`;
const wanted = ({ name, area, count, price }: Item) => ({
  name,
  area,
  count,
  price: price === null ? null : price / 100,
});
const found = (row: Record<string, unknown>) => ({
  name: row.name,
  area: row.area,
  count: row.count,
  price: (row.price as { value: number } | null)?.value ?? null,
});

const block = 'Name: [[name]]\nArea: [[area]]\nCount: [[count]]\nPrice: [[price]]';
const linesOf = ({ name, area, count, price }: Item) => [
  `Name: ${name}`,
  ...(area === null ? [] : [`Area: ${area}`]),
  ...(count === null ? [] : [`Count: ${count}`]),
  ...(price === null ? [] : [`Price: ${pounds(price)}`]),
];
const listed = (items: string[], between: string) => `The list\n\n${items.join(between)}\n\nEnd of list`;

/** Items of one line each say nothing of whether blank lines part items or lines. */
const several = item.filter((one) => linesOf(one).length > 1);

describe('items with words of their own', () => {
  test('come out whole, whatever they lack', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(item, { maxLength: 12 }), async (items) => {
        const { rows } = await outcomeOf(
          block,
          listed(
            items.map((one) => linesOf(one).join('\n')),
            '\n\n',
          ),
        );
        expect(rows.map(found)).toEqual(items.map(wanted));
      }),
      { numRuns: 120 },
    );
  });

  test('and in whatever order their lines stand, as long as blank lines part them', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(several, fc.integer()), { minLength: 2, maxLength: 8 }), async (items) => {
        const mixed = items.map(([one, seed]) => {
          const lines = linesOf(one);
          const turn = Math.abs(seed) % lines.length;
          return [...lines.slice(turn), ...lines.slice(0, turn)].join('\n');
        });
        const { rows } = await outcomeOf(block, listed(mixed, '\n\n'));
        expect(rows.map(found)).toEqual(items.map(([one]) => wanted(one)));
      }),
      { numRuns: 120 },
    );
  });

  test('as cards of HTML too, with the target of each name', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(item, { maxLength: 10 }), async (items) => {
        const cards = items.map((one, i) => {
          const [, ...rest] = linesOf(one);
          return `<table><tr><td><a href="https://q.example/${i}">${one.name}</a></td></tr>${rest.map((line) => `<tr><td>${line}</td></tr>`).join('')}</table>`;
        });
        const html = `<p>The list</p>${cards.join('')}<p>End of list</p>`;
        const card = '[[name, link]]\nArea: [[area]]\nCount: [[count]]\nPrice: [[price]]';
        const { rows } = await outcomeOf(card, html, true);
        // A card of nothing but its name has no words to be known by.
        const known = items.map((one, i) => ({ one, i })).filter(({ one }) => linesOf(one).length > 1);
        expect(rows.map((row) => ({ ...found(row), link: row.link }))).toEqual(
          known.map(({ one, i }) => ({ ...wanted(one), link: `https://q.example/${i}` })),
        );
      }),
      {
        numRuns: 120,
        // A card of lines that only some of the others have.
        examples: [
          [
            [1, 2, 3, 4, 5].map((at) => ({
              name: 'Rope',
              area: at > 3 ? 'North pier' : null,
              count: at === 3 || at === 4 ? 1 : null,
              price: at === 4 ? null : 1,
            })),
          ],
        ],
      },
    );
  });
});

const squeezed = (words: string) => words.replace(/\s+/g, ' ').trim();

describe('any text at all', () => {
  const blocks = [
    block,
    '[[name]]\n[[count]]\n[[price]]',
    '- [[name]], [[count]]',
    '[[name]]\nArea: [[area]]\n[[price]]',
    '[[count]] of [[name]] at [[price]]',
    'Name: [[name]] | Count: [[count]]',
  ];
  const noise = fc.constantFrom(
    'Name:',
    'Area: North',
    '- Rope, 3',
    '3 of Tar at £5',
    '£7.00',
    '12',
    '',
    '---',
    'Name: A | Count: 2',
    '| a | b |',
    'Price: many',
    '> Name: B',
    '\t\t',
    'Total: £9',
  );

  test('gives values from their evidence alone, and never throws', async () => {
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...blocks), fc.array(noise, { maxLength: 40 }), async (of, lines) => {
        const { rows, evidence, text } = await outcomeOf(of, listed(lines, '\n'));
        for (const [i, row] of rows.entries())
          for (const [column, value] of Object.entries(row)) {
            if (value === null) continue;
            const places = evidence[`rows[${i}].${column}`] ?? [];
            expect(places.length).toBeGreaterThan(0);
            // A value that runs over words that are left out has several places, each with all of its raw text.
            const inText = places.filter(({ in: where }) => where === 'message.text');
            const written = inText.map(({ start, end }) => text.slice(start ?? 0, end ?? 0)).join(' ');
            expect(squeezed(written)).toBe(squeezed(inText[0]?.raw ?? ''));
          }
      }),
      { numRuns: 150 },
    );
  });
});
