import { digestOfRecord, type JsonValue, say, YsError } from '@yellow-sieve/core';
import { and, eq, inArray } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { delivery, message, record } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { noteChanges } from '../store/change-store.js';
import { confirmationOf, forgetConfirmation, holdDeliveries, keepConfirmation } from '../store/confirmation-store.js';
import { enter, takeBack } from '../store/entered-store.js';
import { messageDetail, waitAgain } from '../store/message-store.js';

export interface Confirming {
  key: string;
  /** The revision the person saw. */
  revision: number;
  by: string;
  /** Seconds in which it can be taken back; nothing leaves before. */
  undoSeconds: number;
}

/**
 * Confirms a record as it was shown, and lets it go on; what a model only claimed becomes the person's word. Returns when it
 * leaves.
 * @throws YsError YS-CONFIRM-CHANGED when a newer revision came, YS-CONFIRM-STATE when it is not in review
 */
export async function confirmRecord(db: Database, { key, revision, by, undoSeconds }: Confirming): Promise<Date> {
  const at = new Date();
  const leaves = new Date(at.getTime() + undoSeconds * 1000);
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      await inReview(tx, key, 'confirmed');
      const { revision: seen } = await messageDetail(tx, key);
      if (!seen) throw new YsError('YS-MESSAGE-NO-RECORD');
      if (seen.number !== revision) throw new YsError('YS-CONFIRM-CHANGED', { revision: seen.number });
      const claimed = claimedIn(seen);
      await enter(tx, key, claimed, by);
      const digest = digestOfRecord(seen);
      await keepConfirmation(tx, { messageId: key, digest, entered: Object.keys(claimed), by, at, leavesAt: leaves });
      const version = seen.madeFrom.sieveVersion;
      // By the version that made it: what was seen is what goes.
      await waitAgain(tx, key, { through: version === null ? null : { sieve: seen.sieve, version }, forget: false });
    }),
  );
  return leaves;
}

/** Values that nothing in the message supports, as they are shown; rows are entered whole where a cell of them is such. */
function claimedIn({
  fields,
  rows,
  problems,
}: Pick<NonNullable<Awaited<ReturnType<typeof messageDetail>>['revision']>, 'fields' | 'rows' | 'problems'>) {
  const claimed: Record<string, JsonValue | Record<string, JsonValue>[]> = {};
  for (const { code, path } of problems) {
    if (code !== 'YS-PROMPT-UNSUPPORTED') continue;
    const value = fields[path];
    if (path.startsWith('rows[')) claimed.rows = rows;
    else if (value !== undefined && value !== null) claimed[path] = value;
  }
  return claimed;
}

/**
 * Takes a confirmation back, before anything of it has left: the record is in review again, as it was.
 * @throws YsError YS-CONFIRM-LEFT when it is too late
 */
export async function takeBackConfirmation(db: Database, key: string): Promise<void> {
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const [row] = await tx.select().from(message).where(eq(message.id, key)).for('update');
      if (!row) throw new YsError('YS-NOT-FOUND', { what: 'message', name: key });
      const confirmed = await confirmationOf(tx, key);
      if (!confirmed) throw new YsError('YS-CONFIRM-STATE', { state: row.state, act: 'taken back' });
      if (!(await holdDeliveries(tx, key, confirmed.at))) throw new YsError('YS-CONFIRM-LEFT');
      await forgetConfirmation(tx, key);
      await takeBack(tx, key, confirmed.entered);
      const { revision } = await messageDetail(tx, key);
      const version = revision?.madeFrom.sieveVersion ?? null;
      const through = revision && version !== null ? { sieve: revision.sieve, version } : null;
      await waitAgain(tx, key, { through, forget: false });
    }),
  );
}

/**
 * Lays a message aside that nobody here has to do with; it is kept, and can be taken in again.
 * @throws YsError YS-CONFIRM-STATE when it is neither in review nor failed
 */
export async function layAside(db: Database, key: string, reason: string, by: string): Promise<void> {
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const row = await inReview(tx, key, 'laid aside', ['review', 'failed']);
      const text = say('YS-NOT-FOR-US', { by, reason: reason.trim() });
      const now = new Date();
      await tx
        .update(message)
        .set({ state: 'skipped', reasons: [{ code: 'YS-NOT-FOR-US', text }], updatedAt: now })
        .where(eq(message.id, key));
      await tx.update(record).set({ verdict: 'skipped', updatedAt: now }).where(eq(record.messageId, key));
      await tx
        .update(delivery)
        .set({ state: 'dropped', answer: text, updatedAt: now })
        .where(and(eq(delivery.messageId, key), inArray(delivery.state, ['kept back', 'stopped'])));
      const about = { kind: 'message' as const, what: key, owner: row.mailboxId, day: row.receivedAt };
      await noteChanges(tx, [{ ...about, was: row.state, is: 'skipped' }]);
    }),
  );
}

async function inReview(tx: Executor, key: string, act: string, states: readonly string[] = ['review']) {
  const [row] = await tx.select().from(message).where(eq(message.id, key)).for('update');
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'message', name: key });
  if (!states.includes(row.state)) throw new YsError('YS-CONFIRM-STATE', { state: row.state, act });
  return row;
}
