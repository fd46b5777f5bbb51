import { isCapital, isWord, plain, type Token } from '../language/fold.js';
import { closing, common, greeting, months, numberWords, prepositions, weekdays } from '../language/words.js';
import type { Letter, Spot } from './spot.js';

/** Small words that stand within a name. */
const within = new Set([
  'of',
  'the',
  'and',
  '&',
  'de',
  'du',
  'des',
  'la',
  'le',
  'les',
  'del',
  'los',
  'las',
  'da',
  'do',
  'dos',
  'von',
  'van',
  'der',
  'den',
  'und',
  'et',
  'y',
  'e',
  'en',
  'og',
  "d'",
]);

const isCalendar = (word: string) => weekdays.has(word) || months.has(word);

/** Runs of capitalised words: names of people, places, firms. A word that only begins its sentence is none, unless it does so in the middle as well. */
export function namesIn(letter: Letter): Spot<string>[] {
  const { tokens, text } = letter;
  const found: Spot<string>[] = [];
  for (let i = 0; i < tokens.length; ) {
    const end = nameEnd(tokens, i);
    // A common word that begins a sentence has its capital from there.
    if (end === i || (isSmall(tokens[i]?.word ?? '') && begins(letter, i))) {
      i++;
      continue;
    }
    const [first, last] = [tokens[i], tokens[end - 1]];
    if (first && last && !(begins(letter, i) && end === i + 1 && numberWords.has(first.word)))
      found.push({ start: first.start, end: last.end, value: text.slice(first.start, last.end).replace(/\s+/g, ' ') });
    i = end;
  }
  return found;
}

const isSmall = (word: string) => common.has(word) || prepositions.has(word);

function nameEnd(tokens: readonly Token[], from: number): number {
  if (!isPart(tokens[from])) return from;
  let end = from + 1;
  for (;;) {
    const joining = joiningWords(tokens, end);
    // A blank line ends a name.
    if (gap(tokens, end) > 1 || !isPart(tokens[end + joining]) || gap(tokens, end + joining) > 1) return end;
    end += joining + 1;
  }
}

const isPart = (token: Token | undefined) =>
  token !== undefined && isWord(token) && isCapital(token) && !isCalendar(token.word) && token.word !== 'i';

const gap = (tokens: readonly Token[], at: number) => (tokens[at]?.start ?? 0) - (tokens[at - 1]?.end ?? 0);

/** How many small words stand before the next part of a name: “Vila do Salgueiro”, “Tuilerie de la Tour”. */
function joiningWords(tokens: readonly Token[], at: number): number {
  let count = 0;
  while (count < 2 && within.has(tokens[at + count]?.word ?? '')) count++;
  return count;
}

/** Whether a token is the first of its sentence. */
function begins({ sentences, tokens }: Letter, at: number): boolean {
  const start = tokens[at]?.start ?? 0;
  const sentence = sentences.find((one) => start >= one.start && start < one.end);
  return tokens.findIndex((token) => token.start >= (sentence?.start ?? 0)) === at;
}

/** The name below the closing words. */
export function signerOf({ text }: Letter): Spot<string> | null {
  const lines = [...text.matchAll(/^[ \t]*(\S[^\n]*?)[ \t]*$/gm)];
  for (const match of lines.reverse()) {
    const line = match[1] ?? '';
    const start = match.index + match[0].indexOf(line);
    const behind = /,\s*(\p{Lu}[\p{L}'’.-]+(?: \p{Lu}[\p{L}'’.-]+){0,2})$/u.exec(line);
    if (behind?.[1] && closing.test(plain(line)))
      return { start: start + line.length - behind[1].length, end: start + line.length, value: behind[1] };
    if (
      /^\p{Lu}[\p{L}'’.-]*\.?(?: (?:(?:de|van|von|da|der|den|du) )?\p{Lu}[\p{L}'’.-]+){0,3}$/u.test(line) &&
      !closing.test(plain(line)) &&
      !greeting.test(plain(line))
    )
      return { start, end: start + line.length, value: line };
  }
  return null;
}
