import type { Line } from './normalise.js';
import { type Claims, isFiller, lastOffset, type Place } from './place.js';
import type { Candidate, Search, SlotSpan } from './search.js';

/** Whether a label has its line to itself. */
export const isBare = ({ start, end }: SlotSpan, { line, end: behind }: Candidate) =>
  start === end && line.tokens.every((token) => token.start < behind || !token.word);

/** The line under a label that has its own to itself. */
export function firstBelow(place: Place, line: Line, { lines: claimed }: Claims, { lines }: Search): Place {
  const next = lines[line.index + 1];
  if (!next || isFiller(next) || claimed.has(next.index)) return place;
  return { ...place, start: next.tokens[0]?.start ?? next.start, end: lastOffset(next) };
}

/** Claims of this many labels, most of them alone on their lines over a free one, say that values stand below. */
const enoughStacked = 3;

/** Whether a message writes its values under their labels throughout, where the sample has them beside. */
export function isStacked(claimed: Iterable<Candidate>, taken: ReadonlySet<number>, lines: readonly Line[]): boolean {
  const beside = [...claimed].filter(({ landmark }) => landmark.slots.length === 1 && landmark.closing === 'mark');
  const stacked = beside.filter((candidate) => {
    const [span] = candidate.spans;
    const next = lines[candidate.line.index + 1];
    return span && isBare(span, candidate) && next && !isFiller(next) && !taken.has(next.index);
  });
  const all = stacked.length === beside.length;
  return stacked.length >= (all ? enoughStacked - 1 : enoughStacked) && stacked.length * 2 > beside.length;
}
