import { type CountryCode, isSupportedCountry, parsePhoneNumberFromString } from 'libphonenumber-js';
import { plainSpaces } from './fold.js';
import type { ValueType } from './value-type.js';

const read: ValueType['read'] = (raw, _options, { region }) => {
  const text = plainSpaces(raw.normalize('NFKC'))
    .replace(/^(?:tel|phone|mob(?:ile)?)\.?:? /i, '')
    .replace(/\(0\)/g, '');
  if (!/^[+(\d][\d\s()./-]{4,24}$/.test(text)) return { ok: false, code: 'YS-VALUE-PHONE' };
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

export const phone: ValueType = {
  kind: 'phone',
  about: 'a phone number, kept as E.164',
  options: {},
  part: '(?:\\+|00|\\(?0)\\d?[\\d ()./-]{5,20}\\d',
  read,
  // Reading one takes long enough to matter where many places are compared.
  fit: (raw) => (/^\s*[+(]?[\d\s()./-]{6,24}\s*$/.test(raw) ? 1 : 0),
};
