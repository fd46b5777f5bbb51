import { makeOf, numberedLabel, type Range } from '../reading/index.js';
import type { Line, Token } from '../rules/template/model.js';
import { bulletEnd, enumerationEnd, isSentence, normalise } from '../rules/template/text/lines.js';
import { columnGap, isSeparator, skipSeparators } from '../rules/template/text/tokens.js';
import { type Marked, ofBlock } from './marked.js';
import { refined } from './refine-labelled.js';

/** Lines that are looked at for labels. */
const maxLines = 600;
/** Words of a line that are looked at. */
const maxTokens = 200;
/** Headings that name what stands below them. */
const minHeadings = 2;
/** A style of labels without marks (`Vessel      Kittiwake`) is believed when so many lines have it. */
const minOfStyle = 3;
const longestLabel = 5;
/** Lines a value below its label may have. */
const longestBlock = 20;

/**
 * The labelled values of a text: beside their label, below it, in the next cell, in columns, behind dots or dashes. `buttons`: lines
 * that are a link and nothing else, which go on with no value.
 */
export function findLabelled(text: string, buttons: readonly Range[] = []): Marked[] {
  const lines = normalise(text, maxLines).map((line) => ({ ...line, tokens: line.tokens.slice(0, maxTokens) }));
  const titles = titlesAbove(text, lines);
  const headings = lines.filter((line) => line.kind === 'heading' && !titles.includes(line));
  const own = headings.filter((line) => !hasCells(line));
  // Where titles name the values, a heading is that of a part, or of the letter; so is one alone, and one of cells is that of a table.
  const isNone = titles.length > 0 || own.length < minHeadings;
  for (const line of headings) if (isNone || !own.includes(line)) line.kind = 'text';
  for (const line of titles) line.kind = 'heading';
  // Where titles name the values, what is asked in the midst of one is a part of it.
  if (titles.length > 0)
    for (const [i, line] of lines.entries())
      if (line.kind === 'question' && lines[i - 1] && lines[i - 1]?.kind !== 'blank') line.kind = 'text';
  const keyed = findKeyed(text, lines);
  askedWithin(lines);
  const plain = lines.map((line) => splitsOf(line));
  for (const [i, line] of lines.entries())
    if (plain[i]?.length === 0 && (plain[i - 1]?.length || plain[i + 1]?.length)) plain[i] = answered(line);
  for (const [i, split] of alignedSplits(text, lines)) if (plain[i]?.length === 0) plain[i] = [split];
  const style = styleOf(lines, plain);
  const found: Marked[] = [];
  for (let at = 0; at < lines.length; at++) {
    const line = lines[at] as Line;
    const splits = plain[at]?.length ? (plain[at] as Split[]) : styled(line, style);
    found.push(...splits.flatMap((_, i) => labelledAt(text, lines, at, splits, i, style) ?? []));
  }
  return withoutNumbered(withoutOverlaps(refined(text, [...keyed, ...found], buttons)));
}

/** What several labels have before a number of their own (`Meter 4711`, `Meter 4712`) is what they are items of. */
function withoutNumbered(found: readonly Marked[]): Marked[] {
  const keys = found.map(({ label }) => numberedLabel(label));
  return found.filter((_, i) => keys[i] === null || keys.filter((key) => key === keys[i]).length < 2);
}

/** Lines of keys in quotes are what a program wrote where there are so many. */
const minKeyed = 2;
const keyedLine =
  /^\s*\{?\s*"([\p{L}][\p{L}\p{N} _.-]*)"\s*:\s*(?:"((?:[^"\\]|\\.)*)"|(-?\d[\d.eE+-]*|true|false))\s*,?\s*\}?\s*$/u;

/** `"device": "buoy-4",`: keys and values as programs write them. */
function findKeyed(text: string, lines: readonly Line[]): Marked[] {
  const found = lines.flatMap(({ start, end }): Marked[] => {
    const line = text.slice(start, end);
    const [, label = '', quoted, bare] = keyedLine.exec(line) ?? [];
    const value = quoted ?? bare ?? '';
    if (label === '' || value === '') return [];
    const at = start + line.indexOf(value, line.indexOf(':'));
    return [{ label: label.replace(/[_.-]+/g, ' '), start: at, end: at + value.length, by: 'label' }];
  });
  return found.length >= minKeyed ? found : [];
}

