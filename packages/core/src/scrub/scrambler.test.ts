import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Scrambler } from './scrambler.js';

const one = new Scrambler('one');
const other = new Scrambler('other');

describe('words and figures become others', () => {
  test('of the same length, case and kind of character, whatever the script', () => {
    const kindOf = (character: string) =>
      ['Lu', 'Ll', 'Lo', 'N'].find((kind) => new RegExp(`\\p{${kind}}`, 'u').test(character)) ?? character;
    const scripts = ['Ottoline', 'MÜLLER', 'Ångström', 'Ελένη', 'Наталья', 'שרה', '佐藤', 'o’Brien-Smythe', 'B2'];
    for (const word of scripts) {
      const made = one.word(word);
      expect(made).not.toBe(word);
      expect([...made].map(kindOf)).toEqual([...word].map(kindOf));
    }
    expect(one.word('\u{10780}a').length).toBe(3);
    fc.assert(fc.property(fc.string({ unit: 'binary' }), (text) => one.word(text).length === text.length));
  });

  test('the same for the same word however it is written, another with another key', () => {
    expect(one.word('MARSH').toLowerCase()).toBe(one.word('marsh'));
    expect(one.word('Marsh')).not.toBe(other.word('Marsh'));
  });

  test('a number that begins with no 0 begins with none afterwards', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10000, max: 10 ** 12 }), (number) => {
        const made = one.figures(String(number));
        return made.length === String(number).length && !made.startsWith('0');
      }),
    );
    expect(one.figures('00481')).toMatch(/^0\d{4}$/);
  });

  test('a phone number is the same in every way of writing it, and keeps country and area', () => {
    const [national, international] = [one.phone('07700 900412'), one.phone('+44 (0)7700-900412')];
    expect(national).toMatch(/^07700 \d{6}$/);
    expect(national).not.toBe('07700 900412');
    expect(international.slice(-6)).toBe(national.slice(-6));
    expect(international.startsWith('+44 (0)7700-')).toBe(true);
  });

  test.each([
    ['o.marsh@skerry.example', /^[a-z]\.[a-z]{5}@[a-z]{6}\.example$/],
    ['o.marsh@long-name.skerry.co.uk', /^[a-z]\.[a-z]{5}@[a-z]{4}-[a-z]{4}\.[a-z]{7}\.test$/],
    ['Sales+42@harbour.com', /^[A-Z][a-z]{4}\+\d\d@[a-z]{6}\.test$/],
    ['mailer-daemon@harbour.com', /^mailer-daemon@[a-z]{6}\.test$/],
  ])('the address %s leads nowhere', (address, pattern) => {
    const made = one.address(address);
    expect(made).toMatch(pattern);
    expect(made).toHaveLength(address.length);
  });

  test('an address of the web keeps its scheme, its marks and its escapes', () => {
    const url = 'https://berths.harbour.com/book/ot%20line?id=48213#top';
    const made = one.url(url);
    expect(made).toMatch(
      /^https:\/\/[a-z]{6}\.[a-z]{6}\.test\/[a-z]{4}\/[a-z]{2}%20[a-z]{4}\?[a-z]{2}=\d{5}#[a-z]{3}$/,
    );
    expect(made).toHaveLength(url.length);
  });
});
