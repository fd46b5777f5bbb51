import { bulletMarks, linesOf, type Range, saysMore } from '../../../reading/index.js';
import type { LabelStyle, Line, LineKind, Token } from '../model.js';
import { columnGap, isSeparator, tokenise } from './tokens.js';

const quotePrefix = /^(?:\s{0,3}>)+ ?/;

/** Cuts a text into lines of tokens. Offsets are those of the text; comparison forms fold case, width, dashes and quotes. */
export function normalise(text: string, max: number): Line[] {
  const ranges = linesOf(text).slice(0, max);
  const lines = ranges.map((range, index) => lineOf(text, range, index, saysMore(text, ranges, index)));
  // What stands right above a ruling is its heading.
  for (const [i, line] of lines.entries())
    if (line.kind === 'ruling' && lines[i - 1]?.kind === 'text') (lines[i - 1] as Line).kind = 'heading';
  return lines;
}

function lineOf(text: string, { start, end }: Range, index: number, isOwn: boolean): Line {
  const line = text.slice(start, end);
  const prefix = isOwn ? '' : (quotePrefix.exec(line)?.[0] ?? '');
  const tokens = tokenise(line.slice(prefix.length), start + prefix.length);
  return { index, start, end, depth: prefix.split('>').length - 1, tokens, kind: classify(tokens) };
}

const longestLabel = 5;
const longestHeading = 6;

/** What a line looks like, judged by itself. */
export function classify(tokens: readonly Token[]): LineKind {
  if (tokens.length === 0) return 'blank';
  if (tokens.every((token) => !token.word)) return tokens.length >= 3 ? 'ruling' : 'text';
  const from = enumerationEnd(tokens);
  const bulleted = from > 0 && !/^\d/.test(tokens[0]?.norm ?? '') && !tokens[0]?.word;
  const kind = labelKind(tokens.slice(from));
  if (kind !== 'text') return kind;
  if (bulleted) return 'bullet';
  if (tokens.at(-1)?.norm === '?') return 'question';
  const words = tokens.filter((token) => token.word);
  return words.length <= longestHeading &&
    words.every((token) => token.capitals) &&
    /\p{L}{3}/u.test(words.map(({ norm }) => norm).join(' '))
    ? 'heading'
    : 'text';
}

const bullet = new RegExp(`^[${bulletMarks}]$`);

/** Where a line begins behind its bullet or number: `- `, `* `, `3. `, `b) `, `No. 3 `, `(3) `, `#3 `. */
export function enumerationEnd(tokens: readonly Token[]): number {
  const [first, second] = tokens;
  if (!first || !second) return 0;
  const named = numberedEnd(tokens);
  if (named > 0) return named;
  // Two stars are a bullet before what is bold; more are a ruling.
  const isBold = second.norm === '*' && tokens[2]?.norm !== '*';
  if (bullet.test(first.norm) && (second.gap > 0 || isBold)) return 1;
  const numbered = /^(?:\d{1,3}|[a-z])$/.test(first.norm) && /^[.)]$/.test(second.norm) && second.gap === 0;
  return numbered && (tokens[2]?.gap ?? 0) > 0 ? 2 : 0;
}

/** The length of the bullet or number that a line begins with; 0 where it has none. */
export function bulletEnd(line: string): number {
  const tokens = tokenise(line, 0);
  const end = enumerationEnd(tokens);
  return end > 0 ? (tokens[end]?.start ?? line.length) : 0;
}

/** `No. 3 Lift`, `(3) Lift`, `#3: Lift`: a number of up to three figures in its own dress, and a word behind it. */
function numberedEnd(tokens: readonly Token[]): number {
  const [first] = tokens;
  let at = 0;
  if (/^(?:no|nr|n°|nº)$/.test(first?.norm ?? '')) at = tokens[1]?.norm === '.' ? 2 : 1;
  else if (/^[(#[]$/.test(first?.norm ?? '')) at = 1;
  else return 0;
  if (!/^\d{1,3}$/.test(tokens[at]?.norm ?? '')) return 0;
  let end = at + 1;
  while (/^[.):\]]$/.test(tokens[end]?.norm ?? '') && tokens[end]?.gap === 0) end++;
  const next = tokens[end];
  return next && next.gap > 0 && /^\p{L}/u.test(next.norm) ? end : 0;
}

/** The colon of a time such as 14:30, which closes no label. */
function isWithinTime(tokens: readonly Token[], at: number): boolean {
  const [before, mark, behind] = [tokens[at - 1], tokens[at], tokens[at + 1]];
  const figures = /^\d{1,2}$/.test(before?.norm ?? '') && /^\d{2}/.test(behind?.norm ?? '');
  return mark?.norm === ':' && figures && mark.gap === 0 && behind?.gap === 0;
}

/** A label is one to five words that a colon, equals sign or cell edge closes. */
function labelKind(tokens: readonly Token[]): LineKind {
  const end = tokens.findIndex((token, i) => /^[:=\t]$/.test(token.norm) && !isWithinTime(tokens, i));
  const words = tokens.slice(0, end);
  if (
    end < 1 ||
    words.filter((token) => token.word).length > longestLabel ||
    !words.every((token) => token.word || "'()/.&*-,°ºª#%".includes(token.norm))
  )
    return 'text';
  return tokens.slice(end).every((token) => isSeparator(token) || !token.word) ? 'label only' : 'label and value';
}

const labelReach = 5;

/** Whether a line looks like a label with or without its value, as all forms have them or in the style of this layout. */
export function isLabelShaped({ kind, tokens }: Line, styles: ReadonlySet<LabelStyle>): boolean {
  if (kind === 'label only' || kind === 'label and value' || kind === 'heading') return true;
  if (hasLeader(tokens.map(({ norm }) => norm))) return true;
  const early = tokens.slice(1, labelReach + 1);
  if (styles.has('dash') && early.some(({ norm, gap }) => norm === '-' && gap > 0)) return true;
  if (styles.has('gap') && early.some(({ gap }) => gap >= columnGap)) return true;
  const [first] = tokens;
  return styles.has('capitals') && first?.capitals === true && first.norm.length > 1;
}

/** Dots or underscores that lead from a label to its value. */
function hasLeader(norms: readonly string[]): boolean {
  return norms.some((norm, i) => /^[._…]$/.test(norm) && norms[i + 1] === norm && norms[i + 2] === norm);
}

/** Words a sentence has at least. */
const shortestSentence = 3;

/** Whether a line is a whole sentence: a note among the lines of a form, rather than the rest of a short value. */
export function isSentence(text: string): boolean {
  const words = text.trim().split(/\s+/);
  return words.length >= shortestSentence && /^["“(*]*\p{Lu}/u.test(text.trim()) && /[.!?][)"”*]*$/.test(text.trim());
}

/** Whether a line is dressed up on both sides, as separators and adverts are. */
export function isDressed(text: string): boolean {
  const line = text.trim();
  const first = line[0] ?? ' ';
  return (
    '-=*_~#+.'.includes(first) && line.startsWith(first.repeat(2)) && line.length >= 4 && line.endsWith(first.repeat(2))
  );
}

/** Whether a line says nothing, and only parts others. */
export const isFiller = ({ kind }: Line): boolean => kind === 'blank' || kind === 'ruling';

/** Behind the last word or mark of a line. */
export const lastOffset = ({ tokens, end }: Line): number => tokens.at(-1)?.end ?? end;
