import { fitByReading, type ValueType, valueType } from '../value-type.js';
import { plainFigure, rangeOptions, readNumber } from './number.js';

type IntegerValue = { kind: 'integer'; decimal: string; unit: string | null };

const read: ValueType<IntegerValue>['read'] = (raw, options, context) => {
  const result = readNumber(raw, options, context.language);
  if (!result.ok) return result;
  if (result.value.decimal.includes('.')) return { ok: false, code: 'YS-VALUE-INTEGER' };
  return { ok: true, value: { ...result.value, kind: 'integer' } };
};

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
  looks: [{ like: /^(?:0|[1-9]\d{0,8}|\p{Ll}+)$/u, rank: 10 }],
  countable: true,
  inAnswer: 'integer',
  called: 'count',
});
