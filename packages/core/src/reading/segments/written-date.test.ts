import { expect, test } from '@jest/globals';
import { writtenDate } from './written-date.js';

test.each([
  ['Mon, 3 May 2027 09:12:00 +0100', '2027-05-03T09:12:00+01:00'],
  ['Monday, May 3, 2027 9:12 PM', '2027-05-03T21:12:00'],
  ['Montag, 3. Mai 2027 um 09:12', '2027-05-03T09:12:00'],
  ['lundi 3 mai 2027 à 09h12', '2027-05-03T09:12:00'],
  ['lunes, 3 de mayo de 2027 9:12', '2027-05-03T09:12:00'],
  ['3 de maio de 2027 09:12:44 BRT', '2027-05-03T09:12:44'],
  ['3. maj 2027 kl. 09.12', '2027-05-03T09:12:00'],
  ['maandag 3 mei 2027 09:12', '2027-05-03T09:12:00'],
  ['lunedì 3 maggio 2027 09:12', '2027-05-03T09:12:00'],
  ['2027-05-03 09:12 GMT+02:00', '2027-05-03T09:12:00+02:00'],
  ['03.05.2027 09:12', '2027-05-03T09:12:00'],
  ['25/12/2027 09:12', '2027-12-25T09:12:00'],
  ['03/05/2027 09:12', null],
  ['31. Februar 2027', null],
  ['yesterday', null],
])('%s is %s', (written, date) => {
  expect(writtenDate(written)).toBe(date);
});
