import type { Range, View } from '../../../reading/index.js';
import { type FieldOptions, fitOfValue, isFree, type ReadContext } from '../../../values/index.js';
import { isNearWord } from '../../../values/near-word.js';
import type { Line, Run, Token } from '../model.js';
import { normalise } from './lines.js';
import { valueGap } from './tokens.js';
import { canBeForgiven, greetings, isGreeting } from './words.js';

/** A text made ready for alignment; done once for all layouts. */
export interface PreparedText {
  view: View;
  text: string;
  lines: Line[];
  index: WordIndex;
  fits: FitMemo;
  fields: Readonly<Record<string, FieldOptions>>;
  /** Whether no tab and no wide gap is left in it, as where HTML was made of a text in columns. */
  collapsed: boolean;
  /** Whether ordinals are written with a full stop in its language: `im 2. Stock`. */
  ordinals: boolean;
}

/** Languages that write ordinals with a full stop. */
const withOrdinals = new Set(['de', 'da']);

export function prepareText(
  view: View,
  maxLines: number,
  fields: Readonly<Record<string, FieldOptions>>,
  context: ReadContext,
): PreparedText {
  const lines = normalise(view.text, maxLines);
  widenBreaks(lines, view);
  return {
    view,
    text: view.text,
    lines,
    index: new WordIndex(lines),
    fits: new FitMemo(view.text, fields, context),
    collapsed: !/\t|\S\s{3,}\S/.test(view.text.replace(/\n\s*/g, '\n')),
    fields,
    ordinals: withOrdinals.has(context.language),
  };
}

/** A line that breaks within its cell stands as far from the next as two values do. */
function widenBreaks(lines: readonly Line[], { breaks = [] }: View): void {
  for (const at of breaks) {
    const [line] = linesWithin(lines, at, at + 1);
    const token = line?.tokens.find(({ start }) => start > at);
    if (token) token.gap = Math.max(token.gap, valueGap);
  }
}

/** The same text with other fields: those of an item instead of the message's own. */
export const withFields = (
  indexed: PreparedText,
  fields: Readonly<Record<string, FieldOptions>>,
  context: ReadContext,
): PreparedText => ({ ...indexed, fields, fits: new FitMemo(indexed.text, fields, context) });

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
export function narrowed(indexed: PreparedText, { start, end }: Range): PreparedText {
  const lines = linesWithin(indexed.lines, start, end).map((line, index): Line => {
    if (line.start >= start && line.end <= end) return { ...line, index };
    const tokens = line.tokens.filter((token) => token.start >= start && token.end <= end);
    return { ...line, index, tokens, start: Math.max(line.start, start), end: Math.min(line.end, end) };
  });
  return { ...indexed, lines, index: new WordIndex(lines) };
}

/** Aligning one layout: the text, and how many places may still be looked at. */
export interface Search extends PreparedText {
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
const maxTokens = 2000;

/** The tokens from a line on, over the lines a sentence may run to: down to the next blank line or label. */
export function sentenceFrom(line: Line, lines: readonly Line[]): Run {
  const tokens = line.tokens.slice(0, maxTokens);
  const ends = [tokens.length];
  for (let at = line.index + 1; at < line.index + longestSentence && tokens.length < maxTokens; at++) {
    const next = lines[at];
    const above = lines[at - 1] as Line;
    if (!next || next.depth !== line.depth || !(goesOn.has(next.kind) || isWrapped(above, next))) break;
    tokens.push(...next.tokens.slice(0, maxTokens));
    ends.push(tokens.length);
  }
  return { tokens, ends };
}

/** A line by itself. */
export const lineRun = ({ tokens }: Line): Run => ({ tokens, ends: [tokens.length] });

/** Which lines each word stands on, to look only where a landmark can be. Made once for all layouts. */
class WordIndex {
  private readonly byWord = new Map<string, number[]>();
  private readonly near = new Map<string, readonly number[]>();
  /** Words in which a letter may be wrong, by their first and by their last letter: one of these stays. */
  private byEnd: Map<string, string[]> | null = null;

  constructor(lines: readonly Line[]) {
    for (const line of lines) {
      for (const [i, token] of line.tokens.entries()) {
        if (!token.word) continue;
        this.add(token.norm, line.index);
        const [mark, next] = [line.tokens[i + 1], line.tokens[i + 2]];
        if (mark?.norm === '-' && next?.word && next.gap === 0) this.add(token.norm + next.norm, line.index);
      }
    }
  }

  private add(word: string, line: number): void {
    const on = this.byWord.get(word);
    if (!on) this.byWord.set(word, [line]);
    else if (on.at(-1) !== line) on.push(line);
  }

  /** Lines with the rarest of some constants, or a word a letter from it; those where two words are written as one too. */
  linesWith(constants: readonly Token[]): readonly number[] {
    const words = constants.filter(({ word }) => word);
    let rarest: readonly number[] | null = null;
    for (const { norm } of words) {
      const lines = this.linesOf(norm);
      if (rarest === null || lines.length < rarest.length) rarest = lines;
    }
    const joined = words.flatMap(({ norm }, i) => this.byWord.get(norm + (words[i + 1]?.norm ?? '/')) ?? []);
    return joined.length === 0 ? (rarest ?? []) : merged([rarest ?? [], joined]);
  }

  private linesOf(word: string): readonly number[] {
    if (isGreeting(word)) return merged(greetings.map((greeting) => this.byWord.get(greeting) ?? []));
    const exact = this.byWord.get(word) ?? [];
    if (!canBeForgiven(word)) return exact;
    const known = this.near.get(word);
    if (known) return known;
    const almost = this.nearTo(word).map((other) => this.byWord.get(other) ?? []);
    const found = almost.length === 0 ? exact : merged([exact, ...almost]);
    this.near.set(word, found);
    return found;
  }

  /** Words a letter away from one. */
  private nearTo(word: string): string[] {
    this.byEnd ??= this.wordsByEnd();
    const first = this.byEnd.get(`${word[0]}…`) ?? [];
    const last = this.byEnd.get(`…${word.at(-1)}`) ?? [];
    return [...new Set([...first, ...last])].filter((other) => isNearWord(other, word));
  }

  private wordsByEnd(): Map<string, string[]> {
    const found = new Map<string, string[]>();
    for (const word of this.byWord.keys()) {
      if (!canBeForgiven(word)) continue;
      for (const end of [`${word[0]}…`, `…${word.at(-1)}`]) {
        const words = found.get(end);
        if (words) words.push(word);
        else found.set(end, [word]);
      }
    }
    return found;
  }
}

const merged = (lists: readonly (readonly number[])[]) => [...new Set(lists.flat())].sort((a, b) => a - b);

/** Characters of a value that is no text. */
const longestTyped = 400;

/** Tells how well the text at a place fits a field’s type; asked often for the same places, so it remembers. */
class FitMemo {
  private readonly known = new Map<string, number>();

  constructor(
    private readonly text: string,
    private readonly fields: Readonly<Record<string, FieldOptions>>,
    private readonly context: ReadContext,
  ) {}

  /** 0 to 1; null when the field is none of the sieve's. */
  at(field: string, start: number, end: number): number | null {
    const options = this.fields[field];
    if (!options) return null;
    // No value but a text is that long; reading one to find out would take its time.
    if (end - start > longestTyped && !isFree(options) && options.many !== true) return 0;
    const key = `${field} ${start} ${end}`;
    let fit = this.known.get(key);
    if (fit === undefined) {
      fit = fitOfValue(this.text.slice(start, end), options, this.context);
      this.known.set(key, fit);
    }
    return fit;
  }
}
