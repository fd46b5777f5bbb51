import { describe, expect, test } from '@jest/globals';
import { Report } from '../files/index.js';
import { type Scene, sieveScope } from '../names/index.js';
import { formOf, readMessage } from '../reading/index.js';
import type { Value } from '../values/index.js';
import { type ConditionSource, compileCondition, decide } from './index.js';

const fields = {
  vessel: { type: 'text' },
  length: { type: 'number', unit: 'm' },
  fee: { type: 'amount', currency: 'GBP' },
  paid: { type: 'amount' },
  arrival: { type: 'date' },
  departure: { type: 'date' },
  pier: { type: 'choice', choices: ['North', 'South'] },
  email: { type: 'email' },
  total: { type: 'amount' },
};
const columns = { item: { type: 'text' }, price: { type: 'amount', currency: 'GBP' } };
const reading = await readMessage(
  Buffer.from(
    'From: Nils <nils@gannetbay.example>\nSubject: Berth  Request\nDate: Fri, 14 May 2027 09:12:00 +0100\nX-Form: 7\n\nHello there\n> quoted',
  ),
);

const pounds = (decimal: string): Value => ({ kind: 'amount', decimal, currency: 'GBP' });
const values: Record<string, Value> = {
  vessel: { kind: 'text', text: 'Kitti Wake' },
  length: { kind: 'number', decimal: '21.5', unit: 'm' },
  fee: pounds('40'),
  paid: { kind: 'amount', decimal: '40', currency: 'EUR' },
  arrival: { kind: 'date', date: '2027-06-03' },
  pier: { kind: 'choice', choice: 'North' },
  total: pounds('30.01'),
};

const scene: Scene = {
  reading,
  form: formOf(reading),
  arrival: {
    key: 'k',
    mailbox: 'berths',
    recipient: 'berths+form@gannetbay.example',
    trusted: [],
    admitted: false,
    received: '2027-05-14T08:13:00Z',
  },
  category: 'berth',
  fields: new Map(Object.keys(fields).map((name) => [name, values[name] ?? null])),
  rows: [new Map([['price', pounds('10')]]), new Map([['price', pounds('20')]])],
  row: null,
  record: { 'record.layout': 'plain form' },
};

function compile(source: ConditionSource) {
  const report = new Report(() => ({ line: 1, column: 1 }));
  const context = { language: 'en', region: 'GB', reference: '2027-05-14', zone: null };
  const condition = compileCondition(source, ['when'], { scope: sieveScope(fields, columns), context, report });
  return { condition, problems: report.problems };
}

function holds(source: ConditionSource) {
  const { condition, problems } = compile(source);
  if (!condition) throw new Error(problems.map(({ text }) => text).join(' '));
  const decision = decide(condition, scene);
  return decision.undecidable ? 'undecidable' : decision.holds;
}

