import Big from 'big.js';
import { dictionary } from '../dictionary.js';
import { fold } from './fold.js';
import { leadingWords } from './number-words.js';

const commaLanguages = new Set(['de', 'fr', 'es', 'pt', 'da', 'it', 'nl', 'sv', 'nb', 'fi', 'pl']);

/** A number at the head of a text and what follows it, or null. */
export interface LeadingDecimal {
  /** Canonical: no plus, no exponent, no trailing zeros. */
  decimal: string;
  rest: string;
}

/** Longer figures than any amount or code that is meant as a number. */
const maxDigits = 40;

const fractions: Readonly<Record<string, string>> = dictionary({ '½': '.5', '¼': '.25', '¾': '.75' });

const eighths: Readonly<Record<string, string>> = dictionary({ '1/2': '.5', '1/4': '.25', '3/4': '.75' });

/** Words and marks that say a figure is not exact. */
export const about =
  /^(?:about|approx(?:imately)?|around|circa|ca|etwa|ungefähr|rund|cerca de|environ|env|omkring|cirka)\.? |^[~≈]\s*/;
/** A remark in brackets behind a value, or the mark of a footnote. */
export const remark = /(?<=[^(]) ?\([^()]*\)$|(?<=[\d\p{L}]) ?[*†‡]{1,3}$/u;

/** Nothing to fold. */
const plainNumber = /^\d+(?:\.\d+)?$/;

/** Folded figures: fractions as decimals (folding makes `2½` into `21⁄2`), one kind of minus. */
export function plainFigures(raw: string): string {
  if (plainNumber.test(raw)) return raw;
  return fold(raw.replace(/ ?([½¼¾])/g, (_, mark: string) => fractions[mark] ?? ''))
    .replace(/(?<=\d) (1\/2|[13]\/4)(?!\d)/, (_, part: string) => eighths[part] ?? '')
    .replace(/[−–]/g, '-');
}

/**
 * Reads the number a text begins with: `1.234,56`, `1,234.56`, `1 234,5`, `1'234`, `1,23,456`, `−3`, `45.00-`, `2½`, `three`.
 * A single separator with three digits behind it is decided by the language.
 */
export function leadingDecimal(raw: string, language: string): LeadingDecimal | null {
  return leadingFigures(plainFigures(raw), language);
}

/** The same of a text that is folded already. */
export function leadingFigures(text: string, language: string): LeadingDecimal | null {
  if (/^\p{L}/u.test(text)) {
    const words = leadingWords(text, language);
    return words && { decimal: String(words.number), rest: words.rest };
  }
  const match = /^([+-]?)\s?((?:\d{1,3}(?:[ '’]\d{3})+(?!\d)|\d+)?(?:[.,]\d+)*)/.exec(text);
  const figures = match?.[2];
  if (!figures || !/\d/.test(figures) || figures.length > maxDigits) return null;
  const digits = plainDigits(figures.replace(/[ '’]/g, ''), commaLanguages.has(language));
  if (digits === null) return null;
  const { rest, behind } = trailing(text.slice(match[0].length));
  return { decimal: canonical((match[1] === '-' || behind ? '-' : '') + digits), rest };
}

/** A minus right behind the figures makes them negative (`45.00-`); `12,-` and `12.–` have no fraction. */
function trailing(text: string): { rest: string; behind: boolean } {
  if (/^[.,]-+/.test(text)) return { rest: text.replace(/^[.,]-+/, '').trim(), behind: false };
  const behind = /^-(?!\S*\d)/.test(text);
  return { rest: (behind ? text.slice(1) : text).trim(), behind };
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
  if (count === 1 && /^[1-9]\d{0,2}[.,]\d{3}$/.test(text) && (mark === ',') !== decimalComma)
    return grouped(text, mark);
  return text.replace(',', '.').replace(/^\./, '0.');
}

/** Drops a thousands mark, if it stands every three digits of the whole part, or as in India (`12,34,567`). */
function grouped(text: string, mark: string): string | null {
  const sign = mark === '.' ? ',' : '.';
  const [whole = '', ...fraction] = text.split(sign);
  const groups = whole.split(mark);
  const inner = groups.slice(1, -1);
  const regular =
    groups.at(-1)?.length === 3 &&
    (inner.every((group) => group.length === 3) ||
      (mark === ',' && (groups[0]?.length ?? 0) <= 2 && inner.every((group) => group.length === 2)));
  if (!regular || (groups[0]?.length ?? 0) > 3 || groups[0] === '') return null;
  return [groups.join(''), ...fraction].join(sign);
}

/** Canonical form of a decimal: no plus, no exponent, no trailing zeros. */
function canonical(decimal: string): string {
  const text = new Big(decimal).toFixed();
  return text === '-0' ? '0' : text;
}

/** -1, 0 or 1 for canonical decimals. */
export function compareDecimals(a: string, b: string): number {
  return new Big(a).cmp(new Big(b));
}

/** Exact sum of canonical decimals. */
export function addDecimals(a: string, b: string): string {
  return canonical(new Big(a).plus(b).toFixed());
}
