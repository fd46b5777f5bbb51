/** A text for comparing with phrases: no case, no accents, one kind of space. */
export function plain(text: string): string {
  const simple = /^[\t\x20-\x7e]*$/.test(text)
    ? text
    : text
        .normalize('NFKD')
        .replace(/\p{M}/gu, '')
        .replace(/[\u200b-\u200f\u2060\ufeff]/g, '');
  return simple.toLowerCase().replace(/\s+/g, ' ').trim();
}

/** Any of some phrases, as they stand after `plain`. */
export const anyOf = (phrases: readonly string[]) =>
  `(?:${phrases.map((phrase) => phrase.replace(/\./g, '\\.')).join('|')})`;
