import type { Candidate } from './candidates.js';

/** How often what is left is chained again; each pass is dearer, for lines that stand out of order. */
const passes = 4;
const passPrice = 0.85;

/**
 * Claims a place for each landmark: the heaviest chain of candidates that increases in both template and message is
 * claimed, then the same on what is left. Landmarks without a claim are missing.
 */
export function claimPlaces(candidates: readonly Candidate[][]): Map<number, Candidate> {
  const claimed = new Map<number, Candidate>();
  const takenLines = new Set<number>();
  for (let pass = 0; pass < passes; pass++) {
    const open = candidates
      .flat()
      .filter(({ landmark, line, score }) => score > 0 && !claimed.has(landmark.index) && !takenLines.has(line.index));
    if (open.length === 0) break;
    for (const candidate of heaviestChain(open, passPrice ** pass)) {
      claimed.set(candidate.landmark.index, candidate);
      takenLines.add(candidate.line.index);
    }
  }
  return claimed;
}

/** Weighted longest increasing subsequence over (message line, template line), by a tree of prefix maxima: n log n. */
function heaviestChain(candidates: readonly Candidate[], price: number): Candidate[] {
  const sorted = [...candidates].sort((a, b) => a.line.index - b.line.index || b.landmark.index - a.landmark.index);
  const size = Math.max(...sorted.map(({ landmark }) => landmark.index)) + 2;
  const tree = new PrefixMaximum(size);
  const before = new Array<number>(sorted.length).fill(-1);
  const total = new Array<number>(sorted.length).fill(0);
  let best = -1;
  for (const [i, candidate] of sorted.entries()) {
    const previous = tree.best(candidate.landmark.index);
    before[i] = previous;
    total[i] = (previous >= 0 ? (total[previous] ?? 0) : 0) + candidate.score * price;
    tree.offer(candidate.landmark.index + 1, i, total[i] ?? 0);
    if (best < 0 || (total[i] ?? 0) > (total[best] ?? 0)) best = i;
  }
  const chain: Candidate[] = [];
  for (let i = best; i >= 0; i = before[i] ?? -1) if (sorted[i]) chain.unshift(sorted[i] as Candidate);
  return chain;
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
