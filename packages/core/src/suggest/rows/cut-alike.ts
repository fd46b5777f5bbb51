import type { Range } from '../../reading/index.js';
import type { Token } from '../../rules/template/model.js';
import { tokenise } from '../../rules/template/text/tokens.js';
import { isFree, ownTypes, type ReadContext, readValue } from '../../values/index.js';
import { guessType } from '../guess-type.js';
import { telling } from '../looks.js';

/** What values at one spot have in common as one part of them: its type, and its range in each; null where a value lacks it. */
export interface AlikePart {
  type: string;
  /** The same words before it in all values, if they may name it. */
  label: string | null;
  ranges: (Range | null)[];
}

/** What parts the values of a line, the most telling first. */
const separators = ['\t', ' | ', '|', ';', ' · ', ' × ', ' x ', ' → ', ' — ', '; ', ', ', ' – ', ' - ', ' / ', ': '];
/** Of these, the ones that part mere words too, where all values have them as often: a comma stands in many a title, a colon behind a label. */
const isSure = (mark: string, isPart: boolean) => !/[,;]/.test(mark) && (isPart || mark !== ': ');
/** The share of the values that have to be cut alike. */
const most = 0.8;
/** Words that begin so many values alike are none of their own, whatever follows; fewer, only where what follows is no mere text. */
const minAlike = 3;

/**
 * Cuts the values of a spot where all of them can be cut alike: at what is told by its looks, else at the same words or marks; and
 * what is left of mere words again. Else not.
 */
export function cutAlike(
  values: readonly (string | null)[],
  context: ReadContext,
  /** Set where the values are parts of what was cut already. */
  isPart = false,
): AlikePart[] {
  const parts = cutOnce(values, context, isPart);
  return parts.length === 1 && isWhole(parts[0], values)
    ? parts
    : parts.flatMap((part) => cutOn(part, values, context));
}

const isWhole = (part: AlikePart | undefined, values: readonly (string | null)[]) =>
  part?.ranges.every((range, i) => range === null || range.end - range.start === values[i]?.length);

function cutOn(part: AlikePart, values: readonly (string | null)[], context: ReadContext): AlikePart[] {
  if (!isFree({ type: part.type })) return [part];
  const own = part.ranges.map((range, i) => range && (values[i]?.slice(range.start, range.end) ?? null));
  const parts = cutAlike(own, context, true);
  return parts.map((one, at) => ({
    ...one,
    label: at === 0 ? (part.label ?? one.label) : one.label,
    ranges: one.ranges.map((range, i) => {
      const from = part.ranges[i]?.start ?? 0;
      return range && { start: from + range.start, end: from + range.end };
    }),
  }));
}

function cutOnce(values: readonly (string | null)[], context: ReadContext, isPart: boolean): AlikePart[] {
  const there = values.filter((value) => value !== null);
  const whole = guessType('', there, context).type;
  const one = [
    {
      type: whole,
      label: null,
      ranges: values.map((value) => (value === null ? null : { start: 0, end: value.length })),
    },
  ];
  const byLooks = cutByLooks(values, context);
  // A day and a time are one; a day with two times is no value.
  if (!isFree({ type: whole }) && (byLooks?.length ?? 0) <= 2) return one;
  return (
    byLooks ??
    betweenSameWords(values, context) ??
    behindSameWords(values, context) ??
    cutByMarks(values, context, isPart) ??
    one
  );
}

/** Of the values, the share that has a word for it to be one of the sentence, and no value. */
const sameShare = 0.8;
/** Lines that say the same words by chance are fewer. */
const minSentences = 3;

