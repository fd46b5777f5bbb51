import { fitByReading, type ValueType, valueType } from '../value-type.js';
import { plainFigure, rangeOptions, readNumber } from './number.js';

type IntegerValue = { kind: 'integer'; decimal: string; unit: string | null };

const read: ValueType<IntegerValue>['read'] = (raw, options, context) => {
  const result = readNumber(raw, options, context.language);
  if (!result.ok) return result;
  if (result.value.decimal.includes('.')) return { ok: false, code: 'YS-VALUE-INTEGER' };
  return { ok: true, value: { ...result.value, kind: 'integer' } };
};

/** Whether figures count the same thing, once or several times. */
function countSame(values: readonly string[]): boolean {
  const words = values.map((value) => value.replace(/^\d+ /, ''));
  const [first = ''] = words;
  return words.every((word) => word === first || isPlural(word, first));
}

/** Whether of two words one is the other with an ending of several. */
function isPlural(a: string, b: string): boolean {
  const [short, long] = a.length < b.length ? [a, b] : [b, a];
  return long.startsWith(short) && /^(?:s|es|n|en|e|er)$/.test(long.slice(short.length));
}

export const integer = valueType<IntegerValue>({
  kind: 'integer',
  about: 'a whole number',
  spoken: {
    of: /\b(?:how many|number of|count|whole number|wie viele|anzahl|zahl der|combien|nombre|cuantos|cuantas|numero de|quantos|quantas|hoeveel|aantal|hvor mange|antal)\b/,
    rank: 8,
  },
  options: rangeOptions,
  part: '[+\\-−]?\\d+',
  storage: { holds: 'whole number' },
  read,
  fit: fitByReading({ read }),
  json: { schema: { type: 'integer' }, example: 3 },
  toJson: ({ decimal }) => Number(decimal),
  toText: ({ decimal }) => decimal,
  plain: plainFigure,
  measures: { scale: 'figure', of: ({ decimal, unit }) => ({ scale: 'figure', decimal, unit, currency: null }) },
  looks: [
    { like: /^(?:0|[1-9]\d{0,8}|\p{Ll}+)$/u, rank: 10 },
    // `1 pièce`, `4 pièces`: what is counted is the same in all.
    {
      like: /^(?:0|[1-9]\d{0,3}) \p{Ll}{3,}$/u,
      rank: 12,
      together: (values) => values.length > 1 && countSame(values),
    },
  ],
  countable: true,
  inAnswer: 'integer',
  called: 'count',
});
