import { rangeOptions, readNumber } from './number.js';
import { fitByReading, type ValueType } from './value-type.js';

const read: ValueType['read'] = (raw, options, context) => {
  const result = readNumber(raw, options, context.language);
  if (!result.ok || result.value.kind !== 'number') return result;
  if (result.value.decimal.includes('.')) return { ok: false, code: 'YS-VALUE-INTEGER' };
  return { ok: true, value: { ...result.value, kind: 'integer' } };
};

export const integer: ValueType = {
  kind: 'integer',
  about: 'a whole number',
  options: rangeOptions,
  part: '[+\\-−]?\\d+',
  read,
  fit: fitByReading({ read }),
};
