import { describe, expect, test } from '@jest/globals';
import { around, madeOf, row } from './mail.fixture.js';

describe('lines that are items', () => {
  test('codes tell them, what is remarked in brackets comes and goes, and so do the units of figures', async () => {
    const { rows } = await madeOf([
      {
        text: 'Sailing EE585\n\n1) Ada Quist, cabin B133\n2) Dag Holm, cabin C144 (no nuts)\n3) Nuno Marsh, cabin C314\n\nBye\n',
      },
    ]);
    expect(rows).toEqual([
      { item: 'Ada Quist', cabin: 'B133', remark: null },
      { item: 'Dag Holm', cabin: 'C144', remark: 'no nuts' },
      { item: 'Nuno Marsh', cabin: 'C314', remark: null },
    ]);
    const watched = await madeOf([{ text: 'Host: gull\n\n1. Load: 43 %\n2. Free: 438 MB\n3. Lag: 54 s\n\nBye\n' }]);
    expect(watched.rows[1]).toEqual({ item: 'Free', count: 438, unit: 'MB' });
  });

  test('what is ticked off is listed, ticks and crosses, with a sum behind some', async () => {
    const { rows } = await madeOf([
      {
        text: 'Vehicle: BK LH 1697\n\n✗ Wipers: worn (£36.71)\n✗ Brakes: leaking (£30.25)\n✓ Light: all right\n\nBye\n',
      },
    ]);
    expect(rows.map((one) => Object.values(one))).toEqual([
      ['Wipers', 'worn', { value: 36.71, currency: 'GBP' }],
      ['Brakes', 'leaking', { value: 30.25, currency: 'GBP' }],
      ['Light', 'all right', null],
    ]);
  });

  test('labels of bulleted lines in another order each time are no form', async () => {
    const report = (...lines: string[]) => ({
      text: `Host: gull\n\n${lines.map((line) => `- ${line}`).join('\n')}\n\nBye\n`,
    });
    const mails = [
      report('Load: high', 'Disk: full', 'Mail: slow'),
      report('Disk: full', 'Load: low', 'Mail: idle'),
      report('Mail: idle', 'Load: high', 'Disk: empty'),
    ];
    const { fields, rows } = await madeOf(mails);
    expect(fields).toEqual({ host: 'gull' });
    expect(rows.map((one) => Object.values(one))).toEqual([
      ['Mail', 'idle'],
      ['Load', 'high'],
      ['Disk', 'empty'],
    ]);
    const form = await madeOf(mails.slice(0, 1));
    expect(form.fields).toMatchObject({ load: 'high', disk: 'full' });
  });

  test('of groups with few of them each; what stands before a sign names what stands behind it', async () => {
    const day = (title: string, ...events: string[]) =>
      `<h3>${title}</h3><ul>${events.map((one) => `<li><b>${one}</b></li>`).join('')}</ul>`;
    const week = await madeOf([
      {
        html: around(
          `<tr><td><h1>This week</h1>${day('Wednesday, 28 October', '06:00 Sailing (Pier 3)')}${day('Saturday, 10 October', '18:00 Choir (Club house)', '06:40 Film (Slipway)')}${day('Sunday, 11 October', '09:00 Race (Pier 3)')}</td></tr>`,
        ),
      },
    ]);
    expect(week.rows.map((one) => Object.values(one))).toContainEqual(['06:40', 'Film', 'Slipway']);
    expect(week.rows).toHaveLength(4);
    const station = await madeOf([
      {
        text: 'STATION=LOCK-1\n\n02:00 WIND=9.7 DIR=185\n03:00 WIND=6.8 DIR=023\n04:00 WIND=24.5 DIR=125\n\nEND\n',
      },
    ]);
    expect(station.rows[1]).toEqual({ time: '03:00', wind: 6.8, dir: 23 });
  });

  test('a table of nothing but words, in which values come again, is no form', async () => {
    const { rows } = await madeOf([
      {
        html: `<table>${row(['Subject', 'Mark', 'Teacher'], 'th')}${row(['Music', 'D', 'Ms Cardoso'])}${row(['History', 'D', 'Mr Holloway'])}${row(['French', 'C', 'Dr Holloway'])}</table>`,
      },
    ]);
    expect(rows[2]).toEqual({ subject: 'French', mark: 'C', teacher: 'Dr Holloway' });
  });

  test('labels in a dress of their own are those of a form, however it is cut into parts', async () => {
    const line = (label: string, value: string) => `<p><strong>${label}</strong> ${value}</p>`;
    const { fields, rows } = await madeOf([
      {
        html: `<html><body><h4>Tenant</h4>${line('Name', 'Ada Quist')}${line('Flat', '4/36')}${line('Urgent', 'yes')}<h4>Repair</h4>${line('Broken', 'Lift')}${line('Best days', 'not before five')}${line('Words', 'It stands still.')}</body></html>`,
      },
    ]);
    expect(rows).toEqual([]);
    expect(fields).toMatchObject({ name: 'Ada Quist', flat: '4/36', broken: 'Lift', best_days: 'not before five' });
  });

  test('a row of cells has its title in a row of its own above it', async () => {
    const piece = (what: string, kilos: number, hold: string) =>
      `<tr><td colspan="2"><b>${what}</b></td></tr>${row([`${kilos} kg`, `Hold ${hold}`, 'on deck'])}`;
    const { rows } = await madeOf([
      {
        html: `<p>Voyage: V220</p><table border="1">${piece('Roof tiles', 8456, 'H2')}${piece('Flour in sacks', 3113, 'H3')}${piece('Two horses', 820, 'H4')}</table><p>Bye</p>`,
      },
    ]);
    expect(rows[1]).toMatchObject({ title: 'Flour in sacks', quantity: 3113, hold: 'H3' });
  });

  test('an arrow begins a line as a bullet does', async () => {
    const item = (was: string, is: string, price: string) =>
      `<table><tr><td><s>${was}</s></td></tr><tr><td>→ ${is}</td><td>${price}</td></tr></table>`;
    const { rows } = await madeOf([
      {
        html: `<p>We had to replace</p>${item('Rice', 'Wheat', '£7.46')}${item('Butter', 'Lard', '£7.04')}${item('Tea, 40 bags', 'Coffee', '£5.56')}<p>All else is there.</p>`,
      },
    ]);
    expect(rows[2]).toEqual({ title: 'Tea, 40 bags', text: 'Coffee', amount: { value: 5.56, currency: 'GBP' } });
  });

  test('the last word before a value is one between where all have it, and else a part of a name; so is the mark before it', async () => {
    const { rows } = await madeOf([
      {
        text: 'Your order\n\n9 x Can à 57.15 EUR = 514.35 EUR\n1 x Hoe à 26.40 EUR = 26.40 EUR\n2 x Seed 5 kg à 40.49 EUR = 80.98 EUR\n\nBye\n',
      },
    ]);
    expect(rows.map(({ item }) => item)).toEqual(['Can', 'Hoe', 'Seed 5 kg']);
    const named = await madeOf([
      {
        text: 'Your order\n\n4 x Bilge pump @ £24.03 = £96.12\n5 x Shackle @ £18.48 = £92.40\n5 x Deck brush @ £40.09 = £200.45\n\nBye\n',
      },
    ]);
    expect(named.rows.map(({ item }) => item)).toEqual(['Bilge pump', 'Shackle', 'Deck brush']);
    const tasks = await madeOf([
      {
        html: '<ul><li><b>Mend the gate</b> – due 1 September 2026 – Ada Quist</li><li><b>Order ropes</b> – due 19 November 2026 – Dag Holm</li><li><b>Call the diver</b> – due 15 November 2026 – Nuno Marsh</li></ul>',
      },
    ]);
    expect(tasks.rows[1]).toEqual({ item: 'Order ropes', due: '2026-11-19', text: 'Dag Holm' });
  });

  test('a heading right above them is none of them, and how many of what is no label', async () => {
    const { fields, rows } = await madeOf([
      {
        text: 'NEW ORDER\n\nITEMS\n2 × Deck shoes (size M): £19.14\n1 × Rain hat (blue): £41.75\n3 × Watch cap (red): £89.39\n\nSUMMARY\nPostage: £4.95\n',
      },
    ]);
    expect(Object.keys(fields)).toEqual(['postage']);
    expect(rows[1]).toEqual({ count: 1, item: 'Rain hat', text: 'blue', amount: { value: 41.75, currency: 'GBP' } });
  });

  test('what people write within an item goes on to its next label, and is marked there as any other', async () => {
    const call = (who: string, words: string) => `Caller: ${who}\nWhat about: ${words}\nLine: 12\n`;
    const { rows, suggestion } = await madeOf([
      {
        text: `Calls to answer\n\n${call('Ada Quist', 'Is there a berth in May?')}\n${call('Dag Holm', 'He has lost an oar.')}\n${call('Nuno Marsh', 'The crane stands still.')}`,
      },
    ]);
    expect(suggestion.source).not.toContain('...');
    expect(rows.map((one) => Object.values(one)[1])).toEqual([
      'Is there a berth in May?',
      'He has lost an oar.',
      'The crane stands still.',
    ]);
  });

  test('what a figure counts names it, and not what stands behind', async () => {
    const { rows } = await madeOf([
      {
        text: 'Post: Clerk\n\n1. Ada Quist - 27 years - £50,000 - from 15 October 2026\n2. Dag Holm - 11 years - £58,000 - from 10 November 2026\n3. Nuno Marsh - 17 years - £34,000 - from 18 December 2026\n\nBye\n',
      },
    ]);
    expect(rows[1]).toEqual({
      item: 'Dag Holm',
      years: 11,
      amount: { value: 58000, currency: 'GBP' },
      from: '2026-11-10',
    });
  });

  test('a remark in a line of its own below some of them is theirs; dots may be as many as they will', async () => {
    const { fields, rows } = await madeOf([
      {
        text: 'Table:  15\nWaiter: Ada Quist\n\n2 x Green salad ............. £29.83\n      (to share)\n2 x Chips ................... £13.75\n3 x Crab cake ............... £26.98\n2 x Apple pie ............... £8.55\n      (no onions)\n\nTotal: £79.11\n',
      },
    ]);
    expect(Object.keys(fields)).toEqual(['table', 'waiter', 'total']);
    expect(rows.map(({ count, title, text }) => [count, title, text])).toEqual([
      [2, 'Green salad', '(to share)'],
      [2, 'Chips', null],
      [3, 'Crab cake', null],
      [2, 'Apple pie', '(no onions)'],
    ]);
  });

  test('a button that all of them have is none of their values where they have a link of their own; the words over a block are its title', async () => {
    const home = (price: string, street: string, rooms: number) =>
      `<div class="home"><h3>${price}</h3><a href="https://x.example/${rooms}">${street}</a><p>Rooms: ${rooms}</p><a href="https://x.example/v">Arrange a visit</a></div>`;
    const { suggestion } = await madeOf([
      {
        html: home('£556,000', '4 Old Wharf, Thornby', 1) + home('£395,000', '10 Quay Street, Selwyn', 4) + home('£518,000', '1 Mill Lane, Kirkholm', 3), // biome-ignore format: one line
      },
    ]);
    expect(suggestion.columns.map(({ name }) => name)).toEqual(['amount', 'title', 'link', 'rooms']);
    const call = (who: string, at: string, about: string) =>
      `${who}\n${'-'.repeat(who.length)}\nCalled at: ${at}\nAbout: ${about}\n`;
    const { rows } = await madeOf([
      {
        text: `Shift: Early\n\n${call('Ada Quist', '07:10', 'a berth')}\n${call('Dag Holm', '08:15', 'an oar')}\n${call('Nuno Marsh', '06:30', 'a crane')}`,
      },
    ]);
    expect(rows.map(({ title, about }) => [title, about])).toEqual([
      ['Ada Quist', 'a berth'],
      ['Dag Holm', 'an oar'],
      ['Nuno Marsh', 'a crane'],
    ]);
  });

  test('words before a value that all have are those of the value, and what is in brackets before them one of its own', async () => {
    const { rows } = await madeOf([
      {
        text: 'Bonjour,\n\n1) Le phare (Ada Quist), à rendre le 04/05/2027\n2) Brume (Dag Holm), à rendre le 14/09/2027\n3) Petit traité des nœuds (Nuno Marsh), à rendre le 11/10/2027\n\nMerci\n',
      },
    ]);
    expect(rows.map(({ item, text }) => [item, text])).toEqual([
      ['Le phare', 'Ada Quist'],
      ['Brume', 'Dag Holm'],
      ['Petit traité des nœuds', 'Nuno Marsh'],
    ]);
  });

  test('how many there are is said in a sentence: a field', async () => {
    const list = (week: number, names: readonly string[]) => ({
      text: `In week ${week} there are ${names.length} open tasks.\n\n${names.map((name, i) => `- ${name}, due ${i + 3} May 2027`).join('\n')}\n`,
    });
    const { fields, rows } = await madeOf([
      list(19, ['Paint the crane', 'Order ropes', 'Mend the gate']),
      list(20, ['Call the diver', 'Count the buoys']),
    ]);
    expect(fields).toEqual({ week: 20, open: 2 });
    expect(rows).toHaveLength(2);
  });

  test('numbers of one kind at their beginning are values, and not names of fields; what is measured has its unit beside it', async () => {
    const readings = (lines: readonly string[]) => ({
      text: `Site: Kirkholm\n\n${lines.join('\n')}\n\nEnd of readings.\n`,
    });
    const { rows, suggestion } = await madeOf([
      readings(['Meter 766373 (Heat): 2517 MWh', 'Meter 758565 (Gas): 24683 m3', 'Meter 439646 (Water): 8809 m3']),
      readings(['Meter 717371 (Water): 13549 m3', 'Meter 406973 (Electricity): 73033 kWh']),
    ]);
    expect(suggestion.fields.map(({ name }) => name)).toEqual(['site']);
    expect(rows).toEqual([
      { meter: 717371, item: 'Water', count: 13549, unit: 'm3' },
      { meter: 406973, item: 'Electricity', count: 73033, unit: 'kWh' },
    ]);
  });

  test('any number before them, a word or dots between their values, however many', async () => {
    const note = (number: string, day: string, carrier: string, lines: readonly string[]) => ({
      text: `Dispatch note ${number}, sent ${day} with ${carrier}\n\n${lines.join('\n')}\n\nPlease count the goods.\n`,
    });
    const { fields, rows } = await madeOf(
      [
        note('DN-20970', '12/11/2026', 'North Parcel', ['1.  20 x Deck brush ......... GBP 113.74', '2.  3 x Flag ................ GBP 246.00', '3.  13 x Rope 10 mm .......... GBP 32.69']), // biome-ignore format: lines
        note('DN-30112', '03/12/2026', 'Bay Vans', [
          '1.  4 x Bilge pump ......... GBP 56.59',
          '2.  1 x Fender ............. GBP 20.00',
        ]),
      ],
      1,
    );
    expect(fields).toMatchObject({ note: 'DN-30112', sent: '2026-12-03' });
    expect(rows.map(({ count, item, amount }) => [count, item, amount])).toEqual([
      [4, 'Bilge pump', { value: 56.59, currency: 'GBP' }],
      [1, 'Fender', { value: 20, currency: 'GBP' }],
    ]);
  });

  test('groups of them under days are no items, and the day is no field', async () => {
    const day = (title: string, lines: readonly string[]) =>
      `<h3>${title}</h3><ul>${lines.map((line) => `<li>${line}</li>`).join('')}</ul>`;
    const { rows, suggestion } = await madeOf([
      {
        html: `<h1>What is on</h1>${day('Wednesday, 14 October', ['18:00 — Market, Mission Hall', '09:00 — Choir, Club House', '19:00 — Knot evening, Pier 2'])}${day('Monday, 26 October', ['20:10 — Film on the pier, Club House', '13:10 — Open boat, Mission Hall'])}`,
      },
    ]);
    expect(suggestion.fields).toEqual([]);
    expect(rows[3]).toEqual({ time: '20:10', item: 'Film on the pier', text: 'Club House' });
    expect(rows).toHaveLength(5);
  });

  test('what is counted, one or several', async () => {
    const home = (title: string, facts: string) =>
      `<div class="card"><a href="https://x.example/${title}">${title}</a><p>${facts}</p></div>`;
    const { rows } = await madeOf([
      {
        html:
          home('Loft', '1 pièce · 30 m² · Gare') +
          home('Duplex', '4 pièces · 62 m² · Les Dunes') +
          home('Studio', '2 pièces · 41 m² · Gare'),
      },
    ]);
    expect(rows.map(({ count, quantity }) => [count, quantity])).toEqual([[1, 30], [4, 62], [2, 41]]); // biome-ignore format: pairs
  });
});

