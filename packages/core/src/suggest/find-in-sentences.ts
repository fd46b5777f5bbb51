import { normalise } from '../rules/template/text/lines.js';
import { isGreeting } from '../rules/template/text/words.js';
import { ownTypes, type ReadContext, readValue } from '../values/index.js';
import { type Telling, telling } from './looks.js';
import type { Marked } from './marked.js';

/** `3 nights`, `three nights`: what is counted names the figure. */
const counted = /(?<![\p{L}\p{N}.,])([\p{L}\p{N}]+)(?= (\p{L}{3,})(?!\p{L}))/gu;
/** A sentence of a form is short; letters are left alone. */
const longestLine = 90;
const maxLines = 400;

/** A value in the words of a line, and what names it. */
interface Named {
  label: string | undefined;
  from: number;
  value: string;
}

/** Values in the short sentences of a form (`Arrives 4 December 2026 for 3 nights`), named by the word before or behind them. */
export function findInSentences(text: string, taken: readonly Marked[], context: ReadContext): Marked[] {
  const found: Marked[] = [];
  const isFree = (start: number, end: number) =>
    ![...taken, ...found].some((one) => one.start < end && start < one.end);
  for (const line of normalise(text, maxLines)) {
    const words = text.slice(line.start, line.end);
    if (!['text', 'bullet'].includes(line.kind) || words.length > longestLine || !isFree(line.start, line.end))
      continue;
    for (const { label, from, value } of namedIn(words, context)) {
      const start = line.start + from;
      const end = start + value.length;
      if (label && isFree(start, end)) found.push({ label, start, end, by: 'sentence' });
    }
  }
  return found;
}

/** Whom it greets, what is a value by its looks, and what is counted. */
function namedIn(words: string, context: ReadContext): Named[] {
  const greeted = greetedIn(words);
  return [
    ...(greeted ? [{ label: 'addressee', from: greeted.from, value: greeted.name }] : []),
    ...telling.flatMap((look) => lookingLike(look, words, context)),
    ...[...words.matchAll(counted)].flatMap(({ index: from, 1: value = '', 2: label }): Named[] =>
      readValue(value, { type: ownTypes.count }, context).ok ? [{ label, from, value }] : [],
    ),
  ];
}

function lookingLike({ type, like, begin, namesItself }: Telling, words: string, context: ReadContext): Named[] {
  return [...words.matchAll(like)].flatMap((match): Named[] => {
    if (!readValue(match[0], { type }, context).ok) return [];
    const from = begin?.(words, match.index) ?? match.index;
    const value = words.slice(from, match.index + match[0].length);
    return [{ label: namesItself ? type : wordBefore(words.slice(0, from)), from, value }];
  });
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
