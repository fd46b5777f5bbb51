import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../../reading/index.js';
import { compileSieve, noFacts, seenQuestions, sift, tryCompileSieve } from '../index.js';

const sieve = {
  sieve: 's',
  locale: 'en-GB',
  fields: {
    from: { type: 'date' },
    to: { type: 'date' },
    total: { type: 'amount', currency: 'GBP' },
    stated: { type: 'integer' },
  },
  rows: {
    columns: {
      part: { type: 'text' },
      price: { type: 'amount', currency: 'GBP' },
      limit: { type: 'amount', currency: 'GBP' },
    },
  },
  rules: [
    { kind: 'table', name: 'parts', columns: { part: 'Part', price: 'Price', limit: 'Limit' } },
    { kind: 'pattern', name: 'dates', find: 'from (?<from>~date~) to (?<to>~date~)' },
    { kind: 'pattern', name: 'total', find: 'Total: (?<total>~amount~)' },
    { kind: 'pattern', name: 'stated', find: '(?<stated>\\d+) parts' },
    {
      kind: 'cut',
      name: 'total again',
      beside: true,
      fills: 'total',
      steps: [{ after: 'in all' }, { before: { edge: 'line end' } }],
    },
  ],
};

const letter = `Parts from 3 May 2027 to 1 May 2027, 3 parts

Part    Price    Limit
Rope    £5.00    £9.00
Oil     £12.00   £9.00

Total: £17.00
in all £17.00
`;

async function outcomeOf(checks: object[], text = letter) {
  const result = sift(
    await readMessage(Buffer.from(`Subject: x\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n${text}`)),
    compileSieve({ ...sieve, checks }),
  );
  if (result.kind !== 'outcome') throw new Error('nothing is asked here');
  return result.outcome;
}
const failed = async (check: object, text?: string) =>
  (await outcomeOf([check], text)).problems.map(({ path, text }) => [path, text]);

describe('a check that does not hold marks what it is about', () => {
  test.each([
    [
      { that: ['to', 'after', { field: 'from' }], say: 'It ends before it begins' },
      [['to', 'It ends before it begins.']],
    ],
    [{ that: ['total', 'between', [1, 10]], say: 'An odd total' }, [['total', 'An odd total.']]],
    [
      { that: ['price', 'at most', { field: 'limit' }], say: 'Dearer than allowed' },
      [['rows[1].price', 'Dearer than allowed.']],
    ],
    [{ that: ['part', 'matches', '^~word~$'], say: 'No word' }, []],
    [
      { that: ['rows.count', 'is', { field: 'stated' }], say: 'Not as many as it says' },
      [['stated', 'Not as many as it says.']],
    ],
    [{ that: ['rows.price', 'sum is', { field: 'total', within: 0.01 }], say: 'They do not add up' }, []],
  ])('%j', async (check, problems) => {
    expect(await failed(check)).toEqual(problems);
  });

  test('in the words of its author, and the record goes to review', async () => {
    const outcome = await outcomeOf([{ that: ['to', 'after', { field: 'from' }], say: 'It ends before it begins' }]);
    expect(outcome.verdict).toBe('review');
    expect(outcome.reasons).toEqual([{ code: 'YS-CHECK-FAILED', text: 'It ends before it begins.' }]);
  });
});

describe('values that an earlier record had', () => {
  const check = { unique: ['total', 'to'], within_days: 30 };
  const compiled = (more: object = {}) => compileSieve({ ...sieve, checks: [{ ...check, ...more }] });
  const made = async (one: ReturnType<typeof compiled>, facts = noFacts) => {
    const result = sift(await readMessage(Buffer.from(letter)), one, facts);
    if (result.kind !== 'outcome') throw new Error('nothing is asked here');
    return result;
  };

  test('are asked for by what they are, and send the record to review', async () => {
    const one = compiled();
    const first = await made(one);
    expect(first.outcome.problems).toEqual([]);
    const [question] = seenQuestions(one, first.values);
    expect(question).toMatchObject({ values: { total: '17 GBP', to: expect.any(String) }, days: 30 });
    const seen = { [question?.key ?? '']: { received: '2026-11-03T09:00:00.000Z', link: '/api/v1/records/1' } };
    const again = await made(one, { ...noFacts, seen });
    expect(again.outcome.problems).toMatchObject([
      { code: 'YS-CHECK-SEEN', path: 'total', text: expect.stringContaining('/api/v1/records/1') },
    ]);
    expect(again.outcome.verdict).toBe('review');
    expect((await made(compiled({ say: 'Billed twice' }), { ...noFacts, seen })).outcome.reasons).toMatchObject([
      { text: 'Billed twice.' },
    ]);
  });

  test('are of fields, where days are named', () => {
    const result = tryCompileSieve({ ...sieve, checks: [{ unique: ['totl'], within_days: 30 }] });
    expect(result.ok ? [] : result.problems).toMatchObject([
      { code: 'YS-SIEVE-UNKNOWN-FIELD', path: 'checks[0].unique' },
    ]);
  });
});

describe('two rules that must agree', () => {
  const check = { agree: 'total', with: 'total again' };

  test('do, and the second fills nothing', async () => {
    const outcome = await outcomeOf([check]);
    expect(outcome.problems).toEqual([]);
    expect(outcome.trace.find(({ rule }) => rule === 'total again')).toMatchObject({ filled: [], left: ['total'] });
    expect(outcome.evidence.total?.[0]?.rule).toBe('total');
  });

  test.each([
    ['in all £19.00', 'It is “17 GBP” by its rule, and “19 GBP” by “total again”.'],
    ['nothing more', 'It is “17 GBP” by its rule, and nothing by “total again”.'],
  ])('do not: %s', async (words, said) => {
    expect(await failed(check, letter.replace('in all £17.00', words))).toEqual([['total', said]]);
    expect(await failed({ ...check, say: 'Two totals' }, letter.replace('in all £17.00', words))).toEqual([
      ['total', 'Two totals.'],
    ]);
  });

  test('are named at their line when one does not run beside', () => {
    const result = tryCompileSieve({ ...sieve, checks: [{ agree: 'total', with: 'total' }] });
    expect(result.ok ? [] : result.problems).toMatchObject([{ code: 'YS-CHECK-BESIDE', path: 'checks[0].with' }]);
  });
});
