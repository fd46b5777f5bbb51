import { describe, expect, test } from '@jest/globals';
import { around, madeOf, row } from './mail.fixture.js';

describe('values of letters and forms', () => {
  test('what is quoted, and who wrote what stands below', async () => {
    const { fields, suggestion } = await madeOf([
      {
        text: 'Ticket GB-3861 went from "waiting" to "in work".\nDue: 7 September 2026\n\nGreta Cardoso wrote:\n\nThe pump is out.\n',
      },
    ]);
    expect(fields).toEqual({
      ticket: 'GB-3861',
      from: 'waiting',
      to: 'in work',
      due: '2026-09-07',
      author: 'Greta Cardoso',
    });
    expect(suggestion.fields.map(({ name }) => name)).not.toContain('greta_cardoso_wrote');
  });

  test('a number that a word says to be one, and none that a verb follows', async () => {
    const { fields } = await madeOf([
      {
        text: 'Ihre Sendung mit der Nummer 566945951003 wird am 2. Dezember 2026 zwischen 11:00 und 13:00 Uhr zugestellt.\n',
      },
    ]);
    expect(fields).toEqual({ nummer: '566945951003', date: '2026-12-02', zwischen: '11:00', time: '13:00' });
  });

  test('a day and what is said of it, a question with its answer beside it', async () => {
    const { fields } = await madeOf([
      { text: '* Name: Ada Quist\n* Arrival: 2026-10-14 from 3 pm\n* Own boat? yes\n' },
    ]);
    expect(fields).toEqual({ name: 'Ada Quist', arrival: '2026-10-14', own_boat: true });
  });

  test('a passage quoted below a label, and names that have a word in common', async () => {
    const asked = (who: string, where: string, words: string) => ({
      text: `Hello,\n\n${who} would like to know more about ${where}.\n\nTheir message:\n\n> ${words}\n\nAnswer within a day.\n`,
    });
    const { fields } = await madeOf([
      asked('Ada Quist', '26 Mill Road, Gannet Bay', 'Is it still free?'),
      asked('Dag Ivarsen', '4 Harbour Road, Kirkholm', 'We move in spring.'),
      asked('Piet Holloway', '91 Quay Road, Port Selwyn', 'Could I see it on Saturday?'),
    ]);
    expect(fields).toEqual({
      name: 'Piet Holloway',
      about: '91 Quay Road, Port Selwyn',
      their_message: 'Could I see it on Saturday?',
    });
  });

  test('about how many, and a sum with what is said of its tax', async () => {
    const { fields } = await madeOf([
      { text: 'Hall: Old Shed\nGuests: about 120\nHire: £450 incl. VAT\n' },
      { text: 'Hall: Sail Loft\nGuests: about 45\nHire: £90 incl. VAT\n' },
    ]);
    expect(fields).toEqual({ hall: 'Sail Loft', guests: 45, hire: { value: 90, currency: 'GBP' } });
  });

  test('sentences are one where all but names and figures is the same', async () => {
    const offer = (from: string, to: string, weight: string, rate: string) => ({
      text: `Good morning,\n\n${from} to ${to}, ${weight} t, loading on board: EUR ${rate} all in.\n\nValid for three days.\n`,
    });
    const { fields } = await madeOf([
      offer('Gannet Bay', 'Oststrand', '4.5', '1,200.00'),
      offer('Kirkholm', 'Vale of Tarn', '12', '840.00'),
      offer('Marsh End', 'Port Selwyn', '7.1', '2,015.00'),
    ]);
    expect(Object.values(fields)).toEqual(expect.arrayContaining(['Marsh End', 'Port Selwyn', 7.1]));
  });

  test('labels whose values begin in one column, though the longest has but a blank behind it', async () => {
    const { fields } = await madeOf([{ text: 'Boat   Grey Heron\nLanded 03/11/2026\nBy     Ada Quist\n' }]);
    expect(fields).toEqual({ boat: 'Grey Heron', landed: '2026-11-03', by: 'Ada Quist' });
    expect((await madeOf([{ text: 'Boat   Grey Heron\nLanded 03/11/2026\n' }])).fields).toEqual({
      boat: 'Grey Heron',
      landed: '2026-11-03',
    });
  });

  test('a label before a semicolon, and a minus that is the value’s', async () => {
    const { fields } = await madeOf([
      { text: 'Tank;T38\nTemperature (°C);-4.5\nMeasured;2026-11-03 07:15\nState;low\n' },
    ]);
    expect(fields).toEqual({ tank: 'T38', temperature_c: -4.5, measured: '2026-11-03T07:15:00', state: 'low' });
  });

  test('what is measured per something, a time in Dutch, and figures that are kept back', async () => {
    const made = await madeOf([
      { text: 'Salt: 33.1 g/l\nTijd: 07:15 uur\nAccount: **** 5025\nVisits: 4\n' },
      { text: 'Salt: 8 g/l\nTijd: 17:40 uur\nAccount: **** 0417\nVisits: 12\n' },
    ]);
    expect(made.fields).toEqual({ salt: 8, tijd: '17:40', account: '**** 0417', visits: 12 });
    expect(made.suggestion.source).toContain('unit: g/l');
  });

  test('codes that begin with figures, and two sentences that name their values alike', async () => {
    const list = (number: string, day: string, old: string) => ({
      text: `Dear customer,\n\nour price list ${number} is valid from ${day}. It supersedes list ${old}.\n\nBye\n`,
    });
    const one = await madeOf([list('82-B', '18 September 2026', '45-A'), list('11-C', '4 May 2027', '82-B')], 1);
    expect(Object.values(one.fields)).toEqual(expect.arrayContaining(['11-C', '2027-05-04', '82-B']));
    const words = (list: string, of: string) => ({
      text: `Hello,\n\nour price list ${list} is valid now. It supersedes list ${of}.\n\nBye\n`,
    });
    const { fields } = await madeOf([words('Gull', 'Tern'), words('Auk', 'Knot'), words('Teal', 'Gull')]);
    expect(fields).toEqual({ list: 'Teal', supersedes: 'Gull' });
  });

  test('a question with its answer beside it, a value in quotes, a time with a zone in brackets, a label in front of a number', async () => {
    const { fields } = await madeOf([
      {
        text: 'Name: Ada Quist\nHow did you hear of us? A friend\nEnds: 17:30 (London)\nNote: "Too few can come."\n2nd driver: Dag Holm\n',
      },
    ]);
    expect(fields).toEqual({
      name: 'Ada Quist',
      how_did_hear: 'A friend',
      ends: '17:30',
      note: 'Too few can come.',
      driver_2nd: 'Dag Holm',
    });
  });

  test('facts in one line, kept apart by marks, below a title that the subject tells', async () => {
    const tickets = (event: string, day: string, doors: string, place: string, total: string) => ({
      subject: `Your tickets for ${event}`,
      html: around(
        `<tr><td><h1>${event}</h1><p>${day} · Doors ${doors} · ${place}</p><table><tr><th>Ticket</th><th>Price</th><th>Number</th></tr>${row(['Standing', total, '1'])}${row(['Seated', '£2.00', '2'])}</table></td></tr>`,
      ),
    });
    const all = [
      tickets('The Tide Band', 'Fri 4 December 2026', '19:00', 'Pier Hall', '£20.00'),
      tickets('Night of the Lamps', 'Sat 5 December 2026', '20:15', 'Old Boathouse', '£41.50'),
      tickets('Songs of the Bay', 'Sun 13 December 2026', '18:30', 'Pier Hall', '£8.00'),
    ];
    for (const shown of [1, 3])
      expect((await madeOf(all, shown)).fields).toEqual({
        title: 'Songs of the Bay',
        date: '2026-12-13',
        doors: '18:30',
      });
  });

  test('from one day to another, who called and from where, a page of a website', async () => {
    const form = (from: string, to: string, who: string, phone: string, page: string) => ({
      text: `Period: from ${from} to ${to}\nCaller: ${who} (${phone})\n\nSent from https://www.x.example/${page}\n`,
    });
    const all = [
      form('1/5/2027', '3/6/2027', 'Ada Quist', '+44 20 7946 0011', 'hall'),
      form('4/5/2027', '9/6/2027', 'Dag Holm', '+44 20 7946 0112', 'pier'),
      form('2/5/2027', '8/7/2027', 'Nuno Marsh', '+44 20 7946 0213', 'berths'),
    ];
    const { fields } = await madeOf(all);
    expect(fields).toEqual({
      period_from: '2027-05-02',
      period_to: '2027-07-08',
      caller: 'Nuno Marsh',
      phone: '+442079460213',
      sent: 'https://www.x.example/berths',
    });
  });

  test('a cell beside its label goes on over as many paragraphs, its lines as they are', async () => {
    const form = (words: string) => ({
      html: `<table>${row(['<b>Your name</b>', 'Ada Quist'])}${row(['<b>Topic</b>', 'Moorings'])}${row(['<b>Your question</b>', words])}</table><p>Sent by our form.</p>`,
    });
    const { fields } = await madeOf(
      [form('We come in June.<br><br>Is there a crane?'), form('How much is a week?<br>And a month?')],
      1,
    );
    expect(fields).toEqual({
      name: 'Ada Quist',
      topic: 'Moorings',
      question: 'How much is a week?\nAnd a month?',
    });
  });

  test('labels of one look name also what stands below one of them alone', async () => {
    const cell = (label: string, value: string) => `<td><div style="color:#999">${label}</div><div>${value}</div></td>`;
    const request = (who: string, words: string) => ({
      html: around(
        `<tr><td><table><tr>${cell('Name', who)}${cell('Persons', '3')}</tr><tr>${cell('Moves in', '4 May 2027')}${cell('Pets', 'two dogs')}</tr></table><div style="color:#999">Message</div><p>${words}</p><a href="https://x.example/a">Answer</a></td></tr>`,
      ),
    });
    const { fields } = await madeOf([request('Ada Quist', 'I can come.'), request('Dag Holm', 'We work here.')], 1);
    expect(fields).toEqual({
      name: 'Dag Holm',
      persons: 3,
      moves_in: '2027-05-04',
      pets: 'two dogs',
      message_text: 'We work here.',
    });
  });

  test('letters are of one kind though some lack the one label that others have', async () => {
    const gauge = (name: string, level: string, trend: string, warning: string) => ({
      text: `Gauge ${name}\n\nThe level is ${level} m, measured on 4 May 2027.\nThe trend is ${trend}.\n${warning}\nNext reading in one hour.\n`,
    });
    const { fields, suggestion } = await madeOf([
      gauge('Weir', '2.28', 'rising', '\nWarning: Be prepared\n'),
      gauge('Old Lock', '1.20', 'falling', ''),
      gauge('Mill', '0.95', 'steady', '\nWarning: Take care\n'),
      gauge('Ford', '3.10', 'falling', ''),
    ]);
    expect(fields).toMatchObject({ gauge: 'Ford', trend: 'falling', length: 3.1 });
    expect(suggestion.source.match(/name: layout/g)).toHaveLength(1);
  });

  test('a month, whom two words greet, and a plate that is no number with a unit', async () => {
    const pay = (month: string, plate: string) => ({
      text: `Guten Tag Ada Quist,\n\nhere is your pay for ${month}.\n\nPlate: ${plate}\nLength: 4 cm\n`,
    });
    const { fields } = await madeOf([pay('October 2026', '1234 BCD'), pay('May 2027', '7301 FGH')], 1);
    expect(fields).toEqual({ addressee: 'Ada Quist', month: 'May 2027', plate: '7301 FGH', length: 4 });
    const three = ['June 2027', 'May 2027', 'July 2027'].map((month) => ({ text: `Hello,\n\nour list for ${month} is here now.\n` })); // biome-ignore format: one line
    expect((await madeOf(three)).fields).toEqual({ month: 'July 2027' });
  });

  test('what a label has as its value is no label, and no field once more where a sentence says it', async () => {
    const disk = (state: string, host: string, folder: string, full: number) => ({
      subject: `${state}: ${host}`,
      text: `${state}: disk ${folder} on ${host} is ${full}% full\n\nHost:  ${host}\nState: ${state}\n\nYou get this because you watch ${host}.\n`,
    });
    const all = [
      disk('WARNING', 'db-3', '/home', 80),
      disk('CRITICAL', 'mail-7', '/var', 91),
      disk('CRITICAL', 'web-1', '/srv/mail', 99),
    ];
    const { fields, suggestion } = await madeOf(all);
    expect(fields).toEqual({ disk: '/srv/mail', percent: 99, host: 'web-1', state: 'CRITICAL' });
    expect(suggestion.source).toContain('[[*]]: disk [[disk]] on [[*]] is [[percent]] full');
    const one = await madeOf([disk('WARNING', 'db-3', '/home', 80), disk('CRITICAL', 'mail-7', '/home', 91)], 1);
    expect(one.fields).toEqual({ percent: 91, host: 'mail-7', state: 'CRITICAL' });
  });

  test('the first line that ends the subject is what the mail is about; letters and figures in one are a number', async () => {
    const guests = (what: string, day: string) => ({
      subject: `Guests of ${what}`,
      html: `<h2>${what}</h2><p>Day: ${day}</p><p>Many come.</p>`,
    });
    const { fields } = await madeOf([guests('Harbour supper', '4 May 2027'), guests('Film night', '9 May 2027')], 1);
    expect(fields).toEqual({ title: 'Film night', day: '2027-05-09' });
    const bill = (number: string, sum: string) => ({
      text: `Dear all,\n\nour invoice ${number} over ${sum} is still open.\n\nBye\n`,
    });
    const made = await madeOf([bill('R10482', '£20.00'), bill('R77301', '£1,400.50')], 1);
    expect(Object.values(made.fields)).toEqual(['R77301', { value: 1400.5, currency: 'GBP' }]);
  });

  test('what somebody wrote goes on to the next label, over as many paragraphs', async () => {
    const form = (words: string) => ({
      text: `Name: Ada Quist\nYour enquiry: ${words}\nBudget: £1,200.00\n\nSent by our form.\n`,
    });
    const { fields, suggestion } = await madeOf(
      [
        form('We would like to hire the hall.'),
        form('My boat is 9 m long.\n\nCould you take it ashore?\n\nKind regards'),
      ],
      1,
    );
    expect(suggestion.source).toContain('Your enquiry: [[enquiry...]]\n');
    expect(fields).toEqual({
      name: 'Ada Quist',
      enquiry: 'My boat is 9 m long.\n\nCould you take it ashore?\n\nKind regards',
      budget: { value: 1200, currency: 'GBP' },
    });
  });

  test('of a rating the figure, and not the scale', async () => {
    const { fields } = await madeOf([{ html: '<p><b>Orla Quist</b> <i>24 September 2026</i></p><p>2 of 5 stars</p>' }]);
    expect(fields).toMatchObject({ stars: 2 });
    expect(Object.keys(fields)).not.toContain('quist');
  });

  test('a question at the end of what somebody wrote names nothing, and no button below it is its value', async () => {
    const pair = (label: string, value: string) => `<dt>${label}</dt><dd>${value}</dd>`;
    const { fields } = await madeOf([
      {
        html: `<dl>${pair('Name', 'Ada Quist')}${pair('Persons', '3')}${pair('Day', '4 May 2027')}${pair('Words', 'We need a berth.<br>Is there one?')}</dl><p><a href="https://x.example/a">Answer</a></p>`,
      },
    ]);
    expect(fields).toEqual({
      name: 'Ada Quist',
      persons: 3,
      day: '2027-05-04',
      words: 'We need a berth.\nIs there one?',
    });
  });

  test('a table whose rows are of one kind each is a form: its values are named by row and column', async () => {
    const form = (rows: string[][]) => ({
      html: `<p>It was changed.</p><table>${[['', 'Before', 'Now'], ...rows].map((cells) => row(cells)).join('')}</table>`,
    });
    const mails = [
      form([['Day', '3 May 2027', '4 May 2027'], ['Time', '16:00', '17:40'], ['Covers', '4', '6']]), // biome-ignore format: three rows
      form([['Day', '9 May 2027', '1 June 2027'], ['Time', '12:30', '19:00'], ['Covers', '2', '8']]), // biome-ignore format: three rows
    ];
    const { fields, rows } = await madeOf(mails, 1);
    expect(rows).toEqual([]);
    expect(fields).toEqual({
      day_before: '2027-05-09',
      day_now: '2027-06-01',
      time_before: '12:30',
      time_now: '19:00',
      covers_before: 2,
      covers_now: 8,
    });
  });

  test('what is said of a sum or a figure is no part of it, and what a state was has a field of its own', async () => {
    const { fields } = await madeOf([
      {
        text: '**Load:** 93 % (limit 80 %)\n**Since:** 2027-05-04 09:10\n**Pay:** €45.50 per month\n**State:** Open → Pending\n**Host:** db-3\n',
      },
    ]);
    expect(fields).toMatchObject({
      load: 93,
      limit: 80,
      pay: { value: 45.5, currency: 'EUR' },
      state_before: 'Open',
      state: 'Pending',
      host: 'db-3',
    });
  });

  test('boxes of a label and a value each are a form, also where one holds an address', async () => {
    const box = (label: string, value: string) => `<td><div>${label}</div><div><b>${value}</b></div></td>`;
    const sent = (code: string, who: string, day: string) => ({
      html: `<p>Your parcel is on its way.</p><table><tr>${box('Number', code)}${box('Carrier', 'Gull Post')}</tr><tr>${box('Expected on', day)}${box('Deliver to', `${who}<br>4 Mill Lane<br>Kirkholm`)}</tr></table><p>In it</p><table>${row(['Rope', '× 2'])}${row(['Sea boots', '× 5'])}</table>`,
    });
    const { fields, rows } = await madeOf(
      [sent('GX590153849', 'Ada Quist', '4 May 2027'), sent('GX100482277', 'Piet Holm', '9 June 2027')],
      1,
    );
    expect(fields).toEqual({
      number: 'GX100482277',
      carrier: 'Gull Post',
      expected_on: '2027-06-09',
      deliver_to: 'Piet Holm\n4 Mill Lane\nKirkholm',
    });
    expect(rows.map(({ title, quantity }) => [title, quantity])).toEqual([
      ['Rope', 2],
      ['Sea boots', 5],
    ]);
  });

  test('whom a sentence greets first is no word of it', async () => {
    const left = (who: string, order: string) => ({
      text: `Hello ${who}, your order ${order} left our warehouse today.\n`,
    });
    const { fields } = await madeOf([left('Ada', 'RT-50467'), left('Nuno', 'RT-31057')], 1);
    expect(fields).toEqual({ order: 'RT-31057' });
  });

  test('a sum keeps the sign that touches it', async () => {
    const moved = (sum: string, who: string) => ({ html: `<p>${sum}</p><p>Moved by <b>${who}</b> on 4 May 2027.</p>` });
    const { fields } = await madeOf([moved('+£335.80', 'Mole Supplies'), moved('-£12.50', 'Tarn Books')], 1);
    expect(fields).toMatchObject({ amount: { value: -12.5, currency: 'GBP' }, date: '2027-05-04' });
  });

  test('a day that is said of a value behind a comma is one of its own', async () => {
    const { fields } = await madeOf([{ text: 'Owner: Ada Quist\nSample: L81252, taken on 11 May 2027\nTests: 4\n' }]);
    expect(fields).toEqual({ owner: 'Ada Quist', sample: 'L81252', taken: '2027-05-11', tests: 4 });
  });

  test('what the markup sets apart in a sentence is one value, though all have a word of it', async () => {
    const left = (who: string, what: string, page: number) => ({
      html: `<p><b>${who}</b> left a comment on <a href="https://x.example/${page}">${what}</a> (page ${page}):</p><blockquote>Too wide.</blockquote>`,
    });
    const mails = [
      left('Maeve Dunmore', 'Rules of the yard', 9),
      left('Elif Kilbride', 'Plan of the pier', 14),
      left('Dag Quist', 'List of the berths', 23),
    ];
    const { fields } = await madeOf(mails);
    expect(Object.values(fields)).toEqual(['Dag Quist', 'List of the berths', 23]);
    // From one, where nothing else tells a value but what is quoted below.
    expect((await madeOf(mails, 1)).fields).toEqual({
      name: 'Dag Quist',
      text: 'List of the berths',
      page: 23,
      comment: 'Too wide.',
    });
  });
});

