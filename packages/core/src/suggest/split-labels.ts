import type { Line, Token } from '../rules/template/model.js';
import { enumerationEnd } from '../rules/template/text/lines.js';
import { columnGap, isSeparator, skipSeparators, valueGap } from '../rules/template/text/tokens.js';

/** A style of labels without marks (`Vessel      Kittiwake`) is believed when so many lines have it. */
export const minOfStyle = 3;
const longestLabel = 5;

/** Lines of one block that are aligned, and the widest label of them. */
const minAligned = 2;

/** `Boat   Kittiwake` above `Landed 03/11/2026`: labels whose values all begin in one column, though the longest has but a blank behind it. */
export function alignedSplits(text: string, lines: readonly Line[]): Map<number, Split> {
  const found = new Map<number, Split>();
  for (let at = 0; at < lines.length; at++) {
    let to = at;
    while (isBare({ kind: lines[to]?.kind ?? 'blank' }) || (to > at && lines[to]?.kind === 'ruling')) to++;
    // A ruling above a sum parts it from nothing.
    const block = lines.slice(at, to).filter(({ kind }) => kind !== 'ruling');
    const columns = block.flatMap((line) =>
      withoutRemark(line.tokens).flatMap(({ start, gap }, i) =>
        i > 0 && gap >= columnGap ? [start - line.start] : [],
      ),
    );
    const [column] = columns;
    const splits = block.flatMap((line): Split[] => {
      const value = line.tokens.findIndex(({ start, gap }, i) => i > 0 && gap > 0 && start - line.start === column);
      return value > 0 && isLabel(line.tokens.slice(0, value)) && /^\p{Lu}/u.test(text.slice(line.start))
        ? [{ from: 0, to: value, value }]
        : [];
    });
    const isAligned = new Set(columns).size === 1 && columns.length <= block.length && splits.length === block.length;
    if (block.length >= minAligned && isAligned)
      for (const [i, split] of splits.entries()) found.set(lines.indexOf(block[i] as Line), split);
    at = Math.max(at, to - 1);
  }
  return found;
}

/** The tokens of a line without what is remarked in brackets at its end. */
function withoutRemark(tokens: readonly Token[]): readonly Token[] {
  const opens = tokens.findLastIndex(({ norm }) => norm === '(');
  return opens > 0 && tokens.at(-1)?.norm === ')' ? tokens.slice(0, opens) : tokens;
}

/** Words of an answer beside its question. */
const longestAnswer = 6;
/** Words of what is asked. */
const longestQuestion = 12;

/** `Own boat? yes`, beside a line with a label: a question, and the few words that answer it. */
export function answered({ tokens, kind }: Line): Split[] {
  const first = enumerationEnd(tokens);
  // `¿Cómo se llama?`
  const from = first + Number(tokens[first]?.norm === '¿');
  const to = tokens.findIndex(({ norm }) => norm === '?');
  const value = tokens.slice(to + 1);
  const isOne =
    isBare({ kind }) && to > from && (value[0]?.gap ?? 0) > 0 && value[0]?.word && value.length <= longestAnswer;
  const isQuestion =
    to - from <= longestQuestion && tokens.slice(from, to).every(({ word }) => word) && value.at(-1)?.word;
  return isOne && (isQuestion || isLabel(tokens.slice(from, to))) ? [{ from, to, value: to + 1 }] : [];
}

/** Where on a line a label stands: its tokens, and the first token of its value. */
export interface Split {
  from: number;
  to: number;
  value: number;
}

/** The labels of a line that a colon, an equals sign or a cell's edge closes; several where columns part them. */
export function splitsOf({ tokens, kind }: Line): Split[] {
  const first = enumerationEnd(tokens);
  if (kind === 'question') return [{ from: first, to: tokens.length - 1, value: tokens.length }];
  if (kind === 'heading') return [{ from: first, to: tokens.length, value: tokens.length }];
  const behind = sentenceLabel(tokens, first);
  if (behind < 0 && kind !== 'label only' && kind !== 'label and value') return [];
  const splits: Split[] = [];
  let from = behind < 0 ? first : behind;
  for (let at = from; at < tokens.length; at++) {
    if (!closesLabel(tokens, at) || !isLabel(tokens.slice(from, at))) continue;
    const value = skipSeparators(tokens, at + 1);
    splits.push({ from, to: at, value });
    const next =
      nextColumn(tokens, value + 1) ??
      nextListed(tokens, first, value + 1) ??
      (isTight(tokens, at) ? nextTight(tokens, value + 1) : null);
    if (next === null) break;
    from = next;
    at = next;
  }
  return splits;
}

