import { setTimeout as sleep } from 'node:timers/promises';

const deadlockOrLockWait = new Set([1213, 1205]);
const maxTries = 6;

interface DriverError {
  errno?: number;
  code?: string;
  cause?: DriverError;
}

/** The driver's own error below what the query builder wraps around it. Its message may hold parameters: never log it. */
function driverError(error: unknown): DriverError {
  let at = error as DriverError;
  while (at?.cause && at.errno === undefined) at = at.cause;
  return at ?? {};
}

/** Whether an error means that the database cannot be reached, rather than that it refused something. */
export function isDatabaseDown(error: unknown): boolean {
  const { code, errno } = driverError(error);
  if (errno !== undefined && [1040, 1053, 1152, 1927, 2002, 2006, 2013].includes(errno)) return true;
  return [
    'ECONNREFUSED',
    'ECONNRESET',
    'ETIMEDOUT',
    'EPIPE',
    'ENOENT',
    'PROTOCOL_CONNECTION_LOST',
    'EAI_AGAIN',
    'ER_SERVER_SHUTDOWN',
  ].includes(code ?? '');
}

/** Whether a row was refused because its unique key is there already. */
export const isDuplicate = (error: unknown): boolean => driverError(error).errno === 1062;

/** A short name of a database error that is safe to log. */
export function troubleName(error: unknown): string {
  const { code, errno } = driverError(error);
  return code ?? (errno !== undefined ? String(errno) : error instanceof Error ? error.name : 'unknown');
}

/** Runs a transaction again when the database chose it as the victim of a deadlock, or it waited too long for a lock. */
export async function retryDeadlocks<T>(run: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await run();
    } catch (error) {
      if (tries >= maxTries || !deadlockOrLockWait.has(driverError(error).errno ?? 0)) throw error;
      await sleep(10 * tries);
    }
  }
}

/** Where it happened, without what the error says: that may repeat what a message says. */
export const framesOf = ({ stack = '' }: Error): string =>
  stack
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .join('\n');
