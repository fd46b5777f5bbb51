// The core's one door to Node: nothing but its engine can stop an expression that is on its way.
import { createContext, Script } from 'node:vm';

interface Work {
  run(): void;
}

const work: Work = { run: () => undefined };
const context = createContext({ work });
const script = new Script('work.run()');

/** Does a piece of work, and stops it after some milliseconds; whether it came to its end. Costs some 75 µs beside the work. */
export function withinTime(milliseconds: number, run: () => void): boolean {
  work.run = run;
  try {
    script.runInContext(context, { timeout: milliseconds });
    return true;
  } catch (error) {
    if ((error as { code?: string }).code === 'ERR_SCRIPT_EXECUTION_TIMEOUT') return false;
    throw error;
  } finally {
    work.run = () => undefined;
  }
}
