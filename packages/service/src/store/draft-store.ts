import { digestOf, YsError } from '@yellow-sieve/core';
import { and, eq } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { draft, sieve } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { noteSetUp } from './change-store.js';

export type Draft = typeof draft.$inferSelect;

export async function findDraft(db: Executor, name: string): Promise<Draft | null> {
  const [row] = await db.select().from(draft).where(eq(draft.sieve, name));
  return row ?? null;
}

export async function getDraft(db: Executor, name: string): Promise<Draft> {
  const found = await findDraft(db, name);
  if (!found) throw new YsError('YS-NOT-FOUND', { what: 'draft of the sieve', name });
  return found;
}

export interface DraftChange {
  name: string;
  source: string;
  by: string;
  /** Digest of the draft its author saw (of the live version where there is no draft yet); left out: whatever is there. */
  match?: string | undefined;
  /** The version it is based on from now on; left out: as before, or the live one. */
  base?: number | undefined;
}

/**
 * Keeps a draft. It need not compile: nothing a person wrote is lost over that.
 * @throws YsError YS-DRAFT-CHANGED when somebody else changed it since its author saw it.
 */
export async function putDraft(db: Database, change: DraftChange): Promise<Draft> {
  await retryDeadlocks(() => db.transaction((tx) => writeDraft(tx, change)));
  return getDraft(db, change.name);
}

async function writeDraft(tx: Executor, { name, source, by, match, base }: DraftChange): Promise<void> {
  // The sieve's row is the lock; a sieve that was never published has none, and the draft's own key decides.
  const [known] = await tx.select().from(sieve).where(eq(sieve.name, name)).for('update');
  const [before] = await tx.select().from(draft).where(eq(draft.sieve, name)).for('update');
  if (match !== undefined && before && before.digest !== match)
    throw new YsError('YS-DRAFT-CHANGED', { sieve: name, by: before.by, at: before.updatedAt.toISOString() });
  const values = {
    source,
    digest: digestOf(source),
    base: base ?? before?.base ?? known?.liveVersion ?? null,
    by,
    updatedAt: new Date(),
  };
  await tx
    .insert(draft)
    .values({ sieve: name, ...values })
    .onDuplicateKeyUpdate({ set: values });
  await noteSetUp(tx, name);
}

/** Drops a draft. With a digest, only the one that has it. */
export async function forgetDraft(tx: Executor, name: string, digest?: string): Promise<void> {
  await tx.delete(draft).where(and(eq(draft.sieve, name), digest === undefined ? undefined : eq(draft.digest, digest)));
}
