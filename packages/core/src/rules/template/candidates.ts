import type { FieldOptions } from '../../values/index.js';
import type { Landmark } from './compile.js';
import type { FitMemo } from './fit.js';
import { type ConstantsMatch, canBeForgiven, firstWord, isAlmost, matchConstants } from './match-words.js';
import type { Line } from './normalise.js';
import { isSeparator, skipSeparators } from './separators.js';
import type { Token } from './token.js';

/** A value's place on a line: character offsets of the text. */
export interface SlotSpan {
  field: string | null;
  start: number;
  end: number;
}

/** A place where a landmark may stand. */
export interface Candidate {
  landmark: Landmark;
  line: Line;
  score: number;
  spans: SlotSpan[];
  /** Offset behind the last matched constant. */
  end: number;
  /** Why the score is what it is, for the trace. */
  notes: string[];
}

export interface CandidateSearch {
  text: string;
  lines: readonly Line[];
  /** Lines on which a word stands. */
  index: ReadonlyMap<string, readonly number[]>;
  /** Words of the index in which one letter may be wrong. */
  forgivable: readonly [word: string, lines: readonly number[]][];
  fields: Readonly<Record<string, FieldOptions>>;
  fits: FitMemo;
  /** Counts the places examined, against the limit. */
  budget: { left: number };
}

/** Which lines each word stands on; lines are given once each, in order. */
export function indexWords(lines: readonly Line[]): Map<string, number[]> {
  const index = new Map<string, number[]>();
  for (const line of lines) {
    for (const token of line.tokens) {
      if (!token.word) continue;
      const on = index.get(token.norm);
      if (!on) index.set(token.norm, [line.index]);
      else if (on.at(-1) !== line.index) on.push(line.index);
    }
  }
  return index;
}

/** All places where a landmark may stand, best first. */
export function candidatesOf(landmark: Landmark, search: CandidateSearch): Candidate[] {
  const anchor = landmark.before.some((token) => token.word)
    ? landmark.before
    : (landmark.slots.find(({ after }) => after.some((t) => t.word))?.after ?? []);
  const found: Candidate[] = [];
  for (const lineIndex of linesWith(anchor, search)) {
    const line = search.lines[lineIndex];
    if (!line || --search.budget.left < 0) break;
    const best = bestOnLine(landmark, line, search);
    if (best) found.push(best);
  }
  return found.sort((a, b) => b.score - a.score || a.line.index - b.line.index);
}

/** Lines that have the rarest word of the constants, or one that is a letter away from it. */
function linesWith(constants: readonly Token[], search: CandidateSearch): readonly number[] {
  let rarest: readonly number[] | null = null;
  for (const { word, norm } of constants) {
    if (!word) continue;
    const lines = linesOfWord(norm, search);
    if (rarest === null || lines.length < rarest.length) rarest = lines;
    if (rarest.length === 0) break;
  }
  return rarest ?? [];
}

function linesOfWord(word: string, { index, forgivable }: CandidateSearch): readonly number[] {
  const exact = index.get(word) ?? [];
  if (!canBeForgiven(word)) return exact;
  const almost = forgivable.filter(([other]) => isAlmost(other, word));
  if (almost.length === 0) return exact;
  return [...new Set([...exact, ...almost.flatMap(([, lines]) => lines)])].sort((a, b) => a - b);
}

function bestOnLine(landmark: Landmark, line: Line, search: CandidateSearch): Candidate | null {
  let best: Candidate | null = null;
  const first = firstWord(landmark.before);
  const starts = first < 0 ? [0] : line.tokens.keys();
  for (const at of starts) {
    if (first >= 0 && !line.tokens[at]?.word) continue;
    const head =
      first < 0
        ? { from: 0, to: 0, weight: 0, sameSeparator: null }
        : matchConstants(landmark.before.slice(first), line.tokens, at);
    if (!head) continue;
    const candidate = complete(landmark, line, head, search);
    if (candidate && (!best || candidate.score > best.score)) best = candidate;
  }
  return best;
}

/** Ways to place what follows the head on the line; type fit decides among them. */
function complete(landmark: Landmark, line: Line, head: ConstantsMatch, search: CandidateSearch): Candidate | null {
  if (landmark.slots.length === 0) return plain(landmark, line, head);
  const ways = placeSlots(landmark, line, head.to, 0, 16);
  let best: Candidate | null = null;
  for (const way of ways) {
    const scored = score(landmark, line, head, way, search);
    if (!best || scored.score > best.score) best = scored;
  }
  return best;
}

/** One way to place the slots: token ranges, and the weight of the constants matched between them. */
interface Way {
  ranges: { from: number; to: number }[];
  weight: number;
  missed: number;
}

