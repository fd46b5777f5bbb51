import type { Range } from '../reading/index.js';
import type { Line, Token } from '../rules/template/model.js';
import { normalise } from '../rules/template/text/lines.js';
import { sentencesOf } from '../rules/template/text/sentences.js';
import { isGreeting } from '../rules/template/text/words.js';
import { isMonthName } from '../values/month-names.js';
import { fullName, longestLine, wholeValue } from './looks.js';
import { foldLabel, type Marked } from './marked.js';

const maxLines = 200;
/** Words of a line that are compared; a line of a letter has fewer. */
const maxTokens = 80;
/** Words of a line that two messages must share for it to be the same line of both, and at least so many. */
const sameShare = 0.5;
const minShared = 2;

/** A sentence that fewer of the other messages have is this one's own. */
const twinShare = 0.5;

/** A text as it is compared with others: its sentences as lines of their own. */
export interface Compared {
  text: string;
  lines: Line[];
}

export const compared = (text: string): Compared => ({ text, lines: shortLines(text) });

/**
 * What differs between messages of one shape: sentences that most of them share but for some words, which are taken for values.
 * They are named by the constant words before them, or behind them where none stand before; what is the value of a label as well has
 * no name.
 */
export function findDifferences(
  { text, lines }: Compared,
  others: readonly Compared[],
  taken: readonly Range[],
  { byFirstWord = false, stretches = [], values = new Set() }: Comparing = {},
): Marked[] {
  const free = lines.filter((line) => !taken.some((one) => one.start < line.end && line.start < one.end));
  return apartByName(
    free.flatMap((line) => {
      const twins = others.flatMap(
        (other) =>
          twinOf(text, line, other.lines) ??
          (byFirstWord || (others.length > 1 && isShort(line))
            ? sameBeginning(line, other.lines, byFirstWord)
            : null) ??
          [],
      );
      const enough = byFirstWord ? others.length : Math.max(1, twinShare * others.length);
      return twins.length >= enough && twins.length > 0
        ? widened(differing(text, line, twins, values), line, stretches)
        : [];
    }),
  );
}

/** How messages, or the items of one, are compared. */
interface Comparing {
  /** The same first word is enough for two lines to be one. */
  byFirstWord?: boolean;
  /** What the markup sets apart. */
  stretches?: readonly Range[];
  /** The values of labels. */
  values?: ReadonlySet<string>;
}

/** A value of a sentence, and the words that may name it, the best first. */
interface Differing extends Marked {
  names: string[];
}

/** Of two sentences that name values alike (`our list 12-B is valid`, `it supersedes list 12-A`), the second names its own by another word. */
function apartByName(found: readonly Differing[]): Marked[] {
  const taken = new Set<string>();
  const times = new Map<string, number>();
  for (const { label } of found) times.set(label, (times.get(label) ?? 0) + 1);
  return found.map(({ names, ...mark }) => {
    const own = names.find((one) => !taken.has(foldLabel(one)));
    const label = times.get(mark.label) === 2 ? (own ?? mark.label) : mark.label;
    taken.add(foldLabel(label));
    return { ...mark, label };
  });
}

/** What the markup sets apart within a sentence is one value, where a part of it differs. */
function widened(found: readonly Differing[], { start, end }: Range, stretches: readonly Range[]): Differing[] {
  const wide = found.map((mark) => {
    const own = stretches.find((one) => one.start <= mark.start && mark.end <= one.end);
    return own && own.start >= start && own.end <= end ? { ...mark, start: own.start, end: own.end } : mark;
  });
  return wide.filter((mark, i) => wide.findIndex((other) => other.start < mark.end && mark.start < other.end) === i);
}

const shortLines = (text: string): Line[] =>
  normalise(text, maxLines)
    .flatMap((line) => {
      const words = text.slice(line.start, line.end);
      return sentencesOf(words).map(({ start, end }): Line => {
        const [from, to] = [line.start + start, line.start + end];
        const tokens = line.tokens.filter((one) => one.start >= from && one.end <= to);
        return { ...line, start: from, end: to, tokens: withWholeValues(tokens, words.slice(start, end), from) };
      });
    })
    .filter(({ tokens }) => tokens.length <= maxTokens);

