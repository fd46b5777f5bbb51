import { expect, test } from '@jest/globals';
import { type Mail, madeOf } from './mail.fixture.js';

const lead = (reference: string, name: string, message: string): Mail => ({
  html: `<div><b>Our reference</b> ${reference}</div><div><b>Name</b> ${name}</div><div><b>Wants to move</b> next spring</div><div><b>Their message</b><br>${message}</div><a class="btn" href="https://x.example/a">Answer now</a><p>Sent by the portal.</p>`,
});
const voice = (from: string, length: string, said: string): Mail => ({
  text: `From:      ${from}\nMailbox:   277\nDuration:  ${length}\n\nTranscript (may contain errors)\n-------------------------------\n${said}\n\nPlay the message by dialling *97.\n`,
});
const survey = (stay: string, rating: number, again: string): Mail => ({
  html: `<h3>Where did you stay?</h3><p>${stay}</p><h3>How was it, from 1 to 5?</h3><p>${rating}</p><h3>Would you come again?</h3><p>${again}</p><h3>Your e-mail address</h3><p>${stay.split(' ')[0]?.toLowerCase()}@x.example</p>`,
});
const weighed = (gross: number, tare: number): Mail => ({
  text: `WEIGHBRIDGE\n\nGross ${gross} kg\nTare  ${tare} kg\nNet   ${gross - tare} kg\n\nThank you.\n`,
});
const expiring = (domain: string, day: string, fee: string, account: string): Mail => ({
  text: `Hello,\n\nyour domain ${domain} expires on ${day}.\n\nTo keep it, renew it before that day. The fee for another year is $${fee}. Your account number is ${account}.\n`,
});
const booked = (guest: string, room: string): Mail => ({
  html: `<p>You have a new booking made by <strong>${guest}</strong>.</p><table><tr><td>Room</td><td>${room}</td></tr><tr><td>Nights</td><td>3</td></tr></table>`,
});

test.each<[string, Mail[], Record<string, unknown>]>([
  [
    'a label in bold alone on its line, and what was written down to a button',
    [lead('GB-1', 'Ada Quist', 'Is there a shed? We have a dog.'), lead('GB-2', 'Nuno Holm', 'When can we see it?')],
    { reference: 'GB-2', name: 'Nuno Holm', wants_move: 'next spring', their_message: 'When can we see it?' },
  ],
  [
    'the one text below a heading that is ruled off from it',
    [voice('020 1404 7721', '00:12', 'Please ring me back.'), voice('020 7524 7845', '01:02', 'The pump is running.')],
    { mailbox: 277, duration: '01:02', transcript: 'The pump is running.' },
  ],
  [
    'questions with figures in them, and a label among them',
    [survey('Berth 35', 4, 'Yes'), survey('Cabin 2', 5, 'No')],
    { where_did_stay: 'Cabin 2', how_was_it: 5, would_come_again: false, email: 'cabin@x.example' },
  ],
  [
    'the name of a host, dollars, and what is said to be a number',
    [
      expiring('gannet-tea.example', '27 September 2026', '13.68', 'AC6130'),
      expiring('tarn-boats.example', '3 March 2027', '24.99', 'AC5400'),
    ],
    { domain: 'tarn-boats.example', fee: { value: 24.99, currency: 'USD' }, account: 'AC5400' },
  ],
  [
    'somebody whom a sentence sets apart, beside labels',
    [booked('Greta Holm', 'Double'), booked('Piet Jansen-Wolf', 'Single')],
    { name: 'Piet Jansen-Wolf', room: 'Single', nights: 3 },
  ],
  [
    'whoever is named in capitals before a single letter',
    [
      { text: 'Un virement de 30,00 € émis par LES PONTONS a été crédité le 3 mars 2027.\n' },
      { text: 'Un virement de 9,50 € émis par CLUB NAUTIQUE a été crédité le 4 mars 2027.\n' },
    ],
    { name: 'CLUB NAUTIQUE' },
  ],
  [
    'the number that subject and sentence say',
    [
      { subject: 'Your order 44871', text: 'Thanks for your order 44871. It leaves on 3 May 2027.\n' },
      { subject: 'Your order 50112', text: 'Thanks for your order 50112. It leaves on 9 May 2027.\n' },
    ],
    { order: '50112', date: '2027-05-09' },
  ],
])('from one message: %s', async (_, mails, fields) => {
  const made = await madeOf(mails, 1);
  expect(made.fields).toEqual(expect.objectContaining(fields));
  expect(made.suggestion.columns).toEqual([]);
});

test.each<[string, Mail[], Record<string, unknown>]>([
  [
    'what all messages seem to list under the same words are labels',
    [weighed(32576, 9303), weighed(20100, 8200), weighed(15010, 8000)],
    { gross: 15010, tare: 8000, net: 7010 },
  ],
  [
    'what differs within the name of a host, or a word of two, is all of it',
    ['gannet-tea', 'tarn-boats', 'otterby-choir'].map((name) => ({
      text: `Hello,\n\nthe web site ${name}.example was moved to the north-${name.slice(0, 2)} hall.\n`,
    })),
    { site: 'otterby-choir.example' },
  ],
  [
    'what is quoted behind the same words, whatever else the sentence says',
    ['day boats', 'sailing boats under 12 m', 'cruisers up to £50,000'].map((search, i) => ({
      text: `We found ${i + 3} boats\n\nFor your search “${search}”\n`,
    })),
    { search: 'cruisers up to £50,000' },
  ],
])('from several: %s', async (_, mails, fields) => {
  const made = await madeOf(mails);
  expect(made.fields).toEqual(expect.objectContaining(fields));
  expect(made.suggestion.columns).toEqual([]);
});

const hours = (lines: readonly string[]): Mail => ({
  text: `Here are my hours:\n\n${lines.join('\n')}\n\nTotal: 19.5 hours\n`,
});
const bought = (lines: readonly string[]): Mail => ({ text: `You bought:\n\n${lines.join('\n')}\n\nThank you.\n` });

test.each<[string, Mail[], Record<string, unknown>[]]>([
  [
    'two times with but a dash between, and a figure in brackets before words',
    [
      hours([
        'Monday 06:00-13:30 (7.5 h) mowing',
        'Tuesday 07:00-12:30 (5.5 h) crane',
        'Friday 09:00-15:30 (6.5 h) desk',
      ]),
      hours(['Monday 08:00-12:30 (4.5 h) painting hulls', 'Thursday 07:00-12:30 (5.5 h) crane duty']),
    ],
    [
      { item: 'Monday', time: '08:00', time_2: '12:30', quantity: 4.5, text: 'painting hulls' },
      { item: 'Thursday', time: '07:00', time_2: '12:30', quantity: 5.5, text: 'crane duty' },
    ],
  ],
  [
    'dollars, of which the file says whose they are',
    [bought(['- Sail bag $13.68', '- Rope $4.10', '- Cap $1,200.00']), bought(['- Oar $20.00', '- Flag $3.50'])],
    [
      { item: 'Oar', amount: { value: 20, currency: 'USD' } },
      { item: 'Flag', amount: { value: 3.5, currency: 'USD' } },
    ],
  ],
])('rows: %s', async (_, mails, rows) => {
  expect((await madeOf(mails, 1)).rows).toEqual(rows);
});
