import { sha256 } from '@noble/hashes/sha2.js';
import { utf8ToBytes } from '@noble/hashes/utils.js';

const vowels = 'aeiou';
const consonants = 'bdfghklmnprstvz';

/** Top-level names that lead nowhere (RFC 2606). */
const reserved = /^(?:example|test|invalid|localhost)$/;
/** Accounts of machines: who reads a message knows by them that nobody wrote it by hand. */
const machines =
  /^(?:mail(?:er)?-?daemon|mdaemon|postmaster|no-?reply|do-?not-?reply|bounces?|smtp|ndr|admin|mail.?(?:delivery|system|adm).*)$/i;

/** Shorter endings of a host leave no room for a reserved name. */
const minTail = 7;

/**
 * Replaces words and figures by others of the same length and look. The same word always gives the same one, and without the
 * key nobody can go back.
 */
export class Scrambler {
  private readonly known = new Map<string, Uint8Array>();

  constructor(private readonly key: string) {}

  /** Letter by letter: case and the places of vowels stay, so that it can still be spoken. Figures go as figures. */
  word(word: string): string {
    const choice = this.choices(word.normalize('NFKC').toLowerCase());
    return [...word].map((letter, i) => otherLetter(letter, choice[i % choice.length] ?? 0)).join('');
  }

  /** Figures for figures; what does not begin with 0 does not begin with 0 afterwards. */
  figures(run: string): string {
    const choice = this.choices(run);
    return [...run]
      .map((figure, i) => {
        const byte = choice[i % choice.length] ?? 0;
        if (!/[0-9]/.test(figure)) return figure;
        return i === 0 && figure !== '0' ? String(1 + (byte % 9)) : i === 0 ? '0' : String(byte % 10);
      })
      .join('');
  }

  /** A phone number: country and area stay, and so do the blanks; the same number gives the same in every way of writing. */
  phone(written: string): string {
    const figures = written.replace(/[^0-9]/g, '');
    const kept = figures.length >= 10 ? figures.length - 6 : Math.max(0, figures.length - 4);
    const choice = this.choices(figures.slice(-7));
    let at = 0;
    return written.replace(/[0-9]/g, (figure) => {
      const place = at++;
      return place < kept ? figure : String((choice[figures.length - place] ?? 0) % 10);
    });
  }

  /** A mail address, or whatever has an @ in it. */
  address(written: string): string {
    const at = written.lastIndexOf('@');
    const local = written.slice(0, at);
    return `${machines.test(local) ? local : this.pieces(local)}@${this.host(written.slice(at + 1))}`;
  }

  /** A name of a host, under a top-level name that leads nowhere wherever there is room for it. */
  host(written: string): string {
    const labels = written.split('.');
    const last = labels.at(-1) ?? '';
    if (labels.length === 1) return this.pieces(written);
    if (reserved.test(last.toLowerCase())) return `${this.pieces(labels.slice(0, -1).join('.'))}.${last}`;
    const tail = labels.slice(-2).join('.').length >= minTail ? 2 : 3;
    const [front, end] = [labels.slice(0, -tail), labels.slice(-tail).join('.')];
    if (end.length < minTail) return `${this.pieces(labels.slice(0, -1).join('.'))}.${last}`;
    const letters = this.word(end.replace(/[^a-z]/gi, 'n').slice(0, end.length - '.test'.length));
    return [...front.map((label) => this.pieces(label)), `${letters}.test`].join('.');
  }

  /** An address of the web: its host as above, and every word of its path. */
  url(written: string): string {
    const [, scheme = '', host = '', rest = ''] = /^([a-z]+:\/\/)?([^/?#]*)(.*)$/is.exec(written) ?? [];
    return `${scheme}${this.host(host)}${this.pieces(rest)}`;
  }

  /** Every word and every run of figures; escapes such as %20 stay. */
  pieces(text: string): string {
    return text.replace(/%[0-9a-f]{2}|\p{L}[\p{L}\p{M}]*|[0-9]+/giu, (piece) =>
      piece.startsWith('%') ? piece : /^[0-9]/.test(piece) ? this.figures(piece) : this.word(piece),
    );
  }

  private choices(text: string): Uint8Array {
    const made = this.known.get(text) ?? sha256(utf8ToBytes(`${this.key}\0${text}`));
    this.known.set(text, made);
    return made;
  }
}

function otherLetter(letter: string, choice: number): string {
  if (/[0-9]/.test(letter)) return String(choice % 10);
  if (!/\p{L}/u.test(letter)) return letter;
  // Letters beyond the basic plane are two units long, and so is what stands for them.
  if (letter.length > 1 || !/\p{Script=Latin}/u.test(letter)) return neighbour(letter, choice);
  const lower = letter.toLowerCase();
  const base = lower.normalize('NFD').charAt(0);
  const from = /[a-z]/.test(base) && !/[aeiouy]/.test(base) ? consonants : vowels;
  const [first, second] = [from[choice % from.length] ?? 'a', from[(choice + 1) % from.length] ?? 'e'];
  const other = first === base ? second : first;
  return letter === lower ? other : other.toUpperCase();
}

/** Another letter of the same script and case, near it in the code table. */
function neighbour(letter: string, choice: number): string {
  const code = letter.codePointAt(0) ?? 0;
  const kind = /\p{Lu}/u.test(letter) ? /\p{Lu}/u : /\p{Ll}/u.test(letter) ? /\p{Ll}/u : /\p{Lo}/u;
  for (let step = 1; step < 16; step++) {
    const other = String.fromCodePoint((code & ~15) | ((code + choice + step) & 15));
    if (other !== letter && kind.test(other)) return other;
  }
  return letter;
}
