import { describe, expect, test } from '@jest/globals';
import { statedQuantities } from './quantity-words.js';

const numbersIn = (text: string) => [...new Set(statedQuantities(text).map(({ number }) => number))];

describe('words for a number of things', () => {
  test.each([
    [12, ['a dozen', 'ein Dutzend', 'une douzaine', 'una docena', 'uma dúzia', 'een dozijn', 'et dusin']],
    [10, ['une dizaine', 'una decena', 'uma dezena', 'een tiental']],
    [15, ['une quinzaine', 'una quincena', 'uma quinzena']],
    [20, ['une vingtaine', 'una veintena', 'uma vintena', 'et snes']],
    [30, ['une trentaine']],
    [40, ['une quarantaine']],
    [50, ['une cinquantaine']],
    [60, ['une soixantaine']],
    [100, ['une centaine', 'una centena', 'uma centena']],
    [2, ['a pair', 'a couple', 'une paire', 'ein Paar', 'et par']],
  ])('%i: %j', (number, all) => {
    for (const words of all) expect([words, numbersIn(words)]).toEqual([words, [number]]);
  });

  test.each([
    ['half a dozen bunches', [6]],
    ['three dozen eggs', [36]],
    ['2 pairs of shackles', [4]],
    ['drei Dutzend', [36]],
    ['negentien dozen', [19 * 12]],
    ['achttien', [18]],
  ])('%s is %j', (text, numbers) => expect(numbersIn(text)).toEqual(expect.arrayContaining(numbers)));
});