/** Figures and words that marks join to one: `12:15`, `728-36639`, `TMP-51`, `/srv/mail`, `May 2027`. */
const joined =
  /https?:\/\/[^\s<>"]+|\p{L}{3,10} 20\d\d(?!\d)|(?<!\S)\/[\p{L}\p{N}._-]+(?:\/[\p{L}\p{N}._-]+)*|[\p{L}\p{N}]+(?:[-/:.][\p{L}\p{N}]+)+/gu;

/** With a figure in it; a path, a link, the name of a host, a word made of several. */
const oneValue = /\d|^\/|^http|^\p{L}[\p{L}-]+(?:\.[\p{Ll}-]+)*\.\p{Ll}{2,}$|^\p{L}+(?:-\p{L}+)+$/u;

function isOneValue(value: string): boolean {
  const [, month] = /^(\p{L}+) \d{4}$/u.exec(value) ?? [];
  return month === undefined ? oneValue.test(value) : isMonthName(month);
}

/** What is one value is compared as one: that two times have the same minutes says nothing. */
function withWholeValues(tokens: readonly Token[], words: string, offset: number): Token[] {
  if (words.length > longestLine) return [...tokens];
  const values = [...words.matchAll(joined)].flatMap(({ 0: value, index }) =>
    isOneValue(value) ? [{ start: offset + index, end: offset + index + value.length }] : [],
  );
  const whole: Token[] = [];
  for (const token of tokens) {
    const last = whole.at(-1);
    const within = last && values.some(({ start, end }) => last.start >= start && token.end <= end);
    if (within)
      Object.assign(last, { end: token.end, word: true, norm: words.slice(last.start - offset, token.end - offset) });
    else whole.push({ ...token });
  }
  return whole;
}

/** Of the words that are no names and no figures, the share that two lines have in common, and the least number of them. */
const sameSmallShare = 0.8;
const minSmall = 4;

/** The line of another message that shares most of its words, or nearly all that are neither names nor figures. */
function twinOf(text: string, line: Line, candidates: readonly Line[]): Line | null {
  const isSmall = ({ start, word }: Token) => word && /^\p{Ll}/u.test(text.slice(start, start + 1));
  const small = line.tokens.filter(isSmall).length;
  const words = line.tokens.filter(({ word }) => word).map(({ norm }) => norm);
  const own = new Set(words);
  let best: { line: Line; shared: number; small: number } | null = null;
  for (const candidate of candidates) {
    // Most lines have next to no word in common: that is seen without aligning them.
    const atMost = candidate.tokens.filter(({ word, norm }) => word && own.has(norm)).length;
    if (atMost < Math.max(minShared, (best?.shared ?? 0) + 1)) continue;
    const both = common(line.tokens, candidate.tokens).flatMap((at) => line.tokens[at] ?? []);
    const shared = both.filter(({ word }) => word).length;
    if (!best || shared > best.shared) best = { line: candidate, shared, small: both.filter(isSmall).length };
  }
  const enough =
    best &&
    ((best.shared >= minShared && best.shared >= words.length * sameShare) ||
      (small >= minSmall && best.small >= small * sameSmallShare) ||
      (small >= minShared && best.small === small && beginsAlike(line, best.line)));
  return best && enough ? best.line : null;
}

/** `Written by Ada Holm on 3 May`: the same first word, beside all the small ones. */
const beginsAlike = (one: Line, other: Line): boolean =>
  firstWordOf(one) !== undefined && firstWordOf(one) === firstWordOf(other);

/** Words of a line that is but a word and what it names: `Status Overdue`. */
const shortLine = 6;
const isShort = ({ tokens }: Line) =>
  tokens.length > 1 && tokens.length <= shortLine && !isGreeting(tokens[0]?.norm ?? '');

/** The only line of another text that begins with the same telling word; `any`: however long. */
function sameBeginning(line: Line, candidates: readonly Line[], any: boolean): Line | null {
  const first = firstWordOf(line);
  const alike = candidates.filter((candidate) => firstWordOf(candidate) === first && (any || isShort(candidate)));
  return first !== undefined && !small.has(first) && alike.length === 1 ? (alike[0] as Line) : null;
}

const firstWordOf = ({ tokens }: Line) => tokens.find(({ word }) => word)?.norm;

/** The stretches of a line that are not the same in all of its twins. */
function differing(
  text: string,
  { tokens, start, end }: Line,
  twins: readonly Line[],
  values: ReadonlySet<string>,
): Differing[] {
  const constant = tokens.map((_, i) => twins.every((twin) => common(tokens, twin.tokens).includes(i)));
  const found: Differing[] = [];
  for (let at = 0; at < tokens.length; at++) {
    if (constant[at] || (tokens[at]?.start ?? 0) < (found.at(-1)?.end ?? 0)) continue;
    let to = at;
    while (to + 1 < tokens.length && !constant[to + 1]) to++;
    const [first, last] = [tokens[at], tokens[to]];
    const range = first && last ? whole(trimmed(text, first.start, last.end), text.slice(start, end), start) : null;
    if (range && values.has(text.slice(range.start, range.end))) {
      found.push({ label: '', ...range, names: [], by: 'difference' });
      at = to;
      continue;
    }
    const taken = found.map(({ label: one }) => one);
    const label = named(tokens, constant, at, to, (token) => taken.includes(text.slice(token.start, token.end)));
    if (first && last && range && label && tokens.slice(at, to + 1).some(({ word }) => word))
      found.push({
        label:
          // Somebody with whom a sentence begins: what they do is no word for them.
          label.start > first.start && fullName.test(text.slice(first.start, last.end))
            ? 'name'
            : text.slice(label.start, label.end),
        ...range,
        names: [label, ...tellingAround(tokens, constant, at, to)].map((one) => text.slice(one.start, one.end)),
        by: 'difference',
      });
    at = to;
  }
  return joinedNames(text, found);
}

/** What two names have in common by chance is a part of both: `26 Mill Road, Kirkholm`, where all live in some road. */
function joinedNames(text: string, found: readonly Differing[]): Differing[] {
  const joined: Differing[] = [];
  for (const mark of found) {
    const last = joined.at(-1);
    const between = last ? text.slice(last.end, mark.start) : '';
    const isName = /^,?(?: \p{Lu}\p{Ll}+)?,? $/u.test(between) && /^\p{Lu}/u.test(text.slice(mark.start));
    const ends = last && /(?:^|\s)\p{Lu}\p{Ll}+$/u.test(text.slice(last.start, last.end));
    if (last && isName && ends) last.end = mark.end;
    else joined.push({ ...mark });
  }
  return joined;
}

/** Where only a part of a date or an amount differs, all of it is the value. */
function whole({ start, end }: { start: number; end: number }, line: string, offset: number) {
  const value = wholeValue(line, start - offset, end - offset);
  return { start: value.start + offset, end: value.end + offset };
}

/** A mark at the end of a sentence is none of the value's. */
function trimmed(text: string, start: number, end: number) {
  const value = text.slice(start, end).replace(/[.,;:!?]+$/, '');
  return { start, end: start + value.length };
}

const small = new Set(
  (
    'the a an of for to at on in is are was were be has have there by from with and your our would will ' +
    'der die das ist sind war hat am im um zu von mit und wird le la les est sont à au aux en du de des et ' +
    'el los es son er zijn een het van te o os as um uma em no na do da il i gli di un una per den det ett på til af'
  ).split(' '),
);

/** The word that names a stretch: before it, else behind it. One that names another of its line gives way to the small one right before. */
function named(
  tokens: readonly Token[],
  constant: readonly boolean[],
  from: number,
  to: number,
  isTaken: (token: Token) => boolean,
): Token | null {
  const [best = null] = tellingAround(tokens, constant, from, to);
  if (!best || best.start > (tokens[from]?.start ?? 0)) return best;
  const near = tokens.findLastIndex(({ word }, i) => i < from && word);
  const next = tokens[near];
  return isTaken(best) && next && constant[near] && !isTaken(next) ? next : best;
}

/** The constant words of a sentence that tell something: those before a stretch, the nearest first, and then those behind. */
function tellingAround(tokens: readonly Token[], constant: readonly boolean[], from: number, to: number): Token[] {
  const telling = tokens.filter(
    ({ word, norm }, at) => constant[at] && word && /\p{L}/u.test(norm) && !small.has(norm) && (at < from || at > to),
  );
  const start = tokens[from]?.start ?? 0;
  const before = telling.filter((token) => token.start < start);
  return [...before.reverse(), ...telling.filter((token) => token.start > start)];
}

/** Indices of the tokens of one line that belong to the longest run of words, in order, that another line has too. */
function common(a: readonly Token[], b: readonly Token[]): number[] {
  const width = b.length + 1;
  const most = new Uint16Array((a.length + 1) * width);
  for (let i = a.length - 1; i >= 0; i--)
    for (let j = b.length - 1; j >= 0; j--)
      most[i * width + j] =
        a[i]?.norm === b[j]?.norm
          ? (most[(i + 1) * width + j + 1] ?? 0) + 1
          : Math.max(most[(i + 1) * width + j] ?? 0, most[i * width + j + 1] ?? 0);
  const found: number[] = [];
  for (let i = 0, j = 0; i < a.length && j < b.length; ) {
    if (a[i]?.norm === b[j]?.norm) {
      found.push(i++);
      j++;
    } else if ((most[(i + 1) * width + j] ?? 0) >= (most[i * width + j + 1] ?? 0)) i++;
    else j++;
  }
  return found;
}
