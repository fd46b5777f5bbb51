import * as v from 'valibot';
import type { ValueType } from './value-type.js';

export const text: ValueType = {
  kind: 'text',
  about: 'any text, trimmed',
  options: { max_length: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1))) },
  part: '\\S(?:[^\\n]*\\S)?',
  read(raw, options) {
    const trimmed = raw.trim();
    if (trimmed === '') return { ok: false, code: 'YS-VALUE-EMPTY' };
    if (typeof options.max_length === 'number' && trimmed.length > options.max_length) {
      return { ok: false, code: 'YS-VALUE-RANGE', params: { range: `at most ${options.max_length} characters` } };
    }
    return { ok: true, value: { kind: 'text', text: trimmed } };
  },
  fit: (raw) => (raw.trim() === '' ? 0 : 1),
};
