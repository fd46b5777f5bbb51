import { describe, expect, test } from '@jest/globals';
import { madeOf } from './mail.fixture.js';

const comment = (who: string, on: string, words: string) => ({
  subject: `A comment on ${on}`,
  html: `<html><body><p>${who} left a comment on <em>${on}</em>:</p><blockquote>${words}</blockquote><p>Answer within a week, please.</p></body></html>`,
});

describe('what people write, and no label names', () => {
  const mails = [
    comment('Ada Quist', 'Rules of the yard', 'Please check the sums.'),
    comment('Dag Ivarsen', 'Winter store', '<p>It is too cold.</p><p>The heater is broken.</p>'),
    comment('Piet Holloway', 'Crane hours', 'Nobody answers.'),
    comment('Nuno Marsh', 'Night watch', '<p>I can do Monday.</p><p>And Friday, if need be.</p>'),
  ];

  test('stands between the same two lines of every message, and is whole', async () => {
    const { fields } = await madeOf(mails, 3);
    expect(Object.values(fields)).toContain('Nuno Marsh');
    expect(Object.values(fields)).toContain('Night watch');
    expect(Object.values(fields)).toContain('I can do Monday.\n\nAnd Friday, if need be.');
  });

  test('has the name of a title right above it', async () => {
    const letter = (words: string) => ({ text: `Somebody has written.\n\nTheir wish\n${words}\n\nGood night.\n` });
    const { fields } = await madeOf([letter('A berth in May.'), letter('Two nights'), letter('Is there a crane?')]);
    expect(fields).toEqual({ their_wish: 'Is there a crane?' });
  });

  test('is none of it where the lines around differ, or all say the same', async () => {
    const letter = (first: string, words: string) => ({
      text: `Order: ${first}\n\n${words}\n\nThe desk is open until noon.\n`,
    });
    const { suggestion } = await madeOf([letter('A-1041', 'We thank you.'), letter('B-2042', 'We thank you.')]);
    expect(suggestion.fields.map(({ name }) => name)).toEqual(['order']);
  });
});

describe('words below items', () => {
  const report = (jobs: [string, string][], failed: number) => ({
    text: `Host: gull\n\nJOB          STATUS   SIZE\n${jobs.map(([job, size]) => `${job.padEnd(13)}OK       ${size}`).join('\n')}\n\n${jobs.length} jobs, ${failed} failed.\n\nAsk the desk for help until 17:00.\n\nThe desk is at 12 Mill Lane, and 4 people work there.\n`,
  });

  test('are looked at as far as they are of this one message', async () => {
    const { fields, suggestion } = await madeOf([
      report(
        [
          ['mail', '12.0 GB'],
          ['web', '3.5 GB'],
          ['charts', '9.1 GB'],
        ],
        1,
      ),
    ]);
    expect(fields).toMatchObject({ host: 'gull', jobs: 3, failed: 1 });
    expect(suggestion.columns.map(({ name }) => name)).toEqual(['job', 'status', 'size']);
    expect(fields).not.toHaveProperty('people');
  });
});

describe('values that a mail says twice, or by halves', () => {
  test('what a sentence sets apart and the subject says is named by the word before it', async () => {
    const { fields } = await madeOf([
      {
        subject: 'Demand: La Vigie',
        html: '<p>There is a demand for the cottage <em>La Vigie</em> of the coast.</p><p>Adults: 2</p>',
      },
    ]);
    expect(fields).toEqual({ cottage: 'La Vigie', adults: 2 });
  });

  test('a code of nothing but capitals, where the subject ends with it', async () => {
    const { fields } = await madeOf([
      { subject: 'Your crossing QKWZTD', text: 'Your booking QKWZTD is fixed.\n\nVehicle: camper\n' },
    ]);
    expect(fields).toEqual({ booking: 'QKWZTD', vehicle: 'camper' });
  });

  test('the last figures of something, a code that begins with figures, whom a line with a colon greets', async () => {
    const { fields } = await madeOf([
      {
        text: 'Dear Ada Quist:\n\nThe sum for meter 12E48210 is taken from your account ending in 4711 on 3 May 2027.\n',
      },
    ]);
    expect(fields).toEqual({ addressee: 'Ada Quist', meter: '12E48210', account: '4711', date: '2027-05-03' });
  });
});