test('days that lines begin with are values, and what stands in brackets behind a name says what it is', async () => {
  const { fields, rows } = await madeOf([
    {
      text: 'Shift leader: Ada Quist\n\nFri 04/12/2026: Ada (early), Dag (late)\nMon 26/10/2026: Piet (early), Nuno (late)\nTue 22/09/2026: Orla (early), Ines (late)\n\nSwap among yourselves, but tell me.\n',
    },
  ]);
  expect(fields).toEqual({ shift_leader: 'Ada Quist' });
  expect(rows[1]).toEqual({ date: '2026-10-26', early: 'Piet', late: 'Nuno' });
});

test('sentences of one make are items, whatever stands in them', async () => {
  const at = (words: string) => `${words}\n`;
  const { rows, suggestion } = await madeOf([
    {
      text: `Plant: Kirkholm\n\n${at('At 14:05 Crane 1 stopped with E12 for 3 minutes.')}${at('At 06:30 Slip winch stopped with E40 for 12 minutes.')}${at('At 22:10 Ice machine stopped with E7 for 180 minutes.')}\nTotal: 195 minutes.\n`,
    },
  ]);
  expect(suggestion.fields.map(({ name }) => name)).toEqual(['plant', 'total']);
  expect(rows.map((row) => Object.values(row))).toEqual([
    ['14:05', 'Crane 1', 'E12', 3],
    ['06:30', 'Slip winch', 'E40', 12],
    ['22:10', 'Ice machine', 'E7', 180],
  ]);
});

