import { describe, expect, test } from '@jest/globals';
import { Together } from './together.js';

const later = () => new Promise((resolve) => setTimeout(resolve, 1));

/** Doubles numbers, some at once, and notes what came together. */
function doubling(fails: (numbers: readonly number[]) => boolean = () => false, options = { atOnce: 1, most: 8 }) {
  const batches: number[][] = [];
  let underWay = 0;
  let most = 0;
  const together = new Together<number, number>({
    ...options,
    run: async (numbers) => {
      most = Math.max(most, ++underWay);
      await later();
      underWay--;
      if (fails(numbers)) throw new Error(`refused ${numbers.join()}`);
      batches.push([...numbers]);
      return numbers.map((number) => number * 2);
    },
  });
  return { together, batches, most: () => most };
}

describe('what comes side by side', () => {
  test('is done together, no more than so many at once, and each hears its own', async () => {
    const { together, batches } = doubling();
    const numbers = Array.from({ length: 20 }, (_, i) => i);
    expect(await Promise.all(numbers.map((number) => together.add(number)))).toEqual(numbers.map((n) => n * 2));
    expect(batches.flat()).toEqual(numbers);
    expect(batches.map(({ length }) => length)).toEqual([1, 8, 8, 3]);
  });

  test('no more batches are under way than allowed', async () => {
    const { together, most } = doubling(undefined, { atOnce: 2, most: 3 });
    await Promise.all(Array.from({ length: 30 }, (_, i) => together.add(i)));
    expect(most()).toBe(2);
  });

  test('one that cannot be done fails alone, and the others are done', async () => {
    const { together, batches } = doubling((numbers) => numbers.includes(5));
    const results = await Promise.allSettled(Array.from({ length: 12 }, (_, i) => together.add(i)));
    expect(results.flatMap(({ status }, i) => (status === 'rejected' ? [i] : []))).toEqual([5]);
    expect(batches.flat().sort((a, b) => a - b)).toEqual([0, 1, 2, 3, 4, 6, 7, 8, 9, 10, 11]);
  });

  test('where none can be done, each is told why, and the next are tried', async () => {
    let broken = true;
    const { together } = doubling(() => broken);
    const results = await Promise.allSettled([1, 2, 3].map((number) => together.add(number)));
    expect(results.map((one) => (one.status === 'rejected' ? String(one.reason) : ''))).toEqual([
      'Error: refused 1',
      'Error: refused 2',
      'Error: refused 3',
    ]);
    broken = false;
    expect(await together.add(4)).toBe(8);
  });
});
