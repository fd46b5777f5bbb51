import { Info } from 'luxon';

/** What of a set of messages is to be replaced, and what must stay. All in lower case. */
export interface Vocabulary {
  /** Words that are names, where they are written with a capital. */
  names: Set<string>;
  /** Words of values nobody may see, however they are written. */
  secrets: Set<string>;
  /** Words, figures and addresses that stay, whatever else they are. */
  kept: Set<string>;
}

export const emptyVocabulary = (keep: readonly string[] = []): Vocabulary => ({
  names: new Set(),
  secrets: new Set(),
  kept: new Set([...keep.map((word) => word.toLowerCase()), ...daysAndMonths(), ...machines]),
});

/** Words in the names of accounts that belong to nobody. */
const machines = ['mail', 'mailer', 'daemon', 'postmaster', 'delivery', 'system', 'subsystem', 'administrator'];

/** Languages whose months and days of the week are kept: those that dates are read in. */
const languages = ['en', 'de', 'fr', 'es', 'it', 'nl', 'pt', 'da', 'sv', 'nb'];

function daysAndMonths(): string[] {
  const names = languages.flatMap((locale) =>
    (['long', 'short'] as const).flatMap((length) => [
      ...Info.months(length, { locale }),
      ...Info.weekdays(length, { locale }),
    ]),
  );
  return names.flatMap((name) => wordsOf(name)).map((word) => word.toLowerCase());
}

/** The words of a text, without figures. */
export const wordsOf = (text: string): string[] => text.match(/\p{L}[\p{L}\p{M}]*/gu) ?? [];

/** Words of a sentence from which on its first one has its capital only for being the first. */
const minOfSentence = 4;

/** Words with a capital that a sentence does not begin with, and that are more than an initial. */
export function capitalised(text: string): string[] {
  return text.split(/[.!?;:]\s|\n/).flatMap((sentence) => {
    const words = wordsOf(sentence);
    const lower = words.filter((word) => /^\p{Ll}/u.test(word)).length;
    const prose = words.length >= minOfSentence && lower * 2 > words.length;
    return words.slice(prose ? 1 : 0).filter((word) => /^\p{Lu}.+/u.test(word));
  });
}
