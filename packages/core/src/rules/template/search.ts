import type { Range, View } from '../../reading/index.js';
import type { FieldOptions, ReadContext } from '../../values/index.js';
import { FitMemo } from './fit.js';
import type { Landmark } from './landmark.js';
import { type Line, normalise } from './normalise.js';
import type { Slot } from './parse-layout.js';
import type { Token } from './token.js';
import { WordIndex } from './word-index.js';

/** A value's place: character offsets of the view. */
export interface SlotSpan {
  slot: Slot;
  start: number;
  end: number;
}

/** A place where a landmark may stand. */
export interface Candidate {
  landmark: Landmark;
  line: Line;
  score: number;
  spans: SlotSpan[];
  /** Offsets of the first and behind the last matched constant. */
  from: number;
  end: number;
  /** Whether a letter of its words is wrong, or its words are put otherwise. */
  almost: boolean;
  /** Set where the values could be cut in several ways, so that none is taken. */
  doubtful?: boolean;
  /** Why the score is what it is, for the trace. */
  notes: string[];
}

/** A text made ready for alignment; done once for all layouts. */
export interface IndexedText {
  view: View;
  text: string;
  lines: Line[];
  index: WordIndex;
  fits: FitMemo;
  fields: Readonly<Record<string, FieldOptions>>;
  /** Whether no tab and no wide gap is left in it, as where HTML was made of a text in columns. */
  collapsed: boolean;
}

export function indexText(
  view: View,
  mostLines: number,
  fields: Readonly<Record<string, FieldOptions>>,
  context: ReadContext,
): IndexedText {
  const lines = normalise(view.text, mostLines);
  return {
    view,
    text: view.text,
    lines,
    index: new WordIndex(lines),
    fits: new FitMemo(view.text, fields, context),
    collapsed: !/\t|\S\s{3,}\S/.test(view.text.replace(/\n\s*/g, '\n')),
    fields,
  };
}

/** The same text with other fields: those of an item instead of the message's own. */
export const withFields = (
  indexed: IndexedText,
  fields: Readonly<Record<string, FieldOptions>>,
  context: ReadContext,
): IndexedText => ({ ...indexed, fields, fits: new FitMemo(indexed.text, fields, context) });

/** The lines that a stretch touches, by halving: a digest has thousands, and each of its items asks. */
export function linesWithin(lines: readonly Line[], start: number, end: number): Line[] {
  const firstFrom = (isBehind: (line: Line) => boolean) => {
    let [low, high] = [0, lines.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (isBehind(lines[middle] as Line)) high = middle;
      else low = middle + 1;
    }
    return low;
  };
  return lines.slice(
    firstFrom((line) => line.end >= start),
    firstFrom((line) => line.start >= end),
  );
}

/** A stretch of a text, as if nothing else were there. Offsets stay those of the whole. */
export function narrowed(indexed: IndexedText, { start, end }: Range): IndexedText {
  const lines = linesWithin(indexed.lines, start, end).map((line, index): Line => {
    if (line.start >= start && line.end <= end) return { ...line, index };
    const tokens = line.tokens.filter((token) => token.start >= start && token.end <= end);
    return { ...line, index, tokens, start: Math.max(line.start, start), end: Math.min(line.end, end) };
  });
  return { ...indexed, lines, index: new WordIndex(lines) };
}

/** Aligning one layout: the text, and how many places may still be looked at. */
export interface Search extends IndexedText {
  budget: { left: number };
}

/** A sentence runs over at most so many lines. */
const longestSentence = 8;

/** Lines at least this long, with the next line's first word, look wrapped by a mail program. */
const wrapWidth = 56;

/** Whether a line may have been wrapped, so that the next goes on with it. */
export function isWrapped(line: Line, next: Line): boolean {
  const first = next.tokens[0];
  return first !== undefined && line.end - line.start + first.end - first.start >= wrapWidth;
}

/** Lines a sentence may go on in. */
const goesOn = new Set(['text', 'bullet', 'question', 'heading']);

/** Words and marks of a sentence that are looked at; no line of a letter has as many. */
const mostTokens = 2000;

/** The tokens of one line, or of several that are one sentence. */
export interface Run {
  tokens: readonly Token[];
  /** Index behind the last token of each line. */
  ends: readonly number[];
}

/** The tokens from a line on, over the lines a sentence may run to: down to the next blank line or label. */
export function sentenceFrom(line: Line, lines: readonly Line[]): Run {
  const tokens = line.tokens.slice(0, mostTokens);
  const ends = [tokens.length];
  for (let at = line.index + 1; at < line.index + longestSentence && tokens.length < mostTokens; at++) {
    const next = lines[at];
    const above = lines[at - 1] as Line;
    if (!next || next.depth !== line.depth || !(goesOn.has(next.kind) || isWrapped(above, next))) break;
    tokens.push(...next.tokens.slice(0, mostTokens));
    ends.push(tokens.length);
  }
  return { tokens, ends };
}

/** A line by itself. */
export const lineRun = ({ tokens }: Line): Run => ({ tokens, ends: [tokens.length] });