/** `15 pieces of Grease at £40.70 each`: what stands between words that the lines share, in their order. */
function betweenSameWords(values: readonly (string | null)[], context: ReadContext): AlikePart[] | null {
  const tokens = values.map((value) => (value === null ? null : tokenise(value, 0)));
  const there = tokens.filter((one) => one !== null);
  const [first] = there;
  if (!first || there.length < minSentences) return null;
  const count = (norm: string) => there.filter((all) => all.some((token) => token.norm === norm)).length;
  // A part of a code that all have, as `SKU` of `SKU-2012`, is no word.
  const isOfCode = (at: number) =>
    isJoined(first[at + 1], first[at + 2]) || (at > 1 && isJoined(first[at - 1], first[at]));
  // A month that all days share is a part of them.
  const text = values.find((value) => value !== null) ?? '';
  const told = telling.flatMap(({ type, like }) =>
    [...text.matchAll(like)].flatMap((match) =>
      readValue(match[0], { type }, context).ok ? [{ start: match.index, end: match.index + match[0].length }] : [],
    ),
  );
  const isFreeWord = ({ start, end }: Range) => told.every((one) => one.end <= start || one.start >= end);
  const constants = first.flatMap((token, at) =>
    token.word &&
    /\p{L}{2}/u.test(token.norm) &&
    isFreeWord(token) &&
    !isOfCode(at) &&
    count(token.norm) >= sameShare * there.length
      ? [token.norm]
      : [],
  );
  if (constants.length === 0) return null;
  const cut = tokens.map((all) => all && betweenWords(all, constants));
  const width = constants.length + 1;
  const parts = [...Array(width).keys()].flatMap((at): AlikePart[] => {
    const ranges = cut.map((row, i) => trimmedMarks(values[i] ?? '', row?.[at] ?? null));
    const counted = at < constants.length ? withCount(ranges, values, constants[at] ?? '') : null;
    if (counted) return counted;
    const said = ranges.flatMap((range, i) => (range ? [values[i]?.slice(range.start, range.end) ?? ''] : []));
    if (said.length < Math.max(2, most * there.length)) return [];
    const type = guessType('', said, context).type;
    return [{ type, label: nameFrom(constants, at, type), ranges }];
  });
  return parts.length >= 2 && parts.some(({ type }) => !isFree({ type })) ? parts : null;
}

