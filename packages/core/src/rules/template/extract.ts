import type { Candidate, CandidateSearch, SlotSpan } from './candidates.js';
import type { Line } from './normalise.js';

/** Lines at least this long look wrapped by a mail program, so that the next one goes on with them. */
const wrapWidth = 60;

/** The place of every value of a claimed landmark. A span of no length is a place that is there and empty. */
export function spansFor(candidate: Candidate, claimedLines: ReadonlySet<number>, search: CandidateSearch): SlotSpan[] {
  const { landmark, line, spans } = candidate;
  if (landmark.below) return [below(candidate, claimedLines, search)];
  const last = spans.at(-1);
  if (!landmark.block || !last || last.field === null) return spans;
  return [...spans.slice(0, -1), continued(last, candidate, line, claimedLines, search)];
}

/** The value under a label: one line, or a block to the next claimed landmark, ruling or label-shaped line after a blank. */
function below({ landmark, line, end }: Candidate, claimed: ReadonlySet<number>, search: CandidateSearch): SlotSpan {
  const field = landmark.below?.field ?? null;
  let at = line.index + 1;
  while (search.lines[at] && (search.lines[at] as Line).kind === 'blank') at++;
  const first = search.lines[at];
  if (!first || claimed.has(at)) return { field, start: end, end };
  const last = landmark.block ? blockEnd(at, landmark.endsAtBlank, claimed, search.lines) : first;
  return { field, start: first.tokens[0]?.start ?? first.start, end: lastOffset(last) };
}

function blockEnd(from: number, endsAtBlank: boolean, claimed: ReadonlySet<number>, lines: readonly Line[]): Line {
  let last = lines[from] as Line;
  for (let at = from + 1; at < lines.length; at++) {
    const line = lines[at] as Line;
    const kind = line.kind;
    if (claimed.has(at) || kind === 'ruling' || (kind === 'blank' && endsAtBlank)) break;
    const afterBlank = (lines[at - 1] as Line).kind === 'blank';
    if (afterBlank && (kind === 'label and value' || kind === 'label only')) break;
    if (kind !== 'blank') last = line;
  }
  return last;
}

/** A value beside its label that goes on below: where the line was wrapped, or where the label ends the layout. */
function continued(
  span: SlotSpan,
  { landmark }: Candidate,
  line: Line,
  claimed: ReadonlySet<number>,
  search: CandidateSearch,
): SlotSpan {
  let last = line;
  for (let at = line.index + 1; at < search.lines.length; at++) {
    const next = search.lines[at] as Line;
    const kind = next.kind;
    const wrapped = last.end - last.start >= wrapWidth;
    if (claimed.has(at) || kind !== 'text' || !(wrapped || !landmark.endsAtBlank)) break;
    last = next;
  }
  return last === line || span.start === span.end ? span : { ...span, end: lastOffset(last) };
}

const lastOffset = (line: Line) => line.tokens.at(-1)?.end ?? line.end;
