import type { Token } from '../language/fold.js';
import { articles, collectives, halves, numberWords, ordinals } from '../language/words.js';
import type { Letter, Spot } from './spot.js';

/** A number, in figures or words, and whether no more than an article says it. */
export interface Quantity extends Spot<number> {
  isArticle: boolean;
  isOrdinal: boolean;
  /** Index of the token behind it. */
  next: number;
}

/** All numbers of a letter that count something or stand alone; not those within dates, times, addresses of mail and so on. */
export function quantitiesIn({ tokens }: Letter): Quantity[] {
  const found: Quantity[] = [];
  for (let i = 0; i < tokens.length; ) {
    const quantity = quantityAt(tokens, i);
    if (quantity) found.push(quantity);
    i = quantity ? quantity.next : i + 1;
  }
  return found;
}

function quantityAt(tokens: readonly Token[], at: number): Quantity | null {
  const first = tokens[at];
  if (!first) return null;
  const number = numberAt(tokens, at);
  const groups = collectiveAt(tokens, number ? number.next : at);
  if (groups && (number === null || groups.value > 1)) {
    // “A dozen and a half.”
    const more = halfBehind(tokens, groups.next);
    return spot(tokens, at, more ?? groups.next, ((number?.value ?? 1) + (more === null ? 0 : 0.5)) * groups.value);
  }
  if (!number) return ordinalAt(tokens, at);
  const isArticle = number.next === at + 1 && articles.has(first.word);
  return { ...spot(tokens, at, number.next, number.value), isArticle };
}

const spot = (tokens: readonly Token[], at: number, next: number, value: number): Quantity => ({
  start: tokens[at]?.start ?? 0,
  end: tokens[next - 1]?.end ?? 0,
  value,
  isArticle: false,
  isOrdinal: false,
  next,
});

function halfBehind(tokens: readonly Token[], at: number): number | null {
  const word = (i: number) => tokens[i]?.word ?? '';
  if (!/^(?:and|und|et|y|e|en|og)$/.test(word(at))) return null;
  const from = articles.has(word(at + 1)) ? at + 2 : at + 1;
  return halves.has(word(from)) ? from + 1 : null;
}

function ordinalAt(tokens: readonly Token[], at: number): Quantity | null {
  const value = ordinals.get(tokens[at]?.word ?? '');
  return value === undefined ? null : { ...spot(tokens, at, at + 1, value), isOrdinal: true };
}

/** `dozen`, `half a dozen`, also behind a number. */
function collectiveAt(tokens: readonly Token[], at: number): { value: number; next: number } | null {
  const word = tokens[at]?.word ?? '';
  if (halves.has(word) || halves.has(word.replace(/-.*/, ''))) {
    const joined = word.includes('-') ? collectives.get(word.replace(/^[^-]*-/, '')) : undefined;
    if (joined !== undefined) return { value: joined / 2, next: at + 1 };
    const from = articles.has(tokens[at + 1]?.word ?? '') ? at + 2 : at + 1;
    const whole = collectives.get(tokens[from]?.word ?? '');
    return whole === undefined ? null : { value: whole / 2, next: from + 1 };
  }
  const value = collectives.get(word);
  return value === undefined ? null : { value, next: at + 1 };
}

/** A number in figures, or in words as they are put together: `twenty-two`, `zweiundzwanzig`, `setenta y cuatro`, `a hundred and ten`. */
export function numberAt(tokens: readonly Token[], at: number): { value: number; next: number } | null {
  const token = tokens[at];
  if (!token) return null;
  if (/^\d/.test(token.text)) {
    const value = figure(token.text);
    return value === null ? null : { value, next: at + 1 };
  }
  const first = token.isForeign ? null : wordNumber(token.word);
  if (first === null) return null;
  let found = { value: first, next: at + 1 };
  for (;;) {
    const more = addedAt(tokens, found);
    if (!more) return found;
    found = more;
  }
}

/** A number with the next word of it: `twenty` and `two`, `a hundred` and `ten`, `quatre-vingt` and `dix`. */
function addedAt(tokens: readonly Token[], { value, next }: { value: number; next: number }) {
  const joined = /^(?:and|und|et|y|e|og|en)$/.test(tokens[next]?.word ?? '');
  const from = joined ? next + 1 : next;
  const word = tokens[from]?.word ?? '';
  const more = tokens[from]?.isForeign ? null : wordNumber(word);
  if (more === null) return null;
  const times = more === 100 && value < 10 && !joined;
  // An article behind a number begins something else.
  const units = value >= 20 && value % 10 === 0 && more > 0 && more < 10 && (joined || !articles.has(word));
  const rest = value >= 100 && value % 100 === 0 && more < 100 && joined;
  const score = value === 80 && more >= 10 && more < 20;
  if (times) return { value: value * 100, next: from + 1 };
  return units || rest || score ? { value: value + more, next: from + 1 } : null;
}

const joinedWord = /^(\p{L}+?)(?:und|en|og)(\p{L}+)$/u;

function wordNumber(word: string): number | null {
  const known = numberWords.get(word);
  if (known !== undefined) return known;
  const score = /^quatre-vingt-(?:et-)?(.+)$/u.exec(word)?.[1];
  if (score !== undefined && numberWords.has(score)) return 80 + (numberWords.get(score) ?? 0);
  const hyphened = word.split(/-(?:et-)?/).map((part) => numberWords.get(part));
  if (hyphened.length === 2 && hyphened[0] !== undefined && hyphened[1] !== undefined)
    return hyphened[0] >= 20 && hyphened[1] < 20 ? hyphened[0] + hyphened[1] : null;
  const spanish = /^veinti(\p{L}+)$/u.exec(word)?.[1];
  if (spanish !== undefined && numberWords.has(spanish)) return 20 + (numberWords.get(spanish) ?? 0);
  const [, unit = '', ten = ''] = joinedWord.exec(word) ?? [];
  const [a, b] = [numberWords.get(unit), numberWords.get(ten)];
  return a !== undefined && b !== undefined && a < 10 && b >= 20 && b < 100 ? a + b : null;
}

/** A figure as people write it in any of the languages: a group of three behind a mark is a thousand. */
export function figure(text: string): number | null {
  if (/:/.test(text)) return null;
  const grouped = /^\d{1,3}(?:[.,]\d{3})+$/.test(text);
  const both = /^[\d.,]*([.,])\d{3}([.,])\d{1,2}$/.exec(text);
  const plain = grouped
    ? text.replace(/[.,]/g, '')
    : both && both[1] !== both[2]
      ? `${text.slice(0, text.lastIndexOf(both[2] ?? '')).replace(/[.,]/g, '')}.${text.slice(text.lastIndexOf(both[2] ?? '') + 1)}`
      : text.replace(',', '.');
  const value = Number(plain);
  return Number.isFinite(value) ? value : null;
}
