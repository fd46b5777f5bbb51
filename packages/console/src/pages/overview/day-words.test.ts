import { expect, test } from '@jest/globals';
import { dayName, daySentence } from './day-words';

test('a day is named as such wherever it is read', () => {
  expect(dayName('2027-05-03')).toBe('3 May');
});

test('a day’s counts are a sentence', () => {
  const counts = { waiting: 0, done: 5, review: 2, skipped: 1, failed: 0 };
  expect(daySentence({ day: '2027-05-03', counts })).toBe(
    '3 May: 8 arrived, 5 done, 2 want review, 1 skipped, 0 failed, 0 waiting',
  );
});