describe('circumstances', () => {
  test('figures with what they count below them, and how that changed, whichever way', async () => {
    const box = (figure: string, label: string, change: string) =>
      `<td><div>${figure}</div><div>${label}</div><div>${change}</div></td>`;
    const week = (days: string, ...boxes: string[]) => ({
      html: around(`<tr><td><h2>Your week, ${days}</h2><table><tr>${boxes.join('')}</tr></table></td></tr>`),
    });
    const { fields } = await madeOf(
      [
        week('11 Oct – 17 Oct', box('87,384', 'Visits', '▼ 39 %'), box('£837.85', 'Spent', '▲ 16 %')),
        week('18 Oct – 24 Oct', box('61,149', 'Visits', '▲ 23 %'), box('£742.93', 'Spent', '▼ 29 %')),
      ],
      1,
    );
    expect(fields).toMatchObject({
      visits: 61149,
      visits_change: 23,
      spent: { value: 742.93, currency: 'GBP' },
      spent_change: 29,
    });
    expect(Object.keys(fields).sort()).toEqual(['spent', 'spent_change', 'visits', 'visits_change', 'week', 'week_to']);
  });

  test('from when to when on which day, in words before it and behind', async () => {
    const { fields } = await madeOf([
      { text: 'What: Boat survey\nWhen: 09:00 – 09:45, Tuesday 6 October 2026 (London)\nWho: Ada Quist\n' },
    ]);
    expect(fields).toEqual({
      what: 'Boat survey',
      when_from: '09:00',
      when_to: '09:45',
      when: '2026-10-06',
      who: 'Ada Quist',
    });
  });

  test('how long, with what answer, and why', async () => {
    const { fields } = await madeOf([
      {
        text: 'It was down for 12 minutes and 4 seconds (HTTP 503).\n\nOn 20 October 2026 the pier is closed because of works on the gate.\n',
      },
    ]);
    expect(fields).toEqual({
      duration: '12 minutes and 4 seconds',
      http: 503,
      date: '2026-10-20',
      reason: 'works on the gate',
    });
  });

  test('another label behind the end of a sentence, who it is in brackets, and whose it is', async () => {
    const { fields } = await madeOf([
      { text: 'Vehicle 69-SGP-3 (Ada Quist) left the yard at 14:32.\n\nSpeed: 43 km/h. Mileage: 120,331 km.\n' },
    ]);
    expect(fields).toEqual({ vehicle: '69-SGP-3', name: 'Ada Quist', time: '14:32', speed: 43, mileage: 120331 });
    const gift = await madeOf(
      [
        { html: around('<tr><td><p>Ada Quist has given £25.00 to your appeal <i>Sea wall</i>.</p></td></tr>') },
        { html: around('<tr><td><p>Piet Holm has given £5.00 to your appeal <i>New boat</i>.</p></td></tr>') },
      ],
      1,
    );
    expect(gift.fields).toEqual({ name: 'Piet Holm', given: { value: 5, currency: 'GBP' }, appeal: 'New boat' });
  });

  test('a label in items is a column, though all of them say the same behind it', async () => {
    const item = (title: string, price: string) =>
      `<div><h3>${title}</h3><p><b>Office:</b> Harbour</p><p><b>Price:</b> ${price}</p></div>`;
    const { rows } = await madeOf([{ html: item('Rope', '£4.00') + item('Oil', '£9.50') + item('Tar', '£2.20') }]);
    expect(rows.map(({ title, office }) => [title, office])).toEqual(
      ['Rope', 'Oil', 'Tar'].map((title) => [title, 'Harbour']),
    );
  });

  test('facts between dots, what it cost and costs, and who it is for which company', async () => {
    const home = (place: string, prices: string, facts: string) => ({
      text: `A home you saved costs less now.\n\n${prices}\n\n${facts}\n\nQuay Homes, ${place}\n`,
    });
    const { fields } = await madeOf(
      [
        home('Kirkholm', '£469,000 £446,000', '2 bed · 1 bath · 99 m²'),
        home('Gannet Bay', '£246,000 £219,000', '3 bed · 2 bath · 164 m²'),
      ],
      1,
    );
    expect(fields).toEqual({
      amount_before: { value: 246000, currency: 'GBP' },
      amount: { value: 219000, currency: 'GBP' },
      bed: 3,
      bath: 2,
      area: 164,
    });
    const call = await madeOf([{ text: 'Ada Quist from Quay Homes asks to be rung back on 3 May 2027.\n' }]);
    expect(call.fields).toEqual({ name: 'Ada Quist', company: 'Quay Homes', date: '2027-05-03' });
  });

  test('a score in large letters, and what is said below a question without its quotes', async () => {
    const answer = (score: string, words: string) => ({
      html: around(
        `<tr><td><p>You have a new answer.</p><table><tr><td><p style="font-size:40px">${score}</p><p>Would you buy again?</p></td></tr></table><blockquote>“${words}”</blockquote></td></tr>`,
      ),
    });
    const { fields } = await madeOf([answer('3/10', 'Too dear.'), answer('8/10', 'Quick and friendly.')], 1);
    expect(fields).toEqual({ score: 8, would_buy_again: 'Quick and friendly.' });
  });

  test('from what time on a day, and a time before a colon', async () => {
    const { fields } = await madeOf([
      {
        text: 'Room: 12\nArrival: 3 October 2026, from 14:00\nNights: 4\n\nThese are the rates of 17 October 2026 at 17:30:\n',
      },
    ]);
    expect(fields).toEqual({
      room: 12,
      arrival: '2026-10-03',
      arrival_from: '14:00',
      nights: 4,
      date: '2026-10-17',
      time: '17:30',
    });
  });

  test('a number behind a name is not called by it', async () => {
    const { fields } = await madeOf([{ text: 'Run lock-camera #190 ended on 3 May 2027.\n' }]);
    expect(fields).toEqual({ number: '190', date: '2027-05-03' });
  });

  test('what stands between two rulings, the first of which names it', async () => {
    const form = (name: string, words: string) => ({
      text: `name=${name}\npage=prices\n\n----- request -----\n${words}\n----- end -----\n`,
    });
    const { fields } = await madeOf(
      [
        form('Ada Quist', 'A quote for twelve people.'),
        form('Piet Holm', 'Call me after five.\n\nI am at work till then.'),
      ],
      1,
    );
    expect(fields).toMatchObject({
      name: 'Piet Holm',
      request: 'Call me after five.\n\nI am at work till then.',
    });
  });

  test('facts between dots, of which one has a colon; from what to what; and what is quoted below a sentence', async () => {
    const changed = (number: number, priority: string, [from, to]: string[], words: string) => ({
      html: `<p>Request #${number} · Priority: ${priority}</p><p>Ada Quist changed the state from <i>${from}</i> to <i>${to}</i> and wrote:</p><blockquote>${words}</blockquote><p>Answer this mail to add a comment.</p>`,
    });
    const mails = [
      changed(35118, 'low', ['Open', 'Waiting for parts'], '<p>The pump is out.</p><p>I shall look on Monday.</p>'),
      changed(907, 'high', ['In the yard', 'Closed'], '<p>Done, please look.</p>'),
    ];
    const { fields } = await madeOf(mails, 1);
    expect(fields).toEqual({
      request: 907,
      priority: 'high',
      name: 'Ada Quist',
      from: 'In the yard',
      to: 'Closed',
      comment: 'Done, please look.',
    });
  });

  test.each([
    ['Order: 4711 · Placed: 3 Nov 2026 · Status: shipped', { order: '4711', placed: '2026-11-03', status: 'shipped' }],
    ['Order no. 4711 • Status: shipped', { order: '4711', status: 'shipped' }],
    ['Order: 4711 | Status: shipped', { order: '4711', status: 'shipped' }],
  ])('a line of labelled facts: %s', async (line, expected) => {
    expect((await madeOf([{ text: `${line}\n\nThis is no bill.\n` }])).fields).toEqual(expected);
  });

  test.each([
    ['Ada Quist commented on your request GB-2211:', { name: 'Ada Quist', request: 'GB-2211', comment: 'A.\nB.' }],
    ['Here is the reason that Ada Quist gave for it:', { reason: 'A.\nB.' }],
  ])('what is quoted below “%s”', async (above, expected) => {
    const { fields } = await madeOf([{ text: `${above}\n\n> A.\n> B.\n\nAnswer this mail.\n` }]);
    expect(fields).toEqual(expected);
  });

  test('answers below their questions, each found by its own', async () => {
    const answers = (years: string, start: string, pay: string) => ({
      text: `Ada Quist has applied.\n\nQ: How many years have you done this work?\nA: ${years}\n\nQ: When could you begin?\nA: ${start}\n\nQ: What do you wish to earn?\nA: ${pay}\n`,
    });
    const mails = [answers('15', '11 November 2026', '£50,000'), answers('3', '1 May 2027', '£28,000')];
    const { fields, rows, suggestion } = await madeOf(mails, 1);
    expect(Object.values(fields)).toEqual(['Ada Quist', 3, '2027-05-01', { value: 28000, currency: 'GBP' }]);
    expect(rows).toEqual([]);
    expect(suggestion.source).toContain('Q: When could you begin?');
  });

  test('boxes of when somebody comes and goes are no items', async () => {
    const box = (label: string, day: string, time: string) =>
      `<td><div class="h">${label}</div><div>${day}</div><div>${time}</div></td>`;
    const stay = (from: string, to: string) => ({
      html: `<table><tr>${box('Arrives', from, 'after 15:00')}${box('Leaves', to, 'before 10:00')}</tr></table>`,
    });
    const mails = [stay('1 November 2026', '4 November 2026'), stay('3 May 2027', '9 May 2027')];
    expect((await madeOf(mails, 1)).fields).toEqual({
      arrives: '2027-05-03',
      arrives_from: '15:00',
      leaves: '2027-05-09',
      leaves_by: '10:00',
    });
  });

  test.each([
    ['Please approve the order by 26 December 2026.', { due: '2026-12-26' }],
    ['Your card ending in 3582 was used to pay £12.50 at Harbour Café on 4 May 2027.', { place: 'Harbour Café' }],
    ['Your parcel X4711 is at Tabac du Phare in Kirkholm.', { place: 'Tabac du Phare', place_2: 'Kirkholm' }],
    ['We charged your card •••• 4711 on 4 May 2027.', { card: '•••• 4711' }],
    ['£12.50 was credited to ****4711 on 4 May 2027.', { account: '****4711' }],
    ['Version: 3.4.17\nBattery: 80 %', { version: '3.4.17' }],
    ['Release date: 3 May 2027\nRelease: 12', { release_date: '2027-05-03', release: 12 }],
    ['PIN: 819 944#\nPhone: +44 20 7946 0000', { pin: '819 944' }],
  ])('until when, where, of which account: %s', async (text, expected) => {
    expect((await madeOf([{ text: `${text}\n` }])).fields).toMatchObject(expected);
  });

  test('what a gateway hands on, above a ruling and the facts of it', async () => {
    const text = (words: string, id: string) => ({
      text: `${words}\n\n______________\nSender  : +44 20 3009 3007\nMessage ID: ${id}\n`,
    });
    const mails = [text('Is the fuel dock open at 7?', '4711-12'), text('We are late.\nPlease wait.', '815-3')];
    const { fields } = await madeOf(mails, 1);
    expect(Object.values(fields)).toEqual(['We are late.\nPlease wait.', '+442030093007', '815-3']);
  });

  test.each([
    ['Ada Quist (groep 5a) is ziek en komt op 15-12-2026 niet.', { groep: '5a' }],
    ['Your booking GB-12 is made; the skipper can be reached on 07700 900412.', { phone: '+447700900412' }],
    ['You won lot 150, "Brass sextant", on 4 May 2027.', { lot: 150, title: 'Brass sextant' }],
    ['Patient: Ada Quist, geb. 17.11.1951\nTaken: 4 May 2027', { patient: 'Ada Quist', geb: '1951-11-17' }],
  ])('who and what, in short: %s', async (words, expected) => {
    expect((await madeOf([{ text: `${words}\n` }])).fields).toMatchObject(expected);
  });

  test('labels of a look in the last cell of a row, and on the lines below it', async () => {
    const head = (number: string, issued: string, due: string) => ({
      html: `<table><tr><td><h2>Invoice</h2></td><td><span class="k">Number</span> ${number}<br><span class="k">Issued</span> ${issued}<br><span class="k">Pay by</span> ${due}</td></tr></table><p>Thank you.</p>`,
    });
    const mails = [head('INV-4711', '4 May 2027', '18 May 2027'), head('INV-22', '1 June 2027', '9 June 2027')];
    expect((await madeOf(mails, 1)).fields).toEqual({ number: 'INV-22', issued: '2027-06-01', pay_by: '2027-06-09' });
  });
});