test('names with a line of facts below are items, and the labels above them are none', async () => {
  const crew = [
    ['Ada Quist', 'Master', '03.05.1970', 'P1234567'],
    ['Dag Ivarsen', 'Cook', '14.11.1988', 'P7654321'],
    ['Piet Holloway', 'Mate', '01.01.1990', 'P1111111'],
  ];
  const { fields, rows } = await madeOf([
    {
      text: `Vessel: Grey Heron\nVoyage: V36-663\n\n${crew.map(([name, rank, born, pass]) => `${name}\n${rank}, born ${born}, passport ${pass}`).join('\n\n')}\n\nEnd of list\n`,
    },
  ]);
  expect(fields).toEqual({ vessel: 'Grey Heron', voyage: 'V36-663' });
  expect(rows[1]).toEqual({ title: 'Dag Ivarsen', text: 'Cook', born: '1988-11-14', passport: 'P7654321' });
});

test('brackets within a line part three values', async () => {
  const { rows } = await madeOf([
    {
      text: 'Race: Autumn Cup\n\n1. Ada Quist (SC Kirkholm) 12:05\n2. Dag Ivarsen (Tarn Rowers) 12:31\n3. Piet Holloway (Bay Club) 13:02\n\nWell done!\n',
    },
  ]);
  expect(rows[1]).toEqual({ item: 'Dag Ivarsen', text: 'Tarn Rowers', time: '12:31' });
});

