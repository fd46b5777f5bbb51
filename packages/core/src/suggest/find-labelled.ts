import { makeOf, numberedLabel, type Range } from '../reading/index.js';
import type { Line } from '../rules/template/model.js';
import { bulletEnd, isSentence, normalise } from '../rules/template/text/lines.js';
import { columnGap } from '../rules/template/text/tokens.js';
import { type Marked, ofBlock } from './marked.js';
import { refined } from './refine-labelled.js';
import { alignedSplits, answered, isLabel, minOfStyle, type Split, splitsOf, styled, styleOf } from './split-labels.js';

/** Lines that are looked at for labels. */
const maxLines = 600;
/** Words of a line that are looked at. */
const maxTokens = 200;
/** Headings that name what stands below them. */
const minHeadings = 2;
/** Lines a value below its label may have. */
const longestBlock = 20;

/**
 * The labelled values of a text: beside their label, below it, in the next cell, in columns, behind dots or dashes. `buttons`: lines
 * that are a link and nothing else, which go on with no value.
 */
export function findLabelled(text: string, buttons: readonly Range[] = []): Marked[] {
  const lines = normalise(text, maxLines).map((line) => ({
    ...line,
    // What stands in brackets from end to end is remarked.
    kind: /^\s*\([^()]*\)\s*$/.test(text.slice(line.start, line.end)) ? ('text' as const) : line.kind,
    tokens: line.tokens.slice(0, maxTokens),
  }));
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
  const answers = lines.map(answered);
  for (const [i, own] of answers.entries()) {
    const isBeside = [i - 1, i + 1].some((at) => plain[at]?.length || answers[at]?.length);
    if (plain[i]?.length === 0 && isBeside) plain[i] = own;
  }
  const aligned = alignedSplits(text, lines);
  for (const [i, split] of aligned) if (plain[i]?.length === 0) plain[i] = [split];
  const style = styleOf(lines, plain);
  const isLabelled = (line: Line) => aligned.has(line.index) || styled(line, style).length > 0;
  const found: Marked[] = [];
  for (let at = 0; at < lines.length; at++) {
    const line = lines[at] as Line;
    const splits = plain[at]?.length ? (plain[at] as Split[]) : styled(line, style);
    found.push(...splits.flatMap((_, i) => labelledAt(text, lines, at, splits, i, isLabelled) ?? []));
  }
  const below = underlined(text, lines, found, isLabelled);
  const all = [...keyed, ...framedIn(text, lines), ...found, ...below];
  return withoutNumbered(withoutOverlaps(refined(text, all, buttons)));
}

/** Words of a heading that names what stands below its ruling, with what is remarked behind it in brackets. */
const heading = /^(\p{Lu}\p{L}*(?: \p{L}+){0,3})(?: \([^()]*\))?$/u;

/** In a form, the text below a heading that is ruled off from it, where there is but one: `Transcript`, dashes, and what was said. */
function underlined(
  text: string,
  lines: readonly Line[],
  found: readonly Marked[],
  isLabelled: (line: Line) => boolean,
): Marked[] {
  const ruled = [...lines.keys()].filter(
    (at) =>
      lines[at]?.kind === 'text' &&
      (lines[at - 1]?.kind ?? 'blank') === 'blank' &&
      lines[at + 1]?.kind === 'ruling' &&
      lines[at + 2]?.kind === 'text',
  );
  const [at] = ruled;
  if (at === undefined || ruled.length > 1 || found.length < minOfStyle) return [];
  const words = text.slice(lines[at]?.start, lines[at]?.end).trim();
  const label = heading.exec(words)?.[1];
  const below = label ? blockBelow(text, lines, at, isLabelled) : null;
  return label && below ? [{ label, ...below, by: 'label' }] : [];
}

