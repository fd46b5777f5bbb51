import { accentless } from './fold.js';

const languages = ['en', 'de', 'fr', 'es', 'pt', 'da', 'it', 'nl'];

/** A word without case, accents and points, so that `März`, `marz` and `mar.` can be compared. */
const plainWord = (name: string) => accentless(name).replace(/\./g, '');

/** Month numbers (1 to 12) by their names in eight languages, long and short, as `plainWord` has them. */
export const months: ReadonlyMap<string, number> = namesOf(
  'month',
  Array.from({ length: 12 }, (_, month) => Date.UTC(2024, month, 1)),
  [['sept', 9]],
);

/** Weekday numbers (1 is Monday), in the same form. */
export const weekdays: ReadonlyMap<string, number> = namesOf(
  'weekday',
  // The first of January 2024 was a Monday.
  Array.from({ length: 7 }, (_, day) => Date.UTC(2024, 0, 1 + day)),
  ['segunda', 'terca', 'quarta', 'quinta', 'sexta'].map((name, i) => [name, i + 1]),
);

/** Whether a word, in whatever case and with its accents, is a month or a weekday: `Miércoles`. */
export const isMonthName = (word: string): boolean => months.has(plainWord(word.toLowerCase()));
export const isWeekdayName = (word: string): boolean => weekdays.has(plainWord(word.toLowerCase()));

function namesOf(
  part: 'month' | 'weekday',
  days: readonly number[],
  more: readonly [string, number][],
): Map<string, number> {
  const names = new Map<string, number>();
  for (const language of languages)
    for (const length of ['long', 'short'] as const) {
      const format = new Intl.DateTimeFormat(language, { [part]: length, timeZone: 'UTC' });
      for (const [i, day] of days.entries()) names.set(plainWord(format.format(day)), i + 1);
    }
  for (const [name, number] of more) names.set(name, number);
  return names;
}
