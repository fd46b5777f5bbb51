import { describe, expect, test } from '@jest/globals';
import { stepFrom, type WordStep, wordsOf } from './word-steps';

const text = 'Vessel: Selkie of Skerry\n\nLength: 21.5 m\nE-mail: o.marsh@skerry.example';
const words = wordsOf(text);
const wordAt = (at: number) => text.slice(words[at]?.start, words[at]?.end);

test('figures and addresses are one word', () => {
  expect(words.map((_, i) => wordAt(i))).toEqual([
    'Vessel',
    'Selkie',
    'of',
    'Skerry',
    'Length',
    '21.5',
    'm',
    'E-mail',
    'o.marsh@skerry.example',
  ]);
});

describe('steps from word to word', () => {
  test.each<[number, WordStep, string]>([
    [0, 'next', 'Selkie'],
    [0, 'previous', 'Vessel'],
    [1, 'below', '21.5'],
    [5, 'above', 'Selkie'],
    [8, 'below', 'o.marsh@skerry.example'],
    [4, 'last', 'o.marsh@skerry.example'],
    [4, 'first', 'Vessel'],
  ])('from the %sth, %s', (at, step, word) => {
    expect(wordAt(stepFrom(text, words, at, step))).toBe(word);
  });
});