/** A word or two within a ruling, and the ruling that closes what stands below it. */
const opens = /^\s*([-=*#~_])\1{2,} ?(\p{L}[\p{L}’' ]{1,40}?):? ?\1{3,}\s*$/u;
const closes = /^\s*([-=*#~_])\1{2,}/;

/** `----- Message -----`, what somebody wrote, and `----- end -----`. */
function framedIn(text: string, lines: readonly Line[]): Marked[] {
  const wordsOn = ({ start, end }: Line) => text.slice(start, end);
  return lines.flatMap((line, i): Marked[] => {
    const [, sign, label = ''] = opens.exec(wordsOn(line)) ?? [];
    if (!sign) return [];
    const below = lines.slice(i + 1, i + 2 + longestBlock);
    const to = below.findIndex((one) => closes.exec(wordsOn(one))?.[1] === sign);
    const inner = below.slice(0, Math.max(0, to)).filter(({ kind }) => kind !== 'blank');
    const [first, last] = [inner[0], inner.at(-1)];
    const until = below[to]?.start;
    return first && last && until ? [{ label, start: first.start, end: last.end, by: 'label', until }] : [];
  });
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
  isLabelled: (line: Line) => boolean,
): Marked | null {
  const line = lines[at] as Line;
  const [split, next] = [splits[i] as Split, splits[i + 1]];
  const label = labelText(text, line, split);
  if (label === '' || isDay(label)) return null;
  const start = line.tokens[split.value]?.start;
  const end = next ? endBefore(line, next.from) : line.end;
  if (start !== undefined && start < end)
    return marked(text, label, start, next ? end : runOn(text, lines, at, isLabelled));
  const below = next ? null : blockBelow(text, lines, at, isLabelled);
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

const labelText = (text: string, { tokens }: Line, { from, to }: Split): string =>
  text
    .slice(tokens[from]?.start ?? 0, tokens[to - 1]?.end ?? 0)
    .replace(/^[*_"'([]+|[*_"')\]]+$/g, '')
    .trim();

/** Where the column before another one ends. */
const endBefore = ({ tokens }: Line, token: number): number => tokens[token - 1]?.end ?? 0;

function marked(text: string, label: string, start: number, end: number): Marked {
  // What is remarked in brackets of its own column is none of it.
  const value = text
    .slice(start, end)
    .replace(/(?<!\s)\s{2,}\([^()\n]*\)\s*$/, '')
    .replace(/(?<![\s|;,·•])[\s|;,·•]+$/, '')
    // `PIN: 819 944#`: what one presses behind it.
    .replace(/(?<=\d)#$/, '');
  // The sign in front of a number that is one's name is none of it.
  const from = /^#(?=\d)/.test(value) ? start + 1 : start;
  return { label, start: from, end: start + value.length, by: 'label' };
}

/** A value that was wrapped goes on in the lines below it, as long as they are no labels and the line above was a long one. */
function runOn(text: string, lines: readonly Line[], at: number, isLabelled: (line: Line) => boolean): number {
  let end = (lines[at] as Line).end;
  for (let i = at + 1; i < lines.length; i++) {
    const [above, line] = [lines[i - 1] as Line, lines[i] as Line];
    if (line.kind !== 'text' || isLabelled(line) || above.end - above.start < wrapWidth) break;
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
  isLabelled: (line: Line) => boolean,
): { start: number; end: number } | null {
  let from = at + 1;
  while (from <= at + 2 && ['blank', 'ruling'].includes(lines[from]?.kind ?? '')) from++;
  let to = from;
  while (to < lines.length && to < from + longestBlock && goesOn(lines[to] as Line) && !isLabelled(lines[to] as Line))
    to++;
  const [first, last] = [lines[from], lines[to - 1]];
  if (!first || !last || to === from) return null;
  // A bullet before a value that is one line is none of it; of several each has its own.
  const bullet = to - from === 1 ? bulletEnd(text.slice(first.start, first.end)) : 0;
  const start = first.start + bullet + (/^\s*/.exec(text.slice(first.start + bullet, first.end))?.[0].length ?? 0);
  return { start, end: last.start + text.slice(last.start, last.end).trimEnd().length };
}

const goesOn = ({ kind }: Line) => kind === 'text' || kind === 'bullet';

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
