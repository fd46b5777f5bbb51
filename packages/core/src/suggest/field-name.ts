import { ownTypes, valueTypes } from '../values/index.js';
import { foldLabel } from './marked.js';

/** How the names of a sieve are written. */
export type Naming = 'snake_case' | 'camelCase';

/** Words of a label that say nothing of the value. */
const fillers = new Set(
  'your our the a an my please enter is are you of for to ihr ihre der die das votre le la su el'.split(' '),
);
const maxWords = 3;
/** Names that stand for something else in conditions and texts. */
const reserved = new Set(['message', 'record', 'rows']);
/** What one is asked to do with a link names no value. */
const acts =
  /^(?:open|view|see|show|click|track|manage|go|visit|read|ansehen|anzeigen|offnen|voir|ouvrir|ver|abrir|bekijk|bekijken)$/;

/** The style that names have already, by those with several words; underlines where there is none. */
export function namingOf(names: readonly string[]): Naming {
  return names.some((name) => /[a-z][A-Z]/.test(name)) && !names.some((name) => name.includes('_'))
    ? 'camelCase'
    : 'snake_case';
}

/** A field's name from its label, such as `length_over_all`; one that is taken already gets a number. */
export function fieldName(label: string, type: string, naming: Naming, taken: ReadonlySet<string>): string {
  const all = foldLabel(label)
    .replace(/[^a-z0-9 ]/g, '')
    .split(' ')
    .filter(Boolean);
  // `Delivered to` is a place, and `delivered` is none.
  const telling = all.filter((word, i) => !fillers.has(word) || (word === 'to' && i > 0 && i === all.length - 1));
  const words = (telling.length > 0 ? telling : all).slice(0, maxWords);
  const isAct = type === ownTypes.link && acts.test(words[0] ?? '');
  const plain = isAct ? ['link'] : valueTypes[type]?.saidBy?.test(words.join(' ')) ? [type] : words;
  const joined = joinWords(label.trim() === '#' ? ['number'] : beginningWithLetter(plain), naming);
  const name = reserved.has(joined) ? `${joined}${naming === 'snake_case' ? '_text' : 'Text'}` : joined;
  return free(name, taken);
}

/** `2nd driver` is the `driver_2nd`. */
function beginningWithLetter(words: readonly string[]): string[] {
  const at = words.findIndex((word) => /^[a-z]/.test(word));
  if (at < 0) return ['field', ...words];
  return [...words.slice(at), ...words.slice(0, at)];
}

function joinWords(words: readonly string[], naming: Naming): string {
  const joined =
    naming === 'snake_case'
      ? words.join('_')
      : words.map((word, i) => (i === 0 ? word : `${word[0]?.toUpperCase()}${word.slice(1)}`)).join('');
  return joined.slice(0, 60);
}

function free(name: string, taken: ReadonlySet<string>): string {
  if (!taken.has(name)) return name;
  for (let number = 2; ; number++) if (!taken.has(`${name}_${number}`)) return `${name}_${number}`;
}
