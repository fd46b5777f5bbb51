/** Text with spaces of all kinds made plain, runs of them single, and ends trimmed. */
export function plainSpaces(text: string): string {
  return text.replace(/[\s\u00a0\u2000-\u200b\u202f\u205f\u3000\ufeff]+/g, ' ').trim();
}

/** For comparing what people write: compatibility forms, case and spaces folded. */
export function fold(text: string): string {
  return plainSpaces(text.normalize('NFKC')).toLowerCase();
}

/** A folded text without accents: `März` and `marz` can be compared. `ø`, `æ` and `ß` are letters of their own and stay. */
export function accentless(text: string): string {
  return fold(text).normalize('NFD').replace(/\p{M}/gu, '');
}
