import { type Token, tokensOf } from '../language/fold.js';
import { withLanguage } from '../language/guess.js';

/** A stretch of the message that may be a value. */
export interface Spot<V = string | number | boolean> {
  start: number;
  end: number;
  value: V;
}

/** The message as finders look at it. */
export interface Letter {
  text: string;
  tokens: readonly Token[];
  /** Starts and ends of its sentences and lines, in order. */
  sentences: readonly { start: number; end: number }[];
  /** The day it was written, as ISO 8601; null where nobody says. */
  written: string | null;
  /** Where the closing words begin, at the end of the text without them. */
  closing: number;
}

/** Ends of sentences: a mark before a space and no small letter, or a blank line; and lines that stand for themselves. */
const breaks = /[.!?]+["”’)]*(?=\s+[^\p{Ll}\s])|\n\s*\n|\n(?=\s*(?:[-*•–]|\d+[.)]) )/gu;
/** Figures and short words with a full stop that end no sentence. */
const abbreviated = /(?:^|[\s(])(?:\p{L}{1,2}|\d{1,2}|nr|no|str|tel|approx|bzw|inkl|etc|st|mr|mrs|ms|dr|prof|av)\.$/iu;

function sentencesOf(text: string): { start: number; end: number }[] {
  const found: { start: number; end: number }[] = [];
  let start = 0;
  for (const match of text.matchAll(breaks)) {
    const end = match.index + match[0].length;
    if (match[0].startsWith('.') && abbreviated.test(text.slice(start, match.index + 1))) continue;
    found.push({ start, end });
    start = end;
  }
  return [...found, { start, end: text.length }].filter((one) => text.slice(one.start, one.end).trim() !== '');
}

export const letterOf = (text: string, written: string | null, closing = text.length): Letter => ({
  text,
  tokens: withLanguage(tokensOf(text)),
  sentences: sentencesOf(text),
  written,
  closing,
});

/** The sentence around an offset. */
export const sentenceAt = ({ sentences, text }: Letter, at: number): { start: number; end: number } =>
  sentences.find(({ start, end }) => at >= start && at < end) ?? { start: 0, end: text.length };
