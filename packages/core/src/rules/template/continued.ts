import { isDressed, isLabelShaped, isSentence } from './label-shape.js';
import type { Landmark } from './landmark.js';
import type { Line } from './normalise.js';
import { type Claims, lastOffset, type Place } from './place.js';
import { isWrapped, type Search } from './search.js';

/**
 * A value beside its label that goes on below: where the line was wrapped or the next is indented, where the label ends the
 * layout, and where plain lines follow that are neither labels nor sentences of their own.
 */
export function continued(place: Place, landmark: Landmark, line: Line, claims: Claims, search: Search): Place {
  let last = line;
  let joined = true;
  for (let at = line.index + 1; at < search.lines.length; at++) {
    const next = search.lines[at] as Line;
    if (claims.lines.has(at) || next.depth !== line.depth || !continues.has(next.kind)) break;
    const indented = isIndented(next, line);
    const folded = indented || isWrapped(last, next);
    if (landmark.endsAtBlank && !indented && isStrange(next, place, claims, search)) break;
    if (landmark.endsAtBlank && !folded && next.kind === 'bullet') break;
    joined &&= folded;
    last = next;
  }
  return last === line || place.start === place.end ? place : { ...place, end: lastOffset(last), joined };
}

const continues = new Set(['text', 'bullet', 'question']);

/** Whether a line below a short value is something else: a label of this layout’s make, a whole sentence, an advert. */
function isStrange(line: Line, { start, end }: Place, { labels }: Claims, { text }: Search): boolean {
  const words = text.slice(line.start, line.end);
  return isLabelShaped(line, labels) || isDressed(words) || (isSentence(words) && !endsAsProse(text.slice(start, end)));
}

/** Whether a value is prose, so that another sentence may follow. */
function endsAsProse(value: string): boolean {
  const words = value.split(/\s+/).length;
  return words > 6 || (words > 2 && /[.!?,;:]$/.test(value));
}

/** How much deeper than its label's line a line stands that goes on with the value. */
const deeper = 2;

const isIndented = (next: Line, line: Line) => (next.tokens[0]?.gap ?? 0) >= (line.tokens[0]?.gap ?? 0) + deeper;
