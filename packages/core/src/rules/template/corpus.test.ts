import { describe, expect, test } from '@jest/globals';
import * as frozen from '../../../../../corpus/templates/frozen/cases.mjs';
import { digestOfFrozen } from '../../../../../corpus/templates/frozen/digest.mjs';
import { scoreFamily, tally } from '../../../../../corpus/templates/kit/score.mjs';
import * as workedOn from '../../../../../corpus/templates/worked-on/cases.mjs';

interface Counts {
  right: number;
  wrong: number;
  missed: number;
  invented: number;
}

interface Family {
  name: string;
}

/** Of a family's cases, one in so many; `npm run corpus:templates` goes through all. */
const oneOf = 3;

async function score(set: typeof workedOn | typeof frozen, family: Family): Promise<Counts> {
  const results = await scoreFamily(family, set, oneOf);
  return tally(results, () => ['all']).get('all');
}
const shareOf = (part: number, { right, wrong, missed, invented }: Counts) =>
  part / (right + wrong + missed + invented);

describe('the set that templates are worked on with', () => {
  test.each(workedOn.families as Family[])('$name', async (family) => {
    const counts = await score(workedOn, family);
    expect(shareOf(counts.right, counts)).toBeGreaterThan(0.985);
    expect(shareOf(counts.invented, counts)).toBeLessThan(0.001);
  });
});

describe('the frozen set', () => {
  test('is as it was frozen', () => {
    expect(digestOfFrozen()).toBe('406f34d19d223b6ed7286366498e0b561471dc5a9931476bc5e016618b9fac89');
  });

  test.each(frozen.families as Family[])('$name', async (family) => {
    const counts = await score(frozen, family);
    expect(shareOf(counts.right, counts)).toBeGreaterThan(0.98);
    expect(shareOf(counts.wrong, counts)).toBeLessThan(0.005);
  });
});
