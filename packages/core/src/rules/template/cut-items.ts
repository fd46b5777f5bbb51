import type { ItemMark } from './item-marks.js';

/** What is known of the place right before a mark: whether an item begins there, or is likely to. */
export type Boundary = 'sure' | 'likely' | 'unlikely' | 'unknown';

/** What the item of a block is made of. */
export interface ItemMake {
  /** For each of its landmarks, whether a required column stands there. */
  required: readonly boolean[];
}

// What speaks against a way to cut, by how much. A cut costs the lines its two items lack, so it must be worth them.
const missingRequired = 1;
const missingOptional = 0.4;
const outOfOrder = 0.7;
const startsUnlikely = 1.2;
const goesOnOverBoundary = 1.1;
/** A line that can only be the head of an item, such as one with a link where a target is wanted, would be lost inside another. */
const goesOnOverHead = 4;
/** A place that stands less well than the others may be none at all, at this price; one that stands well is an item's. */
const passedOver = 1;
const doubtfulShare = 0.85;
/** An item with more than this inside it that speaks against it is none. */
const mostInside = 12;

interface Way {
  cost: number;
  /** Where the last item begins, or the mark that was passed over. */
  from: number;
  passed: boolean;
}

/**
 * Cuts the marks of a stretch into items: none holds a landmark twice, and of all ways to cut the cheapest is taken. So lines
 * may be missing, also an item's first, and stand in any order.
 */
export function cutItems(marks: readonly ItemMark[], boundaries: readonly Boundary[], make: ItemMake): ItemMark[][] {
  const best: Way[] = [{ cost: 0, from: 0, passed: false }];
  for (let to = 1; to <= marks.length; to++) {
    let way = passing(marks[to - 1] as ItemMark, (best[to - 1] as Way).cost, to - 1);
    for (const { from, cost } of itemsEndingAt(to, marks, boundaries, make)) {
      const total = (best[from] as Way).cost + cost;
      if (!way || total < way.cost) way = { cost: total, from, passed: false };
    }
    best.push(way as Way);
  }
  const items: ItemMark[][] = [];
  for (let to = marks.length; to > 0; to = best[to]?.from ?? 0)
    if (!best[to]?.passed) items.unshift(bestOfEach(marks.slice(best[to]?.from, to)));
  return items;
}

/** Of two places of one landmark, the one that stands better; the other was passed over. */
function bestOfEach(marks: readonly ItemMark[]): ItemMark[] {
  const best = new Map<number, ItemMark>();
  for (const mark of marks) if (mark.share > (best.get(mark.landmark)?.share ?? 0)) best.set(mark.landmark, mark);
  return marks.filter((mark) => best.get(mark.landmark) === mark);
}

const passing = (mark: ItemMark, cost: number, from: number): Way | null =>
  mark.share < doubtfulShare ? { cost: cost + passedOver, from, passed: true } : null;

/** The items that could end before a mark, with their price. */
function itemsEndingAt(
  to: number,
  marks: readonly ItemMark[],
  boundaries: readonly Boundary[],
  { required }: ItemMake,
): { from: number; cost: number }[] {
  const found: { from: number; cost: number }[] = [];
  const seen = new Map<number, number>();
  let inside = 0;
  let missing = required.reduce((sum, needed) => sum + (needed ? missingRequired : missingOptional), 0);
  for (let from = to - 1; from >= 0 && inside < mostInside; from--) {
    const { landmark, share } = marks[from] as ItemMark;
    const other = seen.get(landmark);
    if (other !== undefined && Math.min(share, other) >= doubtfulShare) break;
    seen.set(landmark, Math.max(share, other ?? 0));
    if (other !== undefined) {
      inside += passedOver;
      continue;
    }
    missing -= required[landmark] ? missingRequired : missingOptional;
    const next = from + 1 < to ? marks[from + 1] : undefined;
    if (next) {
      if (next.landmark < landmark) inside += outOfOrder;
      if (boundaries[from + 1] === 'likely') inside += goesOnOverBoundary;
      if (boundaries[from + 1] === 'sure') inside += goesOnOverHead;
    }
    found.push({ from, cost: inside + missing + (boundaries[from] === 'unlikely' ? startsUnlikely : 0) });
  }
  return found;
}
