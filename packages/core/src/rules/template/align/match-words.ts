import type { Closing, ConstantsMatch, Token } from '../model.js';
import { columnGap, isDecoration, isMask, isSeparator, isSign, tokenWeight } from '../text/tokens.js';
import { isGreeting, sameWord } from '../text/words.js';

/**
 * Matches constants at a token of a line. Words must follow each other with no other word between; marks are forgiven, and
 * words written together or apart (`e-mail`, `email`).
 */
export function matchConstants(
  constants: readonly Token[],
  tokens: readonly Token[],
  from: number,
): ConstantsMatch | null {
  let at = from;
  let weight = 0;
  let almost = false;
  for (let i = 0; i < constants.length; i++) {
    const constant = constants[i] as Token;
    if (!constant.word) {
      if (tokens[at]?.norm === constant.norm) {
        weight += tokenWeight(constant);
        at++;
      }
      continue;
    }
    // A cell's edge parts words, unless the sample parts them as columns.
    const columns = constant.gap >= columnGap;
    if (i > 0) while (tokens[at] && !tokens[at]?.word && (columns || tokens[at]?.norm !== '\t')) at++;
    const step = matchWord(constants, i, tokens, at);
    if (!step) return null;
    weight += tokenWeight(constant);
    almost ||= step.almost;
    i += step.constants - 1;
    at += step.tokens;
  }
  return { from, to: at, weight, almost, sameSeparator: null };
}

/** One word, or two written as one on either side. */
function matchWord(
  constants: readonly Token[],
  i: number,
  tokens: readonly Token[],
  at: number,
): { constants: number; tokens: number; almost: boolean } | null {
  const wanted = constants[i]?.norm ?? '';
  const token = tokens[at];
  if (!token?.word) return null;
  if (sameWord(wanted, token.norm)) return { constants: 1, tokens: 1, almost: wanted !== token.norm };
  if (isGreeting(wanted) && isGreeting(token.norm)) return { constants: 1, tokens: 1, almost: true };
  const behind = constants.findIndex((constant, k) => k > i && constant.word);
  if (behind > 0 && behind - i <= 2 && wanted + (constants[behind]?.norm ?? '') === token.norm)
    return { constants: behind - i + 1, tokens: 1, almost: false };
  const next = tokens[at + 1]?.word ? 1 : 2;
  if (tokens[at + next]?.word && token.norm + (tokens[at + next]?.norm ?? '') === wanted)
    return { constants: 1, tokens: next + 1, almost: false };
  return null;
}

/** How far behind some words the mark of a longer label may stand: “Vessel” is no label in “Vessel type: ketch”. */
const farthestClosing = 4;

const isClosedSoon = (tokens: readonly Token[], at: number) =>
  tokens.slice(at + 1, at + farthestClosing).some(({ norm }) => norm === ':' || norm === '=');

/**
 * Closes a label behind its last word: where the sample has a separator there, one must stand here too, or a cell edge, a wide
 * gap or the line's end. Null when this is no such label. `collapsed`: no wide gap is left in the whole message.
 */
export function closeLabel(
  closing: Closing,
  constants: readonly Token[],
  tokens: readonly Token[],
  match: ConstantsMatch,
  collapsed = false,
): ConstantsMatch | null {
  const own = constants.findLast((token) => !token.word && !isDecoration(token))?.norm;
  const before = tokens.slice(match.from, match.to).findLast((token) => !isDecoration(token));
  if (closing === 'mark' && before && isSeparator(before))
    return { ...match, to: behindEmphasis(tokens, match.to), sameSeparator: before.norm === own };
  if (before?.norm === '\t') return { ...match, sameSeparator: true };
  let at = behindRemark(tokens, match.to);
  while (isDecoration(tokens[at]) && tokens[at]?.gap === 0) at++;
  const next = tokens[at];
  // The minus of a figure is its own, and so are the stars for those kept back: they close no label.
  if (next === undefined || isSign(tokens, at) || isMask(tokens, at))
    return { ...match, to: at, sameSeparator: closing === 'none' ? null : false };
  if (closing === 'mark') {
    if (isSeparator(next)) return { ...match, to: behindEmphasis(tokens, at + 1), sameSeparator: next.norm === own };
    return next.gap >= columnGap ? { ...match, to: at, sameSeparator: false } : null;
  }
  if (isSeparator(next)) return { ...match, to: at + 1, sameSeparator: closing === 'none' ? null : next.norm === '\t' };
  if (next.gap >= columnGap) return { ...match, to: at, sameSeparator: closing === 'gap' ? true : null };
  // Where no gap is left in the whole message, the sample's became a single space; a longer label would be closed by something.
  if (closing === 'gap' && !(collapsed && !isClosedSoon(tokens, at))) return null;
  return { ...match, sameSeparator: closing === 'gap' ? false : null };
}

/** Bold and italic marks that close right behind a label’s own mark: `*Vessel:* Tern`. */
function behindEmphasis(tokens: readonly Token[], from: number): number {
  let at = from;
  while (/^[*_]$/.test(tokens[at]?.norm ?? '') && tokens[at]?.gap === 0) at++;
  return at;
}

/** Words and marks of a remark in brackets between a label and its mark: `E-mail (required):`. */
const longestRemark = 12;

/** The index behind a remark in brackets, or behind the star of a required field. */
function behindRemark(tokens: readonly Token[], at: number): number {
  if (tokens[at]?.norm !== '(' || (tokens[at]?.gap ?? 0) >= columnGap) return at;
  const end = tokens.findIndex((token, i) => i > at && token.norm === ')');
  const next = tokens[end + 1];
  const ends = next === undefined || isSeparator(next) || next.gap >= columnGap;
  const closed = end > at && end - at <= longestRemark && ends;
  return closed ? end + 1 : at;
}

/** Index of the first word among constants, or -1. */
export function firstWord(constants: readonly Token[]): number {
  return constants.findIndex((token) => token.word);
}
