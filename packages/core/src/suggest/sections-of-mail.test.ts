import { describe, expect, test } from '@jest/globals';
import { around, type Mail, madeOf, row } from './mail.fixture.js';

const leg = (title: string, [date, time, ship]: readonly string[]) =>
  `<h3>${title}</h3><table>${row(['Date', date ?? ''])}${row(['Leaves', time ?? ''])}${row(['Ship', ship ?? ''])}</table>`;
const trip = (booking: string, out: string, home: string): Mail => ({
  html: around(`<tr><td><p>Booking: <b>${booking}</b></p>${out}${home}<p>Total: £120.00</p></td></tr>`),
});

describe('labels that stand in several sections', () => {
  const first = trip(
    'F100',
    leg('Outbound', ['3 May 2027', '08:10', 'Tern']),
    leg('Return', ['9 May 2027', '17:45', 'Gannet']),
  );
  const second = trip(
    'F200',
    leg('Outbound', ['1 June 2027', '06:30', 'Fulmar']),
    leg('Return', ['2 June 2027', '21:00', 'Tern']),
  );
  const oneWay = trip('F300', leg('Outbound', ['7 July 2027', '09:00', 'Petrel']), '');

  test('are named by these as well, where their titles say that they are parts of one thing', async () => {
    const { fields, suggestion } = await madeOf([first, second], 1);
    expect(fields).toEqual({
      booking: 'F200',
      outbound_date: '2027-06-01',
      outbound_leaves: '06:30',
      outbound_ship: 'Fulmar',
      return_date: '2027-06-02',
      return_leaves: '21:00',
      return_ship: 'Tern',
      total: { value: 120, currency: 'GBP' },
    });
    expect(suggestion.columns).toEqual([]);
  });

  test('also in a message that has but one of them', async () => {
    const { fields } = await madeOf([first, second, oneWay]);
    expect(fields).toMatchObject({ outbound_date: '2027-07-07', outbound_ship: 'Petrel', return_date: null });
  });

  test('also where the fullest message has but the other', async () => {
    const out = trip(
      'F1',
      `${leg('Outbound', ['3 May 2027', '08:10', 'Tern'])}<p>Cabin: 12</p><p>Car: AB12 CDE</p>`,
      '',
    );
    const home = (day: string) => trip('F2', '', leg('Return', [day, '17:45', 'Gannet']));
    const both = trip('F3', '<p>Outbound</p><p>Date: 1 June 2027</p>', '<p>Return</p><p>Date: 2 June 2027</p>');
    const { fields } = await madeOf([out, home('9 May 2027'), both, home('8 July 2027')]);
    expect(fields).toMatchObject({ outbound_date: null, return_date: '2027-07-08' });
  });

  test('by whatever titles, where all messages have the same', async () => {
    const gauges = (upper: number, lower: number): Mail => ({
      html: `<div>${[['Mill pond', upper] as const, ['Old lock', lower] as const].map(([title, level]) => `<h3>${title}</h3><p>Level: ${level} cm</p><p>Trend: ${level > 50 ? 'rising' : 'falling'}</p>`).join('')}</div>`,
    });
    const { fields } = await madeOf([gauges(40, 71), gauges(44, 80), gauges(61, 12)]);
    expect(fields).toEqual({
      mill_pond_level: 61,
      mill_pond_trend: 'rising',
      old_lock_level: 12,
      old_lock_trend: 'falling',
    });
  });

  test('and what stands below whoever sends and receives is one value each', async () => {
    const sent = (from: string, to: string): Mail => ({
      html: `<table><tr><td><b>Sender</b><br>${from}</td><td><b>Receiver</b><br>${to}</td></tr></table><p>Weight: 4 kg</p>`,
    });
    const { fields } = await madeOf(
      [
        sent('Ada Quist<br>6 Mill Lane<br>Oststrand', 'Piet Holm<br>9 Quay Street<br>Kirkholm'),
        sent('Orla Dunmore<br>1 Old Wharf<br>Marsh End', 'Nuno Reis<br>77 Mill Lane<br>Oststrand'),
      ],
      1,
    );
    expect(fields).toEqual({
      sender: 'Orla Dunmore\n1 Old Wharf\nMarsh End',
      receiver: 'Nuno Reis\n77 Mill Lane\nOststrand',
      weight: 4,
    });
  });

  test('but attendees with a number each are rows', async () => {
    const list = (...names: string[]): Mail => ({
      text: `Booking: T1\n\n${names.map((name, i) => `Attendee ${i + 1}\n  Name: ${name}\n  Ticket: Member`).join('\n\n')}\n`,
    });
    const { rows } = await madeOf([list('Ada Quist', 'Piet Holm'), list('Orla Reis', 'Nuno Dunmore')], 1);
    expect(rows).toHaveLength(2);
  });
});

