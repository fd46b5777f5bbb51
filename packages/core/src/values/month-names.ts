import { Info } from 'luxon';
import { accentless } from './fold.js';

const languages = ['en', 'de', 'fr', 'es', 'pt', 'da', 'it', 'nl'];

/** A word without case, accents and points, so that `März`, `marz` and `mar.` can be compared. */
const plainWord = (name: string) => accentless(name).replace(/\./g, '');

/** Month numbers (1 to 12) by their names in eight languages, long and short, as `plainWord` has them. */
export const months: ReadonlyMap<string, number> = namesOf(
  (length, locale) => Info.months(length, { locale }),
  [['sept', 9]],
);

/** Weekday numbers (1 is Monday), in the same form. */
export const weekdays: ReadonlyMap<string, number> = namesOf(
  (length, locale) => Info.weekdays(length, { locale }),
  ['segunda', 'terca', 'quarta', 'quinta', 'sexta'].map((name, i) => [name, i + 1]),
);

function namesOf(
  list: (length: 'long' | 'short', locale: string) => string[],
  more: readonly [string, number][],
): Map<string, number> {
  const names = new Map<string, number>();
  for (const locale of languages)
    for (const length of ['long', 'short'] as const)
      for (const [i, name] of list(length, locale).entries()) names.set(plainWord(name), i + 1);
  for (const [name, number] of more) names.set(name, number);
  return names;
}
