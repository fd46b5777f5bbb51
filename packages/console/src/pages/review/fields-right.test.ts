import { expect, test } from '@jest/globals';
import { fieldsRight } from './fields-right';

const week = (at: number, field: string, judged: number, right: number, spot = 0) => ({
  week: `2027-01-${String(at).padStart(2, '0')}`,
  field,
  judged,
  right,
  spot_judged: spot,
  spot_right: spot,
});

test('fields are summed over their weeks, the one that is wrong most often first', () => {
  const fields = fieldsRight([week(4, 'vessel', 4, 4, 2), week(4, 'nights', 2, 1), week(11, 'vessel', 4, 3, 1)]);
  expect(fields.map(({ field, judged, right, spotJudged }) => [field, judged, right, spotJudged])).toEqual([
    ['nights', 2, 1, 0],
    ['vessel', 8, 7, 3],
  ]);
  expect(fields[1]?.weeks.map(({ right }) => right)).toEqual([4, 3]);
});

test('the newest twelve weeks are shown, and all are counted', () => {
  const [field] = fieldsRight(Array.from({ length: 20 }, (_, i) => week(i + 1, 'vessel', 1, 1)));
  expect([field?.weeks.length, field?.weeks[0]?.week, field?.judged]).toEqual([12, '2027-01-09', 20]);
});
