import Big from 'big.js';
import { fold } from './fold.js';

const commaLanguages = new Set(['de', 'fr', 'es', 'pt', 'da', 'it', 'nl', 'sv', 'nb', 'fi', 'pl']);

const words: Readonly<Record<string, readonly string[]>> = {
  en: 'zero one two three four five six seven eight nine ten eleven twelve'.split(' '),
  pt: 'zero um dois três quatro cinco seis sete oito nove dez onze doze'.split(' '),
  da: 'nul en to tre fire fem seks syv otte ni ti elleve tolv'.split(' '),
  de: 'null eins zwei drei vier fünf sechs sieben acht neun zehn elf zwölf'.split(' '),
  fr: 'zéro un deux trois quatre cinq six sept huit neuf dix onze douze'.split(' '),
  es: 'cero uno dos tres cuatro cinco seis siete ocho nueve diez once doce'.split(' '),
};

/** A number at the head of a text and what follows it, or null. */
export interface LeadingDecimal {
  decimal: string;
  rest: string;
}

/**
 * Reads the number a text begins with: `1.234,56`, `1,234.56`, `1 234,5`, `−3`, `three`.
 * A single separator with three digits behind it is decided by the language.
 */
export function leadingDecimal(raw: string, language: string): LeadingDecimal | null {
  const text = fold(raw).replace(/[−–]/g, '-');
  const word = /^(\p{L}+)(?!\p{L})/u.exec(text)?.[1];
  if (word !== undefined) {
    const index = (words[language] ?? words.en)?.indexOf(word) ?? -1;
    return index < 0 ? null : { decimal: String(index), rest: text.slice(word.length).trim() };
  }
  const match = /^([+-]?)\s?((?:\d{1,3}(?:[ '’]\d{3})+|\d+)(?:[.,]\d+)*)/.exec(text);
  if (!match?.[2]) return null;
  const digits = plainDigits(match[2].replace(/[ '’]/g, ''), commaLanguages.has(language));
  if (digits === null) return null;
  const sign = match[1] === '-' ? '-' : '';
  return { decimal: canonical(sign + digits), rest: text.slice(match[0].length).trim() };
}

function plainDigits(text: string, decimalComma: boolean): string | null {
  const commas = text.split(',').length - 1;
  const points = text.split('.').length - 1;
  if (commas > 0 && points > 0) {
    const mark = text.lastIndexOf(',') > text.lastIndexOf('.') ? ',' : '.';
    if (text.split(mark).length > 2) return null;
    return grouped(text, mark === ',' ? '.' : ',')?.replace(mark, '.') ?? null;
  }
  const mark = commas > 0 ? ',' : '.';
  const count = commas + points;
  if (count > 1) return grouped(text, mark);
  if (count === 1 && /^\d{1,3}[.,]\d{3}$/.test(text) && (mark === ',') !== decimalComma) return grouped(text, mark);
  return text.replace(',', '.');
}

/** Drops a thousands mark, if it stands every three digits of the whole part. */
function grouped(text: string, mark: string): string | null {
  const [whole = '', ...fraction] = mark === '.' ? text.split(',') : text.split('.');
  const groups = whole.split(mark);
  if (groups.slice(1).some((group) => group.length !== 3) || (groups[0]?.length ?? 0) > 3) return null;
  const sign = mark === '.' ? ',' : '.';
  return [groups.join(''), ...fraction].join(sign);
}

/** Canonical form of a decimal: no plus, no exponent, no trailing zeros. */
export function canonical(decimal: string): string {
  return new Big(decimal).toFixed();
}

/** -1, 0 or 1 for canonical decimals. */
export function compareDecimals(a: string, b: string): number {
  return new Big(a).cmp(new Big(b));
}

/** Exact sum of canonical decimals. */
export function addDecimals(a: string, b: string): string {
  return canonical(new Big(a).plus(b).toFixed());
}
