import { type Code, say, YsError } from '@yellow-sieve/core';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from '../database/connect.js';
import { applied, attempt, delivery } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import type { Tried } from '../destinations/index.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import { isTakingOut } from '../pipeline/taking-out.js';
import type { Secrets } from '../secrets.js';
import { noteChanges } from '../store/change-store.js';
import { openDestination } from '../store/destination-store.js';
import { backoffSeconds, mostAttempts } from './backoff.js';
import { type ClaimOptions, claimAlone, claimRows } from './claims.js';

const atOnce = 16;
export interface DeliveryLaneOptions {
  db: Database;
  secrets: Secrets;
  outgoing: Outgoing;
  worker: string;
  leaseSeconds: number;
  log: Logger;
}

type DeliveryRow = typeof delivery.$inferSelect;

/** Due, and nothing older of the same destination and key is still on its way. */
const due = sql`state IN ('waiting', 'retrying', 'uncertain') AND due_at <= NOW(3) AND NOT EXISTS (
  SELECT 1 FROM delivery AS earlier WHERE earlier.destination = delivery.destination AND earlier.order_key = delivery.order_key
    AND (earlier.message_time < delivery.message_time OR (earlier.message_time = delivery.message_time AND earlier.id < delivery.id)) AND earlier.state IN ('waiting', 'retrying', 'uncertain'))`;

/** The same check without looking at the table that is being changed. */
const stillDue = sql`state IN ('waiting', 'retrying', 'uncertain') AND due_at <= NOW(3)`;

/** One round: claims some due deliveries and tries them side by side, one destination not waiting for another. */
export async function deliveryRound(options: DeliveryLaneOptions): Promise<number> {
  const claim: ClaimOptions = {
    table: delivery,
    keyColumn: 'id',
    waiting: due,
    stillWaiting: stillDue,
    worker: options.worker,
    most: atOnce,
    leaseSeconds: options.leaseSeconds,
  };
  const claimed = await claimRows(options.db, claim);
  const ids = claimed.length > 0 ? claimed : await claimAlone(options.db, claim);
  if (ids.length === 0) return 0;
  const rows = await options.db.select().from(delivery).where(inArray(delivery.id, ids));
  await Promise.all(rows.map((row) => deliverOne(options, row)));
  return ids.length;
}

async function deliverOne(options: DeliveryLaneOptions, row: DeliveryRow): Promise<void> {
  if (await newerApplied(options.db, row))
    return settle(options, row, { state: 'dropped', code: null, answer: 'newer already there', result: 'dropped' });
  const tried = await tryOnce(options, row);
  await settle(options, row, settlement(row, tried));
}

async function newerApplied(db: Database, row: DeliveryRow): Promise<boolean> {
  const [last] = await db
    .select()
    .from(applied)
    .where(and(eq(applied.destination, row.destination), eq(applied.orderKey, row.orderKey)));
  return last !== undefined && last.messageTime > row.messageTime;
}

type Settled = Tried | { result: 'taken out' | 'left'; answer: string };

async function tryOnce({ db, secrets, outgoing, log }: DeliveryLaneOptions, row: DeliveryRow): Promise<Settled> {
  try {
    const { kind, context } = await openDestination(db, secrets, outgoing, row.destination);
    const about = { identity: row.identity, message: row.messageId, messageTime: row.messageTime.toISOString() };
    if (!isTakingOut(row.payload) || !kind.takeOut) return await kind.deliver(row.payload, about, context);
    const taken = await kind.takeOut(row.payload.takeOut, about, context);
    return taken.result === 'delivered' ? { ...taken, result: 'taken out' } : taken;
  } catch (error) {
    if (error instanceof YsError) return { result: 'refused', answer: error.message };
    log.error(
      { delivery: row.id, trouble: error instanceof Error ? error.name : 'unknown' },
      'a delivery failed unexpectedly',
    );
    return { result: 'unreachable', answer: say('YS-DELIVERY-UNREACHABLE', { detail: 'trouble inside the service' }) };
  }
}

interface Settlement {
  state: DeliveryRow['state'];
  code: Code | null;
  answer: string;
  result: string;
  retrySeconds?: number;
  /** Set where what was written stays, though it is no longer part of the record. */
  leftOver?: boolean;
}

/** What a try means for the delivery. Pure, but for the jitter. */
function settlement(row: DeliveryRow, tried: Settled): Settlement {
  const { result, answer } = tried;
  if (result === 'taken out') return { state: 'dropped', code: null, answer, result };
  if (result === 'left') return { state: 'delivered', code: null, answer, result, leftOver: true };
  if (result === 'delivered') return { state: 'delivered', code: null, answer, result };
  if (result === 'refused') return { state: 'stopped', code: 'YS-DELIVERY-REFUSED', answer, result };
  const attempts = row.attempts + 1;
  if (attempts >= mostAttempts)
    return {
      state: 'stopped',
      code: 'YS-DELIVERY-GAVE-UP',
      answer: say('YS-DELIVERY-GAVE-UP', { count: attempts, detail: answer }),
      result,
    };
  const retrySeconds = backoffSeconds(attempts, Math.random(), result === 'unreachable' ? tried.retryAfterSeconds : 0);
  return {
    state: result === 'uncertain' ? 'uncertain' : 'retrying',
    code: result === 'uncertain' ? 'YS-DELIVERY-UNCERTAIN' : 'YS-DELIVERY-UNREACHABLE',
    answer,
    result,
    retrySeconds,
  };
}

/** Writes what became of a try, unless a newer revision took the delivery over meanwhile. */
async function settle({ db, worker }: DeliveryLaneOptions, row: DeliveryRow, outcome: Settlement): Promise<void> {
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      await tx.insert(attempt).values({
        deliveryId: row.id,
        at: new Date(),
        number: row.attempts + 1,
        result: outcome.result,
        answer: outcome.answer.slice(0, 2000),
      });
      const mine = and(eq(delivery.id, row.id), eq(delivery.claimedBy, worker), eq(delivery.revision, row.revision));
      const [current] = await tx.select({ state: delivery.state }).from(delivery).where(mine).for('update');
      await tx
        .update(delivery)
        .set({
          state: outcome.state,
          code: outcome.code,
          ...(outcome.leftOver ? { leftOver: true } : {}),
          answer: outcome.answer.slice(0, 2000),
          attempts: row.attempts + 1,
          dueAt: sql`NOW(3) + INTERVAL ${outcome.retrySeconds ?? 0} SECOND`,
          claimedBy: null,
          claimedUntil: null,
          lost: 0,
          updatedAt: new Date(),
        })
        .where(mine);
      const noted = { kind: 'delivery' as const, what: row.id, owner: row.destination, day: row.messageTime };
      if (current) await noteChanges(tx, [{ ...noted, was: current.state, is: outcome.state }]);
      if (outcome.state !== 'delivered') return;
      const last = { messageTime: row.messageTime, deliveryId: row.id };
      await tx
        .insert(applied)
        .values({ destination: row.destination, orderKey: row.orderKey, ...last })
        .onDuplicateKeyUpdate({ set: last });
    }),
  );
}
