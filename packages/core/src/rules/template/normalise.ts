import { linesOf, type Range } from '../../reading/index.js';
import { classify, type LineKind } from './classify.js';
import type { Token } from './token.js';

export interface Line {
  index: number;
  start: number;
  end: number;
  /** How many quotation marks were taken off its beginning. */
  depth: number;
  tokens: Token[];
  /** What it looks like, judged by itself and the line below. */
  kind: LineKind;
}

const quotePrefix = /^(?:\s{0,3}>)+ ?/;
const tokenPattern = /[\p{L}\p{N}]+(?:['’_][\p{L}\p{N}]+)*|\t|[^\s]/gu;

/** Cuts a text into lines of tokens. Offsets are those of the text; comparison forms fold case, width, dashes and quotes. */
export function normalise(text: string, most: number): Line[] {
  const lines = linesOf(text)
    .slice(0, most)
    .map((range, index) => lineOf(text, range, index));
  // What stands right above a ruling is its heading.
  for (const [i, line] of lines.entries())
    if (line.kind === 'ruling' && lines[i - 1]?.kind === 'text') (lines[i - 1] as Line).kind = 'heading';
  return lines;
}

function lineOf(text: string, { start, end }: Range, index: number): Line {
  const line = text.slice(start, end);
  const prefix = quotePrefix.exec(line)?.[0] ?? '';
  const tokens = tokenise(line.slice(prefix.length), start + prefix.length);
  return { index, start, end, depth: prefix.split('>').length - 1, tokens, kind: classify(tokens) };
}

/** Tokens of a text that stands at an offset. */
export function tokenise(text: string, offset: number): Token[] {
  const tokens: Token[] = [];
  let last = 0;
  for (const { 0: written, index } of text.matchAll(tokenPattern)) {
    const plain = ascii.test(written);
    const norm = plain ? written.toLowerCase() : folded(written);
    const word = plain ? /^[a-z0-9]/.test(norm) : /[\p{L}\p{N}]/u.test(written);
    const capitals = word && written !== norm && written === written.toUpperCase();
    tokens.push({
      norm,
      start: offset + index,
      end: offset + index + written.length,
      word,
      gap: index - last,
      capitals,
    });
    last = index + written.length;
  }
  return tokens;
}

const ascii = /^[\t\x21-\x7e]+$/;

function folded(token: string): string {
  return token
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[‐-―−]/g, '-')
    .replace(/[“”„«»]/g, '"')
    .replace(/[‘’‚]/g, "'");
}
