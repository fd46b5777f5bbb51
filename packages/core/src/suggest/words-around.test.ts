import { describe, expect, test } from '@jest/globals';
import { surroundings } from '../../../../corpus/kinds/surroundings.mjs';
import { type Link, type Range, wholeView } from '../reading/index.js';
import { type Mail, madeOf, row } from './mail.fixture.js';
import { withBlanks, wordsAround } from './words-around.js';

/** What is left to look at of a text. */
const leftOf = (text: string, links: readonly Link[] = []) =>
  withBlanks(text, wordsAround(wholeView('message.text', text), links))
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);

const form = 'Boat: Tern\nBerth: 14\nArrives: 4 May 2027';

describe('what stands around the words that matter', () => {
  test.each([
    ['a menu below a name', 'GANNET STORES\nShop | Account | Help\n\n', ''],
    ['a warning', 'CAUTION: This message was sent by somebody outside. Open nothing you do not know.\n\n', ''],
    ['an offer on top', '*** SUMMER SALE: all ropes at half price until Sunday. ***\n\n', ''],
    ['what one may like as well', '', '\n\nYou may also like\n\n* Lamp, £4.00\n* Stool, £5.00\n'],
    ['the foot of a mailing', '', '\n\n----\nGannet Stores Ltd, 4 Quay Street\nPhone: 01632 960 800\nUnsubscribe\n'],
    ['the foot of a firm', '', '\n\nKontor GmbH\nTel.: 0431 999 1200\nGeschäftsführerin: Elke Brandt\n'],
    ['who answers questions', '', '\n\nKundenservice\nTelefon: 0431 999 1200\nErreichbar: 8–17 Uhr\n'],
    ['why one gets it', '', '\n\nVous recevez cet e-mail car vous avez un compte.\n'],
    ['in Spanish', '', '\n\nRecibe este correo porque tiene una cuenta.\nDarse de baja\n'],
    ['in Portuguese', '', '\n\nSe pretende deixar de receber estas mensagens, escreva-nos.\n'],
    ['in Italian', '', '\n\nServizio clienti\nTelefono: 02 0000 0000\n'],
    ['in Dutch', '', '\n\nU ontvangt deze mail omdat u klant bent.\nAfmelden\n'],
    ['in Danish', '', '\n\nDu modtager denne mail, fordi du er kunde.\n'],
    ['the list it came over', '', '\n\n----\nDesk mailing list\ndesk@lists.example\nhttps://lists.example/desk\n'],
    ['when they are there', '', '\n\nOur opening hours\nMonday to Friday  8:00 - 18:00\n'],
  ])('is told: %s', (_, before, after) => {
    expect(leftOf(`${before}${form}${after}`).filter((line) => line !== '----')).toEqual(form.split('\n'));
  });

  test.each([
    ['the headings of a table', 'Boat | Berth | Master\n-----|-------|-------\nTern | 14 | Ada\n'],
    ['a row of it', 'Boats\n\nTern | Quay | Ada\nGull | Mole | Jo\n\nBye\n'],
    ['a label in capitals', 'BOAT: Tern\n\nREMARKS: Nothing else.\n'],
    [
      'what a form was sent from',
      `Hello,\n\nsomebody has written.\nThis message was sent from your contact form.\n\n${form}\n`,
    ],
    ['a label of the desk', `${form}\nPaid: yes\n\nOpening hours: 9 to 5\nHelp desk: Ada\n`],
    ['when a boat was registered', `${form}\nFirst registered in: 2019\nMaster: Jo\n`],
    ['an address in a form', `${form}\nPhone: 01632 960 800\nE-mail: a@b.example\n`],
    ['a recommendation at the top', 'Hello\n\nRecommended for you\n\n* Lamp, £4.00\n* Stool, £5.00\n'],
  ])('is not: %s', (_, text) => {
    // But for the one line that says so.
    expect(leftOf(text)).toEqual(text.split('\n').filter((line) => line && !line.startsWith('This message was sent')));
  });

  test('words of why one gets it above a long list are told alone', () => {
    const list = Array.from({ length: 20 }, (_, i) => `Boat ${i}: Tern`);
    const text = `Hello\n\nBoats\n\nYou get this mail because you asked for it.\n\n${list.join('\n')}\n`;
    expect(leftOf(text)).toEqual(['Hello', 'Boats', ...list]);
  });

  test('links side by side and nothing else are what one may do; very many of them are looked at once', () => {
    const linked = (text: string, words: readonly string[]): Link[] => {
      let at = 0;
      return words.map((one) => {
        const start = text.indexOf(one, at);
        at = start + one.length;
        return { start, end: at, href: 'https://x.example/' } as Link;
      });
    };
    const text = `${form}\n\nView it Print it\n`;
    expect(leftOf(text, linked(text, ['View it', 'Print it']))).toEqual(form.split('\n'));
    const words = Array.from({ length: 30_000 }, (_, i) => (i % 2 ? 'one' : 'two'));
    const many = words.join('\n');
    expect(leftOf(many, linked(many, words))).toHaveLength(words.length);
  });

  test('lines that something ends before stay', () => {
    const range: Range = { start: 0, end: 7 };
    expect(withBlanks('one\ntwo\nsix', [range])).toBe('   \n   \nsix');
    expect(withBlanks('one\ntwo\nsix', [range], new Set([4]))).toBe('   \ntwo\nsix');
  });
});

