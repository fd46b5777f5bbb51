import type { Candidate } from './search.js';

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
 * n log n. Of candidates that share words the heavier stays.
 */
function heaviestChain(candidates: readonly Candidate[]): Candidate[] {
  const sorted = [...candidates].sort((a, b) => a.from - b.from || b.landmark.index - a.landmark.index);
  const size = Math.max(...sorted.map(({ landmark }) => landmark.index)) + 2;
  const tree = new PrefixMaximum(size);
  const before = new Array<number>(sorted.length).fill(-1);
  const total = new Array<number>(sorted.length).fill(0);
  let best = -1;
  for (const [i, candidate] of sorted.entries()) {
    const previous = tree.best(candidate.landmark.index);
    before[i] = previous;
    total[i] = (previous >= 0 ? (total[previous] ?? 0) : 0) + candidate.score;
    tree.offer(candidate.landmark.index + 1, i, total[i] ?? 0);
    if (best < 0 || (total[i] ?? 0) > (total[best] ?? 0)) best = i;
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

  constructor(private readonly size: number) {
    this.item = new Array<number>(size + 1).fill(-1);
    this.weight = new Array<number>(size + 1).fill(0);
  }

  offer(position: number, item: number, weight: number): void {
    for (let i = position; i <= this.size; i += i & -i) {
      if (weight <= (this.weight[i] ?? 0)) continue;
      this.weight[i] = weight;
      this.item[i] = item;
    }
  }

  best(position: number): number {
    let found = -1;
    let weight = 0;
    for (let i = position; i > 0; i -= i & -i) {
      if ((this.weight[i] ?? 0) <= weight) continue;
      weight = this.weight[i] ?? 0;
      found = this.item[i] ?? -1;
    }
    return found;
  }
}
