import { expect, test } from '@jest/globals';
import { keyOf, labelKeys } from './label-keys';

const categories = (count: number) =>
  [...Array.from({ length: count }, (_, i) => `c${i + 1}`), 'none of these'].map((category) => ({
    category,
    about: null,
    owner: null,
    by_condition: false,
    labelled: 0,
    weeks: [],
  }));

test('the first nine categories have the keys 1 to 9, none of these has 0', () => {
  expect(labelKeys(categories(2))).toEqual([
    ['1', 'c1'],
    ['2', 'c2'],
    ['0', null],
  ]);
  const keys = labelKeys(categories(11));
  expect(keys.map(([key]) => key).join('')).toBe('1234567890');
  expect(keyOf(categories(11), 10)).toBe('');
});
