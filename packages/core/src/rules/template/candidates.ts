import type { Landmark } from './compile.js';
import { cutsOf } from './delimited.js';
import { type ConstantsMatch, closeLabel, firstWord, matchConstants } from './match-words.js';
import type { Line } from './normalise.js';
import { waysToPlace } from './place-slots.js';
import { type Candidate, type Search, type SlotSpan, sentenceFrom } from './search.js';
import { type Standing, standingOf } from './standing.js';
import type { Token } from './token.js';
import { weigh } from './weigh.js';

/** All places where a landmark may stand, best first. */
export function candidatesOf(landmark: Landmark, search: Search): Candidate[] {
  const found: Candidate[] = [];
  for (const index of linesFor(landmark, search)) {
    const line = search.lines[index];
    if (!line || --search.budget.left < 0) break;
    found.push(...(landmark.delimited ? onDelimitedLine(landmark, line, search) : onLine(landmark, line, search)));
  }
  return found.sort((a, b) => b.score - a.score || a.from - b.from);
}

function linesFor(landmark: Landmark, { index, lines }: Search): Iterable<number> {
  const { delimited } = landmark;
  if (delimited) {
    const constants = delimited.cells.flatMap((cell) => ('constant' in cell ? cell.constant : []));
    return constants.some(({ word }) => word) ? index.linesWith(constants) : lines.keys();
  }
  if (!landmark.before.some(({ word }) => word))
    return index.linesWith(landmark.slots.find(({ after }) => after.some(({ word }) => word))?.after ?? []);
  const on = index.linesWith(landmark.before);
  // A sentence’s rare word may stand on the line below the one it begins on.
  return landmark.prose ? new Set(on.flatMap((line) => (line > 0 ? [line - 1, line] : [line]))) : on;
}

/** The best place of each kind of standing on a line; sentences may go on below it. */
function onLine(landmark: Landmark, line: Line, search: Search): Candidate[] {
  if (line.tokens.length === 0) return [];
  const tokens = landmark.prose ? sentenceFrom(line, search.lines) : line.tokens;
  const first = firstWord(landmark.before);
  if (first < 0)
    return bestWay(
      landmark,
      line,
      tokens,
      { from: 0, to: 0, weight: 0, almost: false, sameSeparator: null },
      'start',
      search,
    );
  const best: Candidate[] = [];
  for (const [at, token] of line.tokens.entries()) {
    if (!token.word) continue;
    const match = matchConstants(landmark.before.slice(first), tokens, at);
    const head = match && closeLabel(landmark.closing, landmark.before, tokens, match);
    if (!head) continue;
    const standing = standingOf(line.tokens, at);
    if (mayStand(landmark, standing)) best.push(...bestWay(landmark, line, tokens, head, standing, search));
  }
  return best;
}

/** Words a sentence must have to be believed in the middle of a line. */
const wordsInTheMiddle = 3;

/** Labels stand at the beginning of a line or a cell; a sentence may stand anywhere when it has enough words of its own. */
function mayStand(landmark: Landmark, standing: Standing): boolean {
  if (standing === 'start' || standing === 'cell') return true;
  if (!landmark.prose) return standing === 'label' && landmark.closing === 'mark';
  const constants = [landmark.before, ...landmark.slots.map(({ after }) => after)].flat();
  return standing === 'sentence' || constants.filter(({ word }) => word).length >= wordsInTheMiddle;
}

function bestWay(
  landmark: Landmark,
  line: Line,
  tokens: readonly Token[],
  head: ConstantsMatch,
  standing: Standing,
  search: Search,
): Candidate[] {
  if (landmark.slots.length === 0) return withoutSlots(landmark, line, head, standing);
  let best: Candidate | null = null;
  for (const way of waysToPlace(landmark, tokens, head, lineEnds(tokens, search))) {
    if (way.missed > 0 && standing === 'middle') continue;
    const candidate = weigh({ landmark, line, tokens, head, way, standing }, search);
    if (!best || candidate.score > best.score) best = candidate;
  }
  return best ? [best] : [];
}

/** Where the line of a token ends, among tokens that may run over several lines. */
function lineEnds(tokens: readonly Token[], { text }: Search): (at: number) => number {
  return (at) => {
    const start = tokens[at]?.end ?? 0;
    const end = text.indexOf('\n', start);
    if (end < 0) return tokens.length;
    const next = tokens.findIndex((token, i) => i >= at && token.start > end);
    return next < 0 ? tokens.length : next;
  };
}

