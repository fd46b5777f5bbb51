import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { sumOf } from './tally-store.js';

const change = (was: string | null, is: string | null, owner = 'berths', day = '2027-05-01') => ({
  kind: 'message' as const,
  owner,
  day,
  was,
  is,
});

describe('the sum of changes', () => {
  test('what came and went on cancels out; what stays is counted under its day and owner', () => {
    expect(
      sumOf([
        change(null, 'waiting'),
        change('waiting', 'done'),
        change(null, 'waiting', 'fuel'),
        change(null, 'waiting', 'berths', '2027-05-02'),
      ]),
    ).toEqual([
      { kind: 'message', owner: 'berths', day: '2027-05-01', state: 'done', count: 1 },
      { kind: 'message', owner: 'berths', day: '2027-05-02', state: 'waiting', count: 1 },
      { kind: 'message', owner: 'fuel', day: '2027-05-01', state: 'waiting', count: 1 },
    ]);
  });

  test('what is counted nowhere adds nothing', () => {
    expect(sumOf([change(null, null)])).toEqual([]);
  });

  test('folding in parts gives the same as folding at once, in whatever order', () => {
    const state = fc.constantFrom('waiting', 'done', 'review', null);
    const changes = fc.array(fc.record({ was: state, is: state, owner: fc.constantFrom('a', 'b') }));
    fc.assert(
      fc.property(changes, fc.nat(), (list, cut) => {
        const rows = list.map(({ was, is, owner }) => change(was, is, owner));
        const at = rows.length === 0 ? 0 : cut % rows.length;
        const add = (sums: ReturnType<typeof sumOf>[]) => {
          const total = new Map<string, number>();
          for (const { owner, state: of, count } of sums.flat())
            total.set(`${owner} ${of}`, (total.get(`${owner} ${of}`) ?? 0) + count);
          return [...total].filter(([, count]) => count !== 0).sort();
        };
        expect(add([sumOf(rows.slice(at)), sumOf(rows.slice(0, at))])).toEqual(add([sumOf(rows)]));
      }),
    );
  });
});
