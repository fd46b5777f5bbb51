import { describe, expect, test } from '@jest/globals';
import type { ItemMark } from '../model.js';
import { type Boundary, cutItems } from './cut-items.js';

/** `a` to `d` are the lines of an item, a capital one stands badly; a stroke stands where an item is likely to begin. */
function cut(written: string, required = 'a'): string[] {
  const letters = [...written.replaceAll('|', '')];
  const marks = letters.map((letter, i): ItemMark => {
    const line = { start: 10 * i, end: 10 * i + 9 };
    const landmark = letter.toLowerCase().charCodeAt(0) - 97;
    return { landmark, from: line.start, end: line.end, line, share: letter === letter.toLowerCase() ? 1 : 0.7 };
  });
  const told = written.includes('|');
  const groups = written.split('|').map(({ length }) => length);
  const likely = new Set(groups.map((_, i) => groups.slice(0, i).reduce((sum, length) => sum + length, 0)));
  const boundaries = letters.map((_, i): Boundary => (!told ? 'unknown' : likely.has(i) ? 'likely' : 'unlikely'));
  const make = { required: [...'abcd'].map((letter) => required.includes(letter)) };
  return cutItems(marks, boundaries, make).map((item) => item.map(({ landmark }) => 'abcd'[landmark]).join(''));
}

describe('the lines of several items are cut where the fewest are missing', () => {
  test.each([
    ['nothing', '', []],
    ['whole items', 'abcdabcd', ['abcd', 'abcd']],
    ['lines left out', 'abdacd', ['abd', 'acd']],
    ['the first line left out of one', 'abcdbcdabcd', ['abcd', 'bcd', 'abcd']],
    ['all but one left out', 'abcddabcd', ['abcd', 'd', 'abcd']],
    ['other orders', 'abcdbadcabcd', ['abcd', 'badc', 'abcd']],
    ['other orders and lines left out', 'adbacdabcd', ['ad', 'bacd', 'abcd']],
    ['a place that stands badly is none of theirs', 'abCcdabcd', ['abcd', 'abcd']],
    ['but an item may stand badly as a whole', 'ABCDabcd', ['abcd', 'abcd']],
  ])('%s', (_, written, items) => {
    expect(cut(written)).toEqual(items);
  });

  test('a blank line tells two items from one with its lines elsewhere', () => {
    expect(cut('ab|cd', 'abcd')).toEqual(['abcd']);
    expect(cut('ad|bacd|abcd')).toEqual(['ad', 'bacd', 'abcd']);
  });

  test('no item holds a line twice', () => {
    const items = cut('aabbccddabab');
    for (const item of items) expect(new Set(item).size).toBe(item.length);
    expect(items.join('')).toBe('aabbccddabab');
  });
});
