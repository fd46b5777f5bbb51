import * as v from 'valibot';
import { dictionary } from '../../dictionary.js';
import { fold } from '../fold.js';
import { isNearWord } from '../near-word.js';
import { type FieldOptions, fitByReading, type ValueType, valueType } from '../value-type.js';

type ChoiceValue = { kind: 'choice'; choice: string };

/** The one of the choices that a text names, by itself or a synonym, or with one letter wrong; null for none, or several. */
export function choiceNamed(raw: string, names: ReadonlyMap<string, string>): string | null {
  const wanted = bare(raw);
  const exact = names.get(wanted);
  if (exact !== undefined) return exact;
  const near = new Set([...names].filter(([name]) => isNearWord(name, wanted)).map(([, choice]) => choice));
  return near.size === 1 ? ([...near][0] ?? null) : null;
}

const bare = (text: string) => fold(text).replace(/^["'“‘[(]+|["'”’\]).,;!]+$/g, '');

const named = new WeakMap<object, Map<string, string>>();

function namesOf(options: FieldOptions): Map<string, string> {
  const known = named.get(options);
  if (known) return known;
  const synonyms = dictionary((options.synonyms ?? {}) as Record<string, string[]>);
  const names = new Map<string, string>();
  for (const choice of (options.choices ?? []) as string[])
    for (const name of [choice, ...(synonyms[choice] ?? [])]) if (!names.has(bare(name))) names.set(bare(name), choice);
  named.set(options, names);
  return names;
}

const read: ValueType<ChoiceValue>['read'] = (raw, options) => {
  const choice = choiceNamed(raw, namesOf(options));
  return choice === null ? { ok: false, code: 'YS-VALUE-CHOICE' } : { ok: true, value: { kind: 'choice', choice } };
};

export const choice = valueType<ChoiceValue>({
  kind: 'choice',
  about: 'one of the listed choices, or a synonym of one',
  options: {
    choices: v.pipe(v.array(v.string()), v.minLength(1)),
    synonyms: v.optional(v.record(v.string(), v.array(v.string()))),
  },
  part: '[^\\n]+?',
  storage: { holds: 'text', longest: 255 },
  read,
  fit: fitByReading({ read }),
  json: { schema: { type: 'string' }, example: 'North' },
  toJson: ({ choice }) => choice,
  words: true,
});
