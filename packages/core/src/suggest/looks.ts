import { type ReadContext, readValue, valueTypes } from '../values/index.js';
import { isMonthName } from '../values/month-names.js';

export type Telling = (typeof telling)[number];

/** Values that can be told by their looks alone, wherever they stand in a line. */
export const telling = Object.values(valueTypes)
  .flatMap(({ kind: type, within, namesItself, reaches }) =>
    within ? [{ type, namesItself, reaches, ...within }] : [],
  )
  .sort((a, b) => a.rank - b.rank);

/** Whether a value reads as a type, also one that may mean several things, such as dollars, of which a suggestion says what it assumes. */
export const readsAs = (value: string, type: string, context: ReadContext): boolean =>
  readValue(value, { type }, context).ok ||
  (valueTypes[type]?.looks ?? []).some(
    ({ like, assumes }) => assumes && like.test(value) && readValue(value, { type, ...assumes }, context).ok,
  );

/** Somebody by two names or more. */
export const fullName = /^\p{Lu}[\p{L}.’'-]*(?: \p{Lu}[\p{L}.’'-]*)+$/u;

/** A line of more characters is none that a person wrote. */
export const longestLine = 2000;

/** `15 and 14:15` looks like a day and a time, but for the word between them. */
function joinsTwo(value: string): boolean {
  const [, word = ''] = /\d\s+(\p{Ll}{2,})\s+\d/u.exec(value) ?? [];
  return word !== '' && !isMonthName(word);
}

/** The value that looks like one of its kind and holds a stretch of a line, or that stretch itself. */
export function wholeValue(line: string, start: number, end: number): { start: number; end: number } {
  if (line.length > longestLine) return { start, end };
  for (const { like } of telling)
    for (const match of line.matchAll(like)) {
      const to = match.index + match[0].length;
      if (!joinsTwo(match[0]) && match.index <= start && end <= to) return { start: match.index, end: to };
    }
  return { start, end };
}
