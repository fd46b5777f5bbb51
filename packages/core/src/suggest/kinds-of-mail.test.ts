import { describe, expect, test } from '@jest/globals';
import { guessType } from './guess-type.js';
import { around, type Mail, madeOf, row } from './mail.fixture.js';

const invoice = (number: string, items: readonly [string, number, number][], net: string, total: string) => ({
  html: around(
    `<tr><td><table>${row(['Invoice no.', 'Issued', 'Payable by', 'Total'], 'th')}${row([number, '03/10/2026', '17/10/2026', total])}</table>
     <table>${row(['Description', 'Qty', 'Unit price', 'Amount'], 'th')}${items.map(([item, qty, unit]) => row([item, String(qty), `£${unit}.00`, `£${qty * unit}.00`])).join('')}
     <tr><td colspan="3">Carriage</td><td>£9.00</td></tr><tr><td colspan="3">Net</td><td>${net}</td></tr><tr><td colspan="3"><b>Total</b></td><td>${total}</td></tr></table></td></tr>`,
  ),
});

describe('an invoice', () => {
  const mails = [
    invoice('INV-0001', [['Mooring rope', 2, 30], ['Fender', 1, 12]], '£81.00', '£97.20'), // biome-ignore format: two items
    invoice('INV-0002', [['Deck brush', 3, 5]], '£24.00', '£28.80'),
  ];

  test.each([1, 2])('its row of labels, its items, and no sum among them, from %i of them', async (shown) => {
    const { fields, rows } = await madeOf(mails, shown);
    expect(fields).toMatchObject({
      invoice_no: 'INV-0002',
      issued: '2026-10-03',
      payable_by: '2026-10-17',
      total: { value: 28.8, currency: 'GBP' },
    });
    expect(rows).toEqual([
      {
        description: 'Deck brush',
        qty: 3,
        unit_price: { value: 5, currency: 'GBP' },
        amount: { value: 15, currency: 'GBP' },
      },
    ]);
  });
});

test('a table of one row has items where other messages have more under its headings', async () => {
  const trip = (legs: readonly string[][]) => ({
    html: `<p>Booking reference<br><b>KX${legs.length}DVQ</b></p><p>Traveller<br><b>Ada Holloway</b></p><table>${row(['Ferry', 'Leaves', 'Seat'], 'th')}${legs.map((leg) => row(leg)).join('')}</table>`,
  });
  const { fields, rows } = await madeOf([
    trip([['GB 1', 'Quay', '9C'], ['GB 2', 'Marsh End', '28B']]), // biome-ignore format: two legs
    trip([['GB 3', 'Port Selwyn', '3A']]),
  ]);
  // A seat is no temperature.
  expect(rows).toEqual([{ ferry: 'GB 3', leaves: 'Port Selwyn', seat: '3A' }]);
  expect(fields).toMatchObject({ booking_reference: 'KX1DVQ', traveller: 'Ada Holloway' });
});

const alert = (host: string, value: number) => ({
  subject: `[#40${value}] ${host}`,
  text: `host=${host} metric=disk.used value=${value} limit=80\nowner=ops@x.example\n\nTicket - #40${value}\nAsset - Crane ${value}\nOpened - 3 May 2027\n`,
});

