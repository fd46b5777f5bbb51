import { describe, expect, test } from '@jest/globals';
import { accuracyOf, coverMessage, fallsShort, madeOf } from '../coverage/index.js';
import { handleMessage, mailboxOf } from '../mailbox/index.js';
import { readMessage } from '../reading/index.js';
import { compileSieve } from '../sieve/index.js';
import { namingOf, suggestSieve } from './index.js';

type Mail = { subject?: string; text?: string; html?: string; date?: string };

const readingOf = ({ subject = 'A form', text, html, date }: Mail) =>
  readMessage(
    Buffer.from(
      `Subject: ${subject}\r\n${date ? `Date: ${date}\r\n` : ''}Content-Type: text/${html ? 'html' : 'plain'}; charset=utf-8\r\n\r\n${html ?? text}`,
    ),
  );

async function suggested(mails: Mail[], options = {}) {
  const messages = await Promise.all(
    mails.map(async (mail, i) => ({ name: `${i + 1}.eml`, reading: await readingOf(mail) })),
  );
  const suggestion = suggestSieve(messages, { locale: 'en-GB', ...options });
  if (!suggestion) throw new Error('something is to be suggested here');
  const sieve = compileSieve(suggestion.source);
  const covered = messages.map(({ name, reading }, i) =>
    coverMessage(madeOf(handleMessage(reading, mailboxOf(sieve))), {
      message: name,
      fields: Object.keys(sieve.fields),
      rows: false,
      expected: sieve.samples[i]?.expected ?? null,
    }),
  );
  // Whatever is suggested, the check of it passes.
  expect([fallsShort(covered), accuracyOf(covered).messages]).toEqual([false, mails.length]);
  const types = Object.fromEntries(suggestion.fields.map(({ name, options: { type } }) => [name, type]));
  const values = covered.map(({ cells }) => Object.fromEntries(Object.entries(cells).map(([k, v]) => [k, v.value])));
  return { ...suggestion, sieve, types, values };
}

const form = `Vessel: Kittiwake
Length over all: 9.20 m
Arrives Friday 4 December 2026 for three nights
Order no.: 00123
Booked on: 1 November 2026 18:30
E-mail: o.marsh@skerry.example
Your phone number: 07700 900412
Deposit paid: £40.00
Breakfast: yes
Web page: https://skerry.example/kittiwake

Remarks:
We come in on the evening tide,
and draw 2.4 m.
`;