/** What is asked in a block that a label heads is a part of what somebody wrote there, and no label. */
function askedWithin(lines: readonly Line[]): void {
  let isHeaded = false;
  for (const [i, line] of lines.entries()) {
    if (line.kind === 'question' && isHeaded) line.kind = 'text';
    const isBelow = line.kind === 'blank' && lines[i - 1]?.kind === 'label only';
    isHeaded = line.kind === 'label only' || (isHeaded && (line.kind === 'text' || isBelow));
  }
}

/** `Fri 04/12/2026:`: what begins so is one of several days. */
const isDay = (label: string) => /\d{1,4}[./-]\d{1,2}[./-]\d{2,4}/.test(label);

/** The value of one of the labels of a line: beside it, up to the next label or as far as it runs on; or below the last one. */
function labelledAt(
  text: string,
  lines: readonly Line[],
  at: number,
  splits: readonly Split[],
  i: number,
  style: Style,
): Marked | null {
  const line = lines[at] as Line;
  const [split, next] = [splits[i] as Split, splits[i + 1]];
  const label = labelText(text, line, split);
  if (label === '' || isDay(label)) return null;
  const start = line.tokens[split.value]?.start;
  const end = next ? endBefore(line, next.from) : line.end;
  if (start !== undefined && start < end) return marked(text, label, start, next ? end : runOn(text, lines, at, style));
  const below = next ? null : blockBelow(text, lines, at, style);
  return below && { label, ...below, by: 'label' };
}

const hasCells = ({ tokens }: Line) => tokens.some(({ gap, norm }, i) => i > 0 && (gap >= columnGap || norm === '\t'));

/** A make that is more than a word and a figure. */
const longMake = 4;

/** Labels without a mark, each on a line of its own above its value: believed where several blocks begin with such a line. */
function titlesAbove(text: string, lines: readonly Line[]): Line[] {
  const titles = lines.filter((line, i) => {
    const [above, below] = [lines[i - 1], lines[i + 1]];
    const begins = above === undefined || above.kind === 'blank';
    const words = text.slice(line.start, line.end).trim();
    return (
      begins &&
      line.kind === 'text' &&
      // A code in capitals is no heading below a word that is none.
      (below?.kind === 'text' || (below?.kind === 'heading' && /\p{Ll}/u.test(words))) &&
      isLabel(line.tokens) &&
      !hasCells(line) &&
      /^\p{Lu}(?:[^.,;!?]|\b\p{L}{1,3}\.|\.º)*$/u.test(words)
    );
  });
  // Below the titles of items stand lines that are all of one make.
  const below = titles
    .map((line) => lines[lines.indexOf(line) + 1])
    .flatMap((line) => (line ? [makeOf(text.slice(line.start, line.end))] : []));
  if (below.length > 1 && new Set(below).size === 1 && below[0]?.includes('9') && (below[0]?.length ?? 0) > longMake)
    return [];
  // Two are enough where each stands above one line, one below the other.
  const [first, second] = titles;
  const isPair = first && second && second.index === first.index + 3 && lines[second.index + 2]?.kind !== 'text';
  const asked = lines.filter(({ kind }, i) => kind === 'question' && lines[i - 1]?.kind === 'blank');
  if (titles.length + Math.min(asked.length, 1) >= minOfStyle || isPair) return titles;
  // What an address is headed by heads nothing else.
  return lines.filter((line, i) => {
    const below = lines[i + 1]?.kind === 'blank' ? lines.slice(i + 2, i + 4) : lines.slice(i + 1, i + 3);
    const isAlone = line.kind === 'text' && (lines[i - 1]?.kind ?? 'blank') === 'blank';
    return (
      isAlone &&
      below.length > 1 &&
      below.every(({ kind }) => kind === 'text') &&
      ofBlock.test(text.slice(line.start, line.end).trim())
    );
  });
}

/** Lines of one block that are aligned, and the widest label of them. */
const minAligned = 2;

