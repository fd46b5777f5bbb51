// The core's one door to Node: nothing but its engine can stop an expression that is on its way.
import { createContext, Script } from 'node:vm';

interface Work {
  run(): void;
}

const work: Work = { run: () => undefined };
/** A context of its own takes memory in every thread: it is made when a pattern needs it. */
let guarded: ((milliseconds: number) => void) | null = null;

function makeGuard(): (milliseconds: number) => void {
  const context = createContext({ work });
  const script = new Script('work.run()');
  return (timeout) => void script.runInContext(context, { timeout });
}

/** A clock on the wall also runs while a busy machine does something else; seldom twice in a row. */
const tries = 2;

/**
 * Does a piece of work, and stops it after some milliseconds; whether it came to its end. What was stopped begins once more. Costs some
 * 75 µs beside the work.
 */
export function withinTime(milliseconds: number, run: () => void): boolean {
  for (let i = 0; i < tries; i++) if (onceWithin(milliseconds, run)) return true;
  return false;
}

function onceWithin(milliseconds: number, run: () => void): boolean {
  guarded ??= makeGuard();
  work.run = run;
  try {
    guarded(milliseconds);
    return true;
  } catch (error) {
    if ((error as { code?: string }).code === 'ERR_SCRIPT_EXECUTION_TIMEOUT') return false;
    throw error;
  } finally {
    work.run = () => undefined;
  }
}
