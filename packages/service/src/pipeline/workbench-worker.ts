import {
  compileSieve,
  type Edited,
  editSieve,
  type GuessedField,
  guessField,
  type HandleResult,
} from '@yellow-sieve/core';
import { handled } from './compare-worker.js';
import type { EditTask, GuessTask, ShownTask } from './workbench-task.js';
import { readingOf } from './worker-state.js';

/** Runs in a worker thread: what rules make of the message a person has before them. */
export async function shown({ database, item, state, ...task }: ShownTask): Promise<HandleResult> {
  return handled(await readingOf(database, item.rawId), state, task, item);
}

/** Runs in a worker thread: does an act to a source text. */
export async function edit({ database, source, act, message }: EditTask): Promise<Edited> {
  const before = message && { name: message.name, reading: await readingOf(database, message.rawId) };
  return editSieve(source, act, before);
}

/** Runs in a worker thread: guesses what was selected. */
export async function guess({ database, source, message, ...stretch }: GuessTask): Promise<GuessedField> {
  return guessField(compileSieve(source), await readingOf(database, message.rawId), stretch);
}
