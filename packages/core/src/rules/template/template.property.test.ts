import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readMessage } from '../../reading/index.js';
import { compileSieve, sift } from '../../sieve/index.js';

/** A field of a made-up form: its type, how it is written, and what it should be read as. */
interface MadeField {
  name: string;
  label: string;
  options: Record<string, unknown>;
  written: string;
  value: unknown;
}

const nouns = [
  'Vessel',
  'Length',
  'Owner',
  'Harbour',
  'Draught',
  'Arrival',
  'Engine',
  'Colour',
  'Insurance',
  'Contact',
  'Locker',
  'Gangway',
  'Signal',
  'Mooring',
  'Payment',
  'Reference',
];
const suffixes = ['', ' number', ' name', ' of the boat', ' (as known)', ' in full'];
const plainWords = [
  'Kittiwake',
  'Tern',
  'north',
  'pier',
  'Marsh',
  'blue',
  'old',
  'two',
  'A-17',
  'Ørn',
  "O'Shale",
  '3',
  'M.Y',
  'no',
  '(spare)',
  'x=4',
];
const two = (number: number) => String(number).padStart(2, '0');

const aText = fc.array(fc.constantFrom(...plainWords), { minLength: 1, maxLength: 5 }).map((list) => list.join(' '));
const aValue = fc.oneof(
  aText.map((text) => ({ options: { type: 'text' }, written: text, value: text })),
  fc
    .integer({ min: 0, max: 9999 })
    .map((number) => ({ options: { type: 'integer' }, written: String(number), value: number })),
  fc
    .integer({ min: 100, max: 999 })
    .map((last) => ({ options: { type: 'phone' }, written: `+44 7700 900${last}`, value: `+447700900${last}` })),
  fc
    .constantFrom('o.marsh@skerry.example', 'b@quill.example')
    .map((mail) => ({ options: { type: 'email' }, written: mail, value: mail })),
  fc.record({ day: fc.integer({ min: 1, max: 28 }), month: fc.integer({ min: 1, max: 12 }) }).map(({ day, month }) => ({
    options: { type: 'date' },
    written: `${two(day)}/${two(month)}/2027`,
    value: `2027-${two(month)}-${two(day)}`,
  })),
  fc.integer({ min: 0, max: 500_000 }).map((cents) => ({
    options: { type: 'amount' },
    written: `£${(cents / 100).toFixed(2)}`,
    value: { value: cents / 100, currency: 'GBP' },
  })),
);

/** How a form sets its labels and values; each makes the block of one field. */
const styles: Record<string, (label: string, value: string) => string> = {
  colon: (label, value) => `${label}: ${value}`,
  equals: (label, value) => `${label} = ${value}`,
  dash: (label, value) => `${label} - ${value}`,
  tab: (label, value) => `${label}\t${value}`,
  gap: (label, value) => `${label.padEnd(30)} ${value}`,
  dots: (label, value) => `${label} ${'.'.repeat(34 - label.length)} ${value}`,
  bar: (label, value) => `| ${label} | ${value} |`,
  bullet: (label, value) => `- ${label}: ${value}`,
  capitals: (label, value) => `${label.toUpperCase()}: ${value}`,
  above: (label, value) => `${label}\n${value}\n`,
  question: (label, value) => `What is the ${label.toLowerCase()}?\n${value}\n`,
};

const aForm = fc
  .record({
    style: fc.constantFrom(...Object.keys(styles)),
    labels: fc.shuffledSubarray(nouns, { minLength: 3, maxLength: 8 }),
    ends: fc.array(fc.constantFrom(...suffixes), { minLength: 8, maxLength: 8 }),
    values: fc.array(aValue, { minLength: 8, maxLength: 8 }),
    order: fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 8, maxLength: 8 }),
  })
  .map(({ style, labels, ends, values, order }) => ({
    style,
    order,
    fields: labels.map(
      (noun, i): MadeField => ({
        name: noun.toLowerCase(),
        label: noun + ends[i],
        ...(values[i] as Pick<MadeField, 'options' | 'written' | 'value'>),
      }),
    ),
  }));
type Form = typeof aForm extends fc.Arbitrary<infer T> ? T : never;

const blockOf = ({ style }: Form, { label }: MadeField, value: string) => styles[style]?.(label, value) ?? '';

function sieveOf(form: Form) {
  return compileSieve({
    sieve: 'made-up',
    locale: 'en-GB',
    fields: Object.fromEntries(form.fields.map(({ name, options }) => [name, options])),
    rules: [
      {
        kind: 'template',
        layouts: [
          { name: form.style, text: form.fields.map((field) => blockOf(form, field, `[[${field.name}]]`)).join('\n') },
        ],
      },
    ],
  });
}

async function readBack(form: Form, blocks: readonly string[]) {
  const raw = `Date: Fri, 14 May 2027 09:12:00 +0100\nContent-Type: text/plain; charset=utf-8\n\n${blocks.join('\n')}`;
  const result = sift(await readMessage(Buffer.from(raw)), sieveOf(form));
  if (result.kind !== 'outcome') throw new Error('nothing is wanted here');
  return result.outcome;
}