const ordered = (customer: string, phone: string, place: string): Mail => ({
  html: `<p>Ready by <b>09:40</b></p><p><b>Customer</b><br>${customer}<br>${phone}<br>${place}</p>`,
});
const closed = (takings: string, receipts: string, change: string): Mail => ({
  text: `Branch: Harbour shop\n\nTakings gross          ${takings}   (${change})\nReceipts                    ${receipts}   (-21.0 %)\nReturns                 £84.04   (+3.7 %)\n\n(in brackets: against the week before)\n`,
});
const written = (message: string): Mail => ({
  text: `From: Ada Quist\nTopic: Moorings\n\nMessage:\n${message}\n\n---\n\nDate: 3 May 2027\nTime: 10:15\n`,
});
const moved = (who: string, was: string, is: string): Mail => ({
  html: `<p><b>${who}</b> moved your case</p><table>${row(['Status', was, is])}</table>`,
});
const opened = (gate: string, code: string, from: string, until: string): Mail => ({
  html: `<p>This code opens the <b>${gate}</b>:</p><div style="font-size:32px">${code}</div><p>It works from ${from} until ${until}.</p>`,
});

test.each<[string, Mail[], Record<string, unknown>]>([
  [
    'who it is, and how to reach them, one below the other',
    [
      ordered('Björn Holm', '020 9532 1766', '34 Station Approach, Oststrand'),
      ordered('Chloé Quist', '020 4404 1200', '9 Mill Lane, Kirkholm'),
    ],
    { customer: 'Chloé Quist', address: '9 Mill Lane, Kirkholm' },
  ],
  [
    'aligned values with what is remarked in brackets behind them, and no remark in brackets from end to end',
    [closed('£4,815.80', '152', '+20.5 %'), closed('£912.00', '33', '-1.5 %')],
    { branch: 'Harbour shop', takings_gross: { value: 912, currency: 'GBP' }, receipts: 33, returns: { value: 84.04, currency: 'GBP' } }, // biome-ignore format: one line
  ],
  [
    'what somebody wrote in several paragraphs, above a ruling',
    [written('Is a berth free?'), written('Hello,\n\nwhat does a week cost in May?\n\nThanks')],
    { message_text: 'Hello,\n\nwhat does a week cost in May?\n\nThanks', topic: 'Moorings', time: '10:15' },
  ],
  [
    'what a state was and is, in the cells of one row, and who says so',
    [moved('Dag Holm', 'In work', 'Closed'), moved('Elif Reis', 'Open', 'In work')],
    { name: 'Elif Reis', status_before: 'Open', status: 'In work' },
  ],
  [
    'a code in large letters, and from when to when it holds',
    [
      opened('North gate', '4965#', '3 May 2027, 06:15', '9 May 2027, 16:00'),
      opened('Slipway', '1177#', '4 June 2027, 07:00', '5 June 2027, 10:30'),
    ],
    { code: '1177#', datetime: '2027-06-04T07:00:00', datetime_2: '2027-06-05T10:30:00' },
  ],
  [
    'questions with their answers behind them, one below the other',
    [
      { text: '¿Cómo se llama? Nuno Quist\n¿Dónde vive? Old Wharf, 13\n¿Tiene perro? Sí\n' },
      { text: '¿Cómo se llama? Ada Reis\n¿Dónde vive? Mill Lane, 7\n¿Tiene perro? No\n' },
    ],
    { como_se_llama: 'Ada Reis', donde_vive: 'Mill Lane, 7', tiene_perro: false },
  ],
  [
    'whom a letter greets, though his name is that of the day elsewhere, and somebody with a title',
    [
      { text: 'Beste Dag Holm,\n\nOp 3 november 2026 om 07:45 uur heeft u een afspraak bij dr. Jansen-Wolf.\n' },
      { text: 'Beste Ada Reis,\n\nOp 4 november 2026 om 09:10 uur heeft u een afspraak bij drs. Quist.\n' },
    ],
    { addressee: 'Ada Reis', name: 'drs. Quist' },
  ],
])('from one message: %s', async (_, mails, fields) => {
  expect((await madeOf(mails, 1)).fields).toMatchObject(fields);
});

test('what is not found at all in most messages that have it is no field', async () => {
  // Nothing but the host’s own name stands above the figure.
  const mails = ['web1', 'db2', 'mail7'].map((host, i) => ({
    text: `Report of the night\n\n${host}.gannetbay.example\n+44 20 1404 772${i}\n\nJobs: ${i + 2}\nErrors: 0\n`,
  }));
  const { fields, suggestion } = await madeOf(mails);
  expect(fields.jobs).toBe(4);
  for (const { name } of suggestion.fields) expect([name, fields[name] ?? null]).not.toEqual([name, null]);
});

test('blanks without end within a value are looked at once', async () => {
  const { fields } = await madeOf([{ text: `Total: £5.00${' '.repeat(100_000)}x\nName: Ada Quist\nPier: North\n` }]);
  expect(fields).toMatchObject({ name: 'Ada Quist', pier: 'North' });
});
