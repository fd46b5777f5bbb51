import { digestOf, YsError } from '@yellow-sieve/core';
import { and, asc, eq } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { draft, sieve, sieveVersion } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { noteSetUp } from './change-store.js';

export type Draft = typeof draft.$inferSelect;

export async function findDraft(db: Executor, name: string): Promise<Draft | null> {
  const [row] = await db.select().from(draft).where(eq(draft.sieve, name));
  return row ?? null;
}

/** All drafts, without their texts. */
export function listDrafts(db: Executor): Promise<(Pick<Draft, 'base' | 'by' | 'updatedAt'> & { name: string })[]> {
  return db
    .select({ name: draft.sieve, base: draft.base, by: draft.by, updatedAt: draft.updatedAt })
    .from(draft)
    .orderBy(asc(draft.sieve));
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
 * @throws YsError YS-DRAFT-CHANGED, or YS-SIEVE-CHANGED where there is no draft (any more), when it is not what its author saw.
 */
export async function putDraft(db: Database, change: DraftChange): Promise<Draft> {
  await retryDeadlocks(() => db.transaction((tx) => putDraftIn(tx, change)));
  return getDraft(db, change.name);
}

/** The same as part of a transaction. */
export async function putDraftIn(tx: Executor, { name, source, by, match, base }: DraftChange): Promise<void> {
  // The sieve's row is the lock; a sieve that was never published has none, and the draft's own key decides.
  const [known] = await tx.select().from(sieve).where(eq(sieve.name, name)).for('update');
  const [before] = await tx.select().from(draft).where(eq(draft.sieve, name)).for('update');
  if (match !== undefined && before && before.digest !== match)
    throw new YsError('YS-DRAFT-CHANGED', { sieve: name, by: before.by, at: before.updatedAt.toISOString() });
  // Without a draft it was the live version that was seen; a draft that was seen is published or dropped by now.
  if (match !== undefined && !before && known) await refuseOther(tx, known, match);
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

async function refuseOther(tx: Executor, known: typeof sieve.$inferSelect, match: string): Promise<void> {
  const [live] = await tx
    .select()
    .from(sieveVersion)
    .where(and(eq(sieveVersion.sieveId, known.id), eq(sieveVersion.number, known.liveVersion)));
  if (!live || live.digest === match) return;
  const { number: version, createdAt } = live;
  const by = live.by ?? 'somebody';
  throw new YsError('YS-SIEVE-CHANGED', { sieve: known.name, version, by, at: createdAt.toISOString() });
}

/** Drops a draft. With a digest, only the one that has it. */
export async function forgetDraft(tx: Executor, name: string, digest?: string): Promise<void> {
  await tx.delete(draft).where(and(eq(draft.sieve, name), digest === undefined ? undefined : eq(draft.digest, digest)));
}