test('how many of what, and a sum beside it; labels in cells above are no part of that', async () => {
  const order = (items: readonly string[][], total: string) => ({
    html: `<table><tr><td><b>Bestelnummer</b><br>49166667</td><td><b>Besteldatum</b><br>11-12-2026</td></tr></table><table>${items.map((item) => row(item)).join('')}${row(['<b>Totaal</b>', total])}</table>`,
  });
  const mails = [
    order([['4 × Touw', '€ 89,45'], ['6 × Blok', '€ 9,80'], ['1 × Lier', '€ 24,83']], '€ 124,08'), // biome-ignore format: three items
    order(
      [
        ['3 × Zeildoek', '€ 23,72'],
        ['8 × Touw', '€ 78,70'],
      ],
      '€ 102,42',
    ),
  ];
  for (const shown of [1, 2]) {
    const { fields, rows } = await madeOf(mails, shown);
    expect(fields).toMatchObject({ bestelnummer: 49166667, totaal: { value: 102.42 } });
    expect(rows.map(({ count, title }) => [count, title])).toEqual([[3, 'Zeildoek'], [8, 'Touw']]); // biome-ignore format: pairs
  }
});

test('what was bought and for how much, above what adds it up; the same without a total is a form', async () => {
  const till = (sums: string) => ({
    html: `<h2>The Kiosk</h2><table>${row(['Coffee', '£3.00'])}${row(['Sun hat', '£12.50'])}${row(['Ice', '£2.20'])}${sums}</table>`,
  });
  const { fields, rows } = await madeOf([till(row(['VAT', '£2.95']) + row(['Total', '£17.70']))]);
  expect(rows.map(({ title }) => title)).toEqual(['Coffee', 'Sun hat', 'Ice']);
  expect(fields).toMatchObject({ total: { value: 17.7 } });
  expect((await madeOf([till('')])).fields).toMatchObject({ coffee: { value: 3 }, sun_hat: { value: 12.5 } });
});

