import { describe, expect, test } from '@jest/globals';
import { findValue } from './find-value.js';

const letter = `Dear harbour,\n\nour boat, the Old Marigold, is 12 m long. We arrive on 18 December 2026 and stay for three nights.\nReach me at s.holm@holm.example or +44 7700 900644. The visitors pier, please.\n\nSaskia Holm`;
const find = (name: string, type: string, choices: string[] | null = null, text = letter) =>
  findValue({ name, type, choices }, text).value;

describe('the stand-in reads', () => {
  test.each([
    ['vessel', 'text', 'Old Marigold'],
    ['skipper', 'text', 'Saskia Holm'],
    ['arrival', 'date', '18 December 2026'],
    ['nights', 'integer', 3],
    ['length', 'number in m', 12],
    ['email', 'email', 's.holm@holm.example'],
    ['phone', 'phone', '+44 7700 900644'],
    ['draught', 'number in ft', null],
  ])('%s (%s)', (name, type, value) => {
    expect(find(name, type)).toBe(value);
  });

  test('choices by their name, labels before words', () => {
    expect(find('pier', 'choice', ['North', 'Visitors'])).toBe('Visitors');
    expect(find('vessel', 'text', null, 'Vessel: Tern\nour boat, the Marigold')).toBe('Tern');
  });

  test('whatever it says is quoted from the message', () => {
    const { quote } = findValue({ name: 'nights', type: 'integer', choices: null }, letter);
    expect(letter).toContain(quote);
  });
});
