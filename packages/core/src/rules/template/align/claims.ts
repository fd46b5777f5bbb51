import type { Alignment, Candidate, Landmark } from '../model.js';

/** How often what is left is chained again, for stretches of lines that stand out of order. */
const passes = 4;

/**
 * Claims a place for each landmark: the heaviest chain of candidates that increases in both template and message is
 * claimed, then the same on what is left, and at last, one by one, the best that are free. Landmarks without a claim are missing.
 */
export function claimPlaces(candidates: readonly (readonly Candidate[])[]): Map<number, Candidate> {
  const claimed = new Map<number, Candidate>();
  const isOpen = (candidate: Candidate) =>
    candidate.score > 0 && !claimed.has(candidate.landmark.index) && isFree(candidate, claimed.values());
  for (let pass = 0; pass < passes; pass++) {
    const open = candidates.flat().filter(isOpen);
    if (open.length === 0) return claimed;
    for (const candidate of heaviestChain(open)) claimed.set(candidate.landmark.index, candidate);
  }
  const left = candidates.flat().filter(isOpen);
  for (const candidate of left.sort((a, b) => b.score - a.score || a.from - b.from))
    if (isOpen(candidate)) claimed.set(candidate.landmark.index, candidate);
  return claimed;
}

/** Whether a candidate's words are none that others have claimed. */
function isFree({ from, end }: Candidate, taken: Iterable<Candidate>): boolean {
  for (const other of taken) if (end > other.from && from < other.end) return false;
  return true;
}

/**
 * Weighted longest increasing subsequence over (offset in the message, line of the template), by a tree of prefix maxima:
 * n log n. Of candidates that share words the heavier stays; of landmarks alike, as the same label in two sections, the first one claims
 * what but one of them can.
 */
function heaviestChain(candidates: readonly Candidate[]): Candidate[] {
  const sorted = [...candidates].sort((a, b) => a.from - b.from || b.landmark.index - a.landmark.index);
  const size = Math.max(...sorted.map(({ landmark }) => landmark.index)) + 2;
  const isFirst = (one: number, other: number) => {
    const [a, b] = [sorted[one], sorted[other]];
    return a !== undefined && b !== undefined && a.from === b.from && a.landmark.index < b.landmark.index;
  };
  const tree = new PrefixMaximum(size, isFirst);
  const before = new Array<number>(sorted.length).fill(-1);
  const total = new Array<number>(sorted.length).fill(0);
  let best = -1;
  for (const [i, candidate] of sorted.entries()) {
    const previous = tree.best(candidate.landmark.index);
    before[i] = previous;
    total[i] = (previous >= 0 ? (total[previous] ?? 0) : 0) + candidate.score;
    tree.offer(candidate.landmark.index + 1, i, total[i] ?? 0);
    const more = (total[i] ?? 0) - (total[best] ?? 0);
    if (best < 0 || more > 0 || (more === 0 && isFirst(i, best))) best = i;
  }
  const chain: Candidate[] = [];
  for (let i = best; i >= 0; i = before[i] ?? -1) if (sorted[i]) chain.unshift(sorted[i] as Candidate);
  return apart(chain);
}

/** The members of a chain that share no words with a heavier neighbour. */
function apart(chain: readonly Candidate[]): Candidate[] {
  const kept: Candidate[] = [];
  for (const candidate of chain) {
    const last = kept.at(-1);
    if (!last || candidate.from >= last.end) kept.push(candidate);
    else if (candidate.score > last.score) kept[kept.length - 1] = candidate;
  }
  return kept;
}

/** A Fenwick tree that answers: the heaviest chain that ends before a landmark. */
class PrefixMaximum {
  private readonly item: number[];
  private readonly weight: number[];

  /** `isFirst`: which of two items of one weight is to be taken. */
  constructor(
    private readonly size: number,
    private readonly isFirst: (item: number, other: number) => boolean,
  ) {
    this.item = new Array<number>(size + 1).fill(-1);
    this.weight = new Array<number>(size + 1).fill(0);
  }

