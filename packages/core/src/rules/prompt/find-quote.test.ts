import { describe, expect, test } from '@jest/globals';
import { wholeView } from '../../reading/index.js';
import { findQuotes } from './find-quote.js';

const found = (text: string, quote: string) => {
  const [range] = findQuotes(wholeView('message.text', text), quote);
  return range ? text.slice(range.start, range.end) : null;
};

describe('a quote in a text', () => {
  test.each([
    ['our boat, the  Old\nMarigold, stays', 'the old marigold', 'the  Old\nMarigold'],
    ['a\u00a0b', 'A B', 'a\u00a0b'],
    ['İstanbul pier', 'pier', 'pier'],
    ['tern', 'tern ', 'tern'],
    ['say “yes” – now', '"Yes" - now', 'yes” – now'],
    ['for 20.50 GBP', '20', null],
    ['at 9:30', '30', null],
    ['Terns', 'tern', null],
    ['+447700900412', '7700', null],
    ['12m', '12', '12'],
    ['東京港', '京', '京'],
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
