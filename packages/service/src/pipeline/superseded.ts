import { eq, inArray } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { delivery } from '../database/schema.js';
import { destinationKinds } from '../destinations/index.js';
import { noteChanges } from '../store/change-store.js';
import { type DeliveryRow, type OutboxMessage, targetsOf } from './outbox-target.js';
import { isTakingOut, takingOut } from './taking-out.js';

const open: ReadonlySet<DeliveryRow['state']> = new Set(['waiting', 'retrying', 'uncertain', 'stopped', 'kept back']);

/**
 * What an earlier revision would still have sent, and this one does not, is not sent; what it would still take out, is. What has left
 * stays listed.
 * @param others Deliveries of the message that the current revision does not have.
 */
export async function dropSuperseded(
  tx: Executor,
  message: OutboxMessage,
  others: readonly DeliveryRow[],
  why = 'superseded by a later revision',
): Promise<void> {
  const rows = others.filter(({ state, payload }) => open.has(state) && !isTakingOut(payload));
  await drop(tx, message, rows, why);
}

/** A person said that the message is nothing to us: nothing more of it is sent, and what was written is taken out again. */
export async function takeBackAll(tx: Executor, message: OutboxMessage, why: string): Promise<void> {
  const rows = await tx.select().from(delivery).where(eq(delivery.messageId, message.id)).for('update');
  await dropSuperseded(tx, message, rows, why);
  await leaveOver(tx, message, rows);
}

/** What was written and is no longer part of the record is taken out where the target is ours, and marked elsewhere. */
export async function leaveOver(tx: Executor, message: OutboxMessage, others: readonly DeliveryRow[]): Promise<void> {
  const gone = others.filter(({ state }) => state === 'delivered');
  if (gone.length === 0) return;
  const withdrawn: DeliveryRow[] = [];
  const taken: DeliveryRow[] = [];
  const left: string[] = [];
  const targets = await targetsOf(
    tx,
    gone.map((row) => row.destination),
  );
  for (const row of gone) {
    const target = targets.get(row.destination);
    const kind = target && destinationKinds[target.kind];
    // On trial nothing is written over there, so nothing is taken out either.
    if (message.keepBack) left.push(row.id);
    else if (kind?.withdraw) {
      await kind.withdraw(tx, row.destination, target?.definition ?? {}, row.payload, {
        identity: row.identity,
        message: row.messageId,
      });
      withdrawn.push(row);
    } else if (kind?.takeOut) taken.push(row);
    else left.push(row.id);
  }
  await sendTakingOut(tx, message, taken);
  await drop(tx, message, withdrawn, 'taken out again: no longer part of the record');
  if (left.length > 0) await tx.update(delivery).set({ leftOver: true }).where(inArray(delivery.id, left));
}

/** Puts deliveries on their way once more, to take out what they wrote. */
async function sendTakingOut(tx: Executor, message: OutboxMessage, rows: readonly DeliveryRow[]): Promise<void> {
  if (rows.length === 0) return;
  const now = new Date();
  const open = { state: 'waiting' as const, code: null, attempts: 0, lost: 0, claimedBy: null, claimedUntil: null };
  for (const { id, payload } of rows)
    await tx
      .update(delivery)
      .set({
        ...open,
        payload: takingOut(payload),
        revision: message.revision,
        answer: null,
        dueAt: now,
        updatedAt: now,
      })
      .where(eq(delivery.id, id));
  await noteMoved(tx, message, rows, 'waiting');
}

async function drop(tx: Executor, message: OutboxMessage, rows: readonly DeliveryRow[], answer: string): Promise<void> {
  if (rows.length === 0) return;
  const gone = { state: 'dropped' as const, answer, claimedBy: null, claimedUntil: null, updatedAt: new Date() };
  await tx
    .update(delivery)
    .set(gone)
    .where(
      inArray(
        delivery.id,
        rows.map(({ id }) => id),
      ),
    );
  await noteMoved(tx, message, rows, 'dropped');
}

/** Notes that deliveries went from their states to another. */
async function noteMoved(tx: Executor, message: OutboxMessage, rows: readonly DeliveryRow[], is: DeliveryRow['state']) {
  await noteChanges(
    tx,
    rows.map(({ id, destination: owner, state }) => ({
      kind: 'delivery' as const,
      what: id,
      owner,
      day: message.receivedAt,
      was: state,
      is,
    })),
  );
}
