import { describe, expect, test } from '@jest/globals';
import { type Mail, madeOf, row } from './mail.fixture.js';

/** A booking as a form, and what comes of it whatever it is written in. */
const booking = (name: string, seats: string, until: string): [string, string][] => [
  ['Booked by', `${name} (${name.split(' ')[0]?.toLowerCase()}@mail.example)`],
  ['Seats', seats],
  ['When', `12 October 2026, 16:00 - ${until}`],
  ['Boat', 'Blue Puffin'],
];
const first = booking('Ada Quist', '3', '17:30');
const second = booking('Nuno Marsh', '12', '18:45');

type Pairs = readonly (readonly [string, string])[];
const html = (write: (pairs: Pairs) => string) => (pairs: Pairs) => ({
  html: `<p>Dear desk,</p><p>a booking has come in.</p>${write(pairs)}<p>The jetty<br>Gannet Bay</p>`,
});
const text = (write: (pairs: Pairs) => string) => (pairs: Pairs) => ({
  text: `Dear desk,\n\na booking has come in.\n\n${write(pairs)}\n\nThe jetty\n`,
});
const lines = (write: (label: string, value: string) => string) =>
  text((pairs) => pairs.map((pair) => write(...pair)).join('\n'));

describe('a form', () => {
  test.each<[string, (pairs: Pairs) => Mail]>([
    ['paragraphs, labels in bold above', html((all) => all.map(([a, b]) => `<p><b>${a}</b><br>${b}</p>`).join(''))],
    ['terms of the markup', html((all) => `<dl>${all.map(([a, b]) => `<dt>${a}</dt><dd>${b}</dd>`).join('')}</dl>`)],
    [
      'two pairs in each row',
      html(([a, b, c, d]) => `<table>${row([...(a ?? []), ...(b ?? [])])}${row([...(c ?? []), ...(d ?? [])])}</table>`),
    ],
    [
      'cells of a label above its value',
      html(
        (all) =>
          `<table>${row(all.slice(0, 2).map(([a, b]) => `<small>${a}</small><br>${b}`))}${row(all.slice(2).map(([a, b]) => `<small>${a}</small><br>${b}`))}</table>`,
      ),
    ],
    ['arrows', lines((label, value) => `${label} → ${value}`)],
    ['arrows of two marks', lines((label, value) => `${label} -> ${value}`)],
    ['brackets', lines((label, value) => `[${label}] ${value}`)],
    ['labels above', lines((label, value) => `${label}:\n${value}\n`)],
    ['titles above', lines((label, value) => `${label}\n${value}\n`)],
    ['aligned', lines((label, value) => `${label.padEnd(24)}${value}`)],
    ['semicolons', text((all) => all.map((pair) => pair.join(': ')).join('; '))],
  ])('written with %s', async (_, write) => {
    const { fields } = await madeOf([write(first), write(second)], 1);
    expect(Object.values(fields)).toEqual(
      expect.arrayContaining(['Nuno Marsh', 'nuno@mail.example', 12, '2026-10-12T16:00:00', '18:45', 'Blue Puffin']),
    );
  });

  test('commas part labelled values where there are enough of them', async () => {
    const { fields } = await madeOf([
      { text: 'Alert\n\nHost: gull, Disk: /var, Used: 91 %, Checked by: Ada Quist\n\nBye\n' },
    ]);
    expect(fields).toEqual({ host: 'gull', disk: '/var', used: 91, checked_by: 'Ada Quist' });
    const sentence = await madeOf([
      { text: 'Alert\n\nNote: at the quay, berth: the third one\nHost: gull\nUsed: 91 %\n' },
    ]);
    expect(sentence.fields).toMatchObject({ note: 'at the quay, berth: the third one' });
  });

  test('its parts under titles of their own are no items', async () => {
    const { fields, rows } = await madeOf([
      {
        html: `<p>ORDER</p><table>${row(['Number:', '881022'])}${row(['Due:', '16 October 2026'])}</table><p>BUYER</p><table>${row(['Name:', 'Ada Quist'])}${row(['Place:', 'Port Selwyn'])}</table>`,
      },
    ]);
    expect(rows).toEqual([]);
    expect(fields).toEqual({ number: '881022', due: '2026-10-16', name: 'Ada Quist', place: 'Port Selwyn' });
  });

  test('a table of items keeps its columns, whatever stands in them', async () => {
    const { rows } = await madeOf([
      {
        html: `<table>${row(['Boat', 'Length', 'Owner', 'Fee'])}${row(['Tern', '9.2 m', 'Ada', '£40'])}${row(['Puffin', '12 m', 'Nuno', '£55'])}</table>`,
      },
    ]);
    expect(rows.map(({ boat, owner }) => [boat, owner])).toEqual([['Tern', 'Ada'], ['Puffin', 'Nuno']]); // biome-ignore format: two items
  });
});

const boats = [
  ['Blue Puffin', '9.2 m', '£40.00'],
  ['Selkie of Skerry', '12 m', '£55.50'],
  ['Sandpiper', '7.5 m', '£31.00'],
] as const;
const letter = (items: string): Mail => ({
  html: `<p>Hello,</p><p>here are the boats of this week.</p>${items}<p>Kind regards<br>The harbour office</p>`,
});

describe('a list', () => {
  test.each<[string, Mail]>([
    [
      'paragraphs of a title in bold and one line',
      letter(boats.map(([a, b, c]) => `<p><b>${a}</b><br>${b} · ${c}</p>`).join('')),
    ],
    [
      'a table for each, with the same labels',
      letter(
        boats
          .map(
            ([a, b, c]) =>
              `<table><tr><td colspan="2"><b>${a}</b></td></tr>${row(['Length', b])}${row(['Fee', c])}</table>`,
          )
          .join(''),
      ),
    ],
    [
      'lists in a list',
      letter(
        `<ul>${boats.map(([a, b, c]) => `<li>${a}<ul><li>Length: ${b}</li><li>Fee: ${c}</li></ul></li>`).join('')}</ul>`,
      ),
    ],
    [
      'blocks of lines',
      {
        text: `Hello,\n\nhere are the boats.\n\n${boats
          .slice(0, 2)
          .map((one) => one.join('\n'))
          .join('\n\n')}\n\nBye\n`,
      },
    ],
  ])('made of %s', async (_, mail) => {
    const { rows } = await madeOf([mail]);
    const wanted = boats.slice(0, mail.text ? 2 : 3);
    expect(rows.map((one) => Object.values(one))).toEqual(
      wanted.map(([title, length, fee]) => [
        title,
        Number.parseFloat(length),
        { value: Number(fee.slice(1)), currency: 'GBP' },
      ]),
    );
  });

  test('two capitals before figures are one code with them', async () => {
    const { rows } = await madeOf([
      { html: `<ul><li>GB 541 – £40.00</li><li>GB 164 – £55.50</li><li>GB 453 – £31.00</li></ul>` },
    ]);
    expect(rows.map((one) => Object.values(one)[0])).toEqual(['GB 541', 'GB 164', 'GB 453']);
  });
});