describe('names in sentences', () => {
  test('in capitals among small words, behind an article, and in the greeting of a firm', async () => {
    const { fields } = await madeOf([
      {
        text: "Spett.le Vele del Nord,\n\nA payment of £81.67 was made for TARN BOOKS LTD on 8 October 2026, from l'IBAN IT42X1671123374734643128896.\n",
      },
    ]);
    expect(fields).toEqual({
      addressee: 'Vele del Nord',
      amount: { value: 81.67, currency: 'GBP' },
      name: 'TARN BOOKS LTD',
      date: '2026-10-08',
      iban: 'IT42X1671123374734643128896',
    });
  });

  test('behind what they are, with their number or address in brackets; what stands on a plate, and an account in parts', async () => {
    const { fields } = await madeOf([
      {
        text: 'The member Ada Quist (no. M-2775) has left her vehicle AB12 CDE.\n\nPlease transfer £14.32 to the account DE72 2162 8491 9415 3218 16.\n\nIt was looked over by Dag Holm <d.holm@mail.example>.\n',
      },
    ]);
    expect(fields).toEqual({
      member: 'Ada Quist',
      number: 'M-2775',
      vehicle: 'AB12 CDE',
      amount: { value: 14.32, currency: 'GBP' },
      account: 'DE72 2162 8491 9415 3218 16',
      name: 'Dag Holm',
      email: 'd.holm@mail.example',
    });
  });

  test('what a subject names last and the mail says is what it is about, but for a month', async () => {
    const { fields } = await madeOf([
      { subject: 'Results: Autumn sale', text: 'These are the results of the Autumn sale of 3 May 2026.\n' },
    ]);
    expect(fields).toEqual({ title: 'Autumn sale', date: '2026-05-03' });
    const club = await madeOf([
      { subject: 'The club in October', text: 'In October 35 members joined.\n\nFees: £6,023.02\n' },
    ]);
    expect(Object.keys(club.fields)).not.toContain('title');
  });

  test('a sentence that ends in brackets may stand behind another', async () => {
    const { fields } = await madeOf([
      {
        subject: 'Viewing: 22 Old Wharf',
        html: '<p>Good news! Somebody would like to see <b>22 Old Wharf</b> (£555,000).</p><p>Name: Ada Quist</p>',
      },
    ]);
    expect(fields).toEqual({ see: '22 Old Wharf', amount: { value: 555000, currency: 'GBP' }, name: 'Ada Quist' });
  });
});

describe('values beside their label', () => {
  test('what it was and what it is are two, and a ruling above a sum parts it from nothing', async () => {
    const { fields } = await madeOf([
      {
        text: 'When: Tuesday 17 November 2026, 09:10 Thursday 24 September 2026, 16:30\n\nLabour   £181.43\nParts    £38.83\n         -------\nTotal    £220.26\n',
      },
    ]);
    expect(fields).toMatchObject({
      when_before: '2026-11-17T09:10:00',
      when: '2026-09-24T16:30:00',
      total: { value: 220.26 },
    });
  });

  test('several of them stand in the subject as well', async () => {
    const { suggestion } = await madeOf([
      { subject: 'PROBLEM: Disk is full on gull-01', text: 'TRIGGER: Disk is full\nHOST: gull-01\n' },
    ]);
    expect(suggestion.source).toContain('subject: "PROBLEM: [[trigger]] on [[host]]"');
  });

  test('a word that all of them begin with is a word, where codes follow, and not where names do', async () => {
    const letter = (code: string, who: string) => ({ text: `About: repair ${code}\nBy: crew ${who}\n` });
    const { fields } = await madeOf([letter('R17542', 'Ada'), letter('R49773', 'Dag'), letter('R66333', 'Nuno')]);
    expect(fields).toEqual({ about: 'R66333', by: 'crew Nuno' });
  });
});

describe('what differs from message to message', () => {
  test('whom it greets, and the count in a label, which names nothing', async () => {
    const payout = (who: string, count: number, sum: string) => ({
      html: `<p>Dear ${who},</p><table><tr><td>${count} payments</td><td>€${sum}</td></tr><tr><td>Fees</td><td>€1.20</td></tr></table>`,
    });
    const { fields } = await madeOf([
      payout('Ada Quist', 26, '795.07'),
      payout('Dag Ivarsen', 20, '36.90'),
      payout('Nuno Marsh', 55, '49.65'),
      payout('Orla Kilbride', 12, '81.11'),
    ]);
    expect(fields).toMatchObject({ addressee: 'Orla Kilbride', payments: { value: 81.11 }, fees: { value: 1.2 } });
  });

  test('what stands behind a span of times, as far apart as columns', async () => {
    const { rows } = await madeOf([
      {
        text: 'Hours of this week\n\nMon 2 Nov   08:00 - 16:30    8.5 h   Slipway\nTue 3 Nov   07:00 - 17:30   10.5 h   Fuel dock\nWed 4 Nov   09:00 - 14:30    5.5 h   Crane\n\nTotal:     24.5 h\n',
      },
    ]);
    const [, second] = rows.map((one) => Object.values(one));
    expect(second).toEqual([expect.anything(), '07:00', '17:30', 10.5, 'Fuel dock']);
  });
});
