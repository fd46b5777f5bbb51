/** What a sieve's locale says: language, and region where it names one; `by message` has neither until there is a message. */
export interface Locale {
  language: string;
  region: string | null;
  byMessage: boolean;
}

/** Languages whose dates, numbers and words are known. */
export const knownLanguages = ['en', 'de', 'fr', 'es', 'pt', 'da', 'it', 'nl'] as const;

/** `en-GB`, `en`, or `by message`; absent means `en`. */
export function localeOf(written: string | undefined): Locale {
  if (written === 'by message') return { language: 'en', region: null, byMessage: true };
  const [language = 'en', region = null] = (written ?? 'en').split('-');
  return { language, region, byMessage: false };
}

export type KnownLanguage = (typeof knownLanguages)[number];
