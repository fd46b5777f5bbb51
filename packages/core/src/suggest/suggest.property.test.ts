import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readMessage } from '../reading/index.js';
import { compileSieve, noFacts, sift } from '../sieve/index.js';
import { suggestSieve } from './index.js';

/** Values by kind, each written so that no other kind reads it. */
const values = {
  text: fc.constantFrom('Kittiwake', 'Storm Petrel', 'Nell Holm', 'the old quay', 'Otterby'),
  amount: fc.integer({ min: 100, max: 9999 }).map((pence) => `£${(pence / 100).toFixed(2)}`),
  date: fc.integer({ min: 1, max: 28 }).map((day) => `${day} March 2027`),
  time: fc.integer({ min: 10, max: 23 }).map((hour) => `${hour}:30`),
  email: fc.constantFrom('a@b.example', 'nell@holm.example', 'desk@quay.example'),
} as const;
type Kind = keyof typeof values;

const labels = ['Vessel', 'Owner', 'Arrival day', 'Deposit', 'Gate opens', 'Write to', 'Pontoon', 'Fee'];
const styles: Record<string, (label: string, value: string) => string> = {
  'label: value': (label, value) => `${label}: ${value}`,
  'label = value': (label, value) => `${label} = ${value}`,
  'label in a cell': (label, value) => `${label}\t${value}`,
  'label .... value': (label, value) => `${label} ........ ${value}`,
  '* label - value': (label, value) => `* ${label} - ${value}`,
  'label above value': (label, value) => `${label}\n${value}\n`,
};

/** Three blocks of one shape, one below the other, with values of one kind: nobody can tell these from a list. */
const looksLikeList = (style: string, kinds: readonly Kind[]) =>
  style === 'label above value' && kinds.some((kind, i) => kinds[i + 1] === kind && kinds[i + 2] === kind);

const form = fc
  .record({
    style: fc.constantFrom(...Object.keys(styles)),
    // A form asks for this and that: where all of it is of one kind, it may as well be a list.
    fields: fc
      .uniqueArray(
        fc.record({ label: fc.constantFrom(...labels), kind: fc.constantFrom(...(Object.keys(values) as Kind[])) }),
        { selector: ({ label }) => label, minLength: 4, maxLength: 7 },
      )
      .filter((all) => all.every(({ kind }) => 2 * all.filter((other) => other.kind === kind).length <= all.length)),
    rounds: fc.array(fc.infiniteStream(fc.nat()), { minLength: 1, maxLength: 4 }),
  })
  .filter(
    ({ style, fields }) =>
      !looksLikeList(
        style,
        fields.map(({ kind }) => kind),
      ),
  );
type Form = typeof form extends fc.Arbitrary<infer T> ? T : never;

/** The messages of a form, each with its own values. */
const mailsOf = ({ style, fields, rounds }: Form) =>
  rounds.map((seeds) => {
    const said = fields.map(({ label, kind }) => {
      const seed = seeds.next().value ?? 0;
      return { label, kind, value: fc.sample(values[kind], { seed, numRuns: 1 })[0] ?? '' };
    });
    const write = styles[style] as (label: string, value: string) => string;
    return { said, text: `A form was filled in.\n\n${said.map((one) => write(one.label, one.value)).join('\n')}\n` };
  });

const readingOf = (text: string) =>
  readMessage(Buffer.from(`Subject: A form\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n${text}`));

async function suggested(texts: readonly string[]) {
  const messages = await Promise.all(
    texts.map(async (text, i) => ({ name: `${i}.eml`, reading: await readingOf(text) })),
  );
  const suggestion = suggestSieve(messages, { locale: 'en-GB', samples: false });
  if (!suggestion) return null;
  const sieve = compileSieve(suggestion.source);
  const evidence = messages.map(({ reading }) => {
    const result = sift(reading, sieve, noFacts);
    return result.kind === 'outcome' ? result.outcome.evidence : {};
  });
  return { suggestion, evidence };
}

