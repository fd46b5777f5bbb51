import type { ItemMark } from './item-marks.js';
import type { Candidate } from './search.js';

/**
 * What stands once, around a block, is looked for outside its items where it can be: “See more” and “Total” may be words of
 * every item too. `before`: how many landmarks stand above the block.
 */
export function outsideItems(
  candidates: readonly Candidate[][],
  marks: readonly ItemMark[],
  before: number,
): Candidate[][] {
  const [first, last] = [marks[0], marks.at(-1)];
  if (!first || !last) return [...candidates];
  return candidates.map((places, index) => {
    const outside = places.filter(({ from }) => (index < before ? from < first.from : from >= last.from));
    // Mere words behind a block may end every item: the last of them ends the block.
    const ending = outside.filter(({ landmark: { slots, below } }) => index >= before && slots.length === 0 && !below);
    if (ending.length > 1) return [ending.reduce((a, b) => (b.from > a.from ? b : a))];
    return outside.length > 0 ? outside : places;
  });
}
