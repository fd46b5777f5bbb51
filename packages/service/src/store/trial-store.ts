import { YsError } from '@yellow-sieve/core';
import { eq, sql } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { sieve } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { noteSetUp } from './change-store.js';

/**
 * Whether a sieve is on trial. The row stays as it is until the caller's transaction ends, so that nothing is kept back
 * behind the back of who turns the sieve on.
 */
export async function isOnTrial(tx: Executor, name: string): Promise<boolean> {
  const [rows] = (await tx.execute(
    sql`SELECT 1 FROM ${sieve} WHERE ${sieve.name} = ${name} AND ${sieve.trialSince} IS NOT NULL LOCK IN SHARE MODE`,
  )) as unknown as [unknown[]];
  return rows.length > 0;
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
