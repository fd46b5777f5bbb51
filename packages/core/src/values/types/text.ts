import * as v from 'valibot';
import { valueType } from '../value-type.js';

type TextValue = { kind: 'text'; text: string };

export const text = valueType<TextValue>({
  kind: 'text',
  about: 'any text, trimmed',
  options: { max_length: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1))) },
  part: '\\S(?:[^\\n]*\\S)?',
  storage: { holds: 'text' },
  read(raw, options) {
    const trimmed = raw.trim();
    if (trimmed === '') return { ok: false, code: 'YS-VALUE-EMPTY' };
    if (typeof options.max_length === 'number' && trimmed.length > options.max_length) {
      return { ok: false, code: 'YS-VALUE-RANGE', params: { range: `at most ${options.max_length} characters` } };
    }
    return { ok: true, value: { kind: 'text', text: trimmed } };
  },
  fit: (raw) => (raw.trim() === '' ? 0 : 1),
  json: { schema: { type: 'string' }, example: 'Selkie' },
  toJson: ({ text }) => text,
  plain: (text) => (text === '' ? { kind: 'text', text } : null),
  free: true,
  words: true,
  called: 'item',
});