describe('from one message', () => {
  test('labels and sentences of a form name the fields, and values tell their types', async () => {
    const { types, values, source } = await suggested([{ subject: 'Berth request: Kittiwake', text: form }]);
    expect(types).toEqual({
      vessel: 'text',
      length_over_all: 'number',
      arrives: 'date',
      nights: 'integer',
      order_no: 'text',
      booked_on: 'datetime',
      email: 'email',
      phone: 'phone',
      deposit_paid: 'amount',
      breakfast: 'yes-no',
      web_page: 'url',
      remarks: 'text',
    });
    expect(values[0]).toMatchObject({
      length_over_all: 9.2,
      arrives: '2026-12-04',
      nights: 3,
      order_no: '00123',
      deposit_paid: { value: 40, currency: 'GBP' },
      remarks: 'We come in on the evening tide,\nand draw 2.4 m.',
    });
    expect(source).toContain('subject: "Berth request: [[vessel]]"');
  });

  test.each([
    [
      'in a table of two columns',
      { html: '<table><tr><th>Vessel</th><td>Tern</td></tr><tr><th>Berth</th><td>Bay 4</td></tr></table>' },
    ],
    ['above their values', { text: 'Vessel\nTern\n\nBerth\nBay 4\n\nSkipper\nAnn\n' }],
    ['in columns', { text: 'Vessel       Tern\nBerth        Bay 4\nSkipper      Ann Quill\n' }],
    ['with dots between', { text: 'Vessel ..... Tern\nBerth ...... Bay 4\nSkipper .... Ann\n' }],
    ['with a dash between', { text: 'Vessel - Tern\nBerth - Bay 4\nSkipper - Ann\n' }],
    ['in capitals', { text: 'VESSEL Tern\nBERTH Bay 4\nSKIPPER Ann\n' }],
    ['as ruled headings', { text: 'Vessel\n------\nTern\n\nBerth\n-----\nBay 4\n' }],
    ['as questions', { text: 'Which vessel?\nTern\n\nWhich berth?\nBay 4\n' }],
    ['several on a line', { text: 'Vessel: Tern     Berth: Bay 4\nSkipper: Ann     Nights: 3\n' }],
    ['with bullets', { text: '- Vessel: Tern\n- Berth: Bay 4\n' }],
  ])('labels stand %s', async (_, mail) => {
    const { values } = await suggested([mail]);
    expect(Object.values(values[0] ?? {})).toEqual(expect.arrayContaining(['Tern', 'Bay 4']));
  });

  test('names are in the style of the sieve, and none is one that means something else', async () => {
    const text = 'Length over all: 9 m\nMessage: hello there\nÅbningstid: 10:30\n日付: x\n';
    expect(Object.keys((await suggested([{ text }])).types)).toEqual([
      'length_over_all',
      'message_text',
      'abningstid',
      'field',
    ]);
    expect(Object.keys((await suggested([{ text }], { naming: 'camelCase' })).types)[0]).toBe('lengthOverAll');
    expect([namingOf(['vessel', 'firstNight']), namingOf(['first_night']), namingOf(['a'])]).toEqual([
      'camelCase',
      'snake_case',
      'snake_case',
    ]);
  });

  test('a label that stands twice names nothing, and a literal [[ stays one', async () => {
    const { types, sieve } = await suggested([{ text: 'Vessel: Tern\nExtra: ice\nExtra: water\nBerth [[B]]: 4\n' }]);
    expect(Object.keys(types)).toEqual(expect.arrayContaining(['vessel']));
    expect(Object.keys(types)).not.toContain('extra');
    expect(sieve.name).toBe('suggested');
  });

  test('whom the message greets', async () => {
    const text = 'Dear Ottoline Marsh,\n\nVessel: Kittiwake\nPier: North\n';
    const { types, values, source } = await suggested([{ text }]);
    expect(types).toEqual({ addressee: 'text', vessel: 'text', pier: 'text' });
    expect(values[0]).toMatchObject({ addressee: 'Ottoline Marsh' });
    expect(source).toContain('Dear [[addressee]],');
  });

  test('a day is told with its weekday, though it has no year', async () => {
    const text = form.replace('Friday 4 December 2026', 'Friday 4 December');
    const { types, values } = await suggested([{ subject: 'x', text, date: 'Fri, 6 Nov 2026 08:00:00 +0000' }]);
    expect(types).toMatchObject({ arrives: 'date', nights: 'integer' });
    expect(values[0]).toMatchObject({ arrives: '2026-12-04', nights: 3 });
  });
});

describe('from several messages', () => {
  test('what differs is a value, what all have is required, and other shapes are other layouts', async () => {
    const letter = (name: string, boat: string) => ({
      text: `The harbour office has taken the boat of ${name} in.\nShe is called ${boat} and lies at the pontoon.\n`,
    });
    const { types, layouts, sieve } = await suggested([
      { text: form },
      { text: form.replace('Kittiwake', 'Tern').replace('Breakfast: yes\n', '') },
      letter('Ottoline Marsh', 'Selkie'),
      letter('Barnaby Quill', 'Fulmar'),
    ]);
    expect(layouts.map(({ messages }) => messages)).toEqual([
      ['1.eml', '2.eml'],
      ['3.eml', '4.eml'],
    ]);
    expect(types).toMatchObject({ vessel: 'text', called: 'text' });
    expect(sieve.rules).toHaveLength(1);
    const alike = await suggested([{ text: form }, { text: form.replace('Kittiwake', 'Tern') }]);
    expect(alike.sieve.fields.vessel?.required).toBe(true);
  });

  test('two layouts that name the same thing otherwise have one field for it', async () => {
    const { types } = await suggested([
      { text: 'Vessel: Tern\nE-mail: a@b.example\nNights: 3\n' },
      { text: 'Name of boat: Gull\nYour e-mail address: c@d.example\nFrom: North\n' },
    ]);
    expect(Object.entries(types).filter(([, type]) => type === 'email')).toEqual([['email', 'email']]);
  });
});

