/** A word without case and accents; `ß` is written out, since both are met. */
export const plain = (word: string): string =>
  word.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase().replace(/ß/g, 'ss').replace(/[’‘]/g, "'");

/** Whether two plain words are forms of one: the same, or alike but for the end, as `boxes` and `box`, `warmes` and `warm`. */
export function alike(a: string, b: string): boolean {
  if (a === b) return true;
  const [short, long] = a.length < b.length ? [a, b] : [b, a];
  if (short.length < 3 || long.length - short.length > 3) return false;
  let shared = 0;
  while (shared < short.length && short[shared] === long[shared]) shared++;
  const ending = long.length - shared;
  // `berry` and `berries`: the last letter may change with the ending.
  return shared >= Math.max(3, short.length - 1) && ending <= (shared === short.length ? 3 : 4) && shared >= 3;
}

export interface Token {
  /** As written. */
  text: string;
  word: string;
  start: number;
  end: number;
}

/** Words, figures with what belongs to them, and single marks. */
const tokenPattern = /\d+(?:[.,:]\d+)*|\p{L}[\p{L}\p{M}\p{N}]*(?:[-'’]\p{L}[\p{L}\p{M}]*)*|[^\s\p{L}\p{N}]/gu;

export const tokensOf = (text: string): Token[] =>
  [...text.matchAll(tokenPattern)].map((match) => ({
    text: match[0],
    word: plain(match[0]),
    start: match.index,
    end: match.index + match[0].length,
  }));

export const isWord = ({ text }: Token): boolean => /^\p{L}/u.test(text);
export const isCapital = ({ text }: Token): boolean => /^\p{Lu}/u.test(text);
