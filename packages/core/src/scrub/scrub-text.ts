import type { Scrambler } from './scrambler.js';
import type { Vocabulary } from './vocabulary.js';

/** Replaces names, addresses and numbers in a text; every other character stays at its place. */
export type ScrubText = (text: string) => string;

const address = /[\p{L}\p{N}.!#$%&'*+/=?^_`{|}~-]+@[\p{L}\p{N}-]+(?:\.[\p{L}\p{N}-]+)*/u;
const web = /(?:https?|ftp):\/\/[^\s<>"')\]]+|www\.[^\s<>"')\]]+/u;
const phone = /(?<![\p{L}\p{N}.-])(?:\+|00|\(?0)[\d \u00a0()./-]{6,22}\d(?![\p{L}\p{N}])/u;
const token = /[\p{L}\p{N}][\p{L}\p{M}\p{N}_/-]*/u;
const anything = new RegExp([address, web, phone, token].map(({ source }) => `(${source})`).join('|'), 'giu');

const dated = /^\(?\d{1,4}[-/.]\d{1,2}[-/.]\d{1,4}/;
const minPhoneFigures = 8;

export function textScrubber(scrambler: Scrambler, vocabulary: Vocabulary): ScrubText {
  const { kept } = vocabulary;
  return (text) =>
    text.replace(anything, (all, mail?: string, url?: string, number?: string) => {
      if (kept.has(all.toLowerCase())) return all;
      if (mail !== undefined) return scrambler.address(all);
      if (url !== undefined) return scrambler.url(all);
      if (number !== undefined && isPhone(all)) return scrambler.phone(all);
      return all.replace(new RegExp(token.source, 'gu'), (one) => scrubToken(one, scrambler, vocabulary));
    });
}

const isPhone = (text: string) => !dated.test(text) && text.replace(/\D/g, '').length >= minPhoneFigures;

function scrubToken(text: string, scrambler: Scrambler, { names, secrets, kept }: Vocabulary): string {
  const numbered = isReference(text);
  return text.replace(/\p{L}[\p{L}\p{M}]*|[0-9]+/gu, (piece) => {
    const lower = piece.toLowerCase();
    if (kept.has(lower) || kept.has(text.toLowerCase())) return piece;
    if (/^[0-9]/.test(piece)) return numbered || secrets.has(piece) ? scrambler.figures(piece) : piece;
    const named = names.has(lower) && !/^\p{Ll}/u.test(piece);
    return named || secrets.has(lower) ? scrambler.word(piece) : piece;
  });
}

/** A number that stands for somebody or something: five figures running, or four behind letters. No date, no year. */
function isReference(text: string): boolean {
  if (/^(?:19|20)\d{2}(?:0[1-9]|1[0-2])(?:[0-2]\d|3[01])$/.test(text)) return false;
  if (/\d{5}/.test(text)) return true;
  return /^\p{L}/u.test(text) && /\d{4}/.test(text) && !/(?<!\d)(?:19|20)[0-4]\d(?!\d)/.test(text);
}
