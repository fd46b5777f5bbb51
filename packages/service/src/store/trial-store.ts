import { YsError } from '@yellow-sieve/core';
import { eq, sql } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { sieve } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { noteSetUp } from './change-store.js';

/**
 * Which of some sieves are on trial. The rows stay as they are until the caller's transaction ends, so that nothing is kept back
 * behind the back of who turns a sieve on.
 */
export async function sievesOnTrial(tx: Executor, names: readonly string[]): Promise<Set<string>> {
  if (names.length === 0) return new Set();
  const [rows] = (await tx.execute(
    sql`SELECT name FROM ${sieve} WHERE ${sieve.name} IN ${names} AND ${sieve.trialSince} IS NOT NULL LOCK IN SHARE MODE`,
  )) as unknown as [{ name: string }[]];
  return new Set(rows.map(({ name }) => name));
}

/**
 * Puts a sieve on trial.
 * @throws YsError YS-NOT-FOUND, YS-TRIAL-ALREADY.
 */
export function beginTrial(db: Database, name: string, by: string): Promise<void> {
  return changeTrial(db, name, 'YS-TRIAL-ALREADY', (on) => !on, { trialSince: new Date(), trialBy: by });
}

/**
 * Ends a trial; what was kept back stays so.
 * @throws YsError YS-NOT-FOUND, YS-TRIAL-NOT.
 */
export function endTrial(db: Database, name: string): Promise<void> {
  return changeTrial(db, name, 'YS-TRIAL-NOT', (on) => on, { trialSince: null, trialBy: null });
}

async function changeTrial(
  db: Database,
  name: string,
  wrong: 'YS-TRIAL-ALREADY' | 'YS-TRIAL-NOT',
  fits: (onTrial: boolean) => boolean,
  change: Partial<typeof sieve.$inferInsert>,
): Promise<void> {
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const [row] = await tx.select().from(sieve).where(eq(sieve.name, name)).for('update');
      if (!row) throw new YsError('YS-NOT-FOUND', { what: 'sieve', name });
      if (!fits(row.trialSince !== null)) throw new YsError(wrong, { sieve: name });
      await tx.update(sieve).set(change).where(eq(sieve.id, row.id));
      await noteSetUp(tx, name);
    }),
  );
}