/** A line of constants alone, or a label above its value: that has its line, or its cell, to itself. */
function withoutSlots(landmark: Landmark, line: Line, head: ConstantsMatch, standing: Standing): Candidate[] {
  const behind = line.tokens.slice(head.to).filter((token) => token.word).length;
  const beside = landmark.below !== null && behind > 0;
  if (standing !== 'start' && standing !== 'cell') return [];
  if (beside && head.sameSeparator !== false && !isClosed(line, head)) return [];
  const weight = head.weight - (beside ? 0.5 : behind * 0.5) - (head.almost ? 0.4 : 0);
  if (weight <= 0) return [];
  const from = line.tokens[head.from]?.start ?? line.start;
  const end = line.tokens[head.to - 1]?.end ?? line.end;
  const capitals = landmark.capitals && line.tokens[head.from]?.capitals ? 0.25 : 0;
  const kind = line.kind === landmark.kind ? 0.25 : 0;
  const notes = [
    ...(beside ? ['the value is beside the label'] : []),
    ...(head.almost ? ['a letter of the label is wrong'] : []),
  ];
  return [{ landmark, line, score: weight + 1 + capitals + kind, spans: [], from, end, notes }];
}

/** Whether a label is closed by a mark or a cell’s edge, so that what stands behind it is its value. */
const isClosed = ({ tokens }: Line, { to }: ConstantsMatch) =>
  /^[:=\t|?]$/.test(tokens[to - 1]?.norm ?? '') || /^[:=\t|]$/.test(tokens[to]?.norm ?? '');

/** The best way to cut a delimited line; with no single best one its values are in doubt, and none is taken. */
function onDelimitedLine(landmark: Landmark, line: Line, search: Search): Candidate[] {
  const { mark, cells } = landmark.delimited ?? { mark: '', cells: [] };
  const tokens = enoughCells(line, mark, cells.length, search);
  const ways = cutsOf(tokens, mark, cells.length).flatMap((cut) => {
    const spans: SlotSpan[] = [];
    let points = 2;
    for (const [i, cell] of cells.entries()) {
      const part = tokens.slice(cut[i]?.from, cut[i]?.to);
      if ('constant' in cell) {
        const match = matchConstants(cell.constant, part, 0);
        if (cell.constant.some(({ word }) => word) && (!match || part.slice(match.to).some(({ word }) => word)))
          return [];
        points += match?.weight ?? 0;
        continue;
      }
      const [first, last] = [part[0], part.at(-1)];
      const at = tokens[(cut[i]?.from ?? 0) - 1]?.end ?? line.start;
      const span = { slot: cell.slot, start: first?.start ?? at, end: last?.end ?? at };
      spans.push(span);
      points += first ? fitPoints(span, search) : 0;
    }
    return [{ spans, points }];
  });
  const best = ways.reduce<(typeof ways)[number] | null>((a, b) => (a && a.points >= b.points ? a : b), null);
  if (!best) return [];
  const several = ways.filter(({ points }) => points === best.points).length > 1;
  // Without words of its own a delimited line is known by its types alone.
  if (best.points < 2 + (landmark.weight > cells.length ? 0 : best.spans.length)) return [];
  const notes = several ? ['the values could be cut in several ways'] : [];
  return [
    {
      landmark,
      line,
      score: best.points,
      spans: best.spans,
      from: line.start,
      end: tokens.at(-1)?.end ?? line.end,
      notes,
      doubtful: several,
    },
  ];
}

/** A delimited line that was wrapped is taken together again, where it has too few values alone. */
function enoughCells(line: Line, mark: string, count: number, { lines }: Search): readonly Token[] {
  const marks = (tokens: readonly Token[]) => tokens.filter(({ norm }) => norm === mark).length;
  const next = lines[line.index + 1];
  const both = next && marks(line.tokens) < count - 1 ? [...line.tokens, ...next.tokens] : line.tokens;
  return marks(both) === count - 1 ? both : line.tokens;
}

function fitPoints({ slot, start, end }: SlotSpan, { fits, fields }: Search): number {
  if (slot.field === null) return 0;
  const fit = fits.at(slot.field, start, end) ?? 0;
  return fields[slot.field]?.type === 'text' ? fit : 3 * fit - 1;
}
