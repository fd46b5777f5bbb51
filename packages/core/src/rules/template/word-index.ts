import { isNearWord } from '../../values/near-word.js';
import { greetings, isGreeting } from './greetings.js';
import { canBeForgiven } from './match-words.js';
import type { Line } from './normalise.js';
import type { Token } from './token.js';

/** Which lines each word stands on, to look only where a landmark can be. Made once for all layouts. */
export class WordIndex {
  private readonly byWord = new Map<string, number[]>();
  private readonly near = new Map<string, readonly number[]>();
  /** Words in which a letter may be wrong, by their first and by their last letter: one of these stays. */
  private byEnd: Map<string, string[]> | null = null;

  constructor(lines: readonly Line[]) {
    for (const line of lines) {
      for (const [i, token] of line.tokens.entries()) {
        if (!token.word) continue;
        this.add(token.norm, line.index);
        const [mark, next] = [line.tokens[i + 1], line.tokens[i + 2]];
        if (mark?.norm === '-' && next?.word && next.gap === 0) this.add(token.norm + next.norm, line.index);
      }
    }
  }

  private add(word: string, line: number): void {
    const on = this.byWord.get(word);
    if (!on) this.byWord.set(word, [line]);
    else if (on.at(-1) !== line) on.push(line);
  }

  /** Lines with the rarest of some constants, or a word a letter from it; those where two words are written as one too. */
  linesWith(constants: readonly Token[]): readonly number[] {
    const words = constants.filter(({ word }) => word);
    let rarest: readonly number[] | null = null;
    for (const { norm } of words) {
      const lines = this.linesOf(norm);
      if (rarest === null || lines.length < rarest.length) rarest = lines;
    }
    const joined = words.flatMap(({ norm }, i) => this.byWord.get(norm + (words[i + 1]?.norm ?? '/')) ?? []);
    return joined.length === 0 ? (rarest ?? []) : merged([rarest ?? [], joined]);
  }

  private linesOf(word: string): readonly number[] {
    if (isGreeting(word)) return merged(greetings.map((greeting) => this.byWord.get(greeting) ?? []));
    const exact = this.byWord.get(word) ?? [];
    if (!canBeForgiven(word)) return exact;
    const known = this.near.get(word);
    if (known) return known;
    const almost = this.nearTo(word).map((other) => this.byWord.get(other) ?? []);
    const found = almost.length === 0 ? exact : merged([exact, ...almost]);
    this.near.set(word, found);
    return found;
  }

  /** Words a letter away from one. */
  private nearTo(word: string): string[] {
    this.byEnd ??= this.wordsByEnd();
    const first = this.byEnd.get(`${word[0]}…`) ?? [];
    const last = this.byEnd.get(`…${word.at(-1)}`) ?? [];
    return [...new Set([...first, ...last])].filter((other) => isNearWord(other, word));
  }

  private wordsByEnd(): Map<string, string[]> {
    const found = new Map<string, string[]>();
    for (const word of this.byWord.keys()) {
      if (!canBeForgiven(word)) continue;
      for (const end of [`${word[0]}…`, `…${word.at(-1)}`]) {
        const words = found.get(end);
        if (words) words.push(word);
        else found.set(end, [word]);
      }
    }
    return found;
  }
}

const merged = (lists: readonly (readonly number[])[]) => [...new Set(lists.flat())].sort((a, b) => a - b);
