import type { Range } from '../../reading/index.js';
import type { Token } from '../../rules/template/model.js';
import { tokenise } from '../../rules/template/text/tokens.js';
import { isFree, ownTypes, type ReadContext } from '../../values/index.js';
import { unitNamed } from '../../values/units.js';
import { guessType } from '../guess-type.js';
import { readsAs, telling } from '../looks.js';
import { type AlikePart, areCodes, most } from './alike-part.js';

/** Words that begin so many values alike are none of their own, whatever follows; fewer, only where what follows is no mere text. */
const minAlike = 3;

/** Of the values, the share that has a word for it to be one of the sentence, and no value. */
const sameShare = 0.8;
/** Lines that say the same words by chance are fewer. */
const minSentences = 3;

/** `GB` of `GB 541`: a letter or two before figures, which are one code with them. */
const shortCode = /^\p{Lu}{1,2}$/u;

/** `15 pieces of Grease at £40.70 each`: what stands between words that the lines share, in their order. */
export function betweenSameWords(values: readonly (string | null)[], context: ReadContext): AlikePart[] | null {
  const tokens = values.map((value) => (value === null ? null : tokenise(value, 0)));
  const there = tokens.filter((one) => one !== null);
  const [first] = there;
  if (!first || there.length < minSentences) return null;
  const text = values.find((value) => value !== null) ?? '';
  const count = (norm: string) => there.filter((all) => all.some((token) => token.norm === norm)).length;
  // A part of a code that all have, as `SKU` of `SKU-2012`, is no word.
  const isOfCode = (at: number) =>
    isJoined(first[at + 1], first[at + 2]) ||
    (at > 1 && isJoined(first[at - 1], first[at])) ||
    (shortCode.test(text.slice(first[at]?.start, first[at]?.end)) && /^\d+$/.test(first[at + 1]?.norm ?? ''));
  // A month that all days share is a part of them.
  const told = telling.flatMap(({ type, like }) =>
    [...text.matchAll(like)].flatMap((match) =>
      readsAs(match[0], type, context) ? [{ start: match.index, end: match.index + match[0].length }] : [],
    ),
  );
  const isFreeWord = ({ start, end }: Range) => told.every((one) => one.end <= start || one.start >= end);
  const constants = first.flatMap((token, at) =>
    token.word &&
    /\p{L}{2}|[à-ÿ]/u.test(token.norm) &&
    isFreeWord(token) &&
    !isOfCode(at) &&
    count(token.norm) >= sameShare * there.length
      ? [token.norm]
      : [],
  );
  if (constants.length === 0) return null;
  const cut = tokens.map((all) => all && betweenWords(all, constants));
  const width = constants.length + 1;
  let hasCodes = false;
  const parts = [...Array(width).keys()].flatMap((at): AlikePart[] => {
    const ranges = cut.map((row, i) => trimmedMarks(values[i] ?? '', row?.[at] ?? null));
    const counted = at < constants.length ? withCount(ranges, values, constants[at] ?? '') : null;
    if (counted) return counted;
    const said = ranges.flatMap((range, i) => (range ? [values[i]?.slice(range.start, range.end) ?? ''] : []));
    if (said.length < Math.max(2, most * there.length)) return [];
    const type = guessType('', said, context).type;
    hasCodes ||= areCodes(said);
    // `WIND=9.7`: a sign makes the word a label.
    const isLabelled =
      at > 0 && values.every((value, i) => /[=:]\s*$/.test(value?.slice(0, ranges[i]?.start ?? 0) || '='));
    return [{ type, label: isLabelled ? (constants[at - 1] ?? null) : nameFrom(constants, at, type), ranges }];
  });
  return parts.length >= 2 && (hasCodes || parts.some(({ type }) => !isFree({ type }))) ? parts : null;
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
  const from = /^=\s*|^[\s,;:.)|·•–-]*(?![\d])/.exec(said)?.[0].length ?? 0;
  // A bracket that was opened before closes nothing of this.
  const inner = said.includes('(') ? said : said.replace(/\)[\s.,;]*$/, '');
  const to = inner.replace(/[\s,;:=.(|·•–-]+$/, '').length;
  return to > from ? { start: range.start + from, end: range.start + to } : null;
}

const small = /^(?:of|at|for|by|in|on|to|from|with|and|the|is|an|der|die|das|von|um|am|und|de|la|le|el|et|del|van)$/;

/** What is counted names a figure, and the word before anything else. */
function nameFrom(constants: readonly string[], at: number, type: string): string | null {
  if (!isFree({ type }) && type !== ownTypes.count) return null;
  const near = type === ownTypes.count ? [constants[at - 1], constants[at]] : [constants[at - 1]];
  return near.find((word) => word !== undefined && !small.test(word) && unitNamed(word) === null) ?? null;
}

/** `Notice 806`, `Notice 328`: what differs is the value, and what does not names it. */
export function behindSameWords(values: readonly (string | null)[], context: ReadContext): AlikePart[] | null {
  const there = values.filter((value) => value !== null);
  const [first = ''] = there;
  const words = first.match(/\S+\s+/g) ?? [];
  let prefix = '';
  for (const word of words) {
    if (!there.every((value) => value.startsWith(prefix + word) && value.length > prefix.length + word.length)) break;
    prefix += word;
  }
  // `Flight YS 168`: the letters of a code are none of its name.
  const letters = /(?<=\p{L}\s+)\p{Lu}{1,4}\s+$/u.exec(prefix)?.[0] ?? '';
  if (there.every((value) => /^\d+(?!\S)/.test(value.slice(prefix.length))))
    prefix = prefix.slice(0, prefix.length - letters.length);
  const rest = there.map((value) => value.slice(prefix.length));
  const isCode = shortCode.test(prefix.trim()) && rest.every((value) => /^\d+$/.test(value));
  if (!/\p{L}/u.test(prefix) || isCode || there.length < 2 || new Set(rest).size < 2) return null;
  const type = guessType(prefix, rest, context).type;
  if (isFree({ type }) && there.length < minAlike && letters === '') return null;
  return [
    {
      type,
      label: prefix.trim(),
      ranges: values.map((value) => (value === null ? null : { start: prefix.length, end: value.length })),
    },
  ];
}

/** The longest run of small words, one of them no mere particle, that all values end with; null where there is none. */
function sharedTail([first = '', ...others]: readonly string[]): string | null {
  const words = first.match(/[\s,;(–-]+\p{Ll}+\)?/gu) ?? [];
  for (let at = 0; at < words.length; at++) {
    const tail = words.slice(at).join('');
    if (first.endsWith(tail) && /\p{Ll}{3}/u.test(tail) && others.every((value) => value.endsWith(tail))) return tail;
  }
  return null;
}

/** `Dag (late)`, `Nuno (late)`: the words that all of them end with name what stands before; several say something of what follows. */
export function beforeSameWords(values: readonly (string | null)[], context: ReadContext): AlikePart[] | null {
  const there = values.filter((value) => value !== null);
  const tail = sharedTail(there);
  if (tail === null || there.length < minAlike) return null;
  const ranges = values.map((value) => value && { start: 0, end: value.length - tail.length });
  const said = values.flatMap((value, i) => (value === null ? [] : [value.slice(0, ranges[i] ? ranges[i].end : 0)]));
  if (new Set(said).size < 2 || said.some((one) => one.trim() === '')) return null;
  return [
    {
      type: guessType('', said, context).type,
      label: /\p{L}\P{L}+\p{L}/u.test(tail) ? null : tail.replace(/[^\p{L}]/gu, ''),
      ranges: ranges.map((range) => range || null),
    },
  ];
}
