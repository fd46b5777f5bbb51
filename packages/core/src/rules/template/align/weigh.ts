import { fieldsOf } from '../layout/landmarks.js';
import type {
  Candidate,
  CompiledLayout,
  ConstantsMatch,
  Landmark,
  Line,
  SlotSpan,
  Standing,
  Token,
  ValuePlace,
} from '../model.js';
import type { Search } from '../text/prepared-text.js';
import type { Way } from './place-slots.js';

/** A landmark matched in some way, about to be weighed. */
interface Match {
  landmark: Landmark;
  line: Line;
  tokens: readonly Token[];
  head: ConstantsMatch;
  way: Way;
  standing: Standing;
}

const startsLine = 2;
const startsSentence = 1;

/** Sentences in the middle of others are believed only for what their words weigh. */
const inTheMiddle = 0.6;

const sameSeparator = 1;
const almostPrice = 0.4;
const quotedShare = 0.6;
const sameShape = 0.25;

/** Bonuses and penalties around the weight matched. */
export function weigh({ landmark, line, tokens, head, way, standing }: Match, search: Search): Candidate {
  const notes: string[] = [];
  let points = head.weight + way.weight;
  const cost = (note: string, left: number) => {
    notes.push(note);
    points = left;
  };
  if (landmark.before.length > 0) {
    if (standing === 'start' || standing === 'cell') points += startsLine;
    else if (standing === 'sentence') points += startsSentence;
    else cost('in the middle of a line', points * inTheMiddle);
  }
  if (head.sameSeparator === true) points += sameSeparator;
  if (head.sameSeparator === false) notes.push('another separator');
  if (head.almost) cost('a letter of the label is wrong', points - almostPrice);
  if (way.missed > 0) cost('something behind a value is missing', points - way.missed);
  if (line.depth > 0) cost('quoted', points * quotedShare);
  if (line.kind === landmark.kind) points += sameShape;
  if (landmark.capitals && tokens[head.from]?.capitals) points += sameShape;
  const spans = spansOf(landmark, tokens, way, head);
  points += fitOf(spans, search, notes);
  const last = tokens[way.end - 1];
  const from = tokens[head.from]?.start ?? line.start;
  return {
    landmark,
    line,
    almost: head.almost,
    score: points,
    spans,
    from,
    end: last && way.end > head.to ? last.end : endOf(tokens, head, line),
    notes,
  };
}

const endOf = (tokens: readonly Token[], { to }: ConstantsMatch, line: Line) => tokens[to - 1]?.end ?? line.start;

/** Where the values of a landmark's slots stand, by the tokens that a way gives them. */
export function spansOf(
  { slots }: Landmark,
  tokens: readonly Token[],
  { ranges }: Way,
  head: ConstantsMatch,
): SlotSpan[] {
  return slots.flatMap(({ slot }, i) => {
    const range = ranges[i];
    if (!range) return [];
    const [first, last] = [tokens[range.from], tokens[range.to - 1]];
    const at = tokens[range.from - 1]?.end ?? tokens[head.from]?.start ?? 0;
    const filled = first && last && range.to > range.from;
    return [{ slot, start: filled ? first.start : at, end: filled ? last.end : at }];
  });
}

/** Values that read as their type speak for a place, those that do not against it. */
export function fitOf(spans: readonly SlotSpan[], { fits, fields }: Search, notes: string[]): number {
  let points = 0;
  for (const { slot, start, end } of spans) {
    if (slot.field === null || start === end) continue;
    const fit = fits.at(slot.field, start, end);
    if (fit === null) continue;
    if (fit === 0) notes.push(`“${slot.field}” does not read as ${fields[slot.field]?.type}`);
    points += 2 * fit - 1;
  }
  return points;
}

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
  places: readonly ValuePlace[],
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
function fitShare(places: readonly ValuePlace[], { fits }: Search): number {
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
