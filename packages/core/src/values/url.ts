import { plainSpaces } from './fold.js';
import { fitByReading, type ValueType } from './value-type.js';

const host = '(?:[\\p{L}\\p{N}](?:[\\p{L}\\p{N}-]{0,61}[\\p{L}\\p{N}])?\\.)+\\p{L}[\\p{L}\\p{N}-]{1,62}';
const whole = new RegExp(
  `^(?:(?<scheme>https?|ftp)://)?(?<rest>(?:${host}|(?:\\d{1,3}\\.){3}\\d{1,3}|localhost)(?::\\d{1,5})?(?:[/?#]\\S*)?)$`,
  'iu',
);

const read: ValueType['read'] = (raw) => {
  const text = plainSpaces(raw)
    .replace(/^<(.*)>$/, '$1')
    .replace(/[.,;!)\]]+$/, '');
  const parts = whole.exec(text)?.groups;
  if (!parts?.rest || !URL.canParse(`${parts.scheme ?? 'https'}://${parts.rest}`))
    return { ok: false, code: 'YS-VALUE-URL' };
  // An address without a scheme is no URL (RFC 3986); it gets the one that links in texts get.
  return { ok: true, value: { kind: 'url', url: parts.scheme === undefined ? `http://${parts.rest}` : text } };
};

export const url: ValueType = {
  kind: 'url',
  about: 'a web address, with or without its scheme, or the target of a link',
  options: {},
  part: `(?:(?:https?|ftp)://|www\\.)[^\\s<>"]+[^\\s<>".,;:!?)]`,
  read,
  fit: fitByReading({ read }),
};
