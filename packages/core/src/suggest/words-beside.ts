import type { Range } from '../reading/index.js';
import { type ReadContext, readValue } from '../values/index.js';
import { findLabelled } from './find-labelled.js';
import { longestLine, telling } from './looks.js';

/** Names and figures in a sentence: `from Port Selwyn Ferries was credited to your account ending in 7062`; whom it greets first. */
const ofThisOne =
  /(?<![\p{L}\p{N}@/.-])\p{Lu}{1,4}-?\d{2,}(?![\p{L}\p{N}@/-])|(?<=\p{Ll} )\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+)+|(?<=^\s*\p{Lu}\p{Ll}+ )\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+)*(?=[,!] \p{Ll})|(?<=\p{L} \()\p{Lu}[^()\n]*\p{Ll}[^()\n]*(?=\))|(?<![\p{L}\p{N}.,:/#-])\d+(?:[.,:/-]\d+)*(?![\p{L}\p{N}:/-])/gu;
/** Words of a line that is a sentence, or a part of one. */
const minOfSentence = 4;
/** Labels of a line that is a row of them. */
const minOfRow = 2;

/**
 * What stands beside the values of a line and is another message's own as well: days, times, sums and addresses, the values of other
 * labels, and in a sentence names and figures. They are words to ignore, where something parts them from the values.
 */
export function wordsBeside(text: string, { start: offset, end }: Range, own: readonly Range[]): Range[] {
  const line = text.slice(offset, end);
  if (line.length > longestLine || line.includes('\n')) return [];
  // Words of a label are its own.
  const isLabelled = /[:=\t]\s*$/.test(line.slice(0, Math.min(...own.map(({ start }) => start)) - offset));
  const isProse = !isLabelled && (line.match(/(?<!\S)\p{Ll}{2,}/gu) ?? []).length >= minOfSentence;
  const found: Range[] = [];
  for (const one of [
    ...valuesOfLabels(line),
    ...toldIn(line),
    ...(isProse || /^\s*\d{1,4} \p{Ll}{2,}/u.test(line) ? placesOf(ofThisOne, line) : []),
  ]) {
    const place = { start: offset + one.start, end: offset + one.end };
    if ([...own, ...found].every((other) => isParted(text, place, other))) found.push(place);
  }
  return found;
}

/** Whether more than a blank parts two places; a value that is told by its looks shows by itself where it ends. */
function isParted(text: string, place: Range, other: Range): boolean {
  if (place.start < other.end && other.start < place.end) return false;
  const between = text.slice(Math.min(place.end, other.end), Math.max(place.start, other.start));
  const value = text.slice(other.start, other.end);
  return (
    /\S/.test(between) ||
    (between !== '' && toldIn(value).some(({ start, end }) => start === 0 && end === value.length))
  );
}

/** The values of a row of labels: `Name: Ada Quist | Phone: +44 20 5622 0608`. */
function valuesOfLabels(line: string): Range[] {
  const labelled = findLabelled(line);
  return labelled.length >= minOfRow ? labelled : [];
}

/** What a value is in whatever language: its looks are the same, and only whether it is one is asked. */
const anyLanguage: ReadContext = { language: 'en', region: null, reference: '2000-01-01', zone: null };

/** Days, times, sums and addresses. */
const toldIn = (line: string): Range[] =>
  telling.flatMap(({ type, like, begin }) =>
    placesOf(like, line).flatMap(({ start, end }) =>
      readValue(line.slice(start, end), { type }, anyLanguage).ok
        ? [{ start: begin?.(line, start) ?? start, end }]
        : [],
    ),
  );

const placesOf = (like: RegExp, line: string): Range[] =>
  [...line.matchAll(like)].map(({ 0: { length }, index }) => ({ start: index, end: index + length }));
