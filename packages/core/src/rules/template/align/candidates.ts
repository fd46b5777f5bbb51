import type { Candidate, ConstantsMatch, Landmark, Line, Run, Standing, Token } from '../model.js';
import { enumerationEnd } from '../text/lines.js';
import { lineRun, type Search, sentenceFrom } from '../text/prepared-text.js';
import { beginsCell, isCellEdge, partedTokens, valueGap } from '../text/tokens.js';
import { onDelimitedLine } from './delimited-line.js';
import { closeLabel, firstWord, matchConstants } from './match-words.js';
import { waysToPlace } from './place-slots.js';
import { weigh } from './weigh.js';

/** The places where each landmark of a layout may stand, best first. */
export function allCandidates(landmarks: readonly Landmark[], search: Search): Candidate[][] {
  const all = landmarks.map((landmark) => candidatesOf(landmark, search));
  const exact = new Set(all.flat().flatMap(({ almost, from }) => (almost ? [] : [from])));
  // “Name” is no misspelt “Names” where that stands too, nor where it is itself spelt right elsewhere.
  return all.map((places) => {
    const spelt = places.some(({ almost, score }) => !almost && score > 0);
    return places.filter(({ almost, from }) => !almost || !(spelt || exact.has(from)));
  });
}

function candidatesOf(landmark: Landmark, search: Search): Candidate[] {
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
  // A word that touches a value stands on no line as a word of its own.
  const before = landmark.glued ? landmark.before.slice(0, -1) : landmark.before;
  if (landmark.glued && !before.some(({ word }) => word)) return lines.keys();
  if (!before.some(({ word }) => word))
    return index.linesWith(landmark.slots.find(({ after }) => after.some(({ word }) => word))?.after ?? []);
  const on = index.linesWith(before);
  if (!landmark.prose) return on;
  const anchored = index.linesWith(before.filter(({ word }) => word).slice(-anchorWords));
  // A sentence’s rare word may stand on the line below the one it begins on.
  return new Set([...on, ...anchored].flatMap((line) => (line > 0 ? [line - 1, line] : [line])));
}

/** The best place of each kind of standing on a line; sentences may go on below it. */
function onLine(landmark: Landmark, whole: Line, search: Search): Candidate[] {
  if (whole.tokens.length === 0) return [];
  const line = landmark.glued ? { ...whole, tokens: partedTokens(whole.tokens, search.text) } : whole;
  const run = landmark.prose ? sentenceFrom(line, search.lines) : lineRun(line);
  const { tokens } = run;
  const first = firstWord(landmark.before);
  if (first < 0) {
    const head = {
      from: 0,
      to: behindMarks(landmark.before, tokens),
      weight: 0,
      almost: false,
      sameSeparator: null,
    };
    return bestWay(landmark, line, run, head, 'start', search);
  }
  const best: Candidate[] = [];
  for (const [at, token] of line.tokens.entries()) {
    if (!token.word) continue;
    const head = headAt(landmark, first, tokens, at, search);
    if (!head || --search.budget.left < 0) continue;
    const standing = standingOf(line.tokens, at);
    const edged =
      (landmark.edge !== null && line.tokens[at - 1]?.norm === landmark.edge) || isColumn(landmark, line.tokens, at);
    if (edged || mayStand(landmark, standing, line.tokens, at))
      best.push(...bestWay(landmark, line, run, head, edged ? 'cell' : standing, search));
  }
  return best;
}

/** Where the first value of a line begins that has but marks before it: behind its bullet, and behind the marks that are the sample’s. */
function behindMarks(marks: readonly Token[], tokens: readonly Token[]): number {
  let at = marks.length > 0 ? enumerationEnd(tokens) : 0;
  for (const { norm } of marks) if (tokens[at]?.norm === norm) at++;
  return at;
}

/** Words before a sentence’s first value that are enough to know it by, where the rest was put otherwise. */
const anchorWords = 3;

/** The words before the first value, or of a long stretch the last of them. */
function headAt(
  { before, closing, prose }: Landmark,
  first: number,
  tokens: readonly Token[],
  at: number,
  { collapsed }: Search,
): ConstantsMatch | null {
  const whole = matchConstants(before.slice(first), tokens, at);
  if (whole) return closeLabel(closing, before, tokens, whole, collapsed);
  const words = before.filter(({ word }) => word);
  if (!prose || words.length <= anchorWords) return null;
  const anchor = matchConstants(words.slice(-anchorWords), tokens, at);
  return anchor && { ...anchor, almost: true };
}

/** Words a sentence must have to be believed in the middle of a line. */
const wordsInTheMiddle = 3;

/**
 * Labels stand at the beginning of a line or a cell, or of a sentence where a mark closes them; a sentence may stand anywhere when
 * it has enough words of its own.
 */
function mayStand(landmark: Landmark, standing: Standing, tokens: readonly Token[], at: number): boolean {
  if (standing === 'start' || standing === 'cell') return true;
  if (!landmark.prose) return landmark.closing === 'mark' && (standing === 'label' || beginsSentence(tokens, at));
  const constants = [landmark.before, ...landmark.slots.map(({ after }) => after)].flat();
  return standing === 'sentence' || constants.filter(({ word }) => word).length >= wordsInTheMiddle;
}