test.each<[string, Mail[], Record<string, unknown>]>([
  [
    'keys and values in one line',
    [alert('db-03.west', 93), alert('web-1', 71)],
    { host: 'web-1', metric: 'disk.used', value: 71, limit: 80, owner: 'ops@x.example' },
  ],
  [
    'a telegram between bars',
    ['NORTH|P10|11.3', 'SOUTH|P11|9.5'].map((line) => ({ text: `TLM|20261015|${line}|END\n` })),
    { quantity: 9.5 },
  ],
  [
    'a form whose value asks something itself',
    ['', 'Is there a waiting list?\n'].map((more) => ({
      text: `Your name\nAda Holloway\n\nWhat is it about?\nMoorings\n\nYour wish\nA berth for two boats.\n${more}We come by sea.\n\n---\nPage: https://x.example/form\n`,
    })),
    {
      name: 'Ada Holloway',
      what_it_about: 'Moorings',
      wish: 'A berth for two boats.\nIs there a waiting list?\nWe come by sea.',
    },
  ],
  [
    'values above a button and a notice to everybody',
    ['KX588', 'KX601'].map((number) => ({
      html: around(
        `<tr><td><h1>On its way!</h1><p>Hello, good news: we have handed your parcel to our driver.</p><p>Tracking number<br><b>${number}</b><br><a href="https://x.example/${number}">Follow it</a></p><p>Weight<br>1.5 kg</p><p>Delivered to<br>Ines Quist<br>4 Mill Lane<br>Oststrand</p></td></tr>`,
      ),
    })),
    { tracking_number: 'KX601', weight: 1.5, delivered_to: 'Ines Quist\n4 Mill Lane\nOststrand' },
  ],
  [
    'a label with a sign of number, a greeting that is none',
    [{ text: 'Buenos días:\n\nCommande n° : 637001\nClient : Ada Quist\nPaiement par : virement\n' }],
    { commande_n: 637001, client: 'Ada Quist', paiement_par: 'virement' },
  ],
  [
    'somebody and their address, dollars of no stated country',
    [{ text: 'Attendee: Ada Quist (ada@mail.example)\nPaid: $26.13\n' }],
    { attendee: 'Ada Quist', email: 'ada@mail.example', paid: { value: 26.13, currency: 'USD' } },
  ],
  [
    'a word and what it names, with nothing between, in several messages',
    ['Paid', 'Overdue', 'Settled'].map((state, i) => ({
      text: `An invoice has changed\n\nStatus ${state}\nDue ${i + 3} May 2027\n`,
    })),
    { status: 'Settled', due: '2027-05-05' },
  ],
])('%s', async (_, mails, fields) => {
  const made = await madeOf(mails);
  expect(made.fields).toMatchObject(fields);
  expect(made.suggestion.fields.map(({ name }) => name)).not.toContain('hello_good_news');
  expect(made.suggestion.fields.map(({ name }) => name)).not.toContain('buenos_dias');
});

test('a number in brackets in the subject', async () => {
  const { fields, suggestion } = await madeOf([alert('db-03.west', 93)]);
  expect(suggestion.source).toContain('[#[[ticket]]]');
  expect(fields).toMatchObject({ ticket: 4093, asset: 'Crane 93', opened: '2027-05-03' });
});

test('what every message says is said to everybody, and an article counts nothing', async () => {
  const { suggestion } = await madeOf(
    ['Tern', 'Auk', 'Gull'].map((vessel) => ({
      text: `es ist eine neue Buchung eingegangen.\n\nVessel: ${vessel}\nSwaps: tell the office by noon.\nSee: https://x.example/help\nPier: North\n`,
    })),
  );
  expect(suggestion.fields.map(({ name }) => name)).toEqual(['vessel', 'pier']);
  expect(suggestion.left_out).toEqual([
    { label: 'Swaps', found: 3, why: 'same' },
    { label: 'See', found: 3, why: 'same' },
  ]);
});

