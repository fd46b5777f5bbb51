import type { Landmark } from './compile.js';
import { type ConstantsMatch, closeLabel, firstWord, matchConstants } from './match-words.js';
import { isSeparator, skipSeparators } from './separators.js';
import { columnGap, type Token } from './token.js';

/** One way to place a landmark's slots: token ranges, and the weight of the constants matched between them. */
export interface Way {
  ranges: { from: number; to: number }[];
  weight: number;
  /** Slots whose constants are not there. */
  missed: number;
  /** Index behind the last constant matched; the head's own end where none was. */
  end: number;
}

/** More ways than this say that the constants are too common to tell anything. */
const mostWays = 24;
/** A value within a sentence has at most so many words and marks. */
const longestInline = 60;

/** Ways to place the slots behind a head matched on some tokens. `lineEnd` is where the line of a token index ends. */
export function waysToPlace(
  landmark: Landmark,
  tokens: readonly Token[],
  head: ConstantsMatch,
  lineEnd: (at: number) => number,
): Way[] {
  return place(0, head.to);

  function place(slot: number, from: number): Way[] {
    const here = landmark.slots[slot];
    if (!here) return [{ ranges: [], weight: 0, missed: 0, end: from }];
    const begin = slot === 0 || isSeparator(tokens[from]) ? skipSeparators(tokens, from) : from;
    if (!here.after.some((token) => token.word)) return openEnd(slot, begin);
    const found = bounded(slot, begin, from);
    // What should follow is not there: the value runs to the end of the line, and the slots behind it are missing.
    const gone = {
      ranges: [{ from: begin, to: lineEnd(Math.max(0, begin - 1)) }],
      weight: 0,
      missed: landmark.slots.length - slot,
      end: from,
    };
    return [...found, gone];
  }

  /** A slot with words behind it: every place where these follow may be its end. */
  function bounded(slot: number, begin: number, from: number): Way[] {
    const { after } = landmark.slots[slot] as Landmark['slots'][number];
    const first = firstWord(after);
    const ways: Way[] = [];
    const most = Math.min(tokens.length, begin + longestInline);
    for (let at = Math.min(begin, from); at < most && ways.length < mostWays; at++) {
      const match = followsAt(after.slice(first), tokens, at);
      if (!match) continue;
      const to = trimmedEnd(after.slice(0, first), tokens, begin, at);
      for (const rest of place(slot + 1, match.to))
        ways.push({
          ranges: [{ from: begin, to: Math.max(begin, to) }, ...rest.ranges],
          weight: match.weight + rest.weight,
          missed: rest.missed,
          end: Math.max(match.to, rest.end),
        });
    }
    return ways;
  }

  /** The end of the line a value begins on; a sentence that was wrapped right before the value goes on below. */
  function endFrom(begin: number): number {
    const end = lineEnd(Math.max(0, begin - 1));
    return end === begin && landmark.prose && begin < tokens.length ? lineEnd(begin) : end;
  }

  /** A slot with nothing but marks behind it, or nothing: to the next slot’s mark, or the end of its line or column. */
  function openEnd(slot: number, begin: number): Way[] {
    const marks = landmark.slots[slot]?.after ?? [];
    const stop = endFrom(begin);
    if (landmark.slots[slot + 1]) {
      const ways: Way[] = [];
      for (let at = begin; at < stop && ways.length < mostWays; at++) {
        if (tokens[at]?.norm !== marks[0]?.norm) continue;
        for (const rest of place(slot + 1, at + marks.length))
          ways.push({ ...rest, ranges: [{ from: begin, to: at }, ...rest.ranges] });
      }
      if (ways.length > 0) return ways;
      const missed = landmark.slots.length - slot - 1;
      return [{ ranges: [{ from: begin, to: stop }], weight: 0, missed, end: begin }];
    }
    return endsOf(begin, stop, marks).map((to) => ({
      ranges: [{ from: begin, to: trimmedEnd(marks, tokens, begin, to) }],
      weight: 0,
      missed: 0,
      end: begin,
    }));
  }

  /** Where the last value may end: at its line's end, at a column's, and in a sentence at the mark that closed it in the sample. */
  function endsOf(begin: number, stop: number, marks: readonly Token[]): number[] {
    const ends = [stop];
    for (let at = begin + 1; at < stop; at++) {
      const edge = tokens[at]?.norm === '\t' || (tokens[at]?.gap ?? 0) >= columnGap;
      const closed =
        landmark.prose && marks.length > 0 && tokens[at]?.norm === marks[0]?.norm && (tokens[at + 1]?.gap ?? 1) > 0;
      if (edge || closed) ends.push(closed ? at + 1 : at);
    }
    return ends.slice(0, mostWays);
  }
}

/** So many words at either end of a long stretch are enough to know it by, where its middle was put otherwise. */
const anchorWords = 3;
/** By how many words the middle may be longer than in the sample. */
const longerBy = 4;

/** Constants behind a value: all of them, or the first and last words of a long stretch. */
function followsAt(after: readonly Token[], tokens: readonly Token[], at: number): ConstantsMatch | null {
  const whole = matchConstants(after, tokens, at);
  if (whole) return closeLabel('none', after, tokens, whole);
  const words = after.filter(({ word }) => word);
  if (words.length < anchorWords + 1) return null;
  const head = matchConstants(words.slice(0, anchorWords), tokens, at) ?? matchConstants(words.slice(0, 2), tokens, at);
  if (!head) return null;
  for (const count of [anchorWords, 2]) {
    const tail = words.slice(-count);
    for (let next = head.to; next < Math.min(tokens.length, at + after.length + longerBy); next++) {
      const match = matchConstants(tail, tokens, next);
      if (match) return { ...match, from: at, weight: head.weight + match.weight, almost: true };
    }
  }
  return null;
}

/** Marks of the template that stand right before the found words are no part of the value. */
function trimmedEnd(marks: readonly Token[], tokens: readonly Token[], begin: number, end: number): number {
  let to = end;
  for (const mark of [...marks].reverse()) if (to > begin && tokens[to - 1]?.norm === mark.norm) to--;
  return to;
}
