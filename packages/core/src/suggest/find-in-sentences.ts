import { normalise } from '../rules/template/text/lines.js';
import { isGreeting } from '../rules/template/text/words.js';
import { ownTypes, type ReadContext, readValue } from '../values/index.js';
import { telling } from './looks.js';
import type { Marked } from './marked.js';

/** `3 nights`, `three nights`: what is counted names the figure. */
const counted = /(?<![\p{L}\p{N}.,])([\p{L}\p{N}]+)(?= (\p{L}{3,})(?!\p{L}))/gu;
/** A sentence of a form is short; letters are left alone. */
const longestLine = 90;
const maxLines = 400;

/** Values in the short sentences of a form (`Arrives 4 December 2026 for 3 nights`), named by the word before or behind them. */
export function findInSentences(text: string, taken: readonly Marked[], context: ReadContext): Marked[] {
  const found: Marked[] = [];
  for (const line of normalise(text, maxLines)) {
    const words = text.slice(line.start, line.end);
    const free = (start: number, end: number) =>
      ![...taken, ...found].some((one) => one.start < end && start < one.end);
    if (!['text', 'bullet'].includes(line.kind) || words.length > longestLine || !free(line.start, line.end)) continue;
    const add = (label: string | undefined, from: number, value: string) => {
      const start = line.start + from;
      if (label && free(start, start + value.length))
        found.push({ label, start, end: start + value.length, by: 'sentence' });
    };
    const greeted = greetedIn(words);
    if (greeted) add('addressee', greeted.from, greeted.name);
    for (const { type, like, begin, namesItself } of telling)
      for (const match of words.matchAll(like)) {
        if (!readValue(match[0], { type }, context).ok) continue;
        const from = begin?.(words, match.index) ?? match.index;
        const value = words.slice(from, match.index + match[0].length);
        add(namesItself ? type : wordBefore(words.slice(0, from)), from, value);
      }
    for (const match of words.matchAll(counted))
      if (readValue(match[1] ?? '', { type: ownTypes.count }, context).ok) add(match[2], match.index, match[1] ?? '');
  }
  return found;
}

/** `Dear Ottoline Marsh,`: whom a line greets. */
function greetedIn(words: string): { name: string; from: number } | null {
  const [, before = '', greeting = '', gap = '', name = ''] =
    /^(\s*)(\p{L}+)( )(\p{Lu}[\p{L}.'’ -]*\p{L})[,!:]?\s*$/u.exec(words) ?? [];
  const said = name !== '' && isGreeting(greeting.toLowerCase());
  return said ? { name, from: before.length + greeting.length + gap.length } : null;
}

const small = /^(?:on|at|for|from|by|the|of|to|is|am|um|le|el|den|and|und|with|in|a)$/i;

/** The nearest word before that says something. */
function wordBefore(text: string): string | undefined {
  return (text.match(/[\p{L}]+/gu) ?? []).reverse().find((word) => !small.test(word));
}
