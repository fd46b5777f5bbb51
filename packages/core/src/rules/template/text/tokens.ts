import type { Token } from '../model.js';
import { ascii, folded } from './words.js';

/** Blanks this wide separate columns; fewer separate words. */
export const columnGap = 3;

/** Blanks this wide between two values, with no word there, separate them. */
export const valueGap = 2;

const tokenPattern = /[\p{L}\p{N}]+(?:['’_][\p{L}\p{N}]+)*|\t|[^\s]/gu;

/** Tokens in which letters and figures of one word are two: `43s`, `A43`. */
export const partedTokens = (tokens: readonly Token[], text: string): Token[] =>
  tokens.flatMap((token) => {
    const words = text.slice(token.start, token.end);
    if (!token.word || !mixed.test(words)) return [token];
    return [...words.matchAll(lettersOrFigures)].map(({ 0: part, index }, i): Token => {
      const [written] = tokenise(part, token.start + index);
      return { ...(written as Token), gap: i === 0 ? token.gap : 0 };
    });
  });

const mixed = /^(?=\p{L}*\p{N})(?=\p{N}*\p{L})[\p{L}\p{N}]+$/u;
const lettersOrFigures = /\p{L}+|\p{N}+/gu;

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

const separatorMarks = new Set([':', '=', '-', '\t', '|', '.', '…', '→', '>', '?', '*', '：', ';']);

/** Whether a token is one of the marks people put between a label and its value. */
export function isSeparator(token: Token | undefined): boolean {
  return token !== undefined && separatorMarks.has(token.norm);
}

/** Marks that only dress words up: bold, underlined, in quotes or brackets. */
export const isDecoration = (token: Token | undefined): boolean =>
  token !== undefined && !token.word && /^[*_"'()[\]`]$/.test(token.norm);

/** A mark between cells or columns: what stands behind it begins anew. */
export const isCellEdge = (token: Token | undefined): boolean =>
  token !== undefined && (token.norm === '\t' || token.norm === '|' || token.norm === ';');

/**
 * The index where a value begins at or after `from`. Where a separator stands before, only more of it, cell edges and bold
 * marks are passed over: a value may begin with a mark of its own, and a minus right before a figure is one.
 */
export function skipSeparators(tokens: readonly Token[], from: number): number {
  const before = tokens[from - 1];
  const closed = isSeparator(before) ? before?.norm : null;
  let at = from;
  while (passedOver(tokens, at, closed)) at++;
  return at;
}

function passedOver(tokens: readonly Token[], at: number, closed: string | null | undefined): boolean {
  const token = tokens[at];
  if (!isSeparator(token) || isSign(tokens, at) || isMask(tokens, at)) return false;
  return closed == null || token?.norm === closed || token?.norm === '\t' || token?.norm === '*';
}

/** A minus, or a sign of more or less, that belongs to the figure or the sum behind it: `-3`, `-€12.50`, `>10`. */
export function isSign(tokens: readonly Token[], at: number): boolean {
  const [token, next] = [tokens[at], tokens[at + 1]];
  if (!token || !next || !/^[-<>]$/.test(token.norm) || next.gap > 0) return false;
  const figure = /^\p{Sc}$/u.test(next.norm) ? tokens[at + 2] : next;
  // Within quotes and brackets it begins the value as well.
  const begins = token.gap > 0 || at === 0 || /^[("'[]$/.test(tokens[at - 1]?.norm ?? '');
  return begins && /^\d/.test(figure?.norm ?? '') && (figure === next || figure?.gap === 0);
}

const isStar = (token: Token | undefined) => token?.norm === '*';
const isNextTo = (token: Token | undefined) => token?.gap === 0;

/** More stars in a row are a ruling. */
const longestMask = 24;

/** Stars for figures that are kept back, as in `**** 5025`; those of bold figures stand behind them too. */
export function isMask(tokens: readonly Token[], at: number): boolean {
  if (!isStar(tokens[at])) return false;
  let [from, to] = [at, at + 1];
  while (at - from < longestMask && isNextTo(tokens[from]) && isStar(tokens[from - 1])) from--;
  while (to - at < longestMask && isStar(tokens[to]) && isNextTo(tokens[to])) to++;
  const figures = tokens[to];
  // `**Value:** 91`: what closes the bold of a label touches its mark.
  if (tokens[from]?.gap === 0 && /^[:=]$/.test(tokens[from - 1]?.norm ?? '')) return false;
  return to - from >= 2 && /^\d+$/.test(figures?.norm ?? '') && (figures?.gap ?? 0) <= 1 && !isStar(tokens[to + 1]);
}

/**
 * Where a value ends that begins at `begin`, without the stars that make it bold: as many as were passed over right before it. Those
 * that close the bold of a label touch the label.
 */
export function withoutBold(tokens: readonly Token[], begin: number, to: number): number {
  let open = begin;
  while (isStar(tokens[open - 1]) && isNextTo(tokens[open])) open--;
  const stars = begin - open;
  if (stars === 0 || (open > 0 && isNextTo(tokens[open]))) return to;
  const closes = tokens.slice(to - stars, to);
  return to - stars > begin && closes.every((token) => isStar(token) && isNextTo(token)) ? to - stars : to;
}

/** Whether a token begins a column: behind a cell edge, or a wide gap. */
export const beginsCell = (tokens: readonly Token[], at: number): boolean =>
  isCellEdge(tokens[at - 1]) || (at > 0 && (tokens[at]?.gap ?? 0) >= columnGap);

/** The cells of a row of words: between tabs, bars or wide gaps. */
export function cellsOf({ tokens }: { tokens: readonly Token[] }): Token[][] {
  const cells: Token[][] = [[]];
  for (const token of tokens) {
    if (isCellEdge(token)) cells.push([]);
    else if (token.gap >= columnGap && cells.at(-1)?.length) cells.push([token]);
    else cells.at(-1)?.push(token);
  }
  return cells.filter((cell, i) => cell.length > 0 || (i > 0 && i < cells.length - 1));
}

/** Rarer constants tell more: long words over short ones, words over marks. */
export function tokenWeight(token: Token): number {
  return token.word ? 1 + Math.min(token.norm.length, 8) / 8 : isSeparator(token) ? 0.25 : 0.1;
}

/** What may stand around a value and be none of it; a minus is of its figure, and a sign of money or a degree of its amount. */
export const isSignAround = /^[^\p{L}\p{N}\p{Sc}\s+%°‰−-]$/u;