/** Whether a mark joins the word behind it to what stands before. */
const isJoined = (mark: Token | undefined, word: Token | undefined) =>
  mark !== undefined && !mark.word && mark.gap === 0 && /^[-/._#]$/.test(mark.norm) && word?.word && word.gap === 0;

/** `Port Selwyn (16 colis)`: the figure right before a word that all have is what it counts. */
function withCount(
  ranges: readonly (Range | null)[],
  values: readonly (string | null)[],
  word: string,
): AlikePart[] | null {
  const split = ranges.map((range, i) =>
    range ? /^(.*?[^\s(,;:–-])[\s(,;:–-]+(\d[\d.,]*)$/u.exec(values[i]?.slice(range.start, range.end) ?? '') : null,
  );
  if (ranges.some((range, i) => range && !split[i]) || split.every((one) => one === null)) return null;
  const part = (group: 1 | 2): (Range | null)[] =>
    ranges.map((range, i) => {
      const words = split[i]?.[group] ?? '';
      if (!range || words === '') return null;
      return group === 1
        ? { start: range.start, end: range.start + words.length }
        : { start: range.end - words.length, end: range.end };
    });
  return [
    { type: ownTypes.words, label: null, ranges: part(1) },
    { type: ownTypes.count, label: word, ranges: part(2) },
  ];
}

/** The stretches before, between and behind words, in their order; null where a word is not there. */
function betweenWords(tokens: readonly Token[], words: readonly string[]): (Range | null)[] {
  const found: (Range | null)[] = [];
  let at = 0;
  for (const word of [...words, null]) {
    const next = word === null ? tokens.length : tokens.findIndex(({ norm }, i) => i >= at && norm === word);
    const [first, last] = [tokens[at], tokens[next - 1]];
    found.push(next > at && first && last ? { start: first.start, end: last.end } : null);
    if (next >= 0) at = next + 1;
  }
  return found;
}

function trimmedMarks(value: string, range: Range | null): Range | null {
  if (!range) return null;
  const said = value.slice(range.start, range.end);
  const from = /^[\s,;:.)|·•–-]*(?![\d])/.exec(said)?.[0].length ?? 0;
  // A bracket that was opened before closes nothing of this.
  const inner = said.includes('(') ? said : said.replace(/\)[\s.,;]*$/, '');
  const to = inner.replace(/[\s,;:.(|·•–-]+$/, '').length;
  return to > from ? { start: range.start + from, end: range.start + to } : null;
}

const small = /^(?:of|at|for|by|in|on|to|from|with|and|the|is|an|der|die|das|von|um|am|und|de|la|le|el|et|del|van)$/;

/** What is counted names a figure, and the word before anything else. */
function nameFrom(constants: readonly string[], at: number, type: string): string | null {
  if (!isFree({ type }) && type !== ownTypes.count) return null;
  const near = type === ownTypes.count ? [constants[at - 1], constants[at]] : [constants[at - 1]];
  return near.find((word) => word !== undefined && !small.test(word)) ?? null;
}

/** `Notice 806`, `Notice 328`: what differs is the value, and what does not names it. */
function behindSameWords(values: readonly (string | null)[], context: ReadContext): AlikePart[] | null {
  const there = values.filter((value) => value !== null);
  const [first = ''] = there;
  const words = first.match(/\S+\s+/g) ?? [];
  let prefix = '';
  for (const word of words) {
    if (!there.every((value) => value.startsWith(prefix + word) && value.length > prefix.length + word.length)) break;
    prefix += word;
  }
  const rest = there.map((value) => value.slice(prefix.length));
  if (!/\p{L}/u.test(prefix) || there.length < 2 || new Set(rest).size < 2) return null;
  const type = guessType(prefix, rest, context).type;
  if (isFree({ type }) && there.length < minAlike) return null;
  return [
    {
      type,
      label: prefix.trim(),
      ranges: values.map((value) => (value === null ? null : { start: prefix.length, end: value.length })),
    },
  ];
}

/**
 * Values that hold the same kinds in the same order, with the same words between; words that all of them have are none of theirs.
 * `touching`: for a person who says that a value is two, also with nothing between them.
 */
export function cutByLooks(
  values: readonly (string | null)[],
  context: ReadContext,
  touching = false,
): AlikePart[] | null {
  const cut = values.map((value) => (value === null ? null : pieces(value, context, touching)));
  const shapes = cut.map(
    (all) => all?.map(({ type, glue }) => (type ? `[${type}]` : (glue ?? '*'))).join('\n') ?? null,
  );
  const told = [...new Set(shapes)].flatMap((one) => (one?.includes('[') ? [one] : []));
  // What only some of them say comes last: `Offered on 3 May`, `Offered on 3 May by Ebba`.
  const isLike = (one: string | null, shape: string) =>
    one === shape || (one?.includes('[') && shape.startsWith(`${one}\n`));
  const times = (shape: string) => shapes.filter((one) => isLike(one, shape)).length;
  const shape = told.reduce<string | null>(
    (best, one) => (best !== null && times(best) >= times(one) ? best : one),
    null,
  );
  if (shape === null || times(shape) < most * values.filter((value) => value !== null).length) return null;
  const alike = cut.map((all, i) => (isLike(shapes[i] ?? null, shape) ? all : null));
  const first = alike.reduce<Piece[]>((longest, all) => (all && all.length > longest.length ? all : longest), []);
  const saidAt = (at: number) =>
    new Set(alike.flatMap((all, i) => (all?.[at] ? [values[i]?.slice(all[at].range.start, all[at].range.end)] : [])));
  const isValue = first.map(({ type, glue }, at) => type !== null || (glue === null && saidAt(at).size > 1));
  // Two values need a mark or a word between them to be told apart again; or a blank, where one has a type.
  const touches = (at: number) => {
    const [before, here] = [first[at - 1], first[at]];
    if (!isValue[at - 1] || !before || !here) return false;
    return before.range.end === here.range.start || (before.type === null && here.type === null);
  };
  if (!touching && isValue.some((value, at) => value && touches(at))) return null;
  const from = values[alike.indexOf(first)] ?? '';
  return first.flatMap(({ type }, at): AlikePart[] => {
    if (!isValue[at]) return [];
    const last = isValue.lastIndexOf(true, at - 1);
    const [begin, end] = [first[at > 0 ? last + 1 : 0], first[at - 1]];
    const words = at > last + 1 && begin && end ? from.slice(begin.range.start, end.range.end) : '';
    const label = words.replace(/[^\p{L}\p{N} ]+/gu, ' ').trim();
    const ranges = alike.map((all) => all?.[at]?.range ?? null);
    return [{ type: type ?? ownTypes.words, label: naming.test(label) ? label : null, ranges }];
  });
}

/** Words before a value that may name it: a small one tells little, but for these. */
const naming = /\p{L}{3}|^(?:by|to)$/u;

interface Piece {
  /** Null for words between. */
  type: string | null;
  /** Marks and single words between values; null for words that are a value themselves. */
  glue: string | null;
  range: Range;
}

/** A value as what is told by its looks, and what stands between. `parts`: nothing that is all of it. */
function pieces(value: string, context: ReadContext, parts: boolean): Piece[] {
  const found: { type: string; start: number; end: number }[] = [];
  for (const { type, like, begin } of telling)
    for (const match of value.matchAll(like)) {
      const [start, end] = [begin?.(value, match.index) ?? match.index, match.index + match[0].length];
      if (parts && end - start === value.length) continue;
      if (readValue(match[0], { type }, context).ok && found.every((one) => one.end <= start || one.start >= end))
        found.push({ type, start, end });
    }
  found.sort((a, b) => a.start - b.start);
  const all: Piece[] = [];
  let at = 0;
  const marks = (from: number, to: number) => {
    const glue = value.slice(from, to);
    if (glue.trim() !== '') all.push({ type: null, glue, range: { start: from, end: to } });
  };
  const between = (to: number) => {
    const words = value.slice(at, to);
    if (words === '') return;
    const own = /^([\p{P}\p{S}\s]*)(.*?)([\p{P}\p{S}\s]*)$/su.exec(words);
    // A bracket that closes one within is no mark around it.
    const closing = /\([^()]*$/.test(own?.[2] ?? '') && own?.[3]?.startsWith(')') ? ')' : '';
    const inner = (own?.[2] ?? '') + closing;
    // One short word is a word between (`from`, `to`, `until`), also beside a name (`by Ebba Holm`); more are a value.
    if (inner === '' || /^\p{Ll}{1,5}$/u.test(inner)) {
      all.push({ type: null, glue: words, range: { start: at, end: to } });
      return;
    }
    const [from, until] = [at + (own?.[1] ?? '').length, to - (own?.[3] ?? '').length + closing.length];
    const before = at > 0 ? (/^\p{Ll}{1,5} (?=\D+$)/u.exec(inner)?.[0].length ?? 0) : 0;
    const behind = to < value.length ? (/(?<=^\D+) \p{Ll}{1,5}$/u.exec(inner.slice(before))?.[0].length ?? 0) : 0;
    marks(at, from + before);
    all.push({ type: null, glue: null, range: { start: from + before, end: until - behind } });
    marks(until - behind, to);
  };
  for (const { type, start, end } of found) {
    between(start);
    all.push({ type, glue: null, range: { start, end } });
    at = end;
  }
  between(value.length);
  return all;
}

/** Values with the same mark as often, of whose parts one at least is no mere text. More marks than elsewhere are the first part's own. */
function cutByMarks(values: readonly (string | null)[], context: ReadContext, isPart: boolean): AlikePart[] | null {
  const bracketed = cutAtBrackets(values, context);
  if (bracketed) return bracketed;
  for (const mark of separators) {
    const cut = values.map((value) => (value === null ? null : between(value, mark)));
    const count = Math.min(...cut.flatMap((cells) => cells?.length ?? []));
    if (count < 2 || !Number.isFinite(count)) continue;
    const ranges = cut.map(
      (cells) =>
        cells && [{ start: 0, end: cells[cells.length - count]?.end ?? 0 }, ...cells.slice(cells.length - count + 1)],
    );
    const parts = [...Array(count).keys()].map((at): AlikePart => {
      const own = ranges.map((row) => row?.[at] ?? null);
      const said = own.flatMap((range, i) => (range ? [values[i]?.slice(range.start, range.end) ?? ''] : []));
      return { type: guessType('', said, context).type, label: null, ranges: own };
    });
    if (
      parts.some(({ type }) => !isFree({ type })) ||
      (isSure(mark, isPart) && isCutAlike(cut) && !isOfPairs(parts, values, context))
    )
      return parts;
  }
  return null;
}

/** `handover (2 h)`, `survey (4 h)`: what stands in brackets at the end of all values, and is not the same in all. */
function cutAtBrackets(values: readonly (string | null)[], context: ReadContext): AlikePart[] | null {
  const split = values.map((value) => (value === null ? null : /^(.*\S)(\s?\()([^()]+)\)$/u.exec(value)));
  if (values.some((value, i) => value !== null && !split[i])) return null;
  const said = split.flatMap((one) => (one ? [one[3] ?? ''] : []));
  if (said.length < 2 || new Set(said).size < 2) return null;
  const ranges = split.map((one) => {
    const [, before = '', between = '', inner = ''] = one ?? [];
    const start = before.length + between.length;
    return (
      one && [
        { start: 0, end: before.length },
        { start, end: start + inner.length },
      ]
    );
  });
  return [
    { type: ownTypes.words, label: null, ranges: ranges.map((one) => one?.[0] ?? null) },
    { type: guessType('', said, context).type, label: null, ranges: ranges.map((one) => one?.[1] ?? null) },
  ];
}

/** Values of items are of one kind, but for an odd one; those of a form differ. */
const sameKind = 0.75;

/** Whether the two parts of each value are but a label, each another, and what it names: `Charter ref – CH-5521`, `Seats – 33`. */
function isOfPairs(
  [labels, named, ...others]: readonly AlikePart[],
  values: readonly (string | null)[],
  context: ReadContext,
): boolean {
  if (!labels || !named || others.length > 0) return false;
  const at = ({ ranges }: AlikePart) =>
    ranges.flatMap((range, i) => (range ? [values[i]?.slice(range.start, range.end) ?? ''] : []));
  const said = at(labels);
  const kinds = at(named).map((value) => guessType('', [value], context).type);
  const usual = Math.max(...kinds.map((kind) => kinds.filter((other) => other === kind).length));
  return (
    said.every((label) => !/\d/.test(label)) && new Set(said).size === said.length && usual < sameKind * kinds.length
  );
}

/** Whether a mark parts all values into as many: `Selwyn Docks – Oststrand`. */
function isCutAlike(cut: readonly (readonly Range[] | null)[]): boolean {
  const counts = cut.flatMap((cells) => (cells ? [cells.length] : []));
  const filled = cut.every((cells) => cells?.every(({ start, end }) => end > start) ?? true);
  return filled && counts.length >= 2 && new Set(counts).size === 1;
}

function between(value: string, mark: string): Range[] {
  const cells: Range[] = [];
  let at = 0;
  for (const part of value.split(mark)) {
    const from = at + (part.length - part.trimStart().length);
    cells.push({ start: from, end: at + part.trimEnd().length });
    at += part.length + mark.length;
  }
  return cells;
}