  offer(position: number, item: number, weight: number): void {
    for (let i = position; i <= this.size; i += i & -i) {
      const more = weight - (this.weight[i] ?? 0);
      if (more < 0 || (more === 0 && !this.isFirst(item, this.item[i] ?? -1))) continue;
      this.weight[i] = weight;
      this.item[i] = item;
    }
  }

  best(position: number): number {
    let found = -1;
    let weight = 0;
    for (let i = position; i > 0; i -= i & -i) {
      const [item, own] = [this.item[i] ?? -1, this.weight[i] ?? 0];
      if (own < weight || (own === weight && !this.isFirst(item, found))) continue;
      weight = own;
      found = item;
    }
    return found;
  }
}

/** Scores this near to each other are a tie. */
const tieMargin = 0.02;

interface Claimed {
  candidates: readonly (readonly Candidate[])[];
  claimed: ReadonlyMap<number, Candidate>;
}

/** From this share of a layout’s labels on that stand once more, as good as the first time, it is all of the form. */
const maxOfIt = 0.6;

const minLabels = 2;
const doubled = new WeakMap<ReadonlyMap<number, Candidate>, boolean>();

/** Whether values hang on a landmark, or it is mere words. */
const hasValues = ({ slots, over, below }: Landmark) => slots.length > 0 || over !== null || below !== null;

/** Whether the message holds the form twice, so that order says nothing of which is meant. */
export function standsTwice({ candidates, claimed }: Claimed): boolean {
  const known = doubled.get(claimed);
  if (known !== undefined) return known;
  const labels = [...claimed.values()].filter(({ landmark }) => hasValues(landmark));
  const again = labels.filter((place) =>
    candidates[place.landmark.index]?.some((other) => other !== place && other.score >= place.score * (1 - tieMargin)),
  );
  const twice = again.length >= minLabels && again.length >= maxOfIt * labels.length;
  doubled.set(claimed, twice);
  return twice;
}

/**
 * A candidate that would have done as well as the claimed one: as high a score, on free words between the neighbours'
 * places, so that nothing speaks for either. Null when there is none, or when it gives the same text.
 */
export function rivalOf(
  claimed: Candidate,
  { candidates, claimed: places, places: values }: Pick<Alignment, 'candidates' | 'claimed' | 'places'>,
  text: string,
): Candidate | null {
  const { landmark } = claimed;
  const all = candidates[landmark.index] ?? [];
  if (all.length < 2 || !hasValues(landmark)) return null;
  const twice = standsTwice({ candidates, claimed: places });
  const before = neighbour(places, landmark.index, -1)?.from ?? Number.NEGATIVE_INFINITY;
  const after = neighbour(places, landmark.index, 1)?.from ?? Number.POSITIVE_INFINITY;
  const isFree = ({ from, end }: Candidate) =>
    (twice || (from > before && from < after)) &&
    [...places.values()].every((place) => end <= place.from || from >= place.end) &&
    values.every(({ place, candidate }) => candidate === claimed || end <= place.start || from >= place.end);
  // A label among the others of its row stands where it should; one of the same words elsewhere is of something else.
  const inRow =
    landmark.column &&
    [...places.values()].some((one) => one !== claimed && one.landmark.column && one.line.index === claimed.line.index);
  const asGood = (other: Candidate) =>
    other !== claimed &&
    other.score >= claimed.score * (1 - tieMargin) &&
    !(inRow && !twice && other.line.index !== claimed.line.index);
  return (
    all.find((other) => asGood(other) && isFree(other) && valuesOf(other, text) !== valuesOf(claimed, text)) ?? null
  );
}

/** The texts in a candidate's slots; those under a label are not known yet, so they never count as the same. */
const valuesOf = ({ landmark, line, spans }: Candidate, text: string) =>
  landmark.below || landmark.over
    ? String(line.index)
    : spans.map(({ start, end }) => text.slice(start, end)).join('\0');

function neighbour(places: ReadonlyMap<number, Candidate>, from: number, step: -1 | 1): Candidate | undefined {
  const max = Math.max(...places.keys());
  for (let i = from + step; i >= 0 && i <= max; i += step) {
    const place = places.get(i);
    if (place) return place;
  }
  return undefined;
}
