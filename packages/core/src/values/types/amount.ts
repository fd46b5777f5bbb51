import * as v from 'valibot';
import { currencyNamed } from '../currencies.js';
import { about, leadingFigures, plainFigures, remark } from '../decimal.js';
import { fitByReading, type ReadContext, type ValueType, valueType } from '../value-type.js';
import { choice } from './choice.js';
import { negated, plainFigure } from './number.js';

type AmountValue = { kind: 'amount'; decimal: string; currency: string };

/** What may stand before the figures: a mark, a code, or both. */
const before = /^(?:((?:us|au?|ca?|nz|hk|s|r)?\$|[£€¥₹₽₺₩₪₴]|kr\.?|s?fr\.?|[a-z]{3}(?![a-z])) ?)/;

const read: ValueType<AmountValue>['read'] = (raw, options, context) => {
  const parts = partsOf(plainFigures(raw).replace(about, '').replace(remark, ''), context);
  if (!parts) return { ok: false, code: 'YS-VALUE-AMOUNT' };
  const currency = currencyNamed(parts.named, typeof options.currency === 'string' ? options.currency : null, context);
  if (currency.code === null) return { ok: false, code: currency.named ? 'YS-VALUE-AMOUNT' : 'YS-VALUE-CURRENCY' };
  return { ok: true, value: { kind: 'amount', decimal: parts.decimal, currency: currency.code } };
};

/** The figures with their sign, and what names the currency. A minus may stand before or behind all, brackets around it. */
function partsOf(text: string, { language }: ReadContext): { decimal: string; named: string } | null {
  const inner = /^\(([^()]*)\)$/.exec(text)?.[1]?.trim();
  let left = inner ?? text;
  let negative = inner !== undefined;
  const minus = () => {
    if (!/^[-+]/.test(left)) return;
    if (left.startsWith('-')) negative = !negative;
    left = left.slice(1).trim();
  };
  minus();
  const named = before.exec(left);
  left = left.slice(named?.[0].length ?? 0);
  if (named) minus();
  const lead = leadingFigures(left, language);
  if (!lead) return null;
  const closing = /^(.*\S)\s?-$/.exec(lead.rest);
  const behind = closing?.[1] ?? lead.rest;
  if (closing) negative = !negative;
  // A mark before and a code behind (“$ 40 AUD”): the code says more.
  if (named && behind !== '' && !/^[a-z]{3}$/.test(behind)) return null;
  return { decimal: negative ? negated(lead.decimal) : lead.decimal, named: behind || (named?.[1] ?? '') };
}

export const amount = valueType<AmountValue>({
  kind: 'amount',
  about: 'an amount of money with its ISO 4217 currency',
  spoken: {
    of: /\b(?:price|cost|costs|amount|budget|pay|fee|preis|kosten|betrag|prix|montant|precio|importe|preco|valor|prijs|bedrag|pris|belob)\b/,
    rank: 5,
  },
  options: { currency: v.optional(v.pipe(v.string(), v.regex(/^[A-Z]{3}$/))) },
  part: "(?:(?:[A-Z]{1,2})?[£€¥$₹]|[A-Z]{3} ?|kr\\.? )?[+\\-−]?\\d(?:[\\d.,' ]*\\d)?(?: ?(?:[£€¥$]|[A-Z]{3}\\b|kr\\.?))?",
  storage: { holds: 'decimal', digits: 19, scale: 4 },
  read,
  fit: fitByReading({ read }),
  json: {
    schema: {
      type: 'object',
      properties: { value: { type: 'number' }, currency: { type: 'string' } },
      required: ['value', 'currency'],
    },
    example: { value: 40, currency: 'GBP' },
  },
  toJson: ({ decimal, currency }) => ({ value: Number(decimal), currency }),
  toText: ({ decimal, currency }) => `${decimal} ${currency}`,
  plain: plainFigure,
  measures: {
    scale: 'figure',
    of: ({ decimal, currency }) => ({ scale: 'figure', decimal, unit: null, currency }),
  },
  ambiguous: /^[\s\d.,]*$/,
  beside: { part: 'currency', kind: choice.kind, of: ({ currency }) => ({ kind: choice.kind, choice: currency }) },
  looks: [
    { like: /[£€¥$₹]|\b[A-Z]{3}\b|\bkr\b/, rank: 6 },
    // Where the region has no dollars of its own, those of the United States are meant most of the time.
    { like: /(?<!\p{L})\$/u, rank: 6.5, assumes: { currency: 'USD' } },
  ],
  within: {
    // A sign that touches it is its own; a dash before a blank parts it from something.
    like: /(?:(?<=^|[\s(])[+−-])?(?:[£€¥$₹] ?\d(?:[\d.,]*\d)?|\b[A-Z]{3} \d[\d.,]*\d|\d(?:[\d.,]*\d)? ?€|\d[\d.,]*\d ?[A-Z]{3}\b|\bkr\.? ?\d[\d.,]*\d|\d[\d.,]*\d ?kr\b\.?)/g,
    rank: 2,
  },
});
