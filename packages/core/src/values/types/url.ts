import { plainSpaces } from '../fold.js';
import { fitByReading, type ValueType, valueType } from '../value-type.js';

type UrlValue = { kind: 'url'; url: string };

const host = '(?:[\\p{L}\\p{N}](?:[\\p{L}\\p{N}-]{0,61}[\\p{L}\\p{N}])?\\.)+\\p{L}[\\p{L}\\p{N}-]{1,62}';
const whole = new RegExp(
  `^(?:(?<scheme>https?|ftp)://)?(?<rest>(?:${host}|(?:\\d{1,3}\\.){3}\\d{1,3}|localhost)(?::\\d{1,5})?(?:[/?#]\\S*)?)$`,
  'iu',
);

const read: ValueType<UrlValue>['read'] = (raw) => {
  const text = plainSpaces(raw)
    .replace(/^<(.*)>$/, '$1')
    .replace(/[.,;!)\]]+$/, '');
  const parts = whole.exec(text)?.groups;
  if (!parts?.rest || !URL.canParse(`${parts.scheme ?? 'https'}://${parts.rest}`))
    return { ok: false, code: 'YS-VALUE-URL' };
  // An address without a scheme is no URL (RFC 3986); it gets the one that links in texts get.
  return { ok: true, value: { kind: 'url', url: parts.scheme === undefined ? `http://${parts.rest}` : text } };
};

export const url = valueType<UrlValue>({
  kind: 'url',
  about: 'a web address, with or without its scheme, or the target of a link',
  spoken: { of: /\b(?:link|url|web address|website)\b/, rank: 3 },
  options: {},
  part: `(?:(?:https?|ftp)://|www\\.)[^\\s<>"]+[^\\s<>".,;:!?)]`,
  storage: { holds: 'text', longest: 16_000 },
  read,
  fit: fitByReading({ read }),
  json: { schema: { type: 'string', format: 'uri' }, example: 'https://gannetbay.example/' },
  toJson: ({ url }) => url,
  words: true,
  link: true,
  looks: [{ like: /^(?:https?:\/\/|www\.)\S+$/i, rank: 2 }],
});
