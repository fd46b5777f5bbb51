import { alike, plain, tokensOf } from '../language/fold.js';
import { common } from '../language/words.js';
import type { Asked } from '../request.js';

/** Words that the instructions tie to a value: “midi vaut 12:00”, “croissants and swirls are pastries”, “delivery if the bakery brings it”. */
export interface SaidFor {
  value: string;
  words: readonly string[];
}

const equals =
  /\s(?:is|are|=|means?|counts? as|ist|sind|gilt als|zahlt als|heisst|est|sont|vaut|valent|compte(?:nt)? comme|es|son|vale|e|sao|conta como|telt als|geldt als|er|taeller som)\s/;

/** For each choice, the words that stand with it in what is said of the field: in brackets behind it, or in its part of the sentence. */
export function wordsForChoices({ choices, about }: Asked): SaidFor[] {
  if (choices === null) return [];
  const text = plain(about);
  const names = choices.map((choice) => plain(choice));
  return choices.map((value, k) => {
    const name = names[k] ?? '';
    const words = new Set<string>();
    for (const part of partsAround(text, name, names)) for (const word of contentOf(part)) words.add(word);
    for (const word of tiedTo(text, name)) words.add(word);
    return { value, words: [...words].filter((word) => !names.includes(word)) };
  });
}

/** What stands from a choice's name to the next one, or to the end of its clause. */
function partsAround(text: string, name: string, names: readonly string[]): string[] {
  const found: string[] = [];
  for (let at = text.indexOf(name); at >= 0; at = text.indexOf(name, at + 1)) {
    if (/\p{L}/u.test(text[at - 1] ?? '') || /\p{L}/u.test(text[at + name.length] ?? '')) continue;
    const rest = text.slice(at + name.length);
    const bracket = /^["“”»')]*\s*\(([^)]*)\)/.exec(rest)?.[1];
    if (bracket !== undefined) {
      found.push(bracket);
      continue;
    }
    // In a bare list of choices nothing is said of any.
    if (!/^["“”»')]*,? (?:if|when|wenn|falls|si|s'il|quand|se|als|wanneer|hvis|for|fur|para|pour)\b/.test(rest))
      continue;
    const clause = /^[^;.]*/.exec(rest)?.[0] ?? '';
    const next = Math.min(
      ...names.filter((other) => other !== name).map((other) => indexOfWord(clause, other)),
      clause.length,
    );
    found.push(clause.slice(0, next));
  }
  return found;
}

function indexOfWord(text: string, word: string): number {
  const at = text.indexOf(word);
  return at < 0 ? Number.POSITIVE_INFINITY : at;
}

/** Words that are said to be it: “cream is white”. */
function tiedTo(text: string, name: string): string[] {
  return text.split(/[;.,]|(?<=\s)and(?=\s)/).flatMap((clause) => {
    const [left = '', right = ''] = clause.split(equals);
    return right
      .replace(/["“”«»']/g, '')
      .trim()
      .startsWith(name)
      ? contentOf(left)
      : [];
  });
}

export const contentOf = (text: string): string[] =>
  tokensOf(text)
    .map(({ word }) => word)
    .filter((word) => /^\p{L}{3}/u.test(word) && !common.has(word));

/** Words that what is said of a field ties to a number or time: “ground floor is 0”. */
export function tiedValues({ about }: Asked): { words: readonly string[]; value: string }[] {
  return plain(about)
    .split(/[;.](?!\d)|,(?!\d)/)
    .flatMap((clause) => {
      const [left = '', right = ''] = clause.split(equals);
      const value = /^["“„]?(\d+(?::\d\d)?)/.exec(right.trim())?.[1];
      const words = contentOf(left);
      return value !== undefined && words.length > 0 && words.length < 4 ? [{ words, value }] : [];
    });
}

export interface YesNoWords {
  yes: readonly string[];
  no: readonly string[];
  /** What holds where neither is said. */
  otherwise: boolean | null;
}

const yesStart = /\b(?:true|yes|ja|oui|si|sim|vrai|wahr)\b(?=\s*(?:,|if|when|wenn|si|s'il|se|als|hvis|:|–|-))/;
const noStart = /\b(?:false|no|nein|non|nao|nee|nej|faux|falsch)\b(?=\s*(?:,|if|when|wenn|si|s'il|se|als|hvis|:|–|-))/;
const otherwiseNo =
  /\b(?:otherwise|else|sonst|sinon|si no|en otro caso|caso contrario|senao|anders|ellers)\b,?\s*(?:false|no|nein|non|nao|nee|nej)\b/;

/** What is said to make a field true, and what false. */
export function yesNoWords(asked: Asked): YesNoWords {
  const text = plain(asked.about);
  const [yesAt, noAt] = [text.search(yesStart), text.search(noStart)];
  const yes = yesAt >= 0 ? text.slice(yesAt, noAt > yesAt ? noAt : undefined) : text;
  const no = noAt >= 0 ? text.slice(noAt, yesAt > noAt ? yesAt : undefined) : '';
  // What examples quoted is what the question is about; whether it is denied says which answer it was.
  const quoted = asked.shown.flatMap(({ quote, start }) => (quote !== null && start >= 0 ? contentOf(quote) : []));
  return {
    yes: [...asked.nameWords, ...contentOf(yes), ...quoted],
    no: contentOf(no),
    otherwise: otherwiseNo.test(text) ? false : null,
  };
}

export const isAnyOf = (word: string, words: readonly string[]): boolean => words.some((one) => alike(word, one));
