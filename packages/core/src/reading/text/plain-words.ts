/** A text for comparing with phrases: no case, no accents, one kind of space. */
export function plain(text: string): string {
  if (ascii.test(text)) return (spaced.test(text) ? text.replace(/\s+/g, ' ').trim() : text).toLowerCase();
  const bare = text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[\u200b-\u200f\u2060\ufeff]/g, '');
  return bare.toLowerCase().replace(/\s+/g, ' ').trim();
}

const ascii = /^[\t\x20-\x7e]*$/;
const spaced = /^\s|\s$|\t| {2}/;

/** Any of some phrases, as they stand after `plain`. */
export const anyOf = (phrases: readonly string[]) =>
  `(?:${phrases.map((phrase) => phrase.replace(/\./g, '\\.')).join('|')})`;
