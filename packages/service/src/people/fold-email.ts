/**
 * An e-mail address in the one form it is kept and compared in: compatible characters are one (NFKC), letters small, and what nobody
 * sees (controls, joiners, marks of no width) is gone.
 */
export const foldEmail = (text: string): string =>
  text
    .normalize('NFKC')
    .replace(/[\p{Cc}\p{Cf}\p{Zs}]/gu, '')
    .toLowerCase();
