import {
  compileSieve,
  type Edited,
  editSieve,
  type GuessedField,
  guessField,
  type HandleResult,
  tryCompileSieve,
  YsError,
} from '@yellow-sieve/core';
import { type Outline, outlineOf } from '../sieves/outline.js';
import { handled } from './compare-worker.js';
import type { EditTask, GuessTask, ShownTask, TextTask } from './workbench-task.js';
import { timed } from './worker-clock.js';
import { readingOf } from './worker-state.js';

/** What rules make of the message a person has before them. */
export const shown = timed(
  async ({ database, item, state, ...task }: ShownTask): Promise<HandleResult> =>
    handled(await readingOf(database, item.rawId), state, task, item),
);

/** Does an act to a source text. */
export const edit = timed(async ({ database, source, act, message }: EditTask): Promise<Edited> => {
  const before = message && { name: message.name, reading: await readingOf(database, message.rawId) };
  return editSieve(source, act, before);
});

/** Guesses what was selected. */
export const guess = timed(
  async ({ database, source, message, ...stretch }: GuessTask): Promise<GuessedField> =>
    guessField(compileSieve(source), await readingOf(database, message.rawId), stretch),
);

/** What a text declares, or what is wrong with it. */
export const outline = timed(({ source }: TextTask): Outline => outlineOf(source));

/** Milliseconds that compiling a text takes: the shortest of some runs where the first is long, since a thread may be cold or held up. */
export const vet = timed(({ source }: TextTask): number => {
  const first = compileTime(source);
  return first < longMs ? first : Math.min(first, compileTime(source), compileTime(source));
});

const longMs = 500;

/** @throws YsError when the text is beyond the bounds of any file. */
function compileTime(source: string): number {
  const from = performance.now();
  const compiled = tryCompileSieve(source);
  const beyond = compiled.ok ? undefined : compiled.problems.find(({ code }) => bounds.has(code));
  if (beyond) throw new YsError(beyond.code, {}, [beyond]);
  return performance.now() - from;
}

const bounds: ReadonlySet<string> = new Set(['YS-FILE-TOO-LONG', 'YS-FILE-TOO-MANY', 'YS-FILE-TOO-DEEP']);