describe('every test', () => {
  test.each<[ConditionSource, boolean | 'undecidable']>([
    [['vessel', 'is', 'kitti  wake'], true],
    [['vessel', 'is', 'kitti wake', 'exactly'], false],
    [['vessel', 'is', 'Kitti Wake', 'exactly'], true],
    [['vessel', 'is not', 'Tern'], true],
    [['vessel', 'one of', ['Tern', 'Kitti Wake']], true],
    [['vessel', 'one of', ['Tern']], false],
    [['message.subject', 'contains', 'berth request'], true],
    [['message.subject', 'starts with', 'BERTH'], true],
    [['message.subject', 'ends with', 'berth'], false],
    [['vessel', 'matches', '^kitti\\s'], true],
    [['length', 'over', '20'], true],
    [['length', 'over', '21.5'], false],
    [['length', 'at least', '21.5'], true],
    [['length', 'under', '21.5'], false],
    [['length', 'at most', '21.5'], true],
    [['length', 'between', ['20', '22']], true],
    [['length', 'between', ['22', '30']], false],
    [['fee', 'is', { field: 'paid' }], 'undecidable'],
    [['fee', 'over', { field: 'paid' }], 'undecidable'],
    [['fee', 'at least', '40'], true],
    [['arrival', 'before', '2027-06-04'], true],
    [['arrival', 'after', '2027-06-03'], false],
    [['arrival', 'after', { field: 'departure' }], false],
    [['arrival', 'within days', '20'], true],
    [['arrival', 'within days', '19'], false],
    [['departure', 'missing'], true],
    [['departure', 'present'], false],
    [['departure', 'is not', '2027-06-04'], false],
    [['arrival', 'present'], true],
    [['pier', 'is', 'North'], true],
    [['rows.count', 'is', '2'], true],
    [['rows.price', 'over', '15'], true],
    [{ every: ['rows.price', 'over', '15'] }, false],
    [{ every: ['rows.price', 'over', '5'] }, true],
    [['rows.price', 'sum is', { field: 'total', within: '0.02' }], true],
    [['rows.price', 'sum is', { field: 'total' }], false],
    [['rows.price', 'sum is', { field: 'paid' }], 'undecidable'],
    [['message.from.domain', 'is', 'gannetbay.example'], true],
    [['message.tag', 'is', 'form'], true],
    [['message.headers.x-form', 'is', '7'], true],
    [['message.body', 'contains', 'quoted'], false],
    [['message.quoted', 'contains', 'quoted'], true],
    [['message.size', 'under', '1000'], true],
    [['message.received', 'after', '2027-05-13'], true],
    [['message.thread', 'is', 'new'], true],
    [['message.automatic', 'is', 'true'], false],
    [['record.layout', 'is', 'plain form'], true],
    [
      {
        all: [
          ['length', 'over', '20'],
          ['pier', 'is', 'North'],
        ],
      },
      true,
    ],
    [
      {
        all: [
          ['length', 'over', '20'],
          ['pier', 'is', 'South'],
        ],
      },
      false,
    ],
    [
      {
        any: [
          ['length', 'over', '30'],
          ['pier', 'is', 'North'],
        ],
      },
      true,
    ],
    [{ any: [] }, false],
    [{ none: [['length', 'over', '30']] }, true],
    [{ none: [['fee', 'over', { field: 'paid' }]] }, 'undecidable'],
  ])('%j is %s', (source, expected) => {
    expect(holds(source)).toBe(expected);
  });
});

describe('what cannot be right fails when it is compiled', () => {
  test.each<[ConditionSource, string, string]>([
    [['vesel', 'is', 'x'], 'YS-CONDITION-NAME', 'did you mean “vessel”?'],
    [['vessel', 'over', '3'], 'YS-CONDITION-TEST', 'vessel'],
    [['vessel', 'resembles', 'x'], 'YS-CONDITION-TEST', 'resembles'],
    [['length', 'over', 'long'], 'YS-CONDITION-VALUE', 'long'],
    [['length', 'over'], 'YS-CONDITION-VALUE', '1 value is wanted'],
    [['length', 'between', ['1']], 'YS-CONDITION-VALUE', '2 values are wanted'],
    [['departure', 'missing', 'x'], 'YS-CONDITION-VALUE', '0 values are wanted'],
    [['arrival', 'after', { field: 'vessel' }], 'YS-CONDITION-TEST', 'vessel'],
    [['arrival', 'after', { field: 'nothing' }], 'YS-CONDITION-NAME', 'nothing'],
    [['vessel', 'matches', '('], 'YS-CONDITION-VALUE', '('],
    [['pier', 'is', 'West'], 'YS-CONDITION-VALUE', 'West'],
    [
      {
        any: [
          ['vessel', 'is', 'x'],
          ['oops', 'is', 'x'],
        ],
      },
      'YS-CONDITION-NAME',
      'oops',
    ],
  ])('%j', (source, code, words) => {
    const { condition, problems } = compile(source);
    expect(condition).toBeNull();
    expect(problems.map((problem) => problem.code)).toEqual([code]);
    expect(problems[0]?.text).toContain(words);
  });
});

test('a decision says why in words', () => {
  const { condition } = compile(['length', 'over', '30']);
  expect(condition && decide(condition, scene).why).toBe('length is “21.5”, so “over 30” does not hold');
});
