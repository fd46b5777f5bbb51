import { countsAWord, isFree } from '../../../values/index.js';
import type { ConstantsMatch, Landmark, Token } from '../model.js';
import type { PreparedText } from '../text/prepared-text.js';
import { sentencesOf } from '../text/sentences.js';
import { columnGap, isSeparator, skipSeparators, valueGap, withoutBold } from '../text/tokens.js';
import { closeLabel, firstWord, matchConstants } from './match-words.js';

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
const maxWays = 24;

/** Words of a wrapped value on the next line. */
const wordsBelow = 8;

/** Words and the mark of a label. */
const longestLabel = 5;

/** A value within a sentence has at most so many words and marks. */
const longestInline = 60;

/** Ways to place the slots behind a head matched on some tokens. `lineEnd` tells where the line of a token ends. */
export function waysToPlace(
  landmark: Landmark,
  tokens: readonly Token[],
  head: ConstantsMatch,
  lineEnd: (at: number) => number,
  words: Words,
): Way[] {
  return new Placing(landmark, tokens, lineEnd, words).place(0, head.to);
}

type Words = Pick<PreparedText, 'text' | 'ordinals' | 'fields'>;

class Placing {
  private ends: ReadonlySet<number> | null = null;

  constructor(
    private readonly landmark: Landmark,
    private readonly tokens: readonly Token[],
    private readonly lineEnd: (at: number) => number,
    private readonly words: Words,
  ) {}

  /** Ways to place this slot and those behind it, from a token on. */
  place(slot: number, from: number): Way[] {
    const here = this.landmark.slots[slot];
    if (!here) return [{ ranges: [], weight: 0, missed: 0, end: from }];
    const begin = slot === 0 || isSeparator(this.tokens[from]) ? skipSeparators(this.tokens, from) : from;
    if (!here.after.some((token) => token.word)) return this.openEnd(slot, begin);
    // What should follow may not be there: the value runs to the end of the line, and the slots behind it are missing.
    const gone = {
      ranges: [{ from: begin, to: this.lineEnd(Math.max(0, begin - 1)) }],
      weight: 0,
      missed: this.landmark.slots.length - slot,
      end: from,
    };
    return [...this.bounded(slot, here.after, begin, from), gone];
  }

  /** A slot with words behind it: every place where these follow may be its end. */
  private bounded(slot: number, after: readonly Token[], begin: number, from: number): Way[] {
    const first = firstWord(after);
    const ways: Way[] = [];
    const max = Math.min(this.tokens.length, begin + longestInline);
    for (let at = Math.min(begin, from); at < max && ways.length < maxWays; at++) {
      const match = followsAt(after.slice(first), this.tokens, at, this.isTyped(slot));
      if (!match) continue;
      const to = trimmedEnd(after.slice(0, first), this.tokens, begin, at);
      for (const rest of this.place(slot + 1, match.to))
        ways.push({
          ranges: [{ from: begin, to: Math.max(begin, to) }, ...rest.ranges],
          weight: match.weight + rest.weight,
          missed: rest.missed,
          end: Math.max(match.to, rest.end),
        });
    }
    return ways;
  }

  /** A slot with nothing but marks behind it, or nothing. */
  private openEnd(slot: number, begin: number): Way[] {
    const { after: marks = [], blank = false, above = false } = this.landmark.slots[slot] ?? {};
    const stop = this.endFrom(begin);
    if (above) return this.toLineBelow(slot, begin, stop);
    if (this.landmark.slots[slot + 1]) return this.toNextMark(slot, blank ? null : marks, begin, stop);
    return this.endsOf(begin, stop, marks).map((to) => ({
      ranges: [{ from: begin, to: withoutBold(this.tokens, begin, trimmedEnd(marks, this.tokens, begin, to)) }],
      weight: 0,
      missed: 0,
      end: begin,
    }));
  }

