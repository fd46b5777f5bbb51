import { formOf } from '@yellow-sieve/core';
import { searchable } from '../../store/finding-store.js';
import { readingOf } from './worker-state.js';

/** Messages whose words are looked through. */
export interface SearchTask {
  database: string;
  messages: readonly { key: string; rawId: string }[];
  /** Folded; all of them are wanted. */
  words: readonly string[];
}

/** A message that has the words, with the line the first of them stands in. */
export interface FoundWithin {
  key: string;
  excerpt: string;
}

const longestExcerpt = 200;

/** Looks for words in what people read of messages. */
export async function search({ database, messages, words }: SearchTask): Promise<FoundWithin[]> {
  const found: FoundWithin[] = [];
  for (const { key, rawId } of messages) {
    const { text } = formOf(await readingOf(database, rawId), 'html');
    const folded = searchable(text);
    if (words.every((word) => folded.includes(word))) found.push({ key, excerpt: excerptOf(text, words[0] ?? '') });
  }
  return found;
}

/** The first line with the word; of a long one, what is around it. Words that go over a line's end have the first line. */
function excerptOf(text: string, word: string): string {
  const lines = text.split('\n').map((line) => line.trim());
  const line = lines.find((one) => searchable(one).includes(word)) ?? lines.find((one) => one !== '') ?? '';
  const at = Math.max(0, searchable(line).indexOf(word) - 60);
  return line.slice(at, at + longestExcerpt);
}
