import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, test } from '@jest/globals';
import type { KnownLanguage } from '../values/index.js';
import { judge, type Labelled, learnSorter, noneOfThese } from './learn.js';

const file = fileURLToPath(new URL('../../../../corpus/sorting/messages.txt', import.meta.url));
const messages = readFileSync(file, 'utf8')
  .split('\n')
  .filter((line) => line !== '' && !line.startsWith('#'))
  .map((line): Labelled => {
    const [category = '', language = '', from = '', subject = '', text = ''] = line.split(' | ');
    return {
      category: category === 'none' ? null : category,
      seen: {
        subject,
        body: text.replaceAll('\\n', '\n'),
        domain: from.split('@')[1] ?? null,
        language: language as KnownLanguage,
        list: false,
        automatic: null,
        attachments: [],
      },
    };
  });
const categories = [...new Set(messages.flatMap(({ category }) => category ?? []))].map((category) => ({ category }));
const threshold = 0.7;

/** Every n-th message of a category is labelled, so many of each; the others are judged. */
function held(count: number) {
  const names = [...categories.map(({ category }) => category), null];
  const piles = names.map((name) => messages.filter(({ category }) => category === name));
  const labels = piles.flatMap((pile) =>
    pile.filter((_, i) => Math.floor((i * count) / pile.length) !== Math.floor(((i - 1) * count) / pile.length)),
  );
  const sorter = learnSorter(labels, categories);
  if (!sorter) throw new Error('there is enough to learn from');
  const judged = messages
    .filter((one) => !labels.includes(one))
    .flatMap(({ seen, category }) => {
      const found = judge(sorter, seen);
      return found
        ? [{ right: found.category === (category ?? noneOfThese), sure: found.confidence >= threshold }]
        : [];
    });
  const sure = judged.filter((one) => one.sure);
  const share = (some: { right: boolean }[]) => some.filter(({ right }) => right).length / some.length;
  return {
    right: share(judged),
    sureRight: sure.length === 0 ? 1 : share(sure),
    sureShare: sure.length / judged.length,
  };
}

describe('mail to a general address', () => {
  test.each([
    // So few make it sure of nothing.
    [3, 0.8, 1, 0],
    [6, 0.85, 0.96, 0.35],
    [12, 0.88, 0.96, 0.6],
  ])('with %i labels a category', (count, right, sureRight, sureShare) => {
    const found = held(count);
    expect(found.right).toBeGreaterThanOrEqual(right);
    expect(found.sureRight).toBeGreaterThanOrEqual(sureRight);
    expect(found.sureShare).toBeGreaterThanOrEqual(sureShare);
  });
});
