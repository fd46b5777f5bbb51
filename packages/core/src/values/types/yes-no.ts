import * as v from 'valibot';
import { fitByReading, type ValueType, valueType } from '../value-type.js';
import { choiceNamed } from './choice.js';

type YesNoValue = { kind: 'yes-no'; yes: boolean };

const known = new Map([
  ...'yes y true on 1 ja j oui o si sí sim s x ✓ ✔ ☑ ☒ checked confirmed'
    .split(' ')
    .map((word) => [word, 'yes'] as const),
  ...'no n false off 0 nein non não nao nej nee ☐ ✗ ✘ unchecked'.split(' ').map((word) => [word, 'no'] as const),
]);

/** What people add to an answer out of politeness. */
const politeness =
  /[,.!]? (?:please|thanks|thank you|bitte|danke|obrigad[oa]|por favor|tak|merci|gracias|grazie|graag|dank u)[.!]*$/i;

const read: ValueType<YesNoValue>['read'] = (raw, options) => {
  const own = (key: string) =>
    ((options[key] ?? []) as string[]).map((word) => [word.toLowerCase().trim(), key] as const);
  const answer = choiceNamed(raw.trim().replace(politeness, ''), new Map([...known, ...own('yes'), ...own('no')]));
  return answer === null
    ? { ok: false, code: 'YS-VALUE-YES-NO' }
    : { ok: true, value: { kind: 'yes-no', yes: answer === 'yes' } };
};

export const yesNo = valueType<YesNoValue>({
  kind: 'yes-no',
  about: 'yes or no, in eight languages, or by words of its own',
  spoken: {
    of: /\b(?:true|false|yes or no|whether|wahr|falsch|vrai|faux|verdadero|verdadeiro|falso|waar|onwaar|sand|falsk|ja oder nein)\b/,
    rank: 4,
    with: { basis: 'judged' },
  },
  options: { yes: v.optional(v.array(v.string())), no: v.optional(v.array(v.string())) },
  part: '(?:yes|no|ja|nein|oui|non|sim|não|nej|si|sí)\\b',
  storage: { holds: 'flag' },
  read,
  fit: fitByReading({ read }),
  json: { schema: { type: 'boolean' }, example: true },
  toJson: ({ yes }) => yes,
  toText: ({ yes }) => (yes ? 'yes' : 'no'),
  plain: (text) =>
    /^(?:yes|true|no|false)$/.test(text) ? { kind: 'yes-no', yes: text === 'yes' || text === 'true' } : null,
  looks: [{ like: /^\p{L}+$/u, rank: 9 }],
  called: 'answer',
  inAnswer: 'boolean',
});