test('a sign before a label is no label', async () => {
  const { fields, suggestion } = await madeOf([
    {
      html: `<table>${row(['<img src="https://x.example/a.png" alt="doc">', 'Document', 'Berth contract'])}${row(['<img src="https://x.example/b.png" alt="man">', 'Sent by', 'Ada Quist'])}${row(['<img src="https://x.example/c.png" alt="clock">', 'Expires', '21 October 2026'])}</table>`,
    },
  ]);
  expect(suggestion.columns).toEqual([]);
  expect(fields).toEqual({ document: 'Berth contract', sent_by: 'Ada Quist', expires: '2026-10-21' });
});

test('what is measured stands before a word that one letter is, and units name nothing', async () => {
  const { rows } = await madeOf([
    {
      text: 'Bonjour,\n\n- 8 kg moules à 21,49 € le kg\n- 13,5 kg bar de ligne à 46,39 € le kg\n- 17 kg soles à 47,80 € le kg\n\nMerci\n',
    },
  ]);
  expect(rows[1]).toEqual({ quantity: 13.5, item: 'bar de ligne', amount: { value: 46.39, currency: 'EUR' } });
});

test('degrees are a unit', async () => {
  const { rows } = await madeOf([
    { html: `<table>${row(['Vessel', 'Course'])}${row(['Sea Robin', '213°'])}${row(['Annabel', '9°'])}</table>` },
  ]);
  expect(rows.map(({ course }) => course)).toEqual([213, 9]);
});

