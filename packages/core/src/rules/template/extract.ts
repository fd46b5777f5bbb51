import { blockEnd } from './block-end.js';
import { cellAt, nextCell, wholeCell } from './cells.js';
import { continued } from './continued.js';
import type { Landmark } from './landmark.js';
import type { Line } from './normalise.js';
import { type Claims, isFiller, lastOffset, type Place } from './place.js';
import type { Candidate, Search } from './search.js';
import { firstBelow, isBare } from './stacked.js';

/** The place of every value of a claimed landmark. A span of no length is a place that is there and empty. */
export function placesOf(candidate: Candidate, claims: Claims, search: Search): Place[] {
  const { landmark } = candidate;
  const spans = landmark.below ? [below(candidate, landmark, claims, search)] : beside(candidate, claims, search);
  return spans.map((place) => withinClaims(place, candidate, claims, search));
}

function beside(candidate: Candidate, claims: Claims, search: Search): Place[] {
  const { landmark, line, spans } = candidate;
  return spans.map((span, i) => {
    const place = { ...span, joined: true, uncertain: null };
    if (claims.stacked && landmark.slots.length === 1 && isBare(span, candidate))
      return firstBelow(place, line, claims, search);
    const last = i === landmark.slots.length - 1;
    if (!last || landmark.slots[i]?.after.some(({ word }) => word) || span.slot.field === null) return place;
    const cell = cellAt(span.start, search);
    if (cell && cell.start > line.start) return wholeCell(place, cell, search);
    return landmark.block ? continued(place, landmark, line, claims, search) : place;
  });
}

/** The value under a label: the cell beside it in a table, what stands behind it on its line, or the line or block below. */
function below(candidate: Candidate, landmark: Landmark, claims: Claims, search: Search): Place {
  const { line, end } = candidate;
  const slot = landmark.below ?? { field: null };
  const place = { slot, start: end, end, joined: !landmark.block, uncertain: null };
  const cell = nextCell(candidate, search);
  if (cell) return wholeCell({ ...place, joined: false }, cell, search);
  const behind = line.tokens.filter((token) => token.start >= end);
  const first = behind.find((token) => token.word || !/^[:=\t|?*-]$/.test(token.norm));
  if (first) return { ...place, start: first.start, end: lastOffset(line) };
  return underneath(place, candidate, claims, search);
}

function underneath(place: Place, { landmark, line }: Candidate, claims: Claims, search: Search): Place {
  let at = line.index + 1;
  while (search.lines[at] && isFiller(search.lines[at] as Line)) at++;
  const first = search.lines[at];
  if (!first || claims.lines.has(at)) return place;
  const { last, uncertain } = landmark.block
    ? blockEnd(at, landmark.endsAtBlank, claims, search)
    : { last: first, uncertain: null };
  return { ...place, start: first.tokens[0]?.start ?? first.start, end: lastOffset(last), uncertain };
}

/** Nothing that a claim begins with is part of a value before it. */
function withinClaims(place: Place, { from }: Candidate, { starts }: Claims, { text }: Search): Place {
  const next = starts.find((start) => start >= place.start && start < place.end && start !== from);
  if (next === undefined) return place;
  const kept = text.slice(place.start, next).replace(/[\s|;,*-]+$/, '');
  return { ...place, end: place.start + kept.length };
}