function bestWay(
  landmark: Landmark,
  line: Line,
  { tokens, ends }: Run,
  head: ConstantsMatch,
  standing: Standing,
  search: Search,
): Candidate[] {
  if (landmark.slots.length === 0) return withoutSlots(landmark, line, head, standing);
  let best: Candidate | null = null;
  const lineEnd = (at: number) => ends.find((end) => end > at) ?? tokens.length;
  for (const way of waysToPlace(landmark, tokens, head, lineEnd, search)) {
    if (way.missed > 0 && standing === 'middle') continue;
    const candidate = weigh({ landmark, line, tokens, head, way, standing }, search);
    if (!best || candidate.score > best.score) best = candidate;
  }
  return best ? [best] : [];
}

/** What a line has that is a line of the sample, word for word, over one that only begins like another. */
const wholeLine = 2;

/** A line of constants alone, or a label above its value: that has its line, or its cell, to itself. */
function withoutSlots(landmark: Landmark, line: Line, head: ConstantsMatch, standing: Standing): Candidate[] {
  const own = landmark.column ? line.tokens.findIndex((_, i) => i >= head.to && beginsCell(line.tokens, i)) : -1;
  const behind = line.tokens.slice(head.to, own < 0 ? undefined : own).filter((token) => token.word).length;
  const beside = landmark.below !== null && behind > 0;
  if (standing !== 'start' && standing !== 'cell') return [];
  if (beside && head.sameSeparator !== false && !isClosed(line, head)) return [];
  const weight = head.weight - (beside ? 0.5 : behind * 0.5) - (head.almost ? 0.4 : 0);
  if (weight <= 0) return [];
  const from = line.tokens[head.from]?.start ?? line.start;
  const end = line.tokens[head.to - 1]?.end ?? line.end;
  const whole = landmark.below === null && behind === 0 ? wholeLine : 0;
  const capitals = landmark.capitals && line.tokens[head.from]?.capitals ? 0.25 : 0;
  const kind = line.kind === landmark.kind ? 0.25 : 0;
  const notes = [
    ...(beside ? ['the value is beside the label'] : []),
    ...(head.almost ? ['a letter of the label is wrong'] : []),
  ];
  return [
    { landmark, line, almost: head.almost, score: weight + 1 + whole + capitals + kind, spans: [], from, end, notes },
  ];
}

/** Whether a label is closed by a mark or a cell’s edge, so that what stands behind it is its value. */
const isClosed = ({ tokens }: Line, { to }: ConstantsMatch) =>
  /^[:=\t|?]$/.test(tokens[to - 1]?.norm ?? '') || /^[:=\t|]$/.test(tokens[to]?.norm ?? '');

function standingOf(tokens: readonly Token[], at: number): Standing {
  if (isFirst(tokens, at)) return 'start';
  if (beginsCell(tokens, at) || beginsCell(tokens, decorated(tokens, at))) return 'cell';
  if (isLabelEnd(tokens, at)) return 'label';
  return /^[.!?:]$/.test(tokens[at - 1]?.norm ?? '') ? 'sentence' : 'middle';
}

/** Whether nothing but marks stands before a token, a bullet or a number set aside. */
function isFirst(tokens: readonly Token[], at: number): boolean {
  for (let i = enumerationEnd(tokens); i < at; i++) if (tokens[i]?.word || isCellEdge(tokens[i])) return false;
  return true;
}

/** Dots that lead from a label to its value. */
const leader = 3;

/** Words and marks looked back at for an empty label. */
const farthestBack = 120;

/** Right behind a label with no value: `Phone: E-mail: o.marsh@…`, as where lines were joined. */
function isLabelEnd(tokens: readonly Token[], at: number): boolean {
  if (at > farthestBack) return false;
  const last = tokens.findLastIndex((token, i) => i < at && token.word);
  const marks = tokens.slice(last + 1, at).map(({ norm }) => norm);
  const closes = marks.some((norm) => norm === ':' || norm === '=');
  const dots = marks.filter((norm) => norm === '.').length;
  return last >= 0 && tokens.slice(0, last).every(({ norm }) => norm !== ':') && (closes || dots >= leader);
}

/** A label with a mark, behind more than one blank: where a value nearly fills its column, no more of the gap is left. */
const isColumn = ({ closing, prose }: Landmark, tokens: readonly Token[], at: number): boolean =>
  closing === 'mark' && !prose && (tokens[at]?.gap ?? 0) >= valueGap;

/** Right behind the end of a sentence, not too far into a line: one of very many would ask too much. */
const beginsSentence = (tokens: readonly Token[], at: number): boolean =>
  at <= farthestBack && /^[.!?]$/.test(tokens[at - 1]?.norm ?? '');

/** The first of the marks that dress a word up on its left. */
function decorated(tokens: readonly Token[], at: number): number {
  let first = at;
  while (first > 0 && /^[*_("']$/.test(tokens[first - 1]?.norm ?? '') && tokens[first]?.gap === 0) first--;
  return first;
}
