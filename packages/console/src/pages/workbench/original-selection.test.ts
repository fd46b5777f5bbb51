import { describe, expect, test } from '@jest/globals';
import { marksQuery, sameWords } from './original-selection';

describe('what is selected in the original', () => {
  const text = 'Vessel: Tern\nOwner: Tern Marsh\nPrice (net): £5.00 *\n';
  const at = (words: string, before: string) => {
    const found = sameWords(text, words, before);
    return found && text.slice(found.start, found.end);
  };

  test('is found in the text, though spaces differ', () => {
    expect(at('Tern  Marsh', 'Vessel: Tern Owner: ')).toBe('Tern Marsh');
    expect(at('Tern\nOwner', 'Vessel: ')).toBe('Tern\nOwner');
  });

  test('of several places is the one with as many before it', () => {
    expect(sameWords(text, 'Tern', 'Vessel: ')?.start).toBe(8);
    expect(sameWords(text, 'Tern', 'Vessel: Tern Owner: ')?.start).toBe(20);
  });

  test('may have signs that mean something else in a pattern', () => {
    expect(at('(net): £5.00 *', '')).toBe('(net): £5.00 *');
  });

  test('that is not in the text gives nothing', () => {
    expect(at('Kelpie', '')).toBeNull();
    expect(at('   ', '')).toBeNull();
  });
});

test('marks go by the places of their fields', () => {
  const place = { in: 'message.text', start: 8, end: 12, how: 'read', raw: 'Tern', rule: 'x' };
  const evidence = {
    vessel: [place],
    'rows[0].price': [{ ...place, start: 30, end: 35 }],
    other: [{ ...place, in: 'message.subject' }],
  };
  expect(marksQuery(evidence as never, ['owner', 'vessel', 'price'])).toBe('8-12-1,30-35-2');
});