/** `Held on 6 May. Turnover: £90`: where behind a sentence a label begins that closes before the line ends; -1 where none does. */
function sentenceLabel(tokens: readonly Token[], first: number): number {
  const close = tokens.findIndex((_, i) => i > first && closesLabel(tokens, i));
  if (close < 0 || close === tokens.length - 1) return -1;
  // `Request #4711 · Priority: low`: what stands before the dot has no label.
  const part = tokens.findLastIndex(({ norm, gap }, i) => i < close && gap > 0 && /^[·•|]$/.test(norm)) + 1;
  if (part > first && isLabel(tokens.slice(part, close))) return part;
  if (isLabel(tokens.slice(first, close))) return -1;
  const from = tokens.findLastIndex(({ norm }, i) => i < close && /^[.!?]$/.test(norm)) + 1;
  return from > first && (tokens[from]?.gap ?? 0) > 0 && isLabel(tokens.slice(from, close)) ? from : -1;
}

/** Marks that part the labelled values of one line, and how many of them there are at the least: commas part words as often. */
const partedBy: readonly (readonly [string, number])[] = [
  [';', 2],
  ['·', 2],
  ['•', 2],
  ['|', 2],
  [',', 3],
];
/** Words of a label behind a comma. */
const longestListed = 3;

/** `Host: db-3; Disk: /var; Used: 91 %`: where the next label of such a line begins. */
function nextListed(tokens: readonly Token[], first: number, from: number): number | null {
  for (const [mark, least] of partedBy) {
    const begins = [...tokens.keys()].filter(
      (at) => at > first && tokens[at - 1]?.norm === mark && isLabelAt(tokens, at),
    );
    const next = begins.find((at) => at >= from);
    if (begins.length + 1 >= least && next !== undefined) return next;
  }
  return null;
}

function isLabelAt(tokens: readonly Token[], at: number): boolean {
  const close = tokens.findIndex((_, i) => i > at && closesLabel(tokens, i));
  const label = tokens.slice(at, close);
  return close > at && label.every(({ word }) => word) && label.length <= longestListed && isLabel(label);
}

/** `host=db-03 limit=90`: a sign between a key and its value, with no blanks around it. */
const isTight = (tokens: readonly Token[], at: number) =>
  tokens[at]?.norm === '=' && tokens[at]?.gap === 0 && tokens[at + 1]?.gap === 0;

/** The key of the next such pair: as many words as nothing parts. */
function nextTight(tokens: readonly Token[], from: number): number | null {
  const sign = tokens.findIndex((_, i) => i > from && isTight(tokens, i));
  if (sign < 0) return null;
  let at = sign - 1;
  while (at > from && (tokens[at]?.gap ?? 1) === 0) at--;
  return tokens[at]?.word && (tokens[at]?.gap ?? 0) > 0 ? at : null;
}

const closesLabel = (tokens: readonly Token[], at: number) => {
  const [before, mark, behind] = [tokens[at - 1], tokens[at], tokens[at + 1]];
  if (!mark || !/^[:=\t：]$/.test(mark.norm)) return false;
  // `https://`
  if (mark.norm === ':' && behind?.norm === '/' && behind.gap === 0 && tokens[at + 2]?.norm === '/') return false;
  return !(/^\d{1,2}$/.test(before?.norm ?? '') && /^\d{2}/.test(behind?.norm ?? '') && behind?.gap === 0);
};

export const isLabel = (tokens: readonly Token[]) => {
  const words = tokens.filter(({ word }) => word);
  return words.length > 0 && words.length <= longestLabel && words.some(({ norm }) => /\p{L}/u.test(norm));
};