function placeSlots(landmark: Landmark, line: Line, from: number, slot: number, most: number): Way[] {
  const here = landmark.slots[slot];
  if (!here) return [{ ranges: [], weight: 0, missed: 0 }];
  const begin = slot === 0 || isSeparator(line.tokens[from]) ? skipSeparators(line.tokens, from) : from;
  if (!here.after.some((token) => token.word)) return [lastWay(landmark, line, begin, slot)];
  const ways: Way[] = [];
  const first = firstWord(here.after);
  for (let at = begin; at < line.tokens.length && ways.length < most; at++) {
    const match = matchConstants(here.after.slice(first), line.tokens, at);
    if (!match) continue;
    const to = trimmedEnd(here.after.slice(0, first), line.tokens, begin, at);
    for (const rest of placeSlots(landmark, line, match.to, slot + 1, most)) {
      ways.push({
        ranges: [{ from: begin, to }, ...rest.ranges],
        weight: match.weight + rest.weight,
        missed: rest.missed,
      });
    }
  }
  // What should follow is not there: the value runs to the end of the line, and the slots behind it are missing.
  const gone = { ranges: [{ from: begin, to: line.tokens.length }], weight: 0, missed: landmark.slots.length - slot };
  return [...ways, gone];
}

/** Marks of the template that stand right before the found words are no part of the value. */
function trimmedEnd(marks: readonly Token[], tokens: readonly Token[], begin: number, end: number): number {
  let to = end;
  for (const mark of [...marks].reverse()) if (to > begin && tokens[to - 1]?.norm === mark.norm) to--;
  return to;
}

function lastWay(landmark: Landmark, line: Line, begin: number, slot: number): Way {
  const marks = landmark.slots[slot]?.after ?? [];
  const next = landmark.slots[slot + 1];
  if (next && marks.length > 0) {
    const at = line.tokens.findIndex((token, i) => i >= begin && token.norm === marks[0]?.norm);
    if (at >= 0) {
      const [rest] = placeSlots(landmark, line, at + 1, slot + 1, 1);
      if (rest) return { ...rest, ranges: [{ from: begin, to: at }, ...rest.ranges] };
    }
  }
  return {
    ranges: [{ from: begin, to: trimmedEnd(marks, line.tokens, begin, line.tokens.length) }],
    weight: 0,
    missed: next ? landmark.slots.length - slot - 1 : 0,
  };
}

function plain(landmark: Landmark, line: Line, head: ConstantsMatch): Candidate | null {
  const behind = line.tokens.slice(head.to).filter((token) => token.word).length;
  // A label above its value has its line to itself.
  if (landmark.below && behind > 0) return null;
  const before = wordsBefore(line, head.from);
  const weight = head.weight - before - behind * 0.5;
  return weight <= 0 ? null : { landmark, line, score: weight + 1, spans: [], end: endOf(line, head.to), notes: [] };
}

const wordsBefore = (line: Line, at: number) => line.tokens.slice(0, at).filter((token) => token.word).length;
const endOf = (line: Line, at: number) => (at > 0 ? (line.tokens[at - 1]?.end ?? line.end) : line.start);

/** Bonuses and penalties around the weight matched; the decoys live in the middle of lines. */
function score(landmark: Landmark, line: Line, head: ConstantsMatch, way: Way, search: CandidateSearch): Candidate {
  const notes: string[] = [];
  let points = head.weight + way.weight;
  const before = wordsBefore(line, head.from);
  const cell = head.from > 0 && ['\t', '|', ';'].includes(line.tokens[head.from - 1]?.norm ?? '');
  if (landmark.before.length > 0) {
    if (before === 0 || cell) points += 2;
    else points = add(notes, 'in the middle of a line', points * 0.3);
  }
  if (head.sameSeparator === true) points += 1;
  if (head.sameSeparator === false) notes.push('another separator');
  if (way.missed > 0) points = add(notes, 'something behind a value is missing', points - way.missed);
  if (line.depth > 0) points = add(notes, 'quoted', points * 0.6);
  const spans = spansOf(landmark, line, way);
  points += fitOf(spans, search, notes);
  return { landmark, line, score: points, spans, end: endOf(line, head.to), notes };
}

function add(notes: string[], note: string, points: number): number {
  notes.push(note);
  return points;
}

function spansOf(landmark: Landmark, line: Line, way: Way): SlotSpan[] {
  return landmark.slots.flatMap(({ slot }, i) => {
    const range = way.ranges[i];
    if (!range) return [];
    const first = line.tokens[range.from];
    const last = line.tokens[range.to - 1];
    const at = range.from > 0 ? (line.tokens[range.from - 1]?.end ?? line.start) : line.start;
    return [
      {
        field: slot.field,
        start: first && range.to > range.from ? first.start : at,
        end: last && range.to > range.from ? last.end : at,
      },
    ];
  });
}

function fitOf(spans: readonly SlotSpan[], search: CandidateSearch, notes: string[]): number {
  let points = 0;
  for (const { field, start, end } of spans) {
    if (field === null || start === end) continue;
    const fit = search.fits.at(field, start, end);
    if (fit === null) continue;
    if (fit === 0) notes.push(`“${field}” does not read as ${search.fields[field]?.type}`);
    points += 2 * fit - 1;
  }
  return points;
}
