import type { CompiledSieve } from '../sieve/index.js';
import { wordsOf } from './vocabulary.js';

/** Parts of a sieve that tell of messages, not of rules. */
const aside = new Set(['samples', 'examples', 'ask', 'say', 'with', 'title', 'name']);

/** Words a sieve's rules rest on, such as the labels of its layouts and the literals of its conditions, in lower case. */
export function keptWords({ source }: CompiledSieve): string[] {
  const words: string[] = [];
  const gather = (value: unknown): void => {
    if (typeof value === 'string') words.push(...wordsOf(value.replace(/\[\[[^\]]*\]\]|\{\{.*?\}\}/g, ' ')));
    else if (Array.isArray(value)) value.forEach(gather);
    else if (value !== null && typeof value === 'object')
      for (const [key, item] of Object.entries(value)) if (!aside.has(key)) gather(item);
  };
  gather(source);
  // The names of choices stand as keys where they have synonyms.
  for (const { choices } of Object.values(source.fields)) gather(choices);
  return words.map((word) => word.toLowerCase());
}

/** Headers that a sieve's rules look at, in lower case. */
export function headersNamed({ source }: CompiledSieve): ReadonlySet<string> {
  const named = JSON.stringify(source).matchAll(/message\.headers\.([a-z0-9-]+)/g);
  return new Set([...named].map((match) => match[1] ?? ''));
}