test('an order: labels within its cells, sums below, an address of lines under its heading, values in a line of sentences', async () => {
  const order = (number: string, day: string, items: readonly string[][], total: string, address: string) => ({
    html: around(
      `<tr><td><p>Placed on ${day}. Order: ${number}</p><table>${row(['Product', 'Qty', 'Price'], 'th')}${items.map(([article = '', sku = '', qty = '', price = '']) => row([`${article}<br><small>SKU: ${sku}</small>`, qty, price])).join('')}<tr><td colspan="2">Total:</td><td>${total}</td></tr></table><h3>Deliver to</h3><p>${address}</p></td></tr>`,
    ),
  });
  const { fields, rows } = await madeOf(
    [
      order('W472536', '16 October 2026', [['Bow shackle', 'FD-9489', '4', '£15.01'], ['Rope', 'RP-3832', '6', '£21.47']], '£741.73', 'Piet Dunmore<br>93 Mill Lane<br>Vale of Tarn'), // biome-ignore format: two items
      order('W550001', '3 November 2026', [['Oil', 'OL-1', '1', '£9.00'], ['Fender, blue', 'FD-2', '2', '£20.00']], '£49.00', 'Ada Quist<br>4 Quay Street<br>Kirkholm'), // biome-ignore format: two items
    ],
    1,
  );
  expect(fields).toMatchObject({
    order: 'W550001',
    date: '2026-11-03',
    total: { value: 49, currency: 'GBP' },
    deliver_to: 'Ada Quist\n4 Quay Street\nKirkholm',
  });
  expect(rows.map(({ product, sku, qty }) => [product, sku, qty])).toEqual([
    ['Oil', 'OL-1', 1],
    ['Fender, blue', 'FD-2', 2],
  ]);
});

