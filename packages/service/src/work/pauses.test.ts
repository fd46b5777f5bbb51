import { describe, expect, test } from '@jest/globals';
import { Pauses } from './pauses.js';

const times = <T>(count: number, one: () => T): T[] => Array.from({ length: count }, one);

describe('pauses between looks for work', () => {
  test('grow when nothing comes for a while, and are short again as soon as something does', () => {
    const pauses = new Pauses(250);
    expect(times(8, () => pauses.afterNothing())).toEqual(times(8, () => 250));
    expect(times(3, () => pauses.afterNothing())).toEqual([1000, 1000, 1000]);
    pauses.stir();
    expect(times(9, () => pauses.afterNothing()).slice(-2)).toEqual([250, 1000]);
    expect(pauses.afterWork()).toBe(0);
    expect(pauses.afterNothing()).toBe(250);
  });

  test('never grow beyond a second, nor below what is asked for', () => {
    const [short, long] = [new Pauses(400), new Pauses(5000)];
    expect(times(12, () => short.afterNothing()).at(-1)).toBe(1000);
    expect(times(12, () => long.afterNothing()).at(-1)).toBe(5000);
  });

  test('double after trouble up to five seconds, until a look succeeds', () => {
    const pauses = new Pauses(250);
    expect(times(6, () => pauses.afterTrouble())).toEqual([500, 1000, 2000, 4000, 5000, 5000]);
    pauses.afterNothing();
    expect(pauses.afterTrouble()).toBe(500);
  });
});
