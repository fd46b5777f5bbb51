/** Most of what is read is plain: it needs no Unicode forms, which take long. */
const ascii = /^[\t\n\r\x20-\x7e]*$/;

/** Text with spaces of all kinds made plain, runs of them single, and ends trimmed. */
export function plainSpaces(text: string): string {
  return text.replace(/[\s\u00a0\u2000-\u200b\u202f\u205f\u3000\ufeff]+/g, ' ').trim();
}

/** For comparing what people write: compatibility forms, case and spaces folded. */
export function fold(text: string): string {
  return (ascii.test(text) ? text.replace(/\s+/g, ' ').trim() : plainSpaces(text.normalize('NFKC'))).toLowerCase();
}

/** A folded text without accents: `März` and `marz` can be compared. `ø`, `æ` and `ß` are letters of their own and stay. */
export function accentless(text: string): string {
  const folded = fold(text);
  return ascii.test(folded) ? folded : folded.normalize('NFD').replace(/\p{M}/gu, '');
}
