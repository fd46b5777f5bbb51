import { describe, expect, test } from '@jest/globals';
import { accuracyOf, type CoverOptions, coverMessage, fallsShort, type Made } from './index.js';

const made = (more: Partial<Made> = {}): Made => ({
  wants: [],
  verdict: 'sound',
  reasons: [],
  sieve: 's',
  layout: null,
  category: null,
  fields: { vessel: 'Tern', nights: null, length: null },
  rows: [],
  evidence: {},
  problems: [{ code: 'YS-VALUE-NUMBER', path: 'length', text: 'No number.', in: null, start: null, end: null }],
  hits: [],
  ...more,
});
const options = { message: 'm', fields: ['vessel', 'nights', 'length'], rows: false, expected: null };
const states = (from: Made, more: Partial<CoverOptions> = {}) =>
  Object.values(coverMessage(from, { ...options, ...more }).cells).map(({ state }) => state);
const expecting = (fields: object, rows: CoverOptions['expected'] extends infer E ? E : never = null) => ({
  expected: { fields: fields as Record<string, string | null>, rows: rows?.rows ?? null },
});

describe('a cell of the grid', () => {
  test('is found, missing or a problem', () => {
    expect(states(made())).toEqual(['found', 'missing', 'problem']);
  });

  test('is right or wrong where somebody judged it, and no problem where null is right', () => {
    const judged = expecting({ vessel: 'Tern', nights: '3', length: null });
    expect(states(made(), judged)).toEqual(['found', 'wrong', 'missing']);
    const { cells } = coverMessage(made(), { ...options, ...judged });
    expect(cells.nights).toMatchObject({ right: false, expected: '3', value: null });
    expect([cells.vessel?.right, cells.length?.problem]).toEqual([true, 'No number.']);
  });

  test('is changed where the rules made something else of it before, unless it is judged', () => {
    const before = made({ fields: { vessel: 'Gull', nights: null, length: null } });
    expect(states(made(), { before })).toEqual(['changed', 'missing', 'problem']);
    const { cells } = coverMessage(made(), { ...options, before, ...expecting({ vessel: 'Tern' }) });
    expect(cells.vessel).toMatchObject({ state: 'found', right: true, was: 'Gull' });
    expect(states(made(), { before, ...expecting({ vessel: 'Gull' }) })[0]).toBe('wrong');
  });

  test('is not tried while a question has no answer, and that falls short of what is expected', () => {
    const asked = made({ wants: [{} as never], fields: {} });
    expect(states(asked)).toEqual(['not tried', 'not tried', 'not tried']);
    expect(fallsShort([coverMessage(asked, options)])).toBe(false);
    expect(fallsShort([coverMessage(asked, { ...options, ...expecting({ vessel: null }) })])).toBe(true);
  });
});

describe('accuracy', () => {
  test('counts what is right among what is judged, and rows with every cell right', () => {
    const rows = { ...options, rows: true };
    const wanted = [{ item: 'a' }, { item: 'b' }, { item: 'c' }];
    const messages = [
      coverMessage(made({ rows: [{ item: 'a' }, { item: 'x' }] }), {
        ...rows,
        expected: { fields: { vessel: 'Tern', nights: 3 }, rows: wanted },
      }),
      coverMessage(made({ rows: [{ item: 'q' }] }), { ...rows, expected: { fields: { vessel: 'Gull' }, rows: [] } }),
      coverMessage(made({ rows: [{ item: 'n' }] }), rows),
    ];
    const { fields, rows: counted } = accuracyOf(messages);
    expect(fields.map(({ field, judged, right }) => [field, judged, right])).toEqual([
      ['vessel', 2, 1],
      ['nights', 1, 0],
      ['length', 0, 0],
    ]);
    expect(counted).toEqual({ expected: 3, right: 1, extra: 1 });
    expect(messages.map((message) => [message.rows?.found, message.rows?.expected])).toEqual([
      [2, 3],
      [1, 0],
      [1, null],
    ]);
    expect(fallsShort(messages)).toBe(true);
    expect(fallsShort(messages.slice(2))).toBe(false);
  });
});
