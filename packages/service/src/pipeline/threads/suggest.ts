import { type SuggestFrom, type Suggestion, type SuggestOptions, suggestSieve } from '@yellow-sieve/core';
import { readingOf } from './worker-state.js';

/** Stored messages to suggest a sieve from, under the names their samples will have. */
export interface SuggestTask {
  database: string;
  messages: { name: string; rawId: string }[];
  options: SuggestOptions;
}

/** Suggests a sieve from raw messages. */
export async function suggest({ database, messages, options }: SuggestTask): Promise<Suggestion | null> {
  const looked: SuggestFrom[] = [];
  for (const { name, rawId } of messages) looked.push({ name, reading: await readingOf(database, rawId) });
  return suggestSieve(looked, options);
}
