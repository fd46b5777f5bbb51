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

export function quantityAt(tokens: readonly Token[], at: number): Quantity | null {
  const first = tokens[at];
  if (!first) return null;
  const number = numberAt(tokens, at);
  const groups = collectiveAt(tokens, number ? number.next : at);
  if (groups && (number === null || groups.value > 1))
    return spot(tokens, at, groups.next, (number?.value ?? 1) * groups.value);
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
  const first = wordNumber(token.word);
  if (first === null) return null;
  let value = first;
  let next = at + 1;
  for (;;) {
    const joined = /^(?:and|und|et|y|e|og|en)$/.test(tokens[next]?.word ?? '');
    const from = joined ? next + 1 : next;
    const more = tokens[from] && wordNumber(tokens[from].word);
    if (more === null || more === undefined) break;
    if (more === 100 && value < 10 && !joined) value *= 100;
    // An article behind a number begins something else.
    else if (
      value >= 20 &&
      value % 10 === 0 &&
      more < 10 &&
      more > 0 &&
      (joined || !articles.has(tokens[from]?.word ?? ''))
    )
      value += more;
    else if (value >= 100 && value % 100 === 0 && more < 100 && joined) value += more;
    else if (value === 80 && more >= 10 && more < 20) value += more;
    else break;
    next = from + 1;
  }
  return { value, next };
}

const joinedWord = /^(\p{L}+?)(?:und|en|og)(\p{L}+)$/u;

function wordNumber(word: string): number | null {
  const known = numberWords.get(word);
  if (known !== undefined) return known;
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
  const plain = /^\d{1,3}(?:[.,]\d{3})+$/.test(text) ? text.replace(/[.,]/g, '') : text.replace(',', '.');
  const value = Number(plain);
  return Number.isFinite(value) ? value : null;
}
