import { describe, expect, test } from '@jest/globals';
import { type JsonValue, ledgerOf, type MessageOutcome, valueText } from './outcome';

const evidence = (rule: string) => [{ how: 'read' as const, in: 'message.text', start: 0, end: 3, raw: 'abc', rule }];
const step = (rule: string, details: object) => ({
  rule,
  kind: 'template',
  filled: [],
  closed: [],
  problems: [],
  left: [],
  rows: 0,
  steps: 1,
  ...details,
});
const outcome: MessageOutcome = {
  verdict: 'review',
  reasons: [],
  category: null,
  sieve: 'berth-request',
  layout: 'plain form',
  score: 0.9,
  fields: { vessel: 'Tern', arrival: null },
  rows: [],
  evidence: { vessel: evidence('form'), arrival: evidence('form') },
  leftovers: [],
  problems: [
    { code: 'YS-VALUE-DATE', path: 'arrival', text: 'no date', in: null, start: null, end: null },
    { code: 'YS-CHECK-FAILED', path: '', text: 'of the whole', in: null, start: null, end: null },
  ],
  trace: [
    step('other', { slots: [{ field: 'vessel', reads: 'not this one', took: 'x' }] }),
    step('form', {
      slots: [
        { field: 'vessel', reads: 'passed over' },
        { field: 'vessel', reads: 'what follows “Vessel:”', took: 'Tern' },
      ],
    }),
  ],
};

describe('the ledger', () => {
  const [vessel, arrival] = ledgerOf(outcome);

  test('has a row a field, in the sieve’s order', () => {
    expect(ledgerOf(outcome).map(({ field }) => field)).toEqual(['vessel', 'arrival']);
  });

  test('says what the rule that filled the field looked for, of the place it took', () => {
    expect(vessel?.reads).toBe('what follows “Vessel:”');
    expect(arrival?.reads).toBeNull();
  });

  test('puts a problem beside its field, and no other', () => {
    expect(arrival?.problems.map(({ text }) => text)).toEqual(['no date']);
    expect(vessel?.problems).toEqual([]);
  });
});

test.each<[JsonValue, string | null]>([
  [true, 'yes'],
  [['a', { value: 4, currency: 'GBP' }], 'a, 4 GBP'],
  [null, null],
  ['', null],
  [0, '0'],
  [false, 'no'],
  [{ value: 40, currency: 'GBP' }, '40 GBP'],
  [['a', 'b'], 'a, b'],
])('the value %j is shown as %j', (value, text) => {
  expect(valueText(value)).toBe(text);
});
