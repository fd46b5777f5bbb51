/** What a character is that people cannot see, or that looks like another one. */
export interface Disguise {
  /** In words, such as “turns the text around (U+202E)”. */
  name: string;
  /** To stand in its place, such as `RLO`. */
  short: string;
}

/** A stretch of a sender's words: plain, or one character that would turn, hide or disguise them. */
export interface Piece {
  text: string;
  hidden: Disguise | null;
}

/**
 * Characters that change the order in which others are shown (Unicode Standard Annex 9), by their usual abbreviation. The marks that only
 * hint at a direction are among them: in a line of ours they have no use.
 */
const turning: Readonly<Record<string, string>> = {
  '\u202a': 'LRE',
  '\u202b': 'RLE',
  '\u202c': 'PDF',
  '\u202d': 'LRO',
  '\u202e': 'RLO',
  '\u2066': 'LRI',
  '\u2067': 'RLI',
  '\u2068': 'FSI',
  '\u2069': 'PDI',
  '\u200e': 'LRM',
  '\u200f': 'RLM',
  '\u061c': 'ALM',
};

/** Characters without a width, or that look like nothing. Joiners belong to some scripts and to pictures, and are hidden only among Latin letters. */
const unseen = /[\u00ad\u115f\u1160\u17b4\u17b5\u180e\u200b\u2060-\u2064\u3164\ufeff\uffa0\u{e0000}-\u{e007f}]/u;
const joiner = /[\u200c\u200d]/;
const control = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f]/;
const anyOfThem =
  /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u00ad\u061c\u115f\u1160\u17b4\u17b5\u180e\u200b-\u200f\u202a-\u202e\u2060-\u2069\u3164\ufeff\uffa0\u{e0000}-\u{e007f}]/u;

/** Words of a sender in pieces; one plain piece where nothing is hidden in them. */
export function piecesOf(text: string): Piece[] {
  if (!anyOfThem.test(text)) return [{ text, hidden: null }];
  return gathered(
    [...text].map((char, at, all) => ({ text: char, hidden: disguiseOf(char, all[at - 1], all[at + 1]) })),
  );
}

function disguiseOf(char: string, before: string | undefined, after: string | undefined): Disguise | null {
  const code = `U+${(char.codePointAt(0) ?? 0).toString(16).toUpperCase().padStart(4, '0')}`;
  const turns = turning[char];
  if (turns) return { name: `turns the direction of the text (${code})`, short: turns };
  const amongLatin = (one: string | undefined) => one !== undefined && /[\p{Script=Latin}\p{N}]/u.test(one);
  if (unseen.test(char) || (joiner.test(char) && (amongLatin(before) || amongLatin(after))))
    return { name: `cannot be seen (${code})`, short: code };
  return control.test(char) ? { name: `a control character (${code})`, short: code } : null;
}

/** Letters of other scripts that look like Latin ones (Unicode Technical Standard 39, the ones that addresses are forged with). */
const alike = new Set([...'аеорсухіјѕԁһӏԛԝѵοαινρυ']);

/**
 * An address in pieces: beside what cannot be seen, letters that look like Latin ones and are not, where they stand among Latin ones or
 * a whole part of the address is made of them.
 */
export function piecesOfAddress(address: string): Piece[] {
  const parts = address.split(/([@.])/);
  return gathered(
    parts.flatMap((part) => {
      const letters = [...part].filter((char) => /\p{L}/u.test(char));
      const latin = letters.some((char) => /\p{Script=Latin}/u.test(char));
      const forged = letters.length > 0 && letters.every((char) => alike.has(char.toLowerCase()));
      return piecesOf(part).flatMap((piece) => {
        if (piece.hidden || (!latin && !forged)) return [piece];
        return [...piece.text].map((text): Piece => ({ text, hidden: foreignTo(text) }));
      });
    }),
  );
}

function foreignTo(char: string): Disguise | null {
  if (!/\p{L}/u.test(char) || /\p{Script=Latin}/u.test(char)) return null;
  const script = /\p{Script=Cyrillic}/u.test(char) ? 'Cyrillic' : /\p{Script=Greek}/u.test(char) ? 'Greek' : 'other';
  return { name: `a letter of the ${script} script among others`, short: `${char} ${script}` };
}

/** Plain characters beside each other are one piece. */
function gathered(pieces: readonly Piece[]): Piece[] {
  const found: Piece[] = [];
  for (const piece of pieces) {
    const last = found.at(-1);
    if (last && !last.hidden && !piece.hidden) last.text += piece.text;
    else found.push({ ...piece });
  }
  return found;
}

/** Words of a sender for a place that shows text alone: what is hidden in them stands in angle brackets. */
export const unmasked = (text: string): string =>
  piecesOf(text)
    .map(({ text: piece, hidden }) => (hidden ? `⟨${hidden.short}⟩` : piece))
    .join('');

/** The same in as many characters, so that places in the text stay what they are. */
export const unmaskedInPlace = (text: string): string =>
  piecesOf(text)
    .map(({ text: piece, hidden }) => (hidden ? '␦'.repeat(piece.length) : piece))
    .join('');
