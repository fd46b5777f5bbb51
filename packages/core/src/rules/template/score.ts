import type { CompiledLayout } from './compile.js';
import { fieldsOf, type Landmark } from './landmark.js';
import type { Place } from './place.js';
import type { Candidate, Search } from './search.js';

/** From this score on a layout counts as recognised. */
export const recognisedFrom = 0.5;

/** What a layout has at the most when none of its places is filled. */
export const withoutValues = 0.6;

/** The most that lines a layout cannot explain take off its score. */
const unexplainedPrice = 0.15;

/** Lines of optional fields are often left out, so a missing one weighs less than one that must be there. */
const optionalShare = 0.3;

/** Lines without a value, such as a title or a footer, are dropped and put otherwise even more freely. */
const constantShare = 0.2;

/** How well a layout fits, 0 to 1: claimed weight over wanted weight, by type fit, less label-like lines it does not explain. */
export function scoreLayout(
  layout: CompiledLayout,
  claimed: ReadonlyMap<number, Candidate>,
  places: readonly Place[],
  search: Search,
): number {
  let weight = 0;
  let missing = 0;
  for (const landmark of layout.landmarks) {
    if (claimed.has(landmark.index)) weight += landmark.weight;
    else missing += landmark.weight * shareOf(landmark, search);
  }
  const share = weight === 0 ? 0 : weight / (weight + missing);
  const score =
    share * (withoutValues + (1 - withoutValues) * fitShare(places, search)) -
    unexplainedPrice * unexplained(claimed, search);
  return Math.round(Math.max(0, Math.min(1, score)) * 1000) / 1000;
}

/** What a landmark weighs when it is missing. */
function shareOf(landmark: Landmark, { fields }: Search): number {
  const filled = fieldsOf(landmark);
  if (filled.length === 0) return landmark.slots.length > 0 || landmark.below ? optionalShare : constantShare;
  return filled.some((field) => fields[field]?.required === true) ? 1 : optionalShare;
}

/** The share of filled places that read as their type; a form that came empty fits as well as its labels do. */
function fitShare(places: readonly Place[], { fits }: Search): number {
  const filled = places.filter(({ slot, start, end }) => slot.field !== null && end > start);
  if (filled.length === 0) return places.length > 0 ? 0.5 : 0;
  const fitting = filled.filter(({ slot, start, end }) => (fits.at(slot.field ?? '', start, end) ?? 0) > 0);
  return fitting.length / filled.length;
}

function unexplained(claimed: ReadonlyMap<number, Candidate>, { lines }: Search): number {
  const taken = new Set([...claimed.values()].map(({ line }) => line.index));
  const labels = lines.filter((line) => line.kind.startsWith('label'));
  return labels.length === 0 ? 0 : labels.filter((line) => !taken.has(line.index)).length / labels.length;
}
