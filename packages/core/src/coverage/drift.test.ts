import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { driftOf, driftWindow, type Observed } from './drift.js';

const observed = (i: number, change: Partial<Observed> = {}): Observed => ({
  message: `m${i}`,
  sieve: 'berths',
  layout: 'form',
  fields: { vessel: 'Tern', length: i % 10 === 0 ? null : 24, remarks: '' },
  leftovers: ['A visitor has filled in the form', 'Form no: 7'],
  ...change,
});
const many = (count: number, change: (i: number) => Partial<Observed> = () => ({})) =>
  Array.from({ length: count }, (_, i) => observed(i, change(i)));

describe('drift of a mailbox', () => {
  test('mail as it always was tells nothing', () => {
    expect(driftOf(many(400), many(40))).toEqual([]);
  });

  test('a new line that no field takes, with how often and an example', () => {
    const recent = many(40, (i) => (i < 14 ? { leftovers: ['- Draught: 2.4 m', 'Draught: again'] } : {}));
    expect(driftOf(many(400), recent)).toEqual([
      {
        kind: 'leftover',
        sieve: 'berths',
        what: 'Draught',
        before: { count: 0, of: 400 },
        now: { count: 14, of: 40 },
        example: 'm0',
      },
    ]);
  });

  test('a field that is found less often; one that was never found often is left alone', () => {
    const recent = many(40, (i) => ({ fields: { vessel: i % 2 ? 'Tern' : null, length: 24, remarks: '' } }));
    expect(driftOf(many(400), recent)).toMatchObject([
      { kind: 'filled', what: 'vessel', before: { count: 400, of: 400 }, now: { count: 20, of: 40 }, example: 'm0' },
    ]);
  });

  test('fewer layouts recognised, over all sieves of the mailbox, and messages that none takes', () => {
    const recent = many(40, (i) => (i % 2 ? { layout: null, sieve: i % 4 === 1 ? null : 'berths' } : {}));
    expect(driftOf(many(400), recent)).toMatchObject([
      { kind: 'recognised', sieve: null, what: '', now: { count: 20, of: 40 }, example: 'm1' },
    ]);
  });

  test('each sieve is held against its own past', () => {
    const other = (i: number) => (i % 2 ? { sieve: 'fuel', fields: { litres: 5 }, leftovers: ['Pump: 2'] } : {});
    expect(driftOf(many(400, other), many(40, other))).toEqual([]);
    const recent = many(40, (i) => (i % 2 ? { ...other(i), fields: { litres: null } } : {}));
    expect(driftOf(many(400, other), recent)).toMatchObject([{ kind: 'filled', sieve: 'fuel', what: 'litres' }]);
  });

  test.each([
    ['too few new messages', 400, driftWindow.minRecent - 1],
    ['too little past', driftWindow.minPast - 1, 40],
  ])('%s: nothing is said', (_, past, recent) => {
    expect(
      driftOf(
        many(past),
        many(recent, () => ({ layout: null, fields: {}, leftovers: ['New: 1'] })),
      ),
    ).toEqual([]);
  });

  test('prose is no label, however often it comes', () => {
    const prose = ['Note that we are closed: all of next week long', '12:30', 'https://harbour.example'];
    expect(
      driftOf(
        many(400),
        many(40, () => ({ leftovers: prose })),
      ),
    ).toEqual([]);
  });

  test('chance alone is seldom taken for drift', () => {
    // A field that is there in seven of ten messages, looked at over and over.
    let told = 0;
    let looks = 0;
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 440, maxLength: 440 }),
        (chances) => {
          const all = chances.map((chance, i) => observed(i, { fields: { pier: chance < 0.7 ? 'North' : null } }));
          looks++;
          told += driftOf(all.slice(40), all.slice(0, 40)).length;
        },
      ),
      { numRuns: 200, seed: 7 },
    );
    expect(told / looks).toBeLessThan(0.02);
  });
});
