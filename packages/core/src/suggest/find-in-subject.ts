import { linesOf, type Range } from '../reading/index.js';
import { ownTypes } from '../values/index.js';
import { isMonthName } from '../values/month-names.js';
import { foldLabel, type Looked, type Marked } from './marked.js';
import { labelBefore } from './named-in-sentence.js';

/** `Guests of`, `Order:`: words of a subject behind which stands what it is about. */
const about =
  /(?:[:–—\])-]|(?:^|\s)(?:of|for|about|on|von|für|über|zu|de|du|pour|para|do|da|van|voor|di|per|til|för|om))\s+$/iu;
/** Words of a title. */
const longestTitle = 6;

/** Lines among which the title of a message stands, below what greets. */
const maxAbove = 5;

/** A line near the top of a message, where its subject ends with the words of it: what the mail is about. */
export function titleBySubject({ subject, view: { text } }: Looked): Marked[] {
  const said = subject.trim();
  const lines = linesOf(text).filter(({ start, end }) => text.slice(start, end).trim() !== '');
  for (const line of lines.slice(0, maxAbove)) {
    const words = text.slice(line.start, line.end).trim();
    const before = said.endsWith(words) ? said.slice(0, -words.length) : '';
    const start = text.indexOf(words, line.start);
    if (about.test(before) && words.split(/\s+/).length <= longestTitle && !/[.!?:]$/.test(words))
      return [{ label: 'title', start, end: start + words.length, by: 'label' }];
  }
  return [];
}

/** A code of nothing but capitals. */
const capitals = /(?<!\S)\p{Lu}{5,9}$/u;

/** The number of something, and no year. */
const number = /(?<=\p{L}[ :]{1,2}#?|#)(?!(?:19|20)\d\d(?!\d))\d{4,}(?![\p{L}\p{N}.,:/-]*\d| ?[%€£$]| \p{Ll})/gu;

/** Somebody: what is none is called a title. */
const person =
  /^(?!(?:The|An?|Der|Die|Das|Les?|La|El|Los|Las|Il|De|Het) )\p{Lu}[\p{L}.’'-]+(?: \p{Lu}[\p{L}.’'-]*)*\p{L}$/u;

/**
 * What a sentence sets apart, or writes in capitals, or names, and the subject says too, or ends with: what this one mail is about.
 */
export function saidInSubject(
  { subject, view: { text } }: Looked,
  stretches: readonly Range[],
  known: readonly Marked[],
): Marked[] {
  const said = subject.trim();
  const code = /\p{Ll}/u.test(said) ? (capitals.exec(said)?.[0] ?? null) : null;
  const numbers = [...said.matchAll(number)].map(([words]) => words);
  const all = [...stretches, ...[code, endOfSubject(said), ...numbers].flatMap((words) => wordsIn(text, words))];
  return all.flatMap(({ start, end }, i): Marked[] => {
    const value = text.slice(start, end);
    const isSaid =
      value !== said &&
      (numbers.includes(value) || ` ${said} `.includes(` ${value} `)) &&
      /^[\p{Lu}\p{N}][^\n]*[^.!?:\s]$/u.test(value);
    const before = text.slice(text.lastIndexOf('\n', start - 1) + 1, start);
    const word = labelBefore(before, ownTypes.words);
    const own = known.some(({ label }) => foldLabel(label) === foldLabel(word ?? '')) ? null : word;
    const label =
      own ?? (said.endsWith(value) && /\p{L}/u.test(before) ? (person.test(value) ? 'name' : 'title') : null);
    const isFirst = all.findIndex((one) => one.start < end && start < one.end) === i;
    return isFirst && isSaid && label !== null && value.split(/\s+/).length <= longestTitle
      ? [{ label, start, end, by: 'sentence' }]
      : [];
  });
}

/** What a subject is about, where it names it last: `Results: Autumn sale`, `Free courses in Oststrand`. */
function endOfSubject(subject: string): string | null {
  const behind =
    /^.*(?:[:–—-]|(?<!\p{L})(?:at|of|for|about|in|from|by|von|vom|für|über|bei|aus|à|chez|en|de|du|da|do|di|per|voor|van|bij|om|til|på|i))\s+(\p{Lu}.*)$/u.exec(
      subject,
    )?.[1];
  const isMonth = isMonthName(behind ?? '');
  return behind !== undefined && !/\d/.test(behind) && !isMonth ? behind : null;
}

/** Where words stand first in a text, as words of their own; what a mail says more than twice is hardly of this one alone. */
function wordsIn(text: string, words: string | null): Range[] {
  if (words === null) return [];
  const all = [...text.matchAll(new RegExp(`(?<![\\p{L}\\p{N}-])${escaped(words)}(?![\\p{L}\\p{N}-])`, 'gu'))];
  return all.length <= 2 ? all.slice(0, 1).map(({ index }) => ({ start: index, end: index + words.length })) : [];
}

const escaped = (words: string) => words.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&');
