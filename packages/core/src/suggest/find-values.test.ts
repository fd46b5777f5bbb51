import { describe, expect, test } from '@jest/globals';
import type { ReadContext } from '../values/index.js';
import { findDelimited } from './find-delimited.js';
import { compared, findDifferences } from './find-differences.js';
import { findInProse } from './find-in-prose.js';
import { findLabelled } from './find-labelled.js';
import { cutAlike } from './rows/cut-alike.js';

const context: ReadContext = { language: 'en', region: 'GB', reference: '2027-01-01', zone: null };
const shown = (text: string, marks: readonly { label: string; start: number; end: number }[]) =>
  Object.fromEntries(marks.map(({ label, start, end }) => [label, text.slice(start, end)]));
const inProse = (text: string) => shown(text, findInProse(text, [], context));

describe('values in sentences', () => {
  test.each([
    [
      'Our van comes on 14 March 2027 between 09:00 and 12:00 with 17 pallets of 912.5 kg.',
      { date: '14 March 2027', time: '09:00', 'time 2': '12:00', pallets: '17', weight: '912.5 kg' },
    ],
    ['We booked shipment PX-20418 from Gate 4.', { shipment: 'PX-20418', Gate: 'Gate 4' }],
    ['The agreed price is £186.00 plus VAT.', { price: '£186.00' }],
    ['The driver is Tom Hale, mobile +44 7700 900831.', { driver: 'Tom Hale', mobile: '+44 7700 900831' }],
    ['Ticket #4711 was opened.', { Ticket: '4711' }],
    ['You find attached invoice 2027-0031.', { invoice: '2027-0031' }],
    ['Dear Ottoline Marsh,', { addressee: 'Ottoline Marsh' }],
    [
      'Ines Roe (class 7A) was absent on 14 March 2027, lesson 4, as seen by Nell Holm.',
      { name: 'Ines Roe', class: '7A', date: '14 March 2027', lesson: '4', by: 'Nell Holm' },
    ],
    ['Please quote for order AN-6273 until 14 March 2027.', { order: 'AN-6273', date: '14 March 2027' }],
    ['It lies in zone B12 and was paid with card 7012 4471 today.', { zone: 'B12', card: '7012 4471' }],
    ['Segue a encomenda n.º 498 de hoje.', { encomenda: '498' }],
    ['Quayside Stores, 14 March 2027: all is well.', { date: '14 March 2027' }],
    ['On 14 March 2027 it was sent by Nell Holm.', { date: '14 March 2027', name: 'Nell Holm' }],
  ])('%s', (text, found) => expect(inProse(text)).toEqual(found));

  test('sums in crowns, and numbers in groups', () => {
    const danish = { ...context, language: 'da', region: 'DK' };
    const text = 'Faktura nr. 4711 på 1.234,50 kr. forfalder den 12.11.2026 med reference 642 303 698.';
    expect(shown(text, findInProse(text, [], danish))).toEqual({
      Faktura: '4711',
      amount: '1.234,50 kr.',
      date: '12.11.2026',
      reference: '642 303 698',
    });
  });

  test.each([
    ['what one is asked for', 'Please call 01632 960011 before 14:00.'],
    ['what stands below the closing', 'Kind regards\nNell Holm, desk 4, since 3 March 2027'],
    ['whom nobody is meant by', 'Guten Tag,'],
    ['an imprint', 'The yard, Mill Row 4, Otterby'],
    ['a stretch of time', 'We answer within 14 days.'],
    ['whoever sends it to everybody', 'This mail was sent by Harbour Desk.'],
    ['things that begin a sentence in capitals', 'Your Order has arrived.'],
  ])('none in %s', (_, text) => expect(inProse(text)).toEqual({}));
});

describe('what differs between messages', () => {
  const letter = (name: string, gate: string) =>
    `We booked it for ${name} with the yard. It leaves from ${gate} at the pier.`;

  test('is a value, sentence by sentence; a sentence that others lack takes nothing away', () => {
    const own = letter('Nell Holm', 'Gate 4');
    const others = [letter('Jo Quill', 'the rear dock'), `${letter('Ada Roe', 'Gate 9')} Bring the papers.`];
    const values = Object.values(shown(own, findDifferences(compared(own), others.map(compared), [])));
    expect(values).toEqual(['Nell Holm', 'Gate 4']);
  });
});

describe('a line of values between marks', () => {
  test('is named by types, units and what is numbered', () => {
    const text = 'Report\n\n2027-03-14 02:17 | Unit 7 | Dairy aisle | -14.2 C | +44 7700 900646\n';
    expect(shown(text, findDelimited(text, context)?.marked ?? [])).toEqual({
      datetime: '2027-03-14 02:17',
      Unit: 'Unit 7',
      title: 'Dairy aisle',
      temperature: '-14.2 C',
      phone: '+44 7700 900646',
    });
  });

  test('is none where there are several, or where labels stand in it', () => {
    const line = '2027-03-14;Unit 7;4.0;8.5\n';
    expect(findDelimited(line + line, context)).toBeNull();
    expect(findDelimited('Day: 2027-03-14; Unit: 7; From: 4.0; To: 8.5\n', context)).toBeNull();
  });
});

describe('labels', () => {
  test.each([
    ['a single heading names nothing', 'Handball club\n-------------\nDear all,\n\nwe play on Sunday.\n', {}],
    [
      'labels with dashes behind bullets',
      '* Ref - A1\n* Group - Band\n* Seats - 3\n',
      { Ref: 'A1', Group: 'Band', Seats: '3' },
    ],
    ['nor does what every mail ends with', 'Vessel: Tern\nUnsubscribe: https://a.example\n', { Vessel: 'Tern' }],
  ])('%s', (_, text, found) => expect(shown(text, findLabelled(text))).toEqual(found));
});

describe('values at one spot are cut alike', () => {
  const cut = (...values: string[]) =>
    cutAlike(values, context).map(({ label, ranges }) => [
      label,
      ...ranges.map((range, i) => range && values[i]?.slice(range.start, range.end)),
    ]);

  test('between the words that they share', () => {
    expect(cut('15 pieces of rope at £40.70', '4 pieces of oil at £5.30', '9 pieces of tar at £1.10')).toEqual([
      ['pieces', '15', '4', '9'],
      [null, 'rope', 'oil', 'tar'],
      [null, '£40.70', '£5.30', '£1.10'],
    ]);
  });

  test('but not within a day that all of them have the month of', () => {
    const parts = cut('Valid from 2 March 2027 on', 'Valid from 3 March 2027 on', 'Valid from 9 March 2027 on');
    expect(parts.map(([, first]) => first)).toEqual(['2 March 2027']);
  });

  test('and not where nothing is alike', () => expect(cut('Rope', 'Oil, tinned', 'Tar')).toHaveLength(1));
});
