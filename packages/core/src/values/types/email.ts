import { plainSpaces } from '../fold.js';
import { fitByReading, type ValueType, valueType } from '../value-type.js';

type EmailValue = { kind: 'email'; address: string };

const local = "[\\p{L}\\p{N}!#$%&'*+/=?^_`{|}~-]+(?:\\.[\\p{L}\\p{N}!#$%&'*+/=?^_`{|}~-]+)*";
const domain = '(?:[\\p{L}\\p{N}](?:[\\p{L}\\p{N}-]{0,61}[\\p{L}\\p{N}])?\\.)+[\\p{L}\\p{N}-]{2,63}';
const address = new RegExp(`${local}@${domain}`, 'gu');

const read: ValueType<EmailValue>['read'] = (raw) => {
  if (!/[@＠]/.test(raw)) return { ok: false, code: 'YS-VALUE-EMAIL' };
  const text = plainSpaces(raw.normalize('NFKC')).replace(/mailto:/i, '');
  const found = [...new Set([...text.matchAll(address)].map((match) => match[0]))];
  const only = found[0];
  if (only === undefined) return { ok: false, code: 'YS-VALUE-EMAIL' };
  if (found.length > 1) return { ok: false, code: 'YS-VALUE-EMAIL-SEVERAL' };
  const at = only.lastIndexOf('@');
  return { ok: true, value: { kind: 'email', address: only.slice(0, at) + only.slice(at).toLowerCase() } };
};

export const email = valueType<EmailValue>({
  kind: 'email',
  about: 'an email address, with or without a name beside it',
  spoken: { of: /\b(?:e-?mail|mail address|correo|courriel)\b/, rank: 1 },
  options: {},
  part: `${local}@${domain}`,
  storage: { holds: 'text', longest: 320 },
  read,
  fit: fitByReading({ read }),
  json: { schema: { type: 'string', format: 'email' }, example: 'ann@skerry.example' },
  toJson: ({ address }) => address,
  words: true,
  looks: [{ like: /^\S+@\S+$/, rank: 1 }],
  within: { like: /(?<![^\s<>()[\],;:"])[^\s<>()[\],;:"@]{1,64}@[^\s<>()[\],;:"]{1,255}\.\p{L}{2,}/gu, rank: 1 },
  saidBy: /mail/,
  namesItself: true,
  reaches: true,
});
