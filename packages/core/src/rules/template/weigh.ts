import type { Landmark } from './landmark.js';
import type { ConstantsMatch } from './match-words.js';
import type { Line } from './normalise.js';
import type { Way } from './place-slots.js';
import type { Candidate, Search, SlotSpan } from './search.js';
import type { Standing } from './standing.js';
import type { Token } from './token.js';

/** A landmark matched in some way, about to be weighed. */
export interface Match {
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

function spansOf({ slots }: Landmark, tokens: readonly Token[], { ranges }: Way, head: ConstantsMatch): SlotSpan[] {
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
function fitOf(spans: readonly SlotSpan[], { fits, fields }: Search, notes: string[]): number {
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
