import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf, segmentsOf } from './segments.js';
import { rangesView, toOrigin } from './view.js';

const kinds = (text: string) => segmentsOf(text).map(({ kind, start, end }) => [kind, text.slice(start, end)]);

describe('segments', () => {
  test('a quotation with the line that introduces it, and what is written below', () => {
    expect(kinds('Hello\n\nOn 3 May Nils wrote:\n> Vessel: Tern\n\nAnd more')).toEqual([
      ['own', 'Hello\n\n'],
      ['quoted', 'On 3 May Nils wrote:\n> Vessel: Tern\n'],
      ['own', '\nAnd more'],
    ]);
  });

  test('a signature runs to the end or to a quotation', () => {
    expect(kinds('Hello\n-- \nNils\nHarbour office\n> quoted')).toEqual([
      ['own', 'Hello\n'],
      ['signature', '-- \nNils\nHarbour office\n'],
      ['quoted', '> quoted'],
    ]);
  });

  test('a line of dashes is no signature', () => {
    expect(kinds('a\n-----\nb')).toEqual([['own', 'a\n-----\nb']]);
  });

  test('they cover any text exactly, in order, each with a reason', () => {
    const line = fc.constantFrom('', 'text', '> quoted', '-- ', '--', 'On 1 May X wrote:', '  > deep', 'Vessel: Tern');
    fc.assert(
      fc.property(fc.array(line), (lines) => {
        const text = lines.join('\n');
        const segments = segmentsOf(text);
        expect(segments.map(({ start, end }) => text.slice(start, end)).join('')).toBe(text);
        expect(segments.every(({ reason }) => reason.length > 0)).toBe(true);
      }),
    );
  });
});

describe('a view of some ranges', () => {
  const text = 'own one\n> quoted\nown two\n';
  const view = rangesView('message.text', text, bodyOf(segmentsOf(text)));

  test('shows only these', () => {
    expect(view.text).toBe('own one\nown two\n');
  });

  test('maps back, in pieces where it runs over what was left out', () => {
    const at = view.text.indexOf('two');
    expect(toOrigin(view, at, at + 3).map(({ start, end }) => text.slice(start, end))).toEqual(['two']);
    expect(toOrigin(view, 4, view.text.length).map(({ start, end }) => text.slice(start, end))).toEqual([
      'one\n',
      'own two\n',
    ]);
  });
});
