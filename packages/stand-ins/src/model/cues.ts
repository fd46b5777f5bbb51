import type { Letter, Spot } from './find/spot.js';
import { sentenceAt } from './find/spot.js';
import { alike, type Token } from './language/fold.js';
import { common, negations, prepositions } from './language/words.js';
import type { Asked } from './request.js';

/** How far from a value a word still says what it is, in words. */
const reach = 9;

/** Words beside the values of examples: those just before them, and those around. */
interface Beside {
  before: readonly string[];
  around: readonly string[];
}

const known = new WeakMap<Asked, Beside>();

function besideExamples(asked: Asked): Beside {
  const found = known.get(asked) ?? { before: [], around: [] };
  if (known.has(asked)) return found;
  const before = new Set<string>();
  const around = new Set<string>();
  for (const { letter, start, end } of asked.shown) {
    if (start < 0) continue;
    const words = letter.tokens.filter((token) => /^[\p{L}\p{N}]/u.test(token.text));
    const ahead = words.filter((token) => token.end <= start).slice(-3);
    const behind = words.filter((token) => token.start >= end).slice(0, 3);
    const last = ahead.at(-1);
    if (last) before.add(leadOf(last.word));
    for (const { word } of [...ahead, ...behind]) if (!common.has(word)) around.add(word);
  }
  const beside = { before: [...before], around: [...around] };
  known.set(asked, beside);
  return beside;
}

/** A small word by what it says, a figure as any figure. */
const leadOf = (word: string) => (/^\d/.test(word) ? '#' : (prepositions.get(word) ?? word));

/** Words that say what a field is, with their weight. */
function cuesOf(asked: Asked): { word: string; weight: number }[] {
  return [
    ...asked.nameWords.map((word) => ({ word, weight: 2.5 })),
    ...asked.words.map((word) => ({ word, weight: 1.2 })),
    ...besideExamples(asked).around.map((word) => ({ word, weight: 1 })),
  ];
}

/** Whether a spot stands behind the word that examples have before theirs: “Notice 261”. */
export function followsExample(asked: Asked, spot: Spot<unknown>, letter: Letter): boolean {
  const before = letter.tokens.findLast(({ end }) => end <= spot.start);
  return before !== undefined && !common.has(before.word) && besideExamples(asked).before.includes(before.word);
}

/** How much the words around a spot speak for a field: more the nearer they stand, and nothing beyond its sentence. */
export function cueScore(asked: Asked, spot: Spot<unknown>, letter: Letter): number {
  const sentence = sentenceAt(letter, spot.start);
  const words = letter.tokens.filter(
    ({ start, end, text }) => start >= sentence.start && end <= sentence.end && /^[\p{L}\p{N}]/u.test(text),
  );
  const first = words.findIndex(({ end }) => end > spot.start);
  const last = words.findLastIndex(({ start }) => start < spot.end);
  let score = 0;
  for (const { word, weight } of cuesOf(asked)) {
    let best = 0;
    words.forEach((token, i) => {
      const away = i < first ? first - i : i > last ? i - last : 0;
      if (away <= reach && alike(token.word, word)) best = Math.max(best, weight / (1 + away / 3));
    });
    score += best;
  }
  const before = words[first - 1]?.word;
  if (before !== undefined && besideExamples(asked).before.includes(leadOf(before))) score += 1.6;
  return score;
}

/** Whether something is said not to be: a negation at most some words before, or just behind. */
export function isDenied(tokens: readonly Token[], at: number): boolean {
  for (let i = Math.max(0, at - 4); i < at; i++) {
    const token = tokens[i];
    if (token && negations.has(token.word) && !tokens.slice(i, at).some(({ text }) => /[.,;:!?]/.test(text)))
      return true;
  }
  return tokens
    .slice(at + 1, at + 4)
    .some(
      ({ word, text }, k, all) =>
        negations.has(word) && !all.slice(0, k + 1).some((one) => /[,.;:!?]/.test(one.text)) && text !== '.',
    );
}
