import { isFree } from '../../../values/index.js';
import type { Candidate, Delimited, Landmark, Line, SlotSpan, Token } from '../model.js';
import type { Search } from '../text/prepared-text.js';
import { matchConstants } from './match-words.js';

/** One way to cut a line into the cells of a delimited template: ranges of tokens, as many as cells. */
type Cut = { from: number; to: number }[];

/** A line with so many marks more than the sample is another kind of line. */
const maxMarksTooMany = 6;

/** More ways than this are not tried: a line with many marks too many says nothing. */
const maxCuts = 200;

/** The ways to cut a line's tokens into so many cells at a mark: one when the count is right, several when a value holds marks. */
function cutsOf(tokens: readonly Token[], mark: string, count: number): Cut[] {
  const edges = [-1, ...tokens.flatMap((token, i) => (token.norm === mark ? [i] : [])), tokens.length];
  const found: Cut[] = [];
  const extend = (cut: Cut, edge: number): void => {
    if (found.length >= maxCuts) return;
    const left = count - cut.length;
    if (left === 1) {
      found.push([...cut, { from: (edges[edge] ?? 0) + 1, to: tokens.length }]);
      return;
    }
    for (let next = edge + 1; next <= edges.length - left; next++)
      extend([...cut, { from: (edges[edge] ?? 0) + 1, to: edges[next] ?? tokens.length }], next);
  };
  if (edges.length - 1 >= count && edges.length - 1 <= count + maxMarksTooMany) extend([], 0);
  return found;
}

/** The cut of a line to which values were added at its end: these are left out. */
function cutShort(tokens: readonly Token[], mark: string, count: number): Cut | null {
  const marks = tokens.flatMap((token, i) => (token.norm === mark ? [i] : []));
  if (marks.length < count || marks.length > count + maxMarksTooMany) return null;
  return marks.slice(0, count).map((to, i) => ({ from: (marks[i - 1] ?? -1) + 1, to }));
}

/** What speaks against values being left out. */
const leftOut = 0.5;

/** What a line has for being delimited by the right mark, before its values are looked at. */
const rightMark = 2;

/** A way to cut a line into values, and what speaks for it. */
interface CutLine {
  spans: SlotSpan[];
  points: number;
}

/**
 * The best way to cut a delimited line. Where a value holds the mark there are several, and types decide; with no single
 * best one the values are in doubt, and none is taken: never a shift.
 */
export function onDelimitedLine(landmark: Landmark, line: Line, search: Search): Candidate[] {
  const { delimited } = landmark;
  if (!delimited) return [];
  const tokens = enoughCells(line, delimited, search);
  const { cells } = delimited;
  const mark = markOf(line, delimited);
  const ways = cutsOf(tokens, mark, cells.length).flatMap(
    (cut) => weighCut(delimited, cut, tokens, line, search) ?? [],
  );
  const short = cutShort(tokens, mark, cells.length);
  const shortened = short && weighCut(delimited, short, tokens, line, search);
  if (shortened) ways.push({ ...shortened, points: shortened.points - leftOut });
  if (ways.length === 0) return tooFew(landmark, delimited, line, search);
  const max = Math.max(...ways.map(({ points }) => points));
  const [best, ...others] = ways.filter(({ points }) => points === max);
  // Without words of its own a delimited line is known by its types alone, or by its many cells.
  const hasWords = cells.some((cell) => 'constant' in cell && cell.constant.some(({ word }) => word));
  if (!best || (!hasWords && best.points < rightMark + typed(delimited, search))) return [];
  const doubtful = others.length > 0;
  const notes = doubtful ? ['the values could be cut in several ways'] : [];
  const place = { from: line.start, end: tokens.at(-1)?.end ?? line.end };
  return [{ landmark, line, almost: false, score: best.points, spans: best.spans, ...place, notes, doubtful }];
}

