import { currencies } from '../language/words.js';
import { figure, quantitiesIn } from './quantities.js';
import type { Letter, Spot } from './spot.js';

const spotsOf = (text: string, pattern: RegExp): Spot<string>[] =>
  [...text.matchAll(pattern)].map((match) => ({
    start: match.index,
    end: match.index + match[0].length,
    value: match[0],
  }));

export const emailsIn = ({ text }: Letter): Spot<string>[] => spotsOf(text, /[\w.+-]+@[\w-]+(?:\.[\w-]+)+/g);
export const linksIn = ({ text }: Letter): Spot<string>[] => spotsOf(text, /https?:\/\/[^\s<>"')]+[^\s<>"').,;]/g);
export const phonesIn = ({ text }: Letter): Spot<string>[] =>
  spotsOf(text, /(?<![\d.,/-])(?:\+|00)\d[\d ()/.-]{6,18}\d(?!\d)|(?<![\d.,/-])0\d[\d ()/-]{6,14}\d(?!\d)/g).map(
    (one) => ({
      ...one,
      value: one.value.replace(/\s+/g, ' '),
    }),
  );

const signs = '[£€$]';
const words = [...currencies.keys()].filter((word) => /^\p{L}/u.test(word)).join('|');
const before = new RegExp(`(${signs}|\\b(?:GBP|EUR|USD|DKK|CHF)) ?(\\d[\\d.,]*\\d|\\d)`, 'g');
const behind = new RegExp(`(?<![\\d.,])(\\d[\\d.,]*\\d|\\d) ?(${signs}|(?:${words})(?!\\p{L}))`, 'giu');

/** Amounts of money: figures or words beside a currency. */
export function amountsIn(letter: Letter): Spot<string>[] {
  const { text, tokens } = letter;
  const found: Spot<string>[] = [];
  const add = (start: number, end: number, value: number | null, currency: string) => {
    const code = currencies.get(currency.toLowerCase()) ?? currency.toUpperCase();
    if (value !== null && !found.some((other) => start < other.end && other.start < end))
      found.push({ start, end, value: `${value.toFixed(2)} ${code}` });
  };
  for (const match of text.matchAll(before))
    add(match.index, match.index + match[0].length, figure(match[2] ?? ''), match[1] ?? '');
  for (const match of text.matchAll(behind))
    add(match.index, match.index + match[0].length, figure(match[1] ?? ''), match[2] ?? '');
  for (const { start, value, next } of quantitiesIn(letter)) {
    const unit = tokens[next];
    if (unit && currencies.has(unit.word)) add(start, unit.end, value, unit.word);
  }
  return found.sort((a, b) => a.start - b.start);
}

/** Figures with a mark for cents that no currency stands beside: amounts where a message counts in one currency only. */
export const centsIn = ({ text }: Letter, currency: string): Spot<string>[] =>
  [...text.matchAll(/(?<![\d.,:])\d{1,6}[.,]\d{2}(?![\d.,:%]|\p{L})/gu)].map((match) => ({
    start: match.index,
    end: match.index + match[0].length,
    value: `${(figure(match[0]) ?? 0).toFixed(2)} ${currency}`,
  }));
