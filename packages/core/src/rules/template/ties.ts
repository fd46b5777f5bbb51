import type { Alignment } from './align.js';
import type { Candidate } from './search.js';
import { standsTwice, tieMargin } from './stands-twice.js';

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
  if (all.length < 2 || (landmark.slots.length === 0 && !landmark.below)) return null;
  const twice = standsTwice({ candidates, claimed: places });
  const before = neighbour(places, landmark.index, -1)?.from ?? Number.NEGATIVE_INFINITY;
  const after = neighbour(places, landmark.index, 1)?.from ?? Number.POSITIVE_INFINITY;
  const isFree = ({ from, end }: Candidate) =>
    (twice || (from > before && from < after)) &&
    [...places.values()].every((place) => end <= place.from || from >= place.end) &&
    values.every(({ place, candidate }) => candidate === claimed || end <= place.start || from >= place.end);
  const asGood = (other: Candidate) => other !== claimed && other.score >= claimed.score * (1 - tieMargin);
  return (
    all.find((other) => asGood(other) && isFree(other) && valuesOf(other, text) !== valuesOf(claimed, text)) ?? null
  );
}

/** The texts in a candidate's slots; those under a label are not known yet, so they never count as the same. */
const valuesOf = ({ landmark, line, spans }: Candidate, text: string) =>
  landmark.below ? String(line.index) : spans.map(({ start, end }) => text.slice(start, end)).join('\0');

function neighbour(places: ReadonlyMap<number, Candidate>, from: number, step: -1 | 1): Candidate | undefined {
  const most = Math.max(...places.keys());
  for (let i = from + step; i >= 0 && i <= most; i += step) {
    const place = places.get(i);
    if (place) return place;
  }
  return undefined;
}
