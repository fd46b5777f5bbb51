import { describe, expect, test } from '@jest/globals';
import type { MessageOutcome } from '../message/outcome';
import { cellCount, givesOf, pathText, wordingsOf } from './wordings';

const place = (raw: string) => [{ how: 'quoted', in: 'message.text', start: 0, end: 1, raw, rule: 'ask' }];
const outcome = (more: Partial<MessageOutcome>) =>
  ({ fields: {}, rows: [], evidence: {}, problems: [], ...more }) as unknown as MessageOutcome;

const before = outcome({
  fields: { vessel: 'Merganser', leak: true },
  rows: [{ job: 'shaft seal', place: null }],
  evidence: { leak: place('a cup\nan hour') as never },
});
const after = outcome({
  fields: { vessel: 'Merganser', leak: null },
  rows: [
    { job: 'shaft seal', place: 'foredeck' },
    { job: 'cleats', place: null },
  ],
  evidence: { 'rows[0].place': place('on the foredeck') as never },
  problems: [
    { code: 'YS-PROMPT-UNSUPPORTED', path: 'rows[1].job', text: 'not there', in: null, start: null, end: null },
  ],
});

describe('two wordings of instructions', () => {
  test('differ in values and in what is wrong with them, each with its words', () => {
    expect(wordingsOf(before, after)).toEqual([
      {
        path: 'leak',
        before: { value: 'yes', quote: 'a cup an hour', problem: null },
        after: { value: null, quote: null, problem: null },
      },
      {
        path: 'rows[0].place',
        before: { value: null, quote: null, problem: null },
        after: { value: 'foredeck', quote: 'on the foredeck', problem: null },
      },
      {
        path: 'rows[1].job',
        before: { value: null, quote: null, problem: null },
        after: { value: 'cleats', quote: null, problem: 'not there' },
      },
    ]);
    expect(wordingsOf(before, before)).toEqual([]);
    expect(cellCount(before, after)).toBe(6);
  });

  test('rows are counted as people count', () => {
    const row = (column: string, number: number) => `${column}, row ${number}`;
    expect([pathText('vessel', row), pathText('rows[1].job', row)]).toEqual(['vessel', 'job, row 2']);
  });
});

test('an example gives what the rule fills, and nothing that is missing', () => {
  expect(givesOf(after, ['vessel', 'rows'])).toEqual({
    vessel: 'Merganser',
    // What has a problem teaches nothing.
    rows: [{ job: 'shaft seal', place: 'foredeck' }, {}],
  });
  expect(givesOf(before, ['leak', 'job'])).toEqual({ leak: true, rows: [{ job: 'shaft seal' }] });
});
