import * as v from 'valibot';
import { leadingDecimal } from './decimal.js';
import { fold } from './fold.js';
import { fitByReading, type ValueType } from './value-type.js';

const symbols: Readonly<Record<string, string>> = {
  '£': 'GBP',
  '€': 'EUR',
  '¥': 'JPY',
  'kr.': 'DKK',
  kr: 'DKK',
  r$: 'BRL',
  us$: 'USD',
};
const codes = new Set(
  'GBP EUR USD DKK BRL JPY CHF SEK NOK PLN CZK HUF CAD AUD NZD INR CNY ZAR MXN TRY ISK SGD HKD KRW'.split(' '),
);
/** A bare `$` is many currencies: it needs the field's own. */
const mark = /^(r\$|us\$|[£€¥$]|kr\.?|[a-z]{3})/;

const read: ValueType['read'] = (raw, options, context) => {
  let text = fold(raw);
  const negative = /^[-−]/.test(text);
  if (negative) text = text.slice(1).trim();
  const before = mark.exec(text)?.[1];
  const lead = leadingDecimal(before === undefined ? text : text.slice(before.length), context.language);
  if (!lead) return { ok: false, code: 'YS-VALUE-AMOUNT' };
  if (before !== undefined && lead.rest !== '') return { ok: false, code: 'YS-VALUE-AMOUNT' };
  const named = before ?? lead.rest;
  const currency = currencyOf(named, options.currency);
  if (currency === null)
    return { ok: false, code: named === '' || named === '$' ? 'YS-VALUE-CURRENCY' : 'YS-VALUE-AMOUNT' };
  const decimal = negative && lead.decimal !== '0' ? `-${lead.decimal}` : lead.decimal;
  return { ok: true, value: { kind: 'amount', decimal, currency } };
};

function currencyOf(named: string, byField: unknown): string | null {
  if (named === '' || named === '$') return typeof byField === 'string' ? byField : null;
  const code = symbols[named] ?? named.toUpperCase();
  return codes.has(code) || code === byField ? code : null;
}

export const amount: ValueType = {
  kind: 'amount',
  about: 'an amount of money with its ISO 4217 currency',
  options: { currency: v.optional(v.pipe(v.string(), v.regex(/^[A-Z]{3}$/))) },
  part: "(?:[£€¥$]|[A-Z]{3} ?)?[+\\-−]?\\d(?:[\\d.,' ]*\\d)?(?: ?(?:[£€¥$]|[A-Z]{3}\\b|kr\\.?))?",
  read,
  fit: fitByReading({ read }),
};
