import { describe, expect, test } from '@jest/globals';
import { context, read } from './reader.fixture.js';

describe('times of day', () => {
  test.each([
    ['14:30', '14:30'],
    ['9:05', '09:05'],
    ['14:30:15', '14:30:15'],
    ['2:30 pm', '14:30'],
    ['2.30pm', '14:30'],
    ['2 p.m.', '14:00'],
    ['12 am', '00:00'],
    ['12:15 pm', '12:15'],
    ['at 14:30', '14:30'],
    ['14h30', '14:30'],
    ['14 h', '14:00'],
    ['14.30 Uhr', '14:30'],
    ['um 14 Uhr', '14:00'],
    ['kl. 14.30', '14:30'],
    ['às 14h30', '14:30'],
    ['à 9h', '09:00'],
    ['1430', '14:30'],
    ['0915', '09:15'],
    ['noon', '12:00'],
    ['Midnight', '00:00'],
    ['14:30 CET', '14:30'],
    ['ca. 14:30', '14:30'],
    ['1430 hrs', '14:30'],
    ['14:30-16:00', 'YS-VALUE-TIME'],
    ['24:00', '00:00'],
    ['25:00', 'YS-VALUE-TIME'],
    ['14:75', 'YS-VALUE-TIME'],
    ['13 pm', 'YS-VALUE-TIME'],
    ['14', 'YS-VALUE-TIME'],
    ['in the morning', 'YS-VALUE-TIME'],
    ['14:30 or 15:00', 'YS-VALUE-TIME'],
    ['', 'YS-VALUE-TIME'],
  ])('“%s” is %s', (raw, expected) => {
    expect(read('time', raw)).toBe(expected);
  });
});

describe('moments', () => {
  test.each([
    ['2027-06-03T14:30:00Z', '2027-06-03T14:30:00Z'],
    ['2027-06-03T14:30:00+02:00', '2027-06-03T14:30:00+02:00'],
    ['3 June 2027 at 14:30', '2027-06-03T14:30:00+01:00'],
    ['3 January 2027, 2:30 pm', '2027-01-03T14:30:00+00:00'],
    ['14:30 on 3 June 2027', '2027-06-03T14:30:00+01:00'],
    ['Thu 3 June 2027 14:30 CET', '2027-06-03T14:30:00+02:00'],
    ['3 January 2027 14:30 CET', '2027-01-03T14:30:00+01:00'],
    ['3 June 2027 14:30 CEST', '2027-06-03T14:30:00+02:00'],
    ['June 3, 2027 2:30 PM Eastern', '2027-06-03T14:30:00-04:00'],
    ['January 3, 2027 2:30 PM Eastern Time', '2027-01-03T14:30:00-05:00'],
    ['3 June 2027 14:30 EST', '2027-06-03T14:30:00-05:00'],
    ['3 June 2027 14:30 UTC+5:30', '2027-06-03T14:30:00+05:30'],
    ['2027-06-03 14:30-05:00', '2027-06-03T14:30:00-05:00'],
    ['3 June 2027 14:30 XYZ', 'YS-VALUE-DATE'],
    ['3 June 2027 14:30 GMT', '2027-06-03T14:30:00Z'],
    ['3 June 2027 14:30 (BST)', '2027-06-03T14:30:00+01:00'],
    ['3 June 2027 14:30 Europe/Lisbon', '2027-06-03T14:30:00+01:00'],
    ['tomorrow at 9', 'YS-VALUE-DATE'],
    ['tomorrow at 9 am', '2026-11-21T09:00:00+00:00'],
    ['09:10 on 3 June 2027', '2027-06-03T09:10:00+01:00'],
    ['09:10 3 June 2027, 16:30', 'YS-VALUE-DATETIME-TWO'],
    ['3 June 2027', 'YS-VALUE-DATETIME-TIME'],
    ['14:30', 'YS-VALUE-DATE'],
    ['soon', 'YS-VALUE-DATE'],
  ])('“%s” is %s', (raw, expected) => {
    expect(read('datetime', raw)).toBe(expected);
  });

  test.each([
    ['de-DE', '3. Juni 2027 um 14:30 Uhr', '2027-06-03T14:30:00+01:00'],
    ['da-DK', '3. juni 2027 kl. 14.30', '2027-06-03T14:30:00+01:00'],
    ['pt-PT', '3 de junho de 2027 às 14h30', '2027-06-03T14:30:00+01:00'],
    ['fr-FR', '3 juin 2027 à 14h30', '2027-06-03T14:30:00+01:00'],
    ['es-ES', '3 de junio de 2027 a las 14:30', '2027-06-03T14:30:00+01:00'],
    ['it-IT', '3 giugno 2027 alle 14:30', '2027-06-03T14:30:00+01:00'],
    ['nl-NL', '3 juni 2027 om 14:30', '2027-06-03T14:30:00+01:00'],
  ])('%s “%s” is %s', (locale, raw, expected) => {
    expect(read('datetime', raw, {}, context(locale))).toBe(expected);
  });

  test('without any zone there is no offset, and a field may have its own', () => {
    const nowhere = context('en-GB', '2026-11-20', null);
    expect(read('datetime', '3 June 2027 14:30', {}, nowhere)).toBe('2027-06-03T14:30:00');
    expect(read('datetime', '3 June 2027 14:30', { timezone: 'Asia/Tokyo' })).toBe('2027-06-03T14:30:00+09:00');
  });
});

describe('lengths of time', () => {
  test.each([
    ['3 days', 'P3D'],
    ['2 h 30 min', 'PT2H30M'],
    ['2h30m', 'PT2H30M'],
    ['1:30', 'PT1H30M'],
    ['an hour', 'PT1H'],
    ['two weeks and three days', 'P2W3D'],
    ['1 year, 2 months', 'P1Y2M'],
    ['90 minutes', 'PT90M'],
    ['1.5 hours', 'PT1.5H'],
    ['P2DT3H', 'P2DT3H'],
    ['3', 'YS-VALUE-DURATION'],
    ['3 apples', 'YS-VALUE-DURATION'],
    ['', 'YS-VALUE-DURATION'],
  ])('“%s” is %s', (raw, expected) => {
    expect(read('duration', raw)).toBe(expected);
  });
});
