import type { Sorter } from '@yellow-sieve/contract';

type Categories = Sorter['categories'];

/** Categories beyond the ninth have no key. */
const lastKey = 9;

/** The key that gives a category: 1 to 9 in their order, 0 for none of these, which comes last. */
export const keyOf = (categories: Categories, i: number): string =>
  i === categories.length - 1 ? '0' : i < lastKey ? String(i + 1) : '';

/** What each key gives; null is none of these. */
export function labelKeys(categories: Categories): [key: string, category: string | null][] {
  return categories.flatMap(({ category }, i): [string, string | null][] => {
    const key = keyOf(categories, i);
    return key === '' ? [] : [[key, key === '0' ? null : category]];
  });
}
