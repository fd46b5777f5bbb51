import { describe, expect, test } from '@jest/globals';
import { wholeView } from '../../reading/index.js';
import { findQuote } from './find-quote.js';

const found = (text: string, quote: string) => {
  const range = findQuote(wholeView('message.text', text), quote);
  return range && text.slice(range.start, range.end);
};

describe('a quote in a text', () => {
  test.each([
    ['our boat, the  Old\nMarigold, stays', 'the old marigold', 'the  Old\nMarigold'],
    ['a\u00a0b', 'A B', 'a\u00a0b'],
    ['İstanbul pier', 'pier', 'pier'],
    ['tern', 'tern ', 'tern'],
    ['tern', 'gull', null],
    ['tern', '  ', null],
  ])('%j, quoted as %j', (text, quote, expected) => {
    expect(found(text, quote)).toBe(expected);
  });

  test('is found in a long text in no time to speak of', () => {
    // Folding piece by piece once took minutes here; the runner’s patience is the only clock.
    const text = `${'Vessel: abcdefgh\n'.repeat(60_000)}the Old Marigold`;
    expect(found(text, 'old marigold')).toBe('Old Marigold');
  });
});
