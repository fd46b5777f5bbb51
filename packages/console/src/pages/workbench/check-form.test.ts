import { describe, expect, test } from '@jest/globals';
import { checkFormOf, checkOf, checkText, emptyCheck } from './check-form';

describe('a check as a form', () => {
  test.each([
    [{ that: ['departure', 'after', { field: 'arrival' }], say: 'Too early' }, 'departure after arrival'],
    [{ that: ['length', 'between', [2, 60]], say: 'No such length' }, 'length between 2, 60'],
    [{ that: ['pier', 'one of', ['North', 'South']], say: 'No such pier' }, 'pier one of North, South'],
    [{ that: ['total', 'present'], say: 'No total' }, 'total present'],
    [
      { that: ['rows.price', 'sum is', { field: 'total', within: 0.01 }], say: 'No sum' },
      'rows.price sum is total ± 0.01',
    ],
    [{ unique: ['number'] }, 'no two rows with one number'],
    [{ unique: ['vessel', 'arrival'], within_days: 30, say: 'Twice' }, 'vessel, arrival not within 30 days before'],
    [{ agree: 'total', with: 'again' }, 'total as by again'],
  ])('%j comes back as it was', (check, line) => {
    const form = checkFormOf(check);
    expect(form && checkOf(form)).toEqual(check);
    expect(checkText(check)).toBe(line);
  });

  test('that is of several conditions is left to the source', () => {
    expect(checkFormOf({ that: { any: [] }, say: 'x' })).toBeNull();
    expect(checkText({ that: { any: [] }, say: 'x' })).toBe('several conditions');
  });

  test('that lacks something is none yet', () => {
    expect(checkOf(emptyCheck)).toBeNull();
    expect(checkOf({ ...emptyCheck, field: 'pier', value: 'North' })).toBeNull();
    expect(checkOf({ ...emptyCheck, way: 'seen', names: 'pier', days: 'many' })).toBeNull();
    expect(checkOf({ ...emptyCheck, field: 'code', value: '007', say: 'x' })).toEqual({
      that: ['code', 'is', '007'],
      say: 'x',
    });
  });
});
