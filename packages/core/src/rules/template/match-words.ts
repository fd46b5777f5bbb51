import { distance } from 'fastest-levenshtein';
import { tokenWeight } from './compile.js';
import { isSeparator } from './separators.js';
import type { Token } from './token.js';

/** Words shorter than this must be the same to the letter. */
const forgivingLength = 5;

/** Same word, or one edit apart when it is long enough that this says something. */
export function sameWord(a: string, b: string): boolean {
  return a === b || isAlmost(a, b);
}

/** Whether a letter of this word may be wrong. */
export function canBeForgiven(word: string): boolean {
  return word.length >= forgivingLength && !/\d/.test(word);
}

/** One edit apart, and both long enough; never so for figures. */
export function isAlmost(a: string, b: string): boolean {
  if (a.length < forgivingLength || b.length < forgivingLength || Math.abs(a.length - b.length) > 1) return false;
  // One edit leaves either the beginning or the end as it was.
  if (a[0] !== b[0] && a.at(-1) !== b.at(-1)) return false;
  return a !== b && distance(a, b) === 1 && !/\d/.test(a + b);
}

/** Constants found in a row on a message line: tokens `[from, to)`, and how much of their weight was matched. */
export interface ConstantsMatch {
  from: number;
  to: number;
  weight: number;
  /** Whether the closing separator is the template's own; null when the template has none. */
  sameSeparator: boolean | null;
}

/**
 * Matches constants at a token of a line. Words must follow each other with no other word between; marks are forgiven,
 * save that a label closed by a separator must be closed by one here too: “Vessel” is no label in “Vessel type: ketch”.
 */
export function matchConstants(
  constants: readonly Token[],
  tokens: readonly Token[],
  from: number,
): ConstantsMatch | null {
  let at = from;
  let weight = 0;
  for (const [i, constant] of constants.entries()) {
    if (!constant.word) {
      if (tokens[at]?.norm === constant.norm) {
        weight += tokenWeight(constant);
        at++;
      }
      continue;
    }
    if (i > 0) while (tokens[at] && !tokens[at]?.word && tokens[at]?.norm !== '\t') at++;
    const token = tokens[at];
    if (!token?.word || !sameWord(constant.norm, token.norm)) return null;
    weight += tokenWeight(constant);
    at++;
  }
  return closeLabel(constants, tokens, { from, to: at, weight, sameSeparator: null });
}

function closeLabel(
  constants: readonly Token[],
  tokens: readonly Token[],
  match: ConstantsMatch,
): ConstantsMatch | null {
  const closing = constants.at(-1);
  if (!closing || closing.word || !isSeparator(closing)) return match;
  if (tokens[match.to - 1]?.norm === closing.norm) return { ...match, sameSeparator: true };
  const next = tokens[match.to];
  if (next === undefined) return { ...match, sameSeparator: false };
  return isSeparator(next) ? { ...match, to: match.to + 1, sameSeparator: false } : null;
}

/** Index of the first word among constants, or -1. */
export function firstWord(constants: readonly Token[]): number {
  return constants.findIndex((token) => token.word);
}