/** Values of a type, each of which has to speak for a line; where there are none, few cells say nothing. */
function typed({ slots, cells }: Delimited, { fields }: Search): number {
  const own = slots.filter(({ field }) => field !== null && !isFree(fields[field])).length;
  return own > 0 || cells.length >= manyCells ? own : slots.length;
}

const manyCells = 4;

/** The mark that parts a line's values: the sample's, or where the line has none of these, another that makes as many. */
function markOf({ tokens }: Line, { mark, cells }: Delimited): string {
  const count = (one: string) => tokens.filter(({ norm }) => norm === one).length;
  if (count(mark) > 0 || cells.length < manyCells) return mark;
  return otherMarks.find((other) => count(other) === cells.length - 1) ?? mark;
}

const otherMarks = ['|', ';', '\t', ','];

/** A line that begins as in the sample and has too few values: which are missing nobody can say, so none is taken. */
function tooFew(landmark: Landmark, { mark, cells, slots }: Delimited, line: Line, { index }: Search): Candidate[] {
  const [first] = cells;
  const words = first && 'constant' in first ? first.constant : [];
  const marks = line.tokens.filter(({ norm }) => norm === mark).length;
  const begins = words.some(({ word }) => word) && matchConstants(words, line.tokens, 0) !== null;
  if (!begins || marks * 2 < cells.length || index.linesWith(words).length > 1) return [];
  const spans = slots.map((slot) => ({ slot, start: line.start, end: line.end }));
  const notes = ['the line has too few values'];
  return [
    { landmark, line, almost: false, score: rightMark, spans, from: line.start, end: line.end, notes, doubtful: true },
  ];
}

/** What speaks for a cut: its constants, and values that read as their types. Null when a constant is not there. */
function weighCut(
  { cells }: Delimited,
  cut: Cut,
  tokens: readonly Token[],
  line: Line,
  search: Search,
): CutLine | null {
  const spans: SlotSpan[] = [];
  let points = rightMark;
  for (const [i, cell] of cells.entries()) {
    const part = tokens.slice(cut[i]?.from, cut[i]?.to);
    if ('constant' in cell) {
      const match = matchConstants(cell.constant, part, 0);
      if (cell.constant.some(({ word }) => word) && (!match || part.slice(match.to).some(({ word }) => word)))
        return null;
      points += match?.weight ?? 0;
      continue;
    }
    const at = tokens[(cut[i]?.from ?? 0) - 1]?.end ?? line.start;
    const own = withoutUnits(part, cell);
    const span = { slot: cell.slot, start: own[0]?.start ?? at, end: own.at(-1)?.end ?? at };
    spans.push(span);
    if (part.length > 0) points += fitPoints(span, search);
  }
  return { spans, points };
}

/** A cell without the words that stand around the value in the sample too, such as its unit. */
function withoutUnits(
  part: readonly Token[],
  { before, after }: { before: Token[]; after: Token[] },
): readonly Token[] {
  const head = before.length > 0 ? matchConstants(before, part, 0) : null;
  const own = part.slice(head?.to ?? 0);
  const tail =
    after.length > 0 && after.length < own.length ? matchConstants(after, own, own.length - after.length) : null;
  return tail ? own.slice(0, tail.from) : own;
}

/** A delimited line that was wrapped is taken together again, where it has too few values alone. */
function enoughCells(line: Line, { mark, cells }: Delimited, { lines }: Search): readonly Token[] {
  const count = cells.length;
  const marks = (tokens: readonly Token[]) => tokens.filter(({ norm }) => norm === mark).length;
  const next = lines[line.index + 1];
  const both = next && marks(line.tokens) < count - 1 ? [...line.tokens, ...next.tokens] : line.tokens;
  return marks(both) === count - 1 ? both : line.tokens;
}

function fitPoints({ slot, start, end }: SlotSpan, { fits, fields }: Search): number {
  if (slot.field === null) return 0;
  const fit = fits.at(slot.field, start, end) ?? 0;
  return isFree(fields[slot.field]) ? fit : 3 * fit - 1;
}
