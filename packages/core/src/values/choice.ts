import * as v from 'valibot';
import { fold } from './fold.js';
import { fitByReading, type ValueType } from './value-type.js';

const read: ValueType['read'] = (raw, options) => {
  const wanted = fold(raw);
  const synonyms = (options.synonyms ?? {}) as Record<string, string[]>;
  for (const choice of (options.choices ?? []) as string[]) {
    const names = [choice, ...(synonyms[choice] ?? [])];
    if (names.some((name) => fold(name) === wanted)) return { ok: true, value: { kind: 'choice', choice } };
  }
  return { ok: false, code: 'YS-VALUE-CHOICE' };
};

export const choice: ValueType = {
  kind: 'choice',
  about: 'one of the listed choices, or a synonym of one',
  options: {
    choices: v.pipe(v.array(v.string()), v.minLength(1)),
    synonyms: v.optional(v.record(v.string(), v.array(v.string()))),
  },
  part: '[^\\n]+?',
  read,
  fit: fitByReading({ read }),
};