test('what stands on a line of its own in some cells is a column, told by its code or as details; an address stays whole', async () => {
  const order = (...items: string[][]) => ({
    html: `<p>Order</p><table>${items.map((cells) => row(cells)).join('')}</table>`,
  });
  const meals = order(['2x', 'Fish pie<br><i>no peas</i>', '£7.17'], ['3x', 'Mussels', '£10.93']);
  const meal = order(['1x', 'Leek tart', '£4.00'], ['4x', 'Lamb curry<div>mild</div>', '£9.50']);
  expect((await madeOf([meals, meal], 1)).rows.map(({ title, details }) => [title, details])).toEqual([
    ['Leek tart', null],
    ['Lamb curry', 'mild'],
  ]);
  const headed = order(['Product', 'Delivery address', 'Qty', 'Price'], ['Lamp<br>LA-1', 'Ada Quist<br>Kirkholm', '1', '£3'], ['Rope<br>RO-22', 'Piet Holm<br>Marsh End', '2', '£4']); // biome-ignore format: two items
  const { rows } = await madeOf([headed]);
  expect(rows).toMatchObject([
    { product: 'Lamp', code: 'LA-1', delivery_address: 'Ada Quist Kirkholm' },
    { product: 'Rope', code: 'RO-22', delivery_address: 'Piet Holm Marsh End' },
  ]);
});

test('how much of what, figures at the right of their column and units that differ', async () => {
  const list = (...lines: string[]) => ({ text: `Please bring on 4 May 2027:\n\n${lines.join('\n')}\n\nThanks\n` });
  const { rows } = await madeOf(
    [
      list(' 32 kg  Flour', '  8 l   Oil', ' 44 box Milk'.replace('box ', 'box  ')),
      list('  4 l   Vinegar', '112 kg  Salt'),
    ],
    1,
  );
  expect(rows.map((one) => Object.values(one))).toEqual([
    [4, 'l', 'Vinegar'],
    [112, 'kg', 'Salt'],
  ]);
});

test('lines of a cell with labels of their own, whatever they say; titles of one look beside an address', async () => {
  const item = (name: string, code: number, times: number, price: string) =>
    `<tr><td><img src="cid:1" alt=""></td><td><b>${name}</b><br>Article no. ${code}<br>Pieces: ${times}</td><td>${price}</td></tr>`;
  const order = (items: string, street: string, way: string) => ({
    html: around(
      `<tr><td><p>Here is what you have ordered.</p><table>${items}</table><h3>Delivery address</h3><p>Ada Quist<br>${street}<br>Gannet Bay</p><h3>Payment</h3><p>${way}</p></td></tr>`,
    ),
  });
  const { rows, fields } = await madeOf(
    [
      order(item('Lamp', 4711, 1, '£58.00') + item('Rope 10 mm', 8296, 1, '£6.50'), '4 Mill Lane', 'Card'),
      order(item('Chart 12', 5120, 3, '£14.00') + item('Lamp', 4711, 2, '£58.00'), '9 Quay Street', 'Invoice'),
    ],
    1,
  );
  expect(rows.map((row) => Object.values(row))).toEqual([
    ['Chart 12', '5120', 3, { value: 14, currency: 'GBP' }],
    ['Lamp', '4711', 2, { value: 58, currency: 'GBP' }],
  ]);
  expect(fields).toMatchObject({ payment: 'Invoice', delivery_address: 'Ada Quist\n9 Quay Street\nGannet Bay' });
});

