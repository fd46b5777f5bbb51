import type { Range } from '../../reading/index.js';
import { allCandidates } from './candidates.js';
import type { CompiledLayout } from './compile.js';
import type { Candidate, IndexedText } from './search.js';

/** A place where one of an item's lines stands. Offsets are those of the view. */
export interface ItemMark {
  /** Which line of the item: the index of its landmark. */
  landmark: number;
  from: number;
  end: number;
  line: Range;
  /** Its score beside the best place of its landmark: 0 to 1. */
  share: number;
}

/** A place that fits less well than this, beside the best of its landmark, is none of its places. */
const leastShare = 0.6;

/** All places of a block's landmarks in a text, in their order; of those that share words the best stays. */
export function itemMarks(layout: CompiledLayout, indexed: IndexedText, mostCandidates: number): ItemMark[] {
  const marks = allCandidates(layout.landmarks, { ...indexed, budget: { left: mostCandidates } })
    .flatMap(shared)
    .filter(({ share, candidate }) => share >= leastShare && candidate.score > 0)
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
