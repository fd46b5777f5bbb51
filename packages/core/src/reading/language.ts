import { franc } from 'franc';
import { type KnownLanguage, knownLanguages } from '../values/locale.js';
import type { Reading, TextForm } from './reading.js';
import { textOfPart } from './text-parts.js';

/** ISO 639-3 names of the languages that values are read in. */
const longNames: Readonly<Record<string, KnownLanguage>> = {
  eng: 'en',
  deu: 'de',
  fra: 'fr',
  spa: 'es',
  por: 'pt',
  dan: 'da',
  ita: 'it',
  nld: 'nl',
};

/** Shorter texts say too little of their language. */
const shortestText = 40;
/** Telling a language needs no more than this. */
const mostText = 4000;

/** The language a message is written in, and why: as it states itself, else by its words; English when neither tells. */
export function languageOf(reading: Reading, form: TextForm): { language: KnownLanguage; why: string } {
  const stated = statedLanguage(reading);
  if (stated) return stated;
  const words = `${reading.subject}\n${textOfPart(form, 'message.body') ?? ''}`.slice(0, mostText);
  const found = longNames[franc(words, { only: Object.keys(longNames), minLength: shortestText })];
  return found ? { language: found, why: 'by its words' } : { language: 'en', why: 'too short to tell' };
}

function statedLanguage({ headers, html }: Reading): { language: KnownLanguage; why: string } | null {
  const header = headers.find(([name]) => name === 'content-language')?.[1];
  const attribute = /<html\b[^>]{0,500}?\blang\s*=\s*["']?([a-z]{2})/i.exec(html?.html.slice(0, 5000) ?? '')?.[1];
  for (const [written, why] of [
    [header, 'by its Content-Language'],
    [attribute, 'by the lang of its HTML'],
  ] as const) {
    const language = knownLanguages.find((known) => written?.trim().toLowerCase().startsWith(known));
    if (language) return { language, why };
  }
  return null;
}