/** `Boat   Kittiwake` above `Landed 03/11/2026`: labels whose values all begin in one column, though the longest has but a blank behind it. */
function alignedSplits(text: string, lines: readonly Line[]): Map<number, Split> {
  const found = new Map<number, Split>();
  for (let at = 0; at < lines.length; at++) {
    let to = at;
    while (isBare({ kind: lines[to]?.kind ?? 'blank' })) to++;
    const block = lines.slice(at, to);
    const columns = block.flatMap((line) =>
      line.tokens.flatMap(({ start, gap }, i) => (i > 0 && gap >= columnGap ? [start - line.start] : [])),
    );
    const [column] = columns;
    const splits = block.flatMap((line): Split[] => {
      const value = line.tokens.findIndex(({ start, gap }, i) => i > 0 && gap > 0 && start - line.start === column);
      return value > 0 && isLabel(line.tokens.slice(0, value)) && /^\p{Lu}/u.test(text.slice(line.start))
        ? [{ from: 0, to: value, value }]
        : [];
    });
    const isAligned = new Set(columns).size === 1 && columns.length <= block.length && splits.length === block.length;
    if (block.length >= minAligned && isAligned) for (const [i, split] of splits.entries()) found.set(at + i, split);
    at = Math.max(at, to - 1);
  }
  return found;
}

/** Words of an answer beside its question. */
const longestAnswer = 4;

/** `Own boat? yes`, beside a line with a label: a question, and the few words that answer it. */
function answered({ tokens, kind }: Line): Split[] {
  const from = enumerationEnd(tokens);
  const to = tokens.findIndex(({ norm }) => norm === '?');
  const value = tokens.slice(to + 1);
  const isOne =
    isBare({ kind }) && to > from && (value[0]?.gap ?? 0) > 0 && value[0]?.word && value.length <= longestAnswer;
  return isOne && isLabel(tokens.slice(from, to)) ? [{ from, to, value: to + 1 }] : [];
}

/** Where on a line a label stands: its tokens, and the first token of its value. */
interface Split {
  from: number;
  to: number;
  value: number;
}

/** The labels of a line that a colon, an equals sign or a cell's edge closes; several where columns part them. */
function splitsOf({ tokens, kind }: Line): Split[] {
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
    const next = nextColumn(tokens, value + 1) ?? (isTight(tokens, at) ? nextTight(tokens, value + 1) : null);
    if (next === null) break;
    from = next;
    at = next;
  }
  return splits;
}

/** `Held on 6 May. Turnover: £90`: where behind a sentence a label begins that closes before the line ends; -1 where none does. */
function sentenceLabel(tokens: readonly Token[], first: number): number {
  const close = tokens.findIndex((_, i) => i > first && closesLabel(tokens, i));
  if (close < 0 || close === tokens.length - 1 || isLabel(tokens.slice(first, close))) return -1;
  const from = tokens.findLastIndex(({ norm }, i) => i < close && /^[.!?]$/.test(norm)) + 1;
  return from > first && (tokens[from]?.gap ?? 0) > 0 && isLabel(tokens.slice(from, close)) ? from : -1;
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
  return !(/^\d{1,2}$/.test(before?.norm ?? '') && /^\d{2}/.test(behind?.norm ?? '') && behind?.gap === 0);
};

const isLabel = (tokens: readonly Token[]) => {
  const words = tokens.filter(({ word }) => word);
  return words.length > 0 && words.length <= longestLabel && words.some(({ norm }) => /\p{L}/u.test(norm));
};

/** The token where another labelled column begins, if one does: behind a wide gap or a bar, with a label of its own. */
function nextColumn(tokens: readonly Token[], from: number): number | null {
  for (let at = from; at < tokens.length; at++) {
    const token = tokens[at] as Token;
    const begins = token.gap >= columnGap || /^[|\t]$/.test(tokens[at - 1]?.norm ?? '');
    if (!begins || !token.word) continue;
    const close = tokens.findIndex((_, i) => i > at && closesLabel(tokens, i));
    if (close > at && isLabel(tokens.slice(at, close))) return at;
  }
  return null;
}

type Style = 'gap' | 'dots' | 'dash' | 'capitals' | 'semicolon' | null;

/** The style of labels without a mark, if enough lines have it. */
function styleOf(lines: readonly Line[], plain: readonly Split[][]): Style {
  const bare = lines.filter((line, i) => plain[i]?.length === 0 && isBare(line));
  const styles = ['dots', 'gap', 'dash', 'semicolon', 'capitals'] as const;
  return styles.find((style) => bare.filter((line) => styled(line, style).length > 0).length >= minOfStyle) ?? null;
}

const isBare = ({ kind }: Pick<Line, 'kind'>) => kind === 'text' || kind === 'heading' || kind === 'bullet';

