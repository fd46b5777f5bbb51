import type { Candidate } from './search.js';

/** Scores this near to each other are a tie. */
export const tieMargin = 0.02;

interface Claimed {
  candidates: readonly (readonly Candidate[])[];
  claimed: ReadonlyMap<number, Candidate>;
}

/** From this share of a layout’s labels on that stand once more, as good as the first time, it is all of the form. */
const mostOfIt = 0.6;
const fewestLabels = 2;

const doubled = new WeakMap<ReadonlyMap<number, Candidate>, boolean>();

/** Whether the message holds the form twice, so that order says nothing of which is meant. */
export function standsTwice({ candidates, claimed }: Claimed): boolean {
  const known = doubled.get(claimed);
  if (known !== undefined) return known;
  const labels = [...claimed.values()].filter(({ landmark }) => landmark.slots.length > 0 || landmark.below);
  const again = labels.filter((place) =>
    candidates[place.landmark.index]?.some((other) => other !== place && other.score >= place.score * (1 - tieMargin)),
  );
  const twice = again.length >= fewestLabels && again.length >= mostOfIt * labels.length;
  doubled.set(claimed, twice);
  return twice;
}
