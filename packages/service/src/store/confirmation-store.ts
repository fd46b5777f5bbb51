import { and, eq, gt, inArray, isNull, lt, ne, or, sql } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { confirmation, delivery } from '../database/schema.js';

export type ConfirmationRow = typeof confirmation.$inferSelect;

/** What somebody confirmed of a message; null where nobody did. */
export async function confirmationOf(db: Executor, messageId: string): Promise<ConfirmationRow | null> {
  const [row] = await db.select().from(confirmation).where(eq(confirmation.messageId, messageId));
  return row ?? null;
}

/** The same of several messages, by message. */
export async function confirmationsOf(
  db: Executor,
  messages: readonly string[],
): Promise<Map<string, ConfirmationRow>> {
  const rows = await db
    .select()
    .from(confirmation)
    .where(inArray(confirmation.messageId, [...messages]));
  return new Map(rows.map((row) => [row.messageId, row]));
}

export async function keepConfirmation(tx: Executor, row: ConfirmationRow): Promise<void> {
  const { messageId: _, ...changed } = row;
  await tx.insert(confirmation).values(row).onDuplicateKeyUpdate({ set: changed });
}

export const forgetConfirmation = (tx: Executor, messageId: string) =>
  tx.delete(confirmation).where(eq(confirmation.messageId, messageId));

const isFree = or(isNull(delivery.claimedBy), lt(delivery.claimedUntil, sql`NOW(3)`));

/**
 * Holds what a confirmed revision lets go: nothing of it leaves any more. False when some of it has left, or is leaving.
 * Deliveries of an earlier revision, or ones that did not wait for a person, are left as they are.
 */
export async function holdDeliveries(tx: Executor, messageId: string, confirmedAt: Date): Promise<boolean> {
  const open = await tx
    .select({ id: delivery.id, state: delivery.state, claimedBy: delivery.claimedBy })
    .from(delivery)
    .where(and(eq(delivery.messageId, messageId), gt(delivery.updatedAt, confirmedAt), ne(delivery.state, 'dropped')))
    .for('update');
  const free = await tx
    .select({ id: delivery.id })
    .from(delivery)
    .where(
      and(
        eq(delivery.messageId, messageId),
        eq(delivery.state, 'waiting'),
        gt(delivery.updatedAt, confirmedAt),
        isFree,
      ),
    );
  const held = new Set(free.map(({ id }) => id));
  if (open.some(({ id, state }) => !held.has(id) && state !== 'kept back')) return false;
  if (held.size > 0)
    await tx
      .update(delivery)
      .set({ dueAt: sql`NOW(3) + INTERVAL 1 HOUR` })
      .where(inArray(delivery.id, [...held]));
  return true;
}
