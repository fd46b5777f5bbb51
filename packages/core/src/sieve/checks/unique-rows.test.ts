import { describe, expect, test } from '@jest/globals';
import { readMessage } from '../../reading/index.js';
import { compileSieve, sift, tryCompileSieve } from '../index.js';

const sieveOf = (check: object) => ({
  sieve: 's',
  locale: 'en-GB',
  fields: {},
  rows: { columns: { number: { type: 'integer' }, area: { type: 'text' } } },
  rules: [{ kind: 'table', columns: { number: 'Number', area: 'Area' } }],
  checks: [check],
});

async function outcomeOf(check: object, lines: string[]) {
  const text = ['Number   Area', ...lines].join('\n');
  const result = sift(await readMessage(Buffer.from(`Subject: x\r\n\r\n${text}`)), compileSieve(sieveOf(check)));
  if (result.kind !== 'outcome') throw new Error('nothing is asked here');
  return result.outcome;
}

describe('rows that must be unique', () => {
  test.each([
    ['no two are the same', ['12   North', '13   North'], []],
    ['the third is the first once more', ['12   North', '13   West', '12   East'], ['rows[2].number']],
  ])('%s', async (_, lines, paths) => {
    const { problems, verdict } = await outcomeOf({ unique: ['number'] }, lines);
    expect(problems.map(({ path }) => path)).toEqual(paths);
    expect(verdict).toBe(paths.length > 0 ? 'review' : 'sound');
  });

  test('several columns count together, and case does not', async () => {
    const lines = ['12   North', '12   West', '12   NORTH'];
    const { problems } = await outcomeOf({ unique: ['number', 'area'] }, lines);
    expect(problems.map(({ text }) => text)).toEqual(['Row 3 has the same number, area as row 1.']);
  });

  test('what is said instead', async () => {
    const { problems } = await outcomeOf({ unique: ['number'], say: 'A notice stands twice' }, ['1   A', '1   B']);
    expect(problems).toMatchObject([{ code: 'YS-ROWS-TWICE', text: 'A notice stands twice.' }]);
  });

  test('a name that is no column is told at its line', () => {
    const compiled = tryCompileSieve(sieveOf({ unique: ['numbr'] }));
    expect(compiled.ok ? [] : compiled.problems).toMatchObject([
      { code: 'YS-CHECK-UNIQUE', path: 'checks[0].unique', text: expect.stringContaining('“number”') },
    ]);
  });
});