/** The token where another labelled column begins, if one does: behind a wide gap or a bar, with a label of its own. */
function nextColumn(tokens: readonly Token[], from: number): number | null {
  for (let at = from; at < tokens.length; at++) {
    const token = tokens[at] as Token;
    // Before a label with a mark, as before one in the layout, two blanks are enough: its column was nearly full.
    const begins = token.gap >= valueGap || /^[|\t]$/.test(tokens[at - 1]?.norm ?? '');
    if (!begins || !token.word) continue;
    const close = tokens.findIndex((_, i) => i > at && closesLabel(tokens, i));
    if (close > at && isLabel(tokens.slice(at, close))) return at;
  }
  return null;
}

export type Style = 'gap' | 'dots' | 'arrow' | 'dash' | 'brackets' | 'capitals' | 'semicolon' | null;

/** The style of labels without a mark, if enough lines have it. */
export function styleOf(lines: readonly Line[], plain: readonly Split[][]): Style {
  const bare = lines.filter((line, i) => plain[i]?.length === 0 && isBare(line));
  const styles = ['dots', 'gap', 'arrow', 'dash', 'brackets', 'semicolon', 'capitals'] as const;
  return styles.find((style) => bare.filter((line) => styled(line, style).length > 0).length >= minOfStyle) ?? null;
}

const isBare = ({ kind }: Pick<Line, 'kind'>) => kind === 'text' || kind === 'heading' || kind === 'bullet';

export function styled({ tokens, kind }: Line, style: Style): Split[] {
  if (style === null || !isBare({ kind })) return [];
  const from = enumerationEnd(tokens);
  const close = tokens.findIndex((token, i) => i > from && closes[style](tokens, i, token));
  if (close < 0 || !isLabel(tokens.slice(from, close))) return [];
  const value =
    style === 'gap' || style === 'capitals'
      ? close
      : firstBehind(tokens, close + (arrowAt(tokens, close) || Number(style === 'brackets')));
  const columns = withoutRemark(tokens).filter(({ gap }, i) => i > from && gap >= columnGap).length;
  // A line of many columns is one of a table.
  return style === 'gap' && columns > 1 ? [] : [{ from, to: close, value }];
}

const closes: Record<NonNullable<Style>, (tokens: readonly Token[], i: number, token: Token) => boolean> = {
  gap: (_tokens, _i, { gap }) => gap >= columnGap,
  dots: (tokens, i, { norm }) => /^[._…]$/.test(norm) && tokens[i + 1]?.norm === norm && tokens[i + 2]?.norm === norm,
  capitals: (tokens, i, { capitals }) =>
    !capitals && tokens.slice(0, i).every((one) => one.capitals && one.norm.length > 1),
  arrow: (tokens, i) => arrowAt(tokens, i) > 0,
  brackets: (tokens, i, { norm }) =>
    norm === ']' &&
    tokens.slice(0, i).filter((one) => one.norm === '[').length === 1 &&
    tokens[enumerationEnd(tokens)]?.norm === '[',
  dash: (_tokens, _i, { norm, gap }) => norm === '-' && gap > 0,
  semicolon: (tokens, _i, { norm }) => norm === ';' && tokens.filter((one) => one.norm === ';').length === 1,
};

/** The length of an arrow that leads from a label to its value; 0 where none stands here. */
function arrowAt(tokens: readonly Token[], at: number): number {
  const [mark, behind] = [tokens[at], tokens[at + 1]];
  if (!mark || mark.gap === 0) return 0;
  if (/^[→»>]$/.test(mark.norm)) return 1;
  return /^[-=]$/.test(mark.norm) && behind?.norm === '>' && behind.gap === 0 ? 2 : 0;
}

function firstBehind(tokens: readonly Token[], from: number): number {
  let at = from;
  const isSign = (i: number) =>
    tokens[i]?.norm === '-' && tokens[i + 1]?.gap === 0 && /^\d/.test(tokens[i + 1]?.norm ?? '');
  while (
    at < tokens.length &&
    (isSeparator(tokens[at]) || tokens[at]?.norm === '_') &&
    !tokens[at]?.word &&
    !isSign(at)
  )
    at++;
  return at;
}