test('who, where they are written to, and behind a sign what became of it', async () => {
  const { rows } = await madeOf([
    {
      html: '<p>Who comes:</p><ol><li>Ada Quist &lt;ada@mail.example&gt; ✓ paid</li><li>Piet Holm &lt;piet@mail.example&gt; ✗ not paid</li><li>Ebba Lind &lt;ebba@mail.example&gt; ✓ paid</li></ol>',
    },
  ]);
  expect(rows.map((row) => Object.values(row))).toEqual([
    ['Ada Quist', 'ada@mail.example', 'paid'],
    ['Piet Holm', 'piet@mail.example', 'not paid'],
    ['Ebba Lind', 'ebba@mail.example', 'paid'],
  ]);
});

test('what its last line adds up, whatever that is called; with something taken off it is a form', async () => {
  const bill = (...lines: string[]) => ({
    html: `<p>For you</p><table>${lines.map((line) => row(line.split('|'))).join('')}</table>`,
  });
  const { rows, fields } = await madeOf([bill('3 nights at £78.89|£236.67', 'Cleaning|£37.65', 'You earn|£274.32')]);
  expect(rows).toEqual([
    { title: '3 nights at £78.89', amount: { value: 236.67, currency: 'GBP' } },
    { title: 'Cleaning', amount: { value: 37.65, currency: 'GBP' } },
  ]);
  expect(fields).toEqual({ earn: { value: 274.32, currency: 'GBP' } });
  expect((await madeOf([bill('Sold|£100.00', 'Fees|-£3.00', 'You earn|£97.00')])).rows).toEqual([]);
});

test('lines of one make below several headings are one list, and a number in front is one', async () => {
  const { rows } = await madeOf([
    {
      text: 'New this week\n\nConsole\n  * #2127 Map does not load (Ada Quist)\n  * #68 Mail arrives twice (Dag Holm)\n\nBilling\n  * #6805 Wrong sum on bill (Nuno Marsh)\n\nBye\n',
    },
  ]);
  expect(rows.map((row) => Object.values(row))).toEqual([
    [2127, 'Map does not load', 'Ada Quist'],
    [68, 'Mail arrives twice', 'Dag Holm'],
    [6805, 'Wrong sum on bill', 'Nuno Marsh'],
  ]);
});

test('cards of legs with an arrow between, and a line that stands below them in the same markup', async () => {
  const leg = (flight: string, [from, to]: string[], [leaves, arrives]: string[]) =>
    `<tr><td><p>Flight ${flight}, 4 May 2027</p><table><tr><td><b>${from}</b><br>${leaves}</td><td>→</td><td><b>${to}</b><br>${arrives}</td></tr></table></td></tr>`;
  const { rows } = await madeOf([
    {
      html: `<table>${leg('YS 168', ['MOL', 'GBY'], ['10:20', '13:20'])}${leg('YS 157', ['KHM', 'NEA'], ['16:00', '19:00'])}<tr><td><p>Be at the gate in time.</p></td></tr></table>`,
    },
  ]);
  expect(rows.map((row) => Object.values(row))).toEqual([
    ['YS 168', '2027-05-04', 'MOL', '10:20', 'GBY', '13:20'],
    ['YS 157', '2027-05-04', 'KHM', '16:00', 'NEA', '19:00'],
  ]);
});