const booking = (boat: string, berth: string, day: string): Mail => ({
  text: `New booking\n\nBoat: ${boat}\nBerth: ${berth}\nArrives: ${day}\n`,
  html: `<h2>New booking</h2><table>${row(['Boat', boat])}${row(['Berth', berth])}${row(['Arrives', day])}</table>`,
});
const offers = (...boats: [string, string][]): Mail => ({
  text: `Boats for you\n\n${boats.map(([boat, price]) => `* ${boat}, ${price}`).join('\n')}\n\nSee you\n`,
  html: `<p>Boats for you</p><ul>${boats.map(([boat, price]) => `<li><b>${boat}</b><br>${price}</li>`).join('')}</ul><p>See you</p>`,
});

test('what is the same in all messages below all that differs is no field; above it may be one', async () => {
  const mails = ['Tern', 'Gull', 'Skua'].map((boat, i) => ({
    text: `Yard: Oststrand\nBoat: ${boat}\nBerth: ${10 + i}\nPier: North\nArrives: ${4 + i} May 2027\n\nDesk: 01632 960 800\nManned by: Elke\n`,
  }));
  const { fields, suggestion } = await madeOf(mails);
  expect(Object.keys(fields)).toEqual(['yard', 'boat', 'berth', 'pier', 'arrives']);
  expect(suggestion.left_out.map(({ label, why }) => [label, why])).toEqual([
    ['Desk', 'same'],
    ['Manned by', 'same'],
  ]);
});

type Around = Record<'html' | 'text', (body: string, i: number) => string>;

/** What tells something of its own, which is a field by right: links and numbers that differ from message to message. */
const telling = new Set(['greeting and thanks', 'printed by a program', 'follow us']);
const quiet = Object.entries(surroundings).filter(([name]) => !telling.has(name));

describe.each(['html', 'text'] as const)('as %s', (kind) => {
  const within = ({ subject, ...bodies }: Mail, name: string, i: number): Mail => ({
    ...(subject ? { subject } : {}),
    [kind]: (surroundings as Record<string, Around>)[name]?.[kind](bodies[kind] ?? '', i) ?? '',
  });

  test.each(quiet.map(([name]) => name))('a form has its fields and no others: %s', async (name) => {
    const mails = [booking('Tern', '14', '4 May 2027'), booking('Gull', '9', '17 June 2027')];
    const { fields } = await madeOf(
      mails.map((mail, i) => within(mail, name, i)),
      1,
    );
    expect(fields).toEqual({ boat: 'Gull', berth: 9, arrives: '2027-06-17' });
  });

  test.each(quiet.map(([name]) => name))('a list has its items and no others: %s', async (name) => {
    const mails = [
      offers(['Tern', '£4,000'], ['Gull', '£5,500'], ['Skua', '£7,250']),
      offers(['Petrel', '£1,000'], ['Auk', '£2,500']),
    ];
    const { rows } = await madeOf(
      mails.map((mail, i) => within(mail, name, i)),
      1,
    );
    expect(rows.map((one) => Object.values(one))).toEqual([
      ['Petrel', { value: 1000, currency: 'GBP' }],
      ['Auk', { value: 2500, currency: 'GBP' }],
    ]);
  });
});