  /** Values with nothing but a mark, a gap or a blank (`null`) between them: it may be anywhere on the line. */
  private toNextMark(slot: number, marks: readonly Token[] | null, begin: number, stop: number): Way[] {
    const ways: Way[] = [];
    for (let at = begin; at < stop && ways.length < maxWays; at++) {
      const width = this.partedAt(at, begin, marks);
      if (width === null) continue;
      ways.push(...withRange(begin, at, this.place(slot + 1, at + width)));
    }
    const missed = this.landmark.slots.length - slot - 1;
    // Of two ways that fit alike the first is taken: before a blank, a value with a type takes all that it can. Of a count that is
    // its figures: what word is counted the layout would say.
    if (marks === null && this.isTyped(slot))
      ways.reverse().sort((a, b) => this.isCounted(slot, a) - this.isCounted(slot, b));
    return ways.length > 0 ? ways : [{ ranges: [{ from: begin, to: stop }], weight: 0, missed, end: begin }];
  }

  /** A value with another on the line below it in its cell, if the cell has two: it ends where that begins, or with the cell. */
  private toLineBelow(slot: number, begin: number, stop: number): Way[] {
    const isEdge = (at: number) => this.tokens[at]?.norm === '\t';
    let at = begin;
    while (at < stop && !isEdge(at) && (at === begin || (this.tokens[at]?.gap ?? 0) < valueGap)) at++;
    if (at < stop && !isEdge(at)) return withRange(begin, at, this.place(slot + 1, at));
    const { after = [] } = this.landmark.slots[slot + 1] ?? {};
    const rest = after.some(({ word }) => word)
      ? this.bounded(slot + 1, after, at, at)
      : withRange(at, at, this.place(slot + 2, at + (this.partedAt(at, at, after) ?? 0)));
    return withRange(begin, at, rest);
  }

  private isTyped(slot: number): boolean {
    const { field = null } = this.landmark.slots[slot]?.slot ?? {};
    return field !== null && !isFree(this.words.fields[field]);
  }

  /** Whether a way takes a word behind a figure into a value that may count anything: 1 or 0. */
  private isCounted(slot: number, { ranges: [range] }: Way): 0 | 1 {
    const { field = null } = this.landmark.slots[slot]?.slot ?? {};
    const [start, end] = [this.tokens[range?.from ?? 0]?.start ?? 0, this.tokens[(range?.to ?? 0) - 1]?.end ?? 0];
    return field !== null && countsAWord(this.words.text.slice(start, end), this.words.fields[field]) ? 1 : 0;
  }

  /** How many tokens part two values here: the marks of the sample, or none where a gap does; null where nothing does. */
  private partedAt(at: number, begin: number, marks: readonly Token[] | null): number | null {
    const token = this.tokens[at];
    if (marks === null) return at > begin && (token?.gap ?? 0) > 0 ? 0 : null;
    const [mark] = marks;
    if (mark && isLeader(marks)) return this.leaderAt(at, mark);
    // A dash that stands apart in the sample is none within a word.
    if (mark) return token?.norm === mark.norm && (mark.gap === 0 || token.gap > 0) ? marks.length : null;
    if (token?.norm === '\t') return 1;
    return (token?.gap ?? 0) >= valueGap ? 0 : null;
  }

  /** The length of the run of one mark that begins here: dots lead as far as the line is long. */
  private leaderAt(at: number, { norm }: Token): number | null {
    const isMark = (i: number) => this.tokens[i]?.norm === norm;
    let to = at;
    while (isMark(to)) to++;
    return !isMark(at - 1) && to - at >= minLeader ? to - at : null;
  }

  /** The end of the line a value begins on; a sentence that was wrapped right before the value goes on below. */
  private endFrom(begin: number): number {
    const end = this.lineEnd(Math.max(0, begin - 1));
    return end === begin && this.landmark.prose && begin < this.tokens.length ? this.lineEnd(begin) : end;
  }

  /** Where the last value may end: at its line's end, at a column's, and in a sentence at the mark that closed it in the sample. */
  private endsOf(begin: number, stop: number, marks: readonly Token[]): number[] {
    const ends = [stop];
    const sentences: number[] = [];
    for (let at = begin + 1; at < stop; at++) {
      if (this.isNextPair(at)) return [at];
      const edge = this.tokens[at]?.norm === '\t' || (this.tokens[at]?.gap ?? 0) >= columnGap;
      if (edge) ends.push(at);
      else if (this.closesSentence(at, marks)) sentences.push(at + 1);
    }
    const below = ends.length + sentences.length === 1 ? this.closedBelow(stop, marks) : -1;
    return [...sentences, ...(below < 0 ? ends : [below, ...ends])].slice(0, maxWays);
  }

