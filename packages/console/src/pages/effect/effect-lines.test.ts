import { describe, expect, test } from '@jest/globals';
import type { MessageEffect, ValueChange } from '@yellow-sieve/core';
import { effectLines, sameEnds } from './effect-lines';

const spot = (value: string | null) => ({ value, evidence: [], problem: null });
const change = (
  field: string,
  kind: ValueChange['kind'],
  before: string | null,
  after: string | null,
  judged?: 'breaks',
) => ({
  field,
  kind,
  before: spot(before),
  after: spot(after),
  ...(judged ? { judged } : {}),
});
const effect = (message: string, ...changes: ValueChange[]) =>
  ({ message, subject: message, changes, category: null, routes: [] }) as unknown as MessageEffect;

describe('the lines of an effect', () => {
  test('losses come first, then alterations, then gains; what breaks before all', () => {
    const lines = effectLines([
      effect('a', change('pier', 'gained', null, 'North'), change('skipper', 'altered', 'O. Marsh', 'Marsh')),
      effect('b', change('remarks', 'lost', 'none', null), change('pier', 'altered', 'North', 'South', 'breaks')),
    ]);
    expect(lines.map(({ field, kind }) => `${field} ${kind}`)).toEqual([
      'pier altered',
      'remarks lost',
      'skipper altered',
      'pier gained',
    ]);
  });

  test('many alike are three examples and a number; what breaks is told one by one', () => {
    const many = Array.from({ length: 9 }, (_, i) => effect(String(i), change('pier', 'gained', null, 'North')));
    expect(effectLines(many).map(({ more }) => more)).toEqual([0, 0, 6]);
    const broken = Array.from({ length: 5 }, (_, i) =>
      effect(String(i), change('pier', 'lost', 'North', null, 'breaks')),
    );
    expect(effectLines(broken)).toHaveLength(5);
  });

  test('another category and where it goes stand beside the values; what went already is said', () => {
    const route = (name: string, kind: 'fires' | 'stops' | 'alters', left: boolean) => ({
      route: name,
      to: 'desks',
      kind,
      left,
    });
    const one = {
      ...effect('a'),
      category: { before: 'filming', after: 'lost gear' },
      routes: [
        route('old', 'stops', true),
        route('new', 'fires', false),
        route('log', 'alters', true),
        route('same', 'alters', false),
      ],
    } as unknown as MessageEffect;
    expect(effectLines([one]).map(({ field, kind, before, after }) => [field, kind, before, after])).toEqual([
      ['old', 'lost', 'delivered to desks', null],
      ['category', 'altered', 'filming', 'lost gear'],
      ['log', 'altered', 'delivered to desks', 'goes to desks anew'],
      ['new', 'gained', null, 'goes to desks'],
    ]);
  });

  test.each([
    ['Shore power.', 'Shore power. And late.', { start: 12, end: 0 }],
    ['2027-05-06', '2027-06-06', { start: 6, end: 3 }],
    ['aa', 'aaa', { start: 2, end: 0 }],
    ['', 'new', { start: 0, end: 0 }],
  ])('%j and %j share their ends', (before, after, same) => {
    expect(sameEnds(before, after)).toEqual(same);
  });
});
