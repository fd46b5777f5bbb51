import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { compileSieve, withSamples } from './index.js';

const source = `# A remark at the top.
sieve: s
fields:
  vessel: { type: text }   # kept
  code:   { type: text }

samples:
  # the usual form
  - message: samples/1.eml   # first
    expect: { vessel: Tern, code: 007 }
  - message: samples/2.eml
rules:
  - { kind: pattern, find: '(?<vessel>\\w+)' }   # after the samples
`;

describe('samples in a source text', () => {
  test('nothing differs: the text stays as it is, to the byte', () => {
    expect(withSamples(source, [{ message: 'samples/1.eml', expect: { vessel: 'Tern', code: '007' } }])).toBe(source);
    expect(withSamples(source, [])).toBe(source);
    const demo = readFileSync(new URL('../../../../demo/berths/berth-request.sieve.yaml', import.meta.url), 'utf8');
    const samples = compileSieve(demo).source.samples ?? [];
    expect(
      withSamples(
        demo,
        samples.map(({ message, expect: all }) => ({ message, expect: all ?? null })),
      ),
    ).toBe(demo);
  });

  test('changed, added and taken away, with everything around them and all remarks as they were', () => {
    const text = withSamples(source, [
      { message: 'samples/1.eml', expect: { vessel: 'Gull', code: '1.10' } },
      { message: 'samples/3.eml', expect: { vessel: null, code: '2027-05-01' } },
    ]);
    const [before, after] = source.split(/samples:\n[\s\S]*(?=rules:)/);
    expect(text.startsWith(before ?? '')).toBe(true);
    expect(text.endsWith(after ?? '')).toBe(true);
    expect(text).toContain('# the usual form');
    expect(text).toContain('# first');
    const sieve = compileSieve(text);
    expect(sieve.source.samples).toEqual([
      { message: 'samples/1.eml', expect: { vessel: 'Gull', code: '1.10' } },
      { message: 'samples/2.eml' },
      { message: 'samples/3.eml', expect: { vessel: null, code: '2027-05-01' } },
    ]);
    expect(compileSieve(withSamples(text, [{ message: 'samples/1.eml', expect: null }])).source.samples?.[0]).toEqual({
      message: 'samples/1.eml',
    });
  });

  test('a text without samples gets them at its end', () => {
    const bare = 'sieve: s\nfields: { vessel: { type: text } }';
    const text = withSamples(bare, [{ message: 'a.eml', expect: { vessel: 'Tern' } }]);
    expect(text).toBe(`${bare}\n\nsamples:\n  - message: a.eml\n    expect:\n      vessel: Tern\n`);
  });

  test('amounts are written as people do, and an amount as in records reads back too', () => {
    const paid = 'sieve: s\nfields: { paid: { type: amount } }\n';
    const expected = { paid: { value: 40.5, currency: 'GBP' } };
    const text = withSamples(paid, [{ message: 'a.eml', expect: expected }]);
    expect(text).toContain('paid: 40.5 GBP\n');
    expect(compileSieve(text).samples[0]?.expected?.fields).toEqual(expected);
    const asInRecords = text.replace('40.5 GBP', '{ value: 40.50, currency: GBP }');
    expect(compileSieve(asInRecords).samples[0]?.expected?.fields).toEqual(expected);
  });

  test('rows and lists are written so that they read back', () => {
    const rows =
      'sieve: s\nfields: { tags: { type: text, many: true } }\nrows: { columns: { item: { type: text } } }\n';
    const expected = { tags: ['a', 'b'], rows: [{ item: 'x: y' }, { item: null }] };
    const text = withSamples(rows, [{ message: 'a.eml', expect: expected }]);
    expect(compileSieve(text).samples[0]?.expected).toEqual({
      fields: { tags: ['a', 'b'] },
      rows: [{ item: 'x: y' }, { item: null }],
    });
  });
});
