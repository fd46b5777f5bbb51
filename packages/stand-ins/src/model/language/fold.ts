/** A word without case and accents; `ß` is written out, since both are met. */
export const plain = (word: string): string =>
  word.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase().replace(/ß/g, 'ss').replace(/[’‘]/g, "'");

const endings =
  /^(?:s|es|e|n|en|er|em|r|ne|te|et|a|o|os|as|d|ed|ing|t|st|nen|ern|x|ies|ar|ir|ido|ada|ado|idos|ados|adas|ion|ung|te|ten)?$/;

/**
 * Whether two plain words are forms of one: the same but for the end, as `boxes` and `box`, `berry` and `berries`; or a long
 * word and one that begins with it, as Germanic languages make them.
 */
export function alike(a: string, b: string): boolean {
  if (a === b) return true;
  const [short, long] = a.length < b.length ? [a, b] : [b, a];
  if (short.length < 3) return false;
  if (long.startsWith(short)) return endings.test(long.slice(short.length)) || short.length >= 5;
  let shared = 0;
  while (shared < short.length && short[shared] === long[shared]) shared++;
  // Forms of short verbs: `dejo`, `deja`.
  if (shared === 3 && a.length === 4 && b.length === 4) return /^[aeo]$/.test(a.slice(3)) && /^[aeo]$/.test(b.slice(3));
  return shared >= 4 && endings.test(long.slice(shared)) && endings.test(short.slice(shared).replace(/^y$/, ''));
}

export interface Token {
  /** As written. */
  text: string;
  word: string;
  start: number;
  end: number;
  /** A number in another language than the letter’s: `to` is two in Danish alone. */
  isForeign?: boolean;
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