describe('made-up forms', () => {
  test('give back their fields, and the sieve finds every value in its own messages', async () => {
    await fc.assert(
      fc.asyncProperty(form, async (one) => {
        const mails = mailsOf(one);
        const found = await suggested(mails.map(({ text }) => text));
        const names = found?.suggestion.fields.map(({ label }) => label) ?? [];
        expect([...names].sort()).toEqual(one.fields.map(({ label }) => label).sort());
        for (const [i, { said }] of mails.entries())
          for (const { label, value } of said) {
            const field = found?.suggestion.fields.find((known) => known.label === label)?.name ?? '';
            expect(found?.evidence[i]?.[field]?.[0]?.raw).toBe(value);
          }
      }),
      { numRuns: 30 },
    );
  });

  test('have a slot for every field, though no message has all the lines', async () => {
    await fc.assert(
      fc.asyncProperty(form, fc.nat(), async (one, seed) => {
        fc.pre(one.rounds.length > 1);
        const mails = mailsOf(one);
        const lacks = (i: number, label: string) => label === one.fields[(seed + i) % one.fields.length]?.label;
        const write = styles[one.style] as (label: string, value: string) => string;
        const texts = mails.map(({ said }, i) => {
          const lines = said.filter(({ label }) => !lacks(i, label)).map(({ label, value }) => write(label, value));
          return `A form was filled in.\n\n${lines.join('\n')}\n`;
        });
        const found = await suggested(texts);
        for (const { name, label } of found?.suggestion.fields ?? [])
          for (const [i, { said }] of mails.entries())
            expect([name, found?.evidence[i]?.[name]?.[0]?.raw]).toEqual([
              name,
              lacks(i, label) ? undefined : said.find((known) => known.label === label)?.value,
            ]);
      }),
      { numRuns: 30 },
    );
  });

  test('one more message of the same layout loses no field', async () => {
    await fc.assert(
      fc.asyncProperty(form, async (one) => {
        const mails = mailsOf(one).map(({ text }) => text);
        const [all, fewer] = [await suggested(mails), await suggested(mails.slice(0, -1))];
        const names = new Set(all?.suggestion.fields.map(({ name }) => name));
        for (const { name } of fewer?.suggestion.fields ?? []) expect(names).toContain(name);
      }),
      { numRuns: 20 },
    );
  });
});

describe('made-up cards', () => {
  const card = fc.record({ title: values.text, price: values.amount, day: values.date });

  test('give a column for each of their lines, and a row each', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(card, { minLength: 3, maxLength: 6 }), fc.boolean(), async (cards, isHtml) => {
        // What all of them have in common is no value of theirs.
        for (const part of ['title', 'price', 'day'] as const) fc.pre(new Set(cards.map((one) => one[part])).size > 1);
        const text = isHtml
          ? cards
              .map(({ title, price, day }) => `<div class="c"><h3>${title}</h3><p>${price}</p><p>From ${day}</p></div>`)
              .join('')
          : cards.map(({ title, price, day }) => `- ${title}\n  ${price}\n  From ${day}`).join('\n');
        const raw = `Subject: New\r\nContent-Type: text/${isHtml ? 'html' : 'plain'}; charset=utf-8\r\n\r\n${text}`;
        const reading = await readMessage(Buffer.from(raw));
        const suggestion = suggestSieve([{ name: 'a', reading }], { locale: 'en-GB', samples: false });
        const result = suggestion && sift(reading, compileSieve(suggestion.source), noFacts);
        const rows = result?.kind === 'outcome' ? result.outcome.rows : [];
        expect(rows).toHaveLength(cards.length);
        expect(suggestion?.columns.map(({ options }) => options.type).sort()).toEqual(['amount', 'date', 'text']);
      }),
      { numRuns: 30 },
    );
  });
});
