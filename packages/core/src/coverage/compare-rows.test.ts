import { describe, expect, test } from '@jest/globals';
import { compareRows, type Row } from './index.js';

const row = (item: string, amount: number | null = 1): Row => ({ item, amount });
const short = (before: Row[], after: Row[]) =>
  compareRows(before, after).map((one) =>
    one.kind === 'altered'
      ? `${one.before}≠${one.after} ${one.cells.map(({ column }) => column)}`
      : one.kind === 'lost'
        ? `-${one.before}`
        : `+${one.after}`,
  );

describe('two lists of rows', () => {
  test.each<[string, Row[], Row[], string[]]>([
    ['equal', [row('a'), row('b')], [row('a'), row('b')], []],
    ['both empty', [], [], []],
    ['one lost at the start', [row('a'), row('b'), row('c')], [row('b'), row('c')], ['-0']],
    ['one lost in the middle', [row('a'), row('b'), row('c')], [row('a'), row('c')], ['-1']],
    ['one gained at the end', [row('a')], [row('a'), row('b')], ['+1']],
    ['a cell altered', [row('a'), row('b')], [row('a'), row('b', 2)], ['1≠1 amount']],
    ['a row rewritten', [row('a'), row('b', 5)], [row('a'), row('z', 7)], ['1≠1 item,amount']],
    ['altered and lost', [row('a'), row('b', 5), row('c')], [row('b', 6), row('c')], ['-0', '1≠0 amount']],
    ['all lost', [row('a'), row('b')], [], ['-0', '-1']],
    ['a cell that is null and one that is not there', [{ item: 'a', amount: null }], [{ item: 'a' }], []],
    ['one of two equal ones lost', [row('a'), row('a')], [row('a')], ['-1']],
  ])('%s', (_, before, after, differences) => {
    expect(short(before, after)).toEqual(differences);
  });

  test('a difference is never missed, and applying them gives the other list', () => {
    let seed = 7;
    const random = (below: number) => {
      seed = (seed * 1103515245 + 12345) % 2147483648;
      return seed % below;
    };
    for (let round = 0; round < 300; round++) {
      const before = Array.from({ length: random(8) }, () => row('abc'[random(3)] ?? '', random(3)));
      const after = before.flatMap((one) => {
        const what = random(6);
        if (what === 0) return [];
        if (what === 1) return [one, row('z', random(3))];
        return what === 2 ? [{ ...one, amount: random(4) }] : [one];
      });
      expect(applied(before, after)).toEqual(after);
    }
  });

  test('long lists take bounded work', () => {
    const long = Array.from({ length: 3000 }, (_, i) => row(`item ${i}`, i));
    const shifted = long.map(({ item, amount }) => ({ item: `${item}!`, amount: Number(amount) + 1 }));
    expect(compareRows(long, shifted)).toHaveLength(3000);
    expect(short(long, [...long.slice(0, 10), ...long.slice(11)])).toEqual(['-10']);
  });
});

/** The second list, made of the first and the differences alone. */
function applied(before: Row[], after: Row[]): Row[] {
  const differences = compareRows(before, after);
  const made = before.map((one): Row[] => [one]);
  for (const one of differences) {
    if (one.kind === 'lost') made[one.before] = [];
    if (one.kind === 'altered')
      made[one.before] = [{ ...before[one.before], ...Object.fromEntries(one.cells.map((c) => [c.column, c.after])) }];
  }
  const result = made.flat();
  for (const one of differences) if (one.kind === 'gained') result.splice(one.after, 0, one.row);
  return result;
}
