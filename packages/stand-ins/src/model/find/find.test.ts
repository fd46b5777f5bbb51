import { describe, expect, test } from '@jest/globals';
import { daysIn } from './days.js';
import { namesIn } from './names.js';
import { amountsIn, emailsIn, phonesIn } from './plain-values.js';
import { quantitiesIn } from './quantities.js';
import { letterOf } from './spot.js';
import { timesIn } from './times.js';

/** Monday, 5 April 2027. */
const written = '2027-04-05';
const letter = (text: string) => letterOf(text, written);

describe('days', () => {
  test.each([
    ['We come tomorrow.', ['2027-04-06']],
    ['Wir kommen übermorgen an.', ['2027-04-07']],
    ['Nous venons jeudi prochain.', ['2027-04-08']],
    ['el próximo viernes', ['2027-04-09']],
    ['na segunda-feira', ['2027-04-12']],
    ['dinsdag 20 april', ['2027-04-20']],
    ['den 3. maj 2027', ['2027-05-03']],
    ['from 28 April to 2 May', ['2027-04-28', '2027-05-02']],
    ['on the 20th of June', ['2027-06-20']],
    ['in three days', ['2027-04-08']],
    ['vor zwei Wochen', ['2027-03-22']],
    ['on Monday 19', ['2027-04-19']],
    ['2027-12-24 or 24.12.2027', ['2027-12-24', '2027-12-24']],
    ['on 9 April, or the day after', ['2027-04-09', '2027-04-10']],
    ['12.50 each', []],
  ])('%s', (text, days) => {
    expect(daysIn(letter(text), false).map(({ value }) => value)).toEqual(days);
  });

  test('a bare weekday is the one before, where what is asked lies behind', () => {
    expect(daysIn(letter('on Friday'), true).map(({ value }) => value)).toEqual(['2027-04-02']);
  });
});

test.each([
  ['at half past two', '14:30'],
  ['um halb acht', '07:30'],
  ['à deux heures et demie', '14:30'],
  ['a las cuatro y media de la tarde', '16:30'],
  ['às 9h15', '09:15'],
  ['kwart voor negen', '08:45'],
  ['kl. 14.30', '14:30'],
  ['by quarter to seven in the morning', '06:45'],
  ['at noon', '12:00'],
  ['before 8', '08:00'],
  ['at 3 pm', '15:00'],
])('times: %s', (text, time) => {
  expect(timesIn(letter(text)).map(({ value }) => value)).toEqual([time]);
});

test.each([
  ['two boxes', [2]],
  ['half a dozen bunches', [6]],
  ['a dozen and a half rolls', [18]],
  ['zweiundzwanzig Stühle für die Gäste', [22]],
  ['une vingtaine de bancs pour nous', [20]],
  ['trinta e cinco pratos para o dia', [35]],
  ['quatre-vingt-dix chaises avec nous', [90]],
  ['2 lamps to mend and we have 1,250 more', [2, 1250]],
  ['We go to the harbour.', []],
])('numbers: %s', (text, numbers) => {
  expect(quantitiesIn(letter(text)).flatMap(({ value, isArticle }) => (isArticle ? [] : [value]))).toEqual(numbers);
});

test('money, addresses and numbers to ring', () => {
  const text = 'Pay £1,250.50 or twenty-two euros to nell@calder.example, +44 7700 900123.';
  expect(amountsIn(letter(text)).map(({ value }) => value)).toEqual(['1250.50 GBP', '22.00 EUR']);
  expect(emailsIn(letter(text)).map(({ value }) => value)).toEqual(['nell@calder.example']);
  expect(phonesIn(letter(text)).map(({ value }) => value)).toEqual(['+44 7700 900123']);
});

test('names are runs of capitals, and no word that only begins its sentence', () => {
  const text = 'The Old Marigold lies here. Please tell Vila do Salgueiro.\n\nUnder Garside as before.';
  expect(namesIn(letter(text)).map(({ value }) => value)).toEqual(['Old Marigold', 'Vila do Salgueiro', 'Garside']);
});