describe('items', () => {
  const home = (title: string, rooms: number, area: number) =>
    `<div class="card"><div><a href="https://x.example/${area}">${title}</a></div><div>${rooms} rooms &middot; ${area} m&sup2;</div><div>€${area * 10} per month</div></div>`;

  test('figures that marks part, and what is measured in squares', async () => {
    const { rows } = await madeOf([
      { html: home('Loft in the mill', 4, 139) + home('Cottage by the lock', 2, 97) + home('Studio', 1, 30) },
    ]);
    expect(rows[1]).toEqual({
      title: 'Cottage by the lock',
      link: 'https://x.example/97',
      rooms: 2,
      quantity: 97,
      amount: { value: 970, currency: 'EUR' },
    });
  });

  test('a labelled line ends where another column of its item begins', async () => {
    const review = (guest: string, month: string, words: string) =>
      `<tr><td><b>${guest}</b><br><span>Stayed in ${month} 2026</span><br>“${words}”</td></tr>`;
    const { rows } = await madeOf([
      {
        html: `<table>${review('Ada H.', 'May', 'Lovely staff.')}${review('Dag Q.', 'June', 'Quiet at night. Again!')}${review('Piet O.', 'May', 'Hard to find.')}</table>`,
      },
    ]);
    expect(rows[1]).toEqual({ title: 'Dag Q.', stayed_in: 'June 2026', text: '“Quiet at night. Again!”' });
  });

  test('lines that begin with a bracket', async () => {
    const { rows } = await madeOf([
      {
        text: 'Nightly jobs\n\n[16:10] reindex: ok in 816 s\n[20:00] rotate-logs: skipped in 660 s\n[17:40] vacuum: ok in 182 s\n\nend\n',
      },
    ]);
    expect(rows.map(({ time }) => time)).toEqual(['16:10', '20:00', '17:40']);
  });

  test('bullets are cut at dashes, words and brackets', async () => {
    const { rows } = await madeOf([
      {
        text: 'Low stock:\n\n• SKU-2012 — Shackle, steel: 5 left (minimum 11)\n• SKU-5831 — Deck brush: 6 left (minimum 19)\n• SKU-7826 — Rope: 1 left (minimum 16)\n',
      },
    ]);
    expect(rows[0]).toEqual({ item: 'SKU-2012', text: 'Shackle, steel', left: 5, minimum: 11 });
  });

  test('a list of labels and values is no list of items, whatever parts them', async () => {
    const { suggestion } = await madeOf([
      { text: 'Booking\n\n- Charter ref – CH-5521\n- Day – 14 June 2025\n- Seats – 33\n- Price – £640.00\n' },
    ]);
    expect(suggestion.columns).toEqual([]);
    expect(suggestion.fields.map(({ name, options }) => [name, options.type])).toEqual([
      ['charter_ref', 'text'],
      ['day', 'date'],
      ['seats', 'integer'],
      ['price', 'amount'],
    ]);
  });

  test('rows of the markup without headings, and a sign that says nothing more', async () => {
    const steps = [['✔', 'check out', 'passed', '0m 53s'], ['✖', 'lint', 'failed', '2m 4s'], ['–', 'pack', 'skipped', '1m 10s']]; // biome-ignore format: a table
    const { rows } = await madeOf([
      { html: `<h1>Build failed</h1><table>${steps.map((step) => row(step)).join('')}</table>` },
    ]);
    expect(rows[1]).toEqual({ title: 'lint', text: 'failed', text_2: '2m 4s' });
  });

  test('what adds them up is a field, above them and below', async () => {
    const lines = [['Date', 'Details', 'Out', 'Balance'], ['', 'Opening balance', '', '£90.00'], ['1 May 2027', 'Dues', '£20.00', '£70.00'], ['3 May 2027', 'Fuel', '£10.00', '£60.00'], ['', 'Closing balance', '', '£60.00']]; // biome-ignore format: a table
    const { fields, rows } = await madeOf([{ html: `<table>${lines.map((line) => row(line)).join('')}</table>` }]);
    expect(fields).toMatchObject({ opening_balance: { value: 90 }, closing_balance: { value: 60 } });
    expect(rows.map(({ details }) => details)).toEqual(['Dues', 'Fuel']);
  });

  test('an arrow, and a figure in brackets before the word it counts', async () => {
    const { rows } = await madeOf([
      {
        text: 'Bonjour,\n\n15h30 Kirkholm → Little Thornby (37 colis)\n14h40 Oststrand → Marsh End (31 colis)\n08h45 Nether Aldwick → Kirkholm (8 colis)\n\nBonne route !\n',
      },
    ]);
    expect(rows[2]).toEqual({ time: '08:45', item: 'Nether Aldwick', text: 'Kirkholm', colis: 8 });
  });

  test('blocks with labels, and none of them what stands above', async () => {
    const ticket = (number: number, holder: string, place: string) =>
      `--- Ticket ${number} of 3 ---\nHolder: ${holder}\n${place}\nCode: X${number}Y\n`;
    const { rows } = await madeOf([
      {
        text: `Thanks for booking The Tempest!\nBooking no. 838890\n\n${ticket(1, 'Dag Quist', 'Row B, seat 39')}\n${ticket(2, 'Ada Holloway', 'Row E, seat 6')}\n${ticket(3, 'Piet Ivarsen', 'Row A, seat 12')}\nShow the codes at the door.\n`,
      },
    ]);
    expect(rows.map(({ holder, code }) => [holder, code])).toEqual([
      ['Dag Quist', 'X1Y'],
      ['Ada Holloway', 'X2Y'],
      ['Piet Ivarsen', 'X3Y'],
    ]);
  });

  test('a cell that lies over several rows is that of each', async () => {
    const { rows } = await madeOf([
      {
        html: `<table>${row(['Day', 'Shift', 'Who'], 'th')}<tr><td rowspan="2">3/11/2026</td><td>early</td><td>Ada</td></tr>${row(['late', 'Dag'])}${row(['4/11/2026', 'late', 'Ines'])}</table>`,
      },
    ]);
    expect(rows.map(({ day, who }) => [day, who])).toEqual([
      ['2026-11-03', 'Ada'],
      ['2026-11-03', 'Dag'],
      ['2026-11-04', 'Ines'],
    ]);
  });

  test('headings in two rows, the upper ones over several columns', async () => {
    const { rows } = await madeOf([
      {
        html: `<table><tr><th></th><th colspan="2">Morning</th><th colspan="2">Evening</th></tr>${row(['Port', 'Low', 'High', 'Low', 'High'], 'th')}${row(['Kirkholm', '06:10', '12:20', '18:30', '23:40'])}${row(['Marsh End', '05:10', '11:20', '17:30', '22:40'])}</table>`,
      },
    ]);
    expect(rows[1]).toEqual({
      port: 'Marsh End',
      morning_low: '05:10',
      morning_high: '11:20',
      evening_low: '17:30',
      evening_high: '22:40',
    });
  });

  test('a name at the left of its line and a price at the right, and the sums below', async () => {
    const line = (left: string, right: string) =>
      `<div><span>${left}</span><span style="float:right">${right}</span></div>`;
    const { fields, rows } = await madeOf([
      {
        html: `<p>Thanks!</p><div class="items">${line('Rope', '£4.00')}${line('Shackle', '£6.50')}${line('Oil', '£9.10')}</div><div class="sums">${line('Shipping', '£3.00')}${line('Total', '£22.60')}</div>`,
      },
    ]);
    expect(rows.map(({ item }) => item)).toEqual(['Rope', 'Shackle', 'Oil']);
    expect(fields).toMatchObject({ total: { value: 22.6 } });
  });

  test('what stands in brackets behind them', async () => {
    const { rows } = await madeOf([
      {
        html: '<p>Your day</p><ul><li><b>09:30</b> Ada Quist – survey (A 4)</li><li><b>11:00</b> Dag Ivarsen – rigging check (B 2)</li><li><b>14:10</b> Piet Holloway – survey (A 7)</li></ul>',
      },
    ]);
    expect(rows[1]).toEqual({ time: '11:00', item: 'Dag Ivarsen', text: 'rigging check', text_2: 'B 2' });
  });
});