function styled({ tokens, kind }: Line, style: Style): Split[] {
  if (style === null || !isBare({ kind })) return [];
  const from = enumerationEnd(tokens);
  const close = tokens.findIndex((token, i) => i > from && closes[style](tokens, i, token));
  if (close < 0 || !isLabel(tokens.slice(from, close))) return [];
  const value = style === 'gap' || style === 'capitals' ? close : firstBehind(tokens, close);
  const columns = tokens.filter(({ gap }, i) => i > from && gap >= columnGap).length;
  // A line of many columns is one of a table.
  return style === 'gap' && columns > 1 ? [] : [{ from, to: close, value }];
}

const closes: Record<NonNullable<Style>, (tokens: readonly Token[], i: number, token: Token) => boolean> = {
  gap: (_tokens, _i, { gap }) => gap >= columnGap,
  dots: (tokens, i, { norm }) => /^[._…]$/.test(norm) && tokens[i + 1]?.norm === norm && tokens[i + 2]?.norm === norm,
  capitals: (tokens, i, { capitals }) =>
    !capitals && tokens.slice(0, i).every((one) => one.capitals && one.norm.length > 1),
  dash: (_tokens, _i, { norm, gap }) => norm === '-' && gap > 0,
  semicolon: (tokens, _i, { norm }) => norm === ';' && tokens.filter((one) => one.norm === ';').length === 1,
};

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

const labelText = (text: string, { tokens }: Line, { from, to }: Split): string =>
  text
    .slice(tokens[from]?.start ?? 0, tokens[to - 1]?.end ?? 0)
    .replace(/^[*_"'(]+|[*_"')]+$/g, '')
    .trim();

/** Where the column before another one ends. */
const endBefore = ({ tokens }: Line, token: number): number => tokens[token - 1]?.end ?? 0;

function marked(text: string, label: string, start: number, end: number): Marked {
  const value = text.slice(start, end).replace(/[\s|;]+$/, '');
  // The sign in front of a number that is one's name is none of it.
  const from = /^#(?=\d)/.test(value) ? start + 1 : start;
  return { label, start: from, end: start + value.length, by: 'label' };
}

/** A value that was wrapped goes on in the lines below it, as long as they are no labels and the line above was a long one. */
function runOn(text: string, lines: readonly Line[], at: number, style: Style): number {
  let end = (lines[at] as Line).end;
  for (let i = at + 1; i < lines.length; i++) {
    const [above, line] = [lines[i - 1] as Line, lines[i] as Line];
    if (line.kind !== 'text' || styled(line, style).length > 0 || above.end - above.start < wrapWidth) break;
    if (isSentence(text.slice(line.start, line.end)) && /[.!?]\s*$/.test(text.slice(above.start, above.end))) break;
    end = line.end;
  }
  return end;
}

const wrapWidth = 56;

/** The block below a label that stands alone: down to the next blank line, label, heading or ruling. */
function blockBelow(
  text: string,
  lines: readonly Line[],
  at: number,
  style: Style,
): { start: number; end: number } | null {
  let from = at + 1;
  while (from <= at + 2 && ['blank', 'ruling'].includes(lines[from]?.kind ?? '')) from++;
  let to = from;
  while (to < lines.length && to < from + longestBlock && goesOn(lines[to] as Line, style)) to++;
  const [first, last] = [lines[from], lines[to - 1]];
  if (!first || !last || to === from) return null;
  // A bullet before a value that is one line is none of it; of several each has its own.
  const bullet = to - from === 1 ? bulletEnd(text.slice(first.start, first.end)) : 0;
  const start = first.start + bullet + (/^\s*/.exec(text.slice(first.start + bullet, first.end))?.[0].length ?? 0);
  return { start, end: last.end - (/\s*$/.exec(text.slice(last.start, last.end))?.[0].length ?? 0) };
}

const goesOn = (line: Line, style: Style) => ['text', 'bullet'].includes(line.kind) && styled(line, style).length === 0;

/** Two that overlap cannot both be marked: the first one stands. */
function withoutOverlaps(found: readonly Marked[]): Marked[] {
  let end = -1;
  return [...found]
    .sort((a, b) => a.start - b.start)
    .filter((one) => {
      if (one.start < end || one.end <= one.start) return false;
      end = one.end;
      return true;
    });
}
