import { describe, expect, test } from '@jest/globals';
import { type ExtractingEvent, extractingAfter, rowsField, untouched } from './extracting';

const after = (...events: ExtractingEvent[]) => events.reduce(extractingAfter, untouched);
const opened: ExtractingEvent = { type: 'opened rule', rule: 2 };

describe('what a person has before them', () => {
  test('a field that is chosen from the list takes the place of a rule; a value pointed at leaves it open', () => {
    expect(after(opened, { type: 'chose', field: 'vessel' })).toMatchObject({ chosen: 'vessel', rule: null });
    expect(after(opened, { type: 'pointed', field: 'vessel' })).toMatchObject({ chosen: 'vessel', rule: 2 });
  });

  test.each([
    ['mark', 'berth', 'berth'],
    ['take header', 'sent', 'sent'],
    ['mark rows', null, rowsField],
  ] as const)('what “%s” made is chosen', (act, field, chosen) => {
    expect(after({ type: 'chose', field: 'vessel' }, { type: 'done', act, field }).chosen).toBe(chosen);
  });

  test('any other act leaves the choice as it is', () => {
    const done: ExtractingEvent = { type: 'done', act: 'move rule', field: null };
    expect(after({ type: 'chose', field: 'vessel' }, opened, done)).toMatchObject({ chosen: 'vessel', rule: 2 });
  });

  test('a value is judged until that is done', () => {
    const judging = after({ type: 'judging', of: { column: 3, field: 'length' } });
    expect(judging.judging).toEqual({ column: 3, field: 'length' });
    expect(extractingAfter(judging, { type: 'judging', of: null })).toEqual(untouched);
  });
});