describe('what only the markup tells', () => {
  test('labels that nothing but their dress keeps apart from their values', async () => {
    const pair = (label: string, value: string) =>
      `<div><span style="display:inline-block;color:#777">${label}</span><span>${value}</span></div>`;
    const { fields } = await madeOf([
      {
        html: `<p>Somebody wants to see it.</p>${pair('Object no.', 'OB-6994')}${pair('Name', 'Ada Kilbride')}${pair('Persons', '2')}<p>Answer soon.</p>`,
      },
    ]);
    expect(fields).toEqual({ object_no: 'OB-6994', name: 'Ada Kilbride', persons: 2 });
  });

  test('a bold figure in a sentence is a value, if a word names it', async () => {
    const { fields } = await madeOf([
      {
        html: '<p>Here is the week on your account <b>…3532</b>. Please <b>do not</b> reply.</p><p>Please tell the driver this PIN: <span>4711</span></p>',
      },
    ]);
    expect(fields).toEqual({ account: '…3532', pin: 4711 });
  });

  test('two blocks of lines, side by side, each under what it is', async () => {
    const block = (title: string, ...lines: string[]) => `<td><b>${title}</b><br>${lines.join('<br>')}</td>`;
    const { fields } = await madeOf([
      {
        html: `<table><tr>${block('Billing address', 'Ada Holloway', '2 Mill Lane', 'Oststrand')}${block('Delivery address', 'Dag Quist', '9 Old Wharf', 'Kirkholm')}</tr></table>`,
      },
    ]);
    expect(fields).toEqual({
      billing_address: 'Ada Holloway\n2 Mill Lane\nOststrand',
      delivery_address: 'Dag Quist\n9 Old Wharf\nKirkholm',
    });
  });

  test('questions are labels of what is answered below, and of a rating only the figure is a value', async () => {
    const asked = (question: string, answer: string) => `<div><div><b>${question}</b></div><div>${answer}</div></div>`;
    const { fields } = await madeOf([
      {
        html: `<p>A customer has answered.</p>${asked('How satisfied are you?', '3 / 5')}${asked('Is it solved?', 'In part')}${asked('Anything else?', 'It is loud.')}`,
      },
    ]);
    expect(fields).toEqual({ how_satisfied: 3, it_solved: 'In part', anything_else: 'It is loud.' });
  });

  test('figures above what they are', async () => {
    const tile = (figure: string, caption: string) => `<td><div><b>${figure}</b></div><div>${caption}</div></td>`;
    const week = (number: number, visits: string, orders: string) => ({
      html: `<h2>Your shop in week ${number}</h2><table><tr>${tile(visits, 'Visits')}${tile(orders, 'Orders')}</tr></table>`,
    });
    const { fields } = await madeOf([week(19, '1,148', '709'), week(20, '2,003', '81')], 1);
    expect(fields).toEqual({ week: 20, visits: 2003, orders: 81 });
  });

  test('labels in rows of their own, each above the row of its value, with nothing but bold letters to tell', async () => {
    const pair = (label: string, value: string) =>
      `<tr bgcolor="#eee"><td colspan="2"><font size="2"><strong>${label}</strong></font></td></tr><tr><td>&nbsp;</td><td><font size="2">${value}</font></td></tr>`;
    const { fields } = await madeOf([
      {
        html: `<table><tr><td><table>${pair('Your name', 'Piet Lindqvist')}${pair('Day', '2 May 2027')}${pair('How many are you?', '4')}${pair('Anything else', 'Window table.')}</table></td></tr></table>`,
      },
    ]);
    expect(fields).toEqual({ name: 'Piet Lindqvist', day: '2027-05-02', how_many: 4, anything_else: 'Window table.' });
  });

  test('titles of paragraphs that are bold name nothing: what stands below is of one kind', async () => {
    const part = (title: string, words: string) => `<p><b>${title}</b><br>${words}</p>`;
    const { suggestion } = await madeOf([
      {
        html: `<p>Booking: B-4711</p>${part('Parking', 'There is none.')}${part('Dogs', 'They are welcome.')}${part('Breakfast', 'It is served till ten.')}`,
      },
    ]);
    const names = suggestion.fields.map(({ name }) => name);
    for (const title of ['parking', 'dogs', 'breakfast']) expect(names).not.toContain(title);
  });
});