const recordOf = (fields: readonly MadeField[]) => Object.fromEntries(fields.map(({ name, value }) => [name, value]));
const blocksOf = (form: Form) => form.fields.map((field) => blockOf(form, field, field.written));
const shuffled = <T>(list: readonly T[], order: readonly number[]): T[] =>
  list
    .map((item, i) => [order[i] ?? 0, item] as const)
    .sort((a, b) => a[0] - b[0])
    .map(([, item]) => item);

describe('for any record and any layout', () => {
  test('what is written is read back, in whatever order', async () => {
    await fc.assert(
      fc.asyncProperty(aForm, async (form) => {
        expect((await readBack(form, blocksOf(form))).fields).toEqual(recordOf(form.fields));
        expect((await readBack(form, shuffled(blocksOf(form), form.order))).fields).toEqual(recordOf(form.fields));
      }),
      { numRuns: 200 },
    );
  });

  test('a line that is missing is null and shifts nothing', async () => {
    await fc.assert(
      fc.asyncProperty(aForm, fc.nat(), async (form, at) => {
        const gone = form.fields[at % form.fields.length] as MadeField;
        const blocks = form.fields
          .filter((field) => field !== gone)
          .map((field) => blockOf(form, field, field.written));
        expect((await readBack(form, blocks)).fields).toEqual({ ...recordOf(form.fields), [gone.name]: null });
      }),
      { numRuns: 150 },
    );
  });

  test('a place that is empty is null and takes nothing from its neighbours', async () => {
    await fc.assert(
      fc.asyncProperty(aForm, fc.nat(), async (form, at) => {
        const empty = form.fields[at % form.fields.length] as MadeField;
        const blocks = form.fields.map((field) => blockOf(form, field, field === empty ? '' : field.written));
        expect((await readBack(form, blocks)).fields).toEqual({ ...recordOf(form.fields), [empty.name]: null });
      }),
      { numRuns: 150 },
    );
  });

  test('noise between blocks changes no value', async () => {
    const noise = fc.array(
      fc.constantFrom(
        '',
        'This form was sent by a machine.',
        '* * * * *',
        'Weather: fair',
        'We are open all day.',
        '----------',
        'See www.gannetbay.example for the tides.',
        'Ad no. 7: ropes at half the price!',
      ),
      { minLength: 8, maxLength: 8 },
    );
    await fc.assert(
      fc.asyncProperty(aForm, noise, async (form, lines) => {
        // A text under its heading may run over paragraphs, so what stands below it is no noise.
        const mayRunOn = (field: MadeField | undefined) =>
          field?.options.type === 'text' && /above|question/.test(form.style);
        const blocks = blocksOf(form).flatMap((block, i) =>
          i === 0 || mayRunOn(form.fields[i - 1]) ? [block] : [lines[i] ?? '', block],
        );
        expect((await readBack(form, blocks)).fields).toEqual(recordOf(form.fields));
      }),
      { numRuns: 200 },
    );
  });
});

describe('whatever the text', () => {
  const pieces = fc.constantFrom(
    'Vessel',
    ':',
    'Kittiwake',
    'Length',
    ' m',
    '\n',
    ' ',
    '    ',
    'Arrives',
    ' for ',
    'nights',
    '9',
    '> ',
    '[[',
    '\t',
    '-- \n',
    'Remarks:\n',
    '=',
    '£',
    '|',
    ';',
    '(',
    '\u00a0',
    'é',
    '🛶',
    '\u0000',
  );
  const sieve = compileSieve({
    sieve: 'any',
    locale: 'en-GB',
    fields: {
      vessel: { type: 'text' },
      length: { type: 'number', unit: 'm' },
      nights: { type: 'integer' },
      remarks: { type: 'text' },
      a: { type: 'text' },
      b: { type: 'text' },
    },
    rules: [
      {
        kind: 'template',
        layouts: [
          {
            name: 'form',
            text: 'Vessel: [[vessel]]\nLength [[length]] m\nArrives for [[nights]] nights    Vessel = [[a]]\nRemarks:\n[[remarks]]',
          },
          { name: 'line', text: 'Vessel|[[vessel]]|[[a]]|[[b]]' },
        ],
      },
    ],
  });

  test('sifting never throws, and no value’s characters come from outside its evidence', async () => {
    const anything = fc.oneof(
      fc.array(pieces, { maxLength: 80 }).map((list) => list.join('')),
      fc.string({ unit: 'binary', maxLength: 200 }),
    );
    await fc.assert(
      fc.asyncProperty(anything, async (text) => {
        const reading = await readMessage(Buffer.from(`Content-Type: text/plain; charset=utf-8\n\n${text}`));
        const result = sift(reading, sieve);
        if (result.kind !== 'outcome') throw new Error('nothing is wanted here');
        const { evidence, fields, leftovers } = result.outcome;
        const whole = reading.plain?.text ?? '';
        for (const { start, end, raw } of Object.values(evidence).flat())
          expect(whole.slice(start ?? 0, end ?? 0)).toBe(raw);
        for (const [field, value] of Object.entries(fields))
          if (typeof value === 'string')
            expect(
              (evidence[field] ?? [])
                .map(({ raw }) => raw)
                .join('')
                .replace(/\s+/g, ''),
            ).toContain(value.replace(/\s+/g, ''));
        for (const { start, end } of leftovers)
          for (const place of Object.values(evidence).flat())
            expect((place.end ?? 0) <= start || (place.start ?? 0) >= end || place.start === place.end).toBe(true);
      }),
      { numRuns: 400 },
    );
  });
});
