import type { Token } from './fold.js';

/** Small words that hardly another of the languages has. */
const telling: Readonly<Record<string, ReadonlySet<string>>> = Object.fromEntries(
  Object.entries({
    en: 'the is are we you please would with for and this that have can of it be from',
    de: 'der die das ist und wir ich nicht mit fur bitte ein eine zum am auf uns sie es werden wird haben mochte bei sind dem den',
    fr: 'le la les est et nous vous je pour avec dans une du des merci sur il elle',
    es: 'el los las es y con para una del por gracias hola que se lo al su',
    pt: 'o os as e com para uma do da por obrigado obrigada que ao dos das um na no',
    nl: 'het een is en wij we ik niet met voor van de dat op graag zijn om',
    da: 'og er jeg vi det den ikke med til af som pa kan har der hilsen en et',
  }).map(([language, words]) => [language, new Set(words.split(' '))]),
);

/** Words that are numbers in these languages, and something else in others. */
const numbersOf: Readonly<Record<string, readonly string[]>> = {
  to: ['da'],
  fire: ['da'],
  ni: ['da'],
  ti: ['da'],
  tre: ['da'],
  en: ['da'],
  et: ['da'],
  een: ['nl'],
  elf: ['de', 'nl'],
  acht: ['de', 'nl'],
  once: ['es'],
  dos: ['es'],
  tres: ['es', 'pt'],
  seis: ['es', 'pt'],
  sept: ['fr'],
  huit: ['fr'],
  six: ['en', 'fr'],
  cent: ['fr'],
  nove: ['pt'],
  sete: ['pt'],
  a: ['en'],
  an: ['en'],
  um: ['pt'],
  uma: ['pt'],
  un: ['fr', 'es'],
  una: ['es'],
  uno: ['es'],
  une: ['fr'],
  ein: ['de'],
  eine: ['de'],
  einen: ['de'],
  einem: ['de'],
  einer: ['de'],
};

/** The language that most small words of a letter belong to. */
function guessLanguage(tokens: readonly Token[]): string {
  return Object.keys(telling).reduce(
    (best, language) => (countOf(tokens, language) > countOf(tokens, best) ? language : best),
    'en',
  );
}

const countOf = (tokens: readonly Token[], language: string) =>
  tokens.filter(({ word }) => telling[language]?.has(word)).length;

/** Marks the words that are no numbers in the letter's language. */
export function withLanguage(tokens: readonly Token[]): Token[] {
  const language = guessLanguage(tokens);
  const isSure = countOf(tokens, language) > 1;
  return tokens.map((token) => {
    const languages = numbersOf[token.word];
    return isSure && languages && !languages.includes(language) ? { ...token, isForeign: true } : token;
  });
}
