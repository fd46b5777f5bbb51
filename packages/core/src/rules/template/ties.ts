import type { Candidate } from './candidates.js';

/** Scores this near to each other are a tie. */
const tieMargin = 0.02;

/**
 * A candidate that would have done as well as the claimed one: as high a score, on a free line between the neighbours'
 * places, so that nothing speaks for either. Null when there is none, or when both give the same text.
 */
export function rivalOf(
  claimed: Candidate,
  all: readonly Candidate[],
  places: ReadonlyMap<number, Candidate>,
): Candidate | null {
  const { landmark } = claimed;
  if (landmark.slots.length === 0 && !landmark.below) return null;
  const before = neighbour(places, landmark.index, -1)?.line.index ?? Number.NEGATIVE_INFINITY;
  const after = neighbour(places, landmark.index, 1)?.line.index ?? Number.POSITIVE_INFINITY;
  const taken = new Set([...places.values()].map(({ line }) => line.index));
  return (
    all.find(
      (other) =>
        other !== claimed &&
        other.score >= claimed.score * (1 - tieMargin) &&
        !taken.has(other.line.index) &&
        other.line.index > before &&
        other.line.index < after,
    ) ?? null
  );
}

function neighbour(places: ReadonlyMap<number, Candidate>, from: number, step: -1 | 1): Candidate | undefined {
  const most = Math.max(...places.keys());
  for (let i = from + step; i >= 0 && i <= most; i += step) {
    const place = places.get(i);
    if (place) return place;
  }
  return undefined;
}
