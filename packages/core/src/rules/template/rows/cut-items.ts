import { allCandidates } from '../align/candidates.js';
import type { Candidate, CompiledLayout, ItemMark, Line } from '../model.js';
import type { PreparedText } from '../text/prepared-text.js';

/** What is known of the place right before a mark: whether an item begins there, or is likely to. */
export type Boundary = 'sure' | 'likely' | 'unlikely' | 'unknown';

/** What the item of a block is made of. */
interface ItemMake {
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
const maxInside = 12;

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

/** What it costs that an item goes on where one is likely to begin. */
function priceOfGoingOn(boundary: Boundary | undefined): number {
  if (boundary === 'sure') return goesOnOverHead;
  return boundary === 'likely' ? goesOnOverBoundary : 0;
}

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
  for (let from = to - 1; from >= 0 && inside < maxInside; from--) {
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
    if (next) inside += (next.landmark < landmark ? outOfOrder : 0) + priceOfGoingOn(boundaries[from + 1]);
    found.push({ from, cost: inside + missing + (boundaries[from] === 'unlikely' ? startsUnlikely : 0) });
  }
  return found;
}

/** A place that fits less well than this, beside the best of its landmark, is none of its places. */
const minShare = 0.6;

/** All places of a block's landmarks in a text, in their order; of those that share words the best stays. */
export function itemMarks(layout: CompiledLayout, indexed: PreparedText, maxCandidates: number): ItemMark[] {
  const marks = allCandidates(layout.landmarks, { ...indexed, budget: { left: maxCandidates } })
    .flatMap(shared)
    .filter(({ share, candidate }) => share >= minShare && candidate.score > 0)
    .sort((a, b) => b.candidate.score - a.candidate.score || a.candidate.from - b.candidate.from);
  const kept = new Disjoint();
  return marks
    .filter(({ candidate }) => kept.take(candidate))
    .map(({ candidate, share }) => ({
      landmark: candidate.landmark.index,
      from: candidate.from,
      end: candidate.end,
      line: { start: candidate.line.start, end: candidate.line.end },
      share,
    }))
    .sort((a, b) => a.from - b.from);
}

function shared(candidates: readonly Candidate[]): { candidate: Candidate; share: number }[] {
  const best = Math.max(0, ...candidates.map(({ score }) => score));
  return candidates.map((candidate) => ({ candidate, share: best > 0 ? candidate.score / best : 0 }));
}

/** Stretches that share no character; kept by the lines they begin on, so that taking one is cheap. */
class Disjoint {
  private readonly taken = new Map<number, { from: number; end: number }[]>();

  take({ from, end, line }: Candidate): boolean {
    const here = this.taken.get(line.index) ?? [];
    if (here.some((other) => end > other.from && from < other.end)) return false;
    this.taken.set(line.index, [...here, { from, end }]);
    return true;
  }
}

/** What stands between two lines: the lines that are not blank, and whether a blank one or a ruling parts them. */
interface Between {
  free: number;
  /** Whether one of them can only be the head of an item. */
  headed: boolean;
  parted: boolean;
}

/** A share of pairs that belong together and are parted all the same, from which on blank lines say nothing. */
const partedAnyway = 0.5;

const partedInOrder = 0.67;

/**
 * Whether an item is likely to begin at each mark. Where the item has `above` lines over its first words, so many free lines
 * tell it; else blank lines and rulings, unless all lines of an item are parted by them (as where HTML has paragraphs).
 */
export function boundariesOf(
  marks: readonly ItemMark[],
  lines: readonly Line[],
  above: number,
  below: readonly number[],
  isHead: (line: Line) => boolean,
): Boundary[] {
  const at = lineNumbers(marks, lines);
  const between = marks.map((_, i): Between => betweenLines(lines.slice((at[i - 1] ?? -1) + 1, at[i] ?? 0), isHead));
  const pairs = marks.flatMap((mark, i) =>
    marks[i - 1]?.landmark === mark.landmark - 1 ? [between[i] as Between] : [],
  );
  const all = between.slice(1);
  const share = (some: readonly Between[]) => some.filter(({ parted }) => parted).length / Math.max(1, some.length);
  // Lines in other orders make pairs that belong to two items: where a good part of all lines is not parted, the blanks tell.
  const telling = share(all) > 0 && (share(pairs) <= partedAnyway || share(all) <= partedInOrder);
  return marks.map((mark, i): Boundary => {
    const { free, headed, parted } = between[i] as Between;
    if (i === 0) return 'unknown';
    if (headed) return 'sure';
    const own = below[marks[i - 1]?.landmark ?? 0] ?? 0;
    if (above > 0) return free - own >= above ? 'likely' : mark.landmark === 0 ? 'unknown' : 'unlikely';
    if (!telling) return 'unknown';
    return parted ? 'likely' : 'unlikely';
  });
}

/** The number of the line each mark stands on. */
function lineNumbers(marks: readonly ItemMark[], lines: readonly Line[]): number[] {
  let at = 0;
  return marks.map(({ from }) => {
    while (at + 1 < lines.length && (lines[at + 1] as Line).start <= from) at++;
    return at;
  });
}

function betweenLines(inside: readonly Line[], isHead: (line: Line) => boolean): Between {
  // A line with a label of its own is one more line of an item, no title of the next.
  const free = inside.filter(({ kind }) => kind === 'text' || kind === 'heading' || kind === 'question');
  return {
    free: free.length,
    headed: free.some(isHead),
    parted: inside.some(({ kind }) => kind === 'blank' || kind === 'ruling'),
  };
}
