import { type Code, say } from '@yellow-sieve/core';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { applied, attempt, delivery } from '../database/schema.js';
import { takenOver } from '../database/taken-over.js';
import { retryDeadlocks } from '../database/trouble.js';
import type { Tried } from '../destinations/index.js';
import { noteChanges } from '../store/change-store.js';
import { backoffSeconds, maxAttempts } from './backoff.js';

export type DeliveryRow = typeof delivery.$inferSelect;

/** What a try came to. */
export type Settled = Tried | { result: 'taken out' | 'left'; answer: string };

/** What a try means for its delivery. */
export interface Settlement {
  row: DeliveryRow;
  state: DeliveryRow['state'];
  code: Code | null;
  answer: string;
  result: string;
  retrySeconds?: number;
  /** Set where what was written stays, though it is no longer part of the record. */
  leftOver?: boolean;
}

/** What a try means for the delivery. Pure, but for the jitter. */
export function settlement(row: DeliveryRow, tried: Settled): Settlement {
  const { result, answer } = tried;
  if (result === 'taken out') return { row, state: 'dropped', code: null, answer, result };
  if (result === 'left') return { row, state: 'delivered', code: null, answer, result, leftOver: true };
  if (result === 'delivered') return { row, state: 'delivered', code: null, answer, result };
  if (result === 'refused') return { row, state: 'stopped', code: 'YS-DELIVERY-REFUSED', answer, result };
  if (result === 'later')
    return { row, state: 'waiting', code: 'YS-DELIVERY-CEILING', answer, result, retrySeconds: tried.afterSeconds };
  const attempts = row.attempts + 1;
  if (attempts >= maxAttempts)
    return {
      row,
      state: 'stopped',
      code: 'YS-DELIVERY-GAVE-UP',
      answer: say('YS-DELIVERY-GAVE-UP', { count: attempts, detail: answer }),
      result,
    };
  const retrySeconds = backoffSeconds(attempts, Math.random(), result === 'unreachable' ? tried.retryAfterSeconds : 0);
  return {
    row,
    state: result === 'uncertain' ? 'uncertain' : 'retrying',
    code: result === 'uncertain' ? 'YS-DELIVERY-UNCERTAIN' : 'YS-DELIVERY-UNREACHABLE',
    answer,
    result,
    retrySeconds,
  };
}

/** Writes what became of some tries, but for those that a newer revision took over meanwhile. */
export async function settle(db: Database, worker: string, settlements: readonly Settlement[]): Promise<void> {
  if (settlements.length === 0) return;
  const now = new Date();
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const tries = settlements.filter(({ result }) => result !== 'later');
      if (tries.length > 0)
        await tx.insert(attempt).values(
          tries.map(({ row, result, answer }) => ({
            deliveryId: row.id,
            at: now,
            number: row.attempts + 1,
            result,
            answer: answer.slice(0, 2000),
          })),
        );
      const ids = settlements.map(({ row }) => row.id).sort();
      const held = await tx
        .select({ id: delivery.id, state: delivery.state, revision: delivery.revision })
        .from(delivery)
        .where(and(inArray(delivery.id, ids), eq(delivery.claimedBy, worker)))
        .for('update');
      const stateOf = new Map(held.map(({ id, state, revision }) => [`${id} ${revision}`, state]));
      const mine = settlements.filter(({ row }) => stateOf.has(`${row.id} ${row.revision}`));
      for (const alike of alikeOnes(mine)) await settleAlike(tx, alike, now);
      await noteChanges(
        tx,
        mine.map(({ row, state }) => ({
          kind: 'delivery' as const,
          what: row.id,
          owner: row.destination,
          day: row.messageTime,
          was: stateOf.get(`${row.id} ${row.revision}`) ?? null,
          is: state,
        })),
      );
      await keepApplied(
        tx,
        settlements.flatMap(({ row, state }) => (state === 'delivered' ? [row] : [])),
      );
    }),
  );
}

/** Those that came to the same are written by one statement. */
function alikeOnes(settlements: readonly Settlement[]): (readonly [Settlement, ...Settlement[]])[] {
  const alike = new Map<string, [Settlement, ...Settlement[]]>();
  for (const one of settlements) {
    const { row: _, ...rest } = one;
    const name = JSON.stringify(rest);
    const others = alike.get(name);
    if (others) others.push(one);
    else alike.set(name, [one]);
  }
  return [...alike.values()];
}

async function settleAlike(tx: Executor, alike: readonly [Settlement, ...Settlement[]], now: Date): Promise<void> {
  const [{ state, code, answer, result, leftOver, retrySeconds = 0 }] = alike;
  await tx
    .update(delivery)
    .set({
      state,
      code,
      ...(leftOver ? { leftOver: true } : {}),
      answer: answer.slice(0, 2000),
      // What only waits for room was not tried.
      attempts: sql`${delivery.attempts} + ${result === 'later' ? 0 : 1}`,
      dueAt: sql`NOW(3) + INTERVAL ${retrySeconds} SECOND`,
      claimedBy: null,
      claimedUntil: null,
      lost: 0,
      updatedAt: now,
    })
    .where(
      inArray(
        delivery.id,
        alike.map(({ row }) => row.id),
      ),
    );
}

/** Remembers of each order key what was applied last. */
async function keepApplied(tx: Executor, rows: readonly DeliveryRow[]): Promise<void> {
  if (rows.length === 0) return;
  await tx
    .insert(applied)
    .values(
      rows.map(({ destination, orderKey, messageTime, id }) => ({
        destination,
        orderKey,
        messageTime,
        deliveryId: id,
      })),
    )
    .onDuplicateKeyUpdate({ set: takenOver({ messageTime: applied.messageTime, deliveryId: applied.deliveryId }) });
}
