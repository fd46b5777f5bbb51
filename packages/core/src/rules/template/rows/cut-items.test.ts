import { describe, expect, test } from '@jest/globals';
import type { ItemMark } from '../model.js';
import { normalise } from '../text/lines.js';
import { type Boundary, boundariesOf, cutItems } from './cut-items.js';

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

/** Where items are likely to begin in a text whose lines are `a` to `d` of an item, or free words. */
function boundaries(text: string, above = 0): Boundary[] {
  const lines = normalise(text, 100);
  const marks = lines.flatMap(({ start, end }): ItemMark[] => {
    const words = text.slice(start, end);
    if (!/^[a-d]$/.test(words)) return [];
    return [{ landmark: words.charCodeAt(0) - 97, from: start, end, line: { start, end }, share: 1 }];
  });
  return boundariesOf(marks, lines, above, [], () => false);
}

describe('an item is likely to begin', () => {
  test('behind a blank line, and not within a stretch without', () => {
    expect(boundaries('a\nb\n\na\nb')).toEqual(['unknown', 'unlikely', 'likely', 'unlikely']);
  });

  test('nowhere in particular where there is no blank line, or every line has one', () => {
    expect(boundaries('a\nb\na\nb')).toEqual(['unknown', 'unknown', 'unknown', 'unknown']);
    expect(boundaries('a\n\nb\n\na\n\nb')).toEqual(['unknown', 'unknown', 'unknown', 'unknown']);
  });

  test('behind a blank line where the lines of an item stand the other way round, too', () => {
    expect(boundaries('b\na\n\nb\na\n\nb\na')).toEqual([
      'unknown',
      'unlikely',
      'likely',
      'unlikely',
      'likely',
      'unlikely',
    ]);
  });

  test('where as many lines stand above its first words as an item has', () => {
    expect(boundaries('a\nb\nTern\na\nb', 1)).toEqual(['unknown', 'unlikely', 'likely', 'unlikely']);
    expect(boundaries('a\nb\na\nb', 1)).toEqual(['unknown', 'unlikely', 'unknown', 'unlikely']);
  });
});
