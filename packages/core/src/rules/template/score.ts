import type { Candidate, CandidateSearch, SlotSpan } from './candidates.js';
import { type CompiledLayout, fieldsOf, type Landmark } from './compile.js';

/** From this score on a layout counts as recognised. */
export const recognisedFrom = 0.5;

/** The most that lines a layout cannot explain take off its score. */
const unexplainedPrice = 0.15;

/** Lines of optional fields are often left out, so a missing one weighs less than one that must be there. */
const optionalShare = 0.4;

/** How well a layout fits, 0 to 1: claimed weight over wanted weight, by type fit, less label-like lines it does not explain. */
export function scoreLayout(
  layout: CompiledLayout,
  claimed: ReadonlyMap<number, Candidate>,
  spans: readonly SlotSpan[],
  search: CandidateSearch,
): number {
  let weight = 0;
  let missing = 0;
  for (const landmark of layout.landmarks) {
    if (claimed.has(landmark.index)) weight += landmark.weight;
    else missing += landmark.weight * (isRequired(landmark, search) ? 1 : optionalShare);
  }
  const share = weight === 0 ? 0 : weight / (weight + missing);
  const score = share * (0.6 + 0.4 * fitShare(spans, search)) - unexplainedPrice * unexplained(claimed, search);
  return Math.round(Math.max(0, Math.min(1, score)) * 1000) / 1000;
}

function isRequired(landmark: Landmark, { fields }: CandidateSearch): boolean {
  return fieldsOf(landmark).some((field) => fields[field]?.required === true);
}

function fitShare(spans: readonly SlotSpan[], { fits }: CandidateSearch): number {
  const filled = spans.filter(({ field, start, end }) => field !== null && end > start);
  if (filled.length === 0) return 0;
  return filled.filter(({ field, start, end }) => (fits.at(field ?? '', start, end) ?? 0) > 0).length / filled.length;
}

function unexplained(claimed: ReadonlyMap<number, Candidate>, { lines }: CandidateSearch): number {
  const taken = new Set([...claimed.values()].map(({ line }) => line.index));
  const labels = lines.filter((line) => line.kind.startsWith('label'));
  return labels.length === 0 ? 0 : labels.filter((line) => !taken.has(line.index)).length / labels.length;
}
