import { type CountryCode, isSupportedCountry, parsePhoneNumberFromString } from 'libphonenumber-js';
import { plainSpaces } from '../fold.js';
import { type ValueType, valueType } from '../value-type.js';

type PhoneValue = { kind: 'phone'; e164: string };

/** Labels that stand before a number and remarks behind it. */
const label = /^(?:tel|telephone|telefon|telefone|phone|ph|mob|mobile|mobil|telemóvel|cell|fax|m|t)[.:]* ?(?=[+(\d])/i;
const remark = / ?(?:\([^\d()]*\)|(?:ext|extension|x|durchwahl|ramal)\.? ?\d{1,6})$/i;
/** A day or a time, which has as many figures as a short number. */
const dated = /^\d{1,4}[-/.]\d{1,2}[-/.]\d{1,4}$/;

const read: ValueType<PhoneValue>['read'] = (raw, _options, { region }) => {
  const text = plainSpaces(raw.normalize('NFKC'))
    .replace(/[‐-―−]/g, '-')
    .replace(/^tel: ?/i, '')
    .replace(label, '')
    .replace(remark, '')
    .replace(/\(0\)/g, '')
    .replace(/[,;.]$/, '');
  if (!/^[+(\d][\d\s()./-]{4,24}$/.test(text) || dated.test(text)) return { ok: false, code: 'YS-VALUE-PHONE' };
  const country = region !== null && isSupportedCountry(region) ? (region as CountryCode) : undefined;
  const international = text.startsWith('00') ? `+${text.slice(2)}` : text;
  if (!international.startsWith('+') && country === undefined) return { ok: false, code: 'YS-VALUE-PHONE-REGION' };
  const phone = parsePhoneNumberFromString(international, {
    ...(country ? { defaultCountry: country } : {}),
    extract: false,
  });
  return phone?.isPossible()
    ? { ok: true, value: { kind: 'phone', e164: phone.number } }
    : { ok: false, code: 'YS-VALUE-PHONE' };
};

/** A number of an order (`Bestelnummer`) has `tel` in it as well. */
const saidBy = /phone|telefon|\btel(?:\b|e)|mobile|handy|fax|\bcell/;

export const phone = valueType<PhoneValue>({
  kind: 'phone',
  about: 'a phone number, kept as E.164',
  spoken: {
    of: /\b(?:phone|telephone|mobile|telefon\w*|telefono|telefone|telefoon\w*|number to (?:ring|call)|rappeler)\b/,
    rank: 2,
  },
  options: {},
  part: '(?:\\+|00|\\(?0)\\d?[\\d ()./-]{5,20}\\d',
  storage: { holds: 'text', longest: 32 },
  read,
  // Reading one takes long enough to matter where many places are compared.
  fit: (raw) =>
    /^\s*(?:\p{L}+[.:]* ?)?[+(]?\d[\d\s()./-]{4,24}(?: ?\p{L}+\.? ?\d+)?\s*$/u.test(raw) && !dated.test(raw.trim())
      ? 1
      : 0,
  json: { schema: { type: 'string' }, example: '+447700900412' },
  toJson: ({ e164 }) => e164,
  words: true,
  reaches: true,
  within: { like: /(?<![\p{L}\p{N}+])\+\d[\d ()./-]{6,18}\d/gu, rank: 0 },
  looks: [
    { like: /^\+[\d ()./-]{7,}$/, rank: 7 },
    { like: /^[\d ()./-]{6,}$/, label: saidBy, rank: 8 },
  ],
  saidBy,
});