describe('values in lines of text', () => {
  test('when something begins and when it ends', async () => {
    const { fields } = await madeOf([
      { text: 'Title: Safety round\nWhen: Monday 12 October 2026 16:00 – 17:30\nWhere: Pier 4\n' },
    ]);
    expect(fields).toEqual({
      title: 'Safety round',
      when: '2026-10-12T16:00:00',
      when_end: '17:30',
      where: 'Pier 4',
    });
  });

  test('a dash below a label in capitals', async () => {
    const { fields } = await madeOf([{ text: 'PRATICA\n- 164/7475\nCOLLI\n- 8\nPESO TOTALE\n- 24 kg\n' }]);
    expect(fields).toEqual({ pratica: '164/7475', colli: 8, peso_totale: 24 });
  });

  test('stars around a label that stands alone, and a question in what somebody wrote below', async () => {
    const { fields } = await madeOf([
      {
        text: '*Name:* Ada Quist\n*Boats:* 2\n*Message:*\nThe crane has to go.\nWhen could you come?\nSoon, please.\n',
      },
    ]);
    expect(fields).toEqual({
      name: 'Ada Quist',
      boats: 2,
      message_text: 'The crane has to go.\nWhen could you come?\nSoon, please.',
    });
  });

  test('two times of one sentence, though their minutes are the same', async () => {
    const mails = [['12:15', '14:15'], ['17:15', '19:15'], ['09:15', '11:15']].map(([from, to]) => ({ text: `Our van comes between ${from} and ${to}.\n` })); // biome-ignore format: times
    const { fields } = await madeOf(mails);
    expect(Object.values(fields)).toEqual(['09:15', '11:15']);
  });

  test('names and figures of this one case beside a value are words to ignore', async () => {
    const paid = (from: string, ending: string, day: string) =>
      `A payment of £20.00 from ${from} was credited to your account ending in ${ending} on ${day}.\n`;
    const { fields } = await madeOf(
      [
        { text: paid('Port Selwyn Ferries', '7062', '9 May 2027') },
        { text: paid('Tarn Salvage', '11', '3 June 2027') },
      ],
      1,
    );
    expect(fields).toMatchObject({ amount: { value: 20 }, date: '2027-06-03' });
  });

  test('how long something takes is no time of day', async () => {
    const { fields } = await madeOf([{ text: 'Boat: Tern\nDuration: 2 h\nOpens: 14h\n' }]);
    expect(fields).toMatchObject({ duration: 2, opens: '14:00' });
  });

  test('keys and values as a program writes them', async () => {
    const { fields } = await madeOf([
      { text: '{\n  "id": 96041,\n  "device": "buoy-21",\n  "at": "2026-11-03T09:10:00Z",\n  "on_mains": true\n}\n' },
    ]);
    expect(fields).toMatchObject({ id: '96041', device: 'buoy-21', on_mains: true });
  });

  test('a sentence behind a label that has several values is none itself', async () => {
    const { fields } = await madeOf([
      {
        text: 'New reservation: table for 4 on Tuesday, 15 September 2026 at 15:00.\nName: Quist | Phone: +44 20 4159 3208\n',
      },
    ]);
    expect(fields).toEqual({ date: '2026-09-15', time: '15:00', name: 'Quist', phone: '+442041593208' });
  });

  test('two values that one word would name: the second by the small word before it', async () => {
    const { fields } = await madeOf(
      [['W1', 'Ada Quist'], ['W2', 'Dag Ivarsen'], ['W3', 'Piet Holloway']].map(([order, name]) => ({ text: `Order ${order} from ${name} has come in.\n` })), // biome-ignore format: pairs
    );
    expect(fields).toEqual({ order: 'W3', from: 'Piet Holloway' });
  });

  test('somebody with a number in brackets', async () => {
    const { fields } = await madeOf([{ text: 'Employee: Ada Quist (E4711)\nMonth: May\n' }]);
    expect(fields).toMatchObject({ employee: 'Ada Quist', employee_no: 'E4711' });
  });

  test('a value with a line to itself, where its messages differ in it alone', async () => {
    const { fields } = await madeOf(
      ['£26.00', '£31.50', '£8.20'].map((net) => ({ text: `Your pay is ready.\n\n${net}\n\nIt comes on Friday.\n` })),
    );
    expect(fields).toEqual({ amount: { value: 8.2, currency: 'GBP' } });
  });

  test.each([
    ['28/10/2026', '3/4/2026', { type: 'date', order: 'dmy' }],
    ['10/28/2026', '3/4/2026', { type: 'date', order: 'mdy' }],
    ['4/3/2026', '3/4/2026', { type: 'text' }],
  ])('where no locale tells the order of figures, days past the twelfth do: %s and %s', (one, other, options) => {
    const context = { language: 'en', region: null, reference: '2026-11-03', zone: null };
    expect(guessType('Due', [one, other], context)).toEqual(options);
  });

  test.each([
    ['Telefoonnummer', 'phone'],
    ['Telemóvel', 'phone'],
    ['Mobiltelefon', 'phone'],
    ['Tel.', 'phone'],
    ['Bestelnummer', 'text'],
  ])('many figures behind a zero, under “%s”, are a %s', (label, type) => {
    const context = { language: 'en', region: 'GB', reference: '2026-11-03', zone: null };
    expect(guessType(label, ['02079460958'], context).type).toBe(type);
  });

  test('a figure with a letter is a number of a unit only where several have the same', () => {
    const context = { language: 'en', region: 'GB', reference: '2026-11-03', zone: null };
    expect(guessType('Seat', ['9C'], context)).toEqual({ type: 'text' });
    expect(guessType('Seat', ['9C', '28B'], context)).toEqual({ type: 'text' });
    expect(guessType('Power', ['9W', '28W'], context)).toEqual({ type: 'number', unit: 'W' });
  });

  test('more figures than a quantity has are a code, and figures of several things no number', () => {
    const context = { language: 'en', region: 'GB', reference: '2026-11-03', zone: null };
    expect(guessType('Parcel', ['00345966041371753478'], context)).toEqual({ type: 'text' });
    expect(guessType('Depth', ['045'], context)).toEqual({ type: 'number' });
    expect(guessType('Value', ['43 s', '438 MB'], context)).toEqual({ type: 'text' });
    expect(guessType('Value', ['43 s', '54 s'], context)).toEqual({ type: 'number', unit: 's' });
  });
});
