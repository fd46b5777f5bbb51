/** Where words stand in a text; marks between them belong to none, but figures and addresses are one. */
const word = /[\p{L}\p{N}][\p{L}\p{N}.,:/@'’_+£€$-]*[\p{L}\p{N}]|[\p{L}\p{N}]/gu;

export interface WordPlace {
  start: number;
  end: number;
}

export const wordsOf = (text: string): WordPlace[] =>
  [...text.matchAll(word)].map((match) => ({ start: match.index, end: match.index + match[0].length }));

export type WordStep = 'next' | 'previous' | 'below' | 'above' | 'first' | 'last';

/** The word a step leads to from another: along the text, or to the nearest one of the line below or above. */
export function stepFrom(text: string, words: readonly WordPlace[], at: number, step: WordStep): number {
  const last = words.length - 1;
  switch (step) {
    case 'next':
      return Math.min(last, at + 1);
    case 'previous':
      return Math.max(0, at - 1);
    case 'first':
      return 0;
    case 'last':
      return last;
    case 'below':
    case 'above':
      return acrossLines(text, words, at, step);
  }
}

function acrossLines(text: string, words: readonly WordPlace[], at: number, step: 'below' | 'above'): number {
  const here = words[at];
  if (!here) return 0;
  const column = here.start - lineStart(text, here.start);
  const own = lineStart(text, here.start);
  const beyond = words
    .map((place, index) => ({
      index,
      line: lineStart(text, place.start),
      column: place.start - lineStart(text, place.start),
    }))
    .filter(({ line }) => (step === 'below' ? line > own : line < own));
  const line = step === 'below' ? beyond[0]?.line : beyond.at(-1)?.line;
  const near = beyond
    .filter((one) => one.line === line)
    .sort((a, b) => Math.abs(a.column - column) - Math.abs(b.column - column))[0];
  return near?.index ?? at;
}

const lineStart = (text: string, offset: number): number => text.lastIndexOf('\n', offset - 1) + 1;