describe('from what is no form', () => {
  test('nothing is suggested', async () => {
    for (const text of ['', 'Hello, see you tomorrow.', '\n\n\n'])
      expect(suggestSieve([{ name: 'a', reading: await readingOf({ text }) }])).toBeNull();
    expect(suggestSieve([])).toBeNull();
  });

  test('what is made to be hard takes bounded work', async () => {
    const hard = [
      `${'a: '.repeat(20_000)}\n`,
      'Label: value\n'.repeat(3000),
      Array.from({ length: 700 }, (_, i) => `Label ${i}: ${i}`).join('\n'),
      `${'x '.repeat(50_000)}\n`,
      `${'1 '.repeat(20_000)}nights\n`,
    ];
    for (const text of hard) {
      const reading = await readingOf({ text });
      expect(() =>
        suggestSieve([
          { name: 'a', reading },
          { name: 'b', reading },
        ]),
      ).not.toThrow();
    }
  });
});

describe('hostile mail', () => {
  const long = 20_000;
  const html = (body: string) => `Content-Type: text/html; charset=utf-8\r\n\r\n${body}`;
  const plain = (body: string) => `Content-Type: text/plain; charset=utf-8\r\n\r\n${body}`;

  test.each([
    ['a label with figures without end', plain(`Employee: Ada (${'1'.repeat(long)}\nMonth: May\n`)],
    ['one word without end', plain(`${'a'.repeat(long)}\nName: Ada\n`)],
    ['points without end', plain(`Name: ${'a.'.repeat(long)}\nWhen: ${'1:'.repeat(long)}\n`)],
    ['a style without end', html(`<p>Name: <b style="${';padding-inline'.repeat(long / 10)}">Ada</b></p>`)],
    ['bold words without end', html(`<p>${'<b>a</b> b '.repeat(long / 10)}</p>`)],
    ['lines in bold without end', html('<div><b>Name</b></div><div>Ada</div>'.repeat(long / 40))],
    ['brackets without end', html(`<ul>${`<li>${'a ('.repeat(2000)}</li>`.repeat(8)}</ul>`)],
    ['blanks without end', plain(`Q: a?${' '.repeat(50_000)}x\nA: ${' '.repeat(50_000)}y\n`)],
    ['lists below headings without end', plain('Console\n * #1 Map (Ada)\n * #2 Gate (Ada)\n\n'.repeat(300))],
    ['cells over all rows', html(`<table>${`<tr>${'<td rowspan="40">x</td>'.repeat(20)}</tr>`.repeat(200)}</table>`)],
  ])('%s is looked at in a time that grows with its length alone', async (_, raw) => {
    const reading = await readMessage(Buffer.from(raw));
    const messages = [1, 2].map((name) => ({ name: `${name}.eml`, reading }));
    const suggestion = suggestSieve(messages);
    expect(suggestion === null || suggestion.source.length < 500_000).toBe(true);
  });
});

test('a guess that is in the way takes nothing with it', async () => {
  const reading = await readingOf({ text: '£469,000 £446,000\n\nOn 3 May 2027 the van of Quay Homes comes.\n' });
  const suggestion = suggestSieve([{ name: 'a', reading }]);
  expect(suggestion?.fields.map(({ label }) => label)).toContain('date');
});
