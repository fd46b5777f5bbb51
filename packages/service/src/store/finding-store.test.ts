import { describe, expect, test } from '@jest/globals';
import { MySqlDialect } from 'drizzle-orm/mysql-core';
import { hasWords, searchable, searchWords } from './finding-store.js';

describe('the words of a search', () => {
  test.each([
    ['one', 'kittiwake', ['kittiwake']],
    ['several', ' kittiwake  north ', ['kittiwake', 'north']],
    ['those in quotes belong together', '"shore power" north', ['shore power', 'north']],
    ['whatever the quotes', '„Brø 3“ “shore power”', ['Brø 3', 'shore power']],
    ['a field with its value', 'vessel=Kittiwake', ['vessel=Kittiwake']],
    ['a value of several words', 'vessel="Storm Petrel" done', ['vessel=Storm Petrel', 'done']],
    ['a quote that never ends', '"shore power', ['shore', 'power']],
    ['nothing but quotes', '"" "', []],
    ['nothing that is seen', '\u200b \u202e', []],
    ['no more than twelve', 'a '.repeat(30), Array<string>(12).fill('a')],
  ])('%s', (_, text, words) => expect(searchWords(text)).toEqual(words));

  test('no more than two hundred letters are looked at', () => {
    expect(searchWords('x'.repeat(5000))).toEqual(['x'.repeat(200)]);
  });

  test.each([
    ['case', 'KITTIWAKE', 'kittiwake'],
    ['accents', 'Fähre Ærø', searchable('fahre ærø')],
    ['what cannot be seen', 'Ki\u200btti\u00adwake', 'kittiwake'],
    ['what turns text around', '\u202eKittiwake', 'kittiwake'],
  ])('%s makes no difference', (_, text, same) => expect(searchable(text)).toBe(same));

  test('letters that mean something to the database are sought as letters', () => {
    const test = hasWords(["50 %_\\'"]);
    if (!test) throw new Error('there is a word');
    const { sql, params } = new MySqlDialect().sqlToQuery(test);
    expect(sql).toContain('LOCATE(BINARY ?');
    expect(params).toEqual(["50 %_\\'"]);
  });

  test('no word is no condition', () => expect(hasWords([])).toBeUndefined());
});