  /** Where a sentence that was wrapped within its last value closes on the next line; -1 when it does not. */
  private closedBelow(stop: number, marks: readonly Token[]): number {
    const last = Math.min(this.tokens.length, stop + wordsBelow);
    for (let at = stop; at < last; at++) if (this.closesSentence(at, marks)) return at + 1;
    return -1;
  }

  /** Whether another labelled value begins behind the mark that separates them in the sample. */
  private isNextPair(at: number): boolean {
    const { edge } = this.landmark;
    if (edge === null || this.tokens[at]?.norm !== edge) return false;
    if (edge === '|' || edge === '\t') return true;
    const label = this.tokens.slice(at + 1, at + 1 + longestLabel);
    const end = label.findIndex(({ norm }) => norm === '=' || norm === ':');
    return end > 0 && label.slice(0, end).every(({ word }) => word);
  }

  private closesSentence(at: number, [mark]: readonly Token[]): boolean {
    const token = this.tokens[at];
    const closes = (this.landmark.prose || this.landmark.followed) && mark !== undefined && token?.norm === mark.norm;
    if (!closes) return false;
    return mark.norm === '.' ? this.sentenceEnds().has(token.end) : (this.tokens[at + 1]?.gap ?? 1) > 0;
  }

  /** Where the sentences end that the tokens stand in; a full stop behind a short form ends none. */
  private sentenceEnds(): ReadonlySet<number> {
    const [from, to] = [this.tokens[0]?.start ?? 0, this.tokens.at(-1)?.end ?? 0];
    this.ends ??= new Set(
      sentencesOf(this.words.text.slice(from, to).replaceAll('\n', ' '), this.words.ordinals).map(
        ({ end }) => from + end,
      ),
    );
    return this.ends;
  }
}

const withRange = (from: number, to: number, rest: readonly Way[]): Way[] =>
  rest.map((way) => ({ ...way, ranges: [{ from, to }, ...way.ranges] }));

/** Dots that lead from one value to the next. */
const minLeader = 3;

const isLeader = (marks: readonly Token[]) =>
  marks.length >= minLeader && marks.every(({ word, norm }) => !word && norm === marks[0]?.norm);

/** So many words at either end of a long stretch are enough to know it by, where its middle was put otherwise. */
const anchorWords = 3;

/** By how many words the middle may be longer than in the sample. */
const longerBy = 4;

/** Constants behind a value: all of them, or the first and last words of a long stretch. */
function followsAt(
  after: readonly Token[],
  tokens: readonly Token[],
  at: number,
  typed: boolean,
): ConstantsMatch | null {
  const whole = matchConstants(after, tokens, at);
  if (whole) return closeLabel('none', after, tokens, whole);
  const words = after.filter(({ word }) => word);
  if (words.length < anchorWords + 1) return firstOf(words, tokens, at, typed ? tellingOfTyped : tellingLength);
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

/** Of two or three words behind a value the first, where it is a telling one: what follows it may be another message's. */
function firstOf(
  [first, ...more]: readonly Token[],
  tokens: readonly Token[],
  at: number,
  least: number,
): ConstantsMatch | null {
  if (!first || more.length === 0 || first.norm.length < least || !/^\p{L}+$/u.test(first.norm)) return null;
  const match = matchConstants([first], tokens, at);
  return match && { ...match, almost: true };
}

const tellingLength = 5;
/** A value with a type shows by itself whether it ends there. */
const tellingOfTyped = 3;

/** Marks of the template that stand right before the found words are no part of the value. */
function trimmedEnd(marks: readonly Token[], tokens: readonly Token[], begin: number, end: number): number {
  let to = end;
  for (const mark of [...marks].reverse()) if (to > begin && tokens[to - 1]?.norm === mark.norm) to--;
  return to;
}
