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
import { backoffSeconds, maxAttempts } from './backoff.js';
import { type ClaimOptions, claimAlone, claimRows } from './claims.js';
import type { LeaseKeeper } from './lease-keeper.js';
import { Slots } from './slots.js';

/** Deliveries under way at once, and of those to one destination: a sick one keeps the rest of the slots free. */
const atOnce = 24;
const perDestination = 4;
/** Milliseconds a try may take at the most, whatever a kind of destination itself waits for. */
const longestTryMs = 60_000;

export interface DeliveryLaneOptions {
  db: Database;
  secrets: Secrets;
  outgoing: Outgoing;
  worker: string;
  leaseSeconds: number;
  leases: LeaseKeeper;
  log: Logger;
}

type DeliveryRow = typeof delivery.$inferSelect;

/** Of the same destination and key as another one, and under way. */
const rivals = sql`rival.destination = delivery.destination AND rival.order_key = delivery.order_key AND rival.id <> delivery.id
  AND rival.claimed_until >= NOW(3)`;

/** Due, and of the same destination and key nothing older is still on its way, and nothing at all under way. */
const due = sql`state IN ('waiting', 'retrying', 'uncertain') AND due_at <= NOW(3) AND NOT EXISTS (
  SELECT 1 FROM delivery AS earlier WHERE earlier.destination = delivery.destination AND earlier.order_key = delivery.order_key
    AND (earlier.message_time < delivery.message_time OR (earlier.message_time = delivery.message_time AND earlier.id < delivery.id)) AND earlier.state IN ('waiting', 'retrying', 'uncertain'))
  AND NOT EXISTS (SELECT 1 FROM delivery AS rival WHERE ${rivals})`;

/** The same check without looking at the table that is being changed. */
const stillDue = sql`state IN ('waiting', 'retrying', 'uncertain') AND due_at <= NOW(3)`;

/** Tries due deliveries, some at once and a few of them to one destination: none waits for another. */
export function deliverySlots(options: DeliveryLaneOptions, pollMs: number): Slots<DeliveryRow> {
  const { db, leases, log } = options;
  const underWay = new Map<string, number>();
  const count = (name: string, by: 1 | -1) => underWay.set(name, (underWay.get(name) ?? 0) + by);
  const held = async (ids: readonly string[]): Promise<DeliveryRow[]> =>
    ids.length === 0
      ? []
      : leases.holding(ids, () =>
          db
            .select()
            .from(delivery)
            .where(inArray(delivery.id, [...ids])),
        );
  return new Slots({
    name: 'deliveries',
    slots: atOnce,
    claim: async (max) => held(await claimFairly(options, underWay, max)),
    claimAlone: async () => (await held(await claimAlone(db, claimOf(options, due, 1))))[0],
    work: async (row) => {
      count(row.destination, 1);
      await deliverOne(options, row).finally(() => {
        count(row.destination, -1);
        leases.drop(row.id);
      });
    },
    pollMs,
    log,
  });
}

/** Claims due deliveries of each destination in turn, as far as each has room. */
async function claimFairly(
  options: DeliveryLaneOptions,
  underWay: ReadonlyMap<string, number>,
  max: number,
): Promise<string[]> {
  const [names] = (await options.db.execute(
    sql`SELECT destination AS name, MIN(due_at) AS oldest FROM ${delivery} WHERE ${stillDue} GROUP BY destination ORDER BY oldest`,
  )) as unknown as [{ name: string }[]];
  const claimed: string[] = [];
  for (const { name } of names) {
    const room = Math.min(max - claimed.length, perDestination - (underWay.get(name) ?? 0));
    if (room <= 0) continue;
    claimed.push(...(await claimRows(options.db, claimOf(options, sql`destination = ${name} AND ${due}`, room))));
  }
  return withoutRivals(options.db, claimed);
}

/**
 * Frees those among claimed deliveries that somebody else claimed another one of the same key beside, in the same moment: each sees
 * the other then, or one of them does, and comes back a little later.
 */
async function withoutRivals(db: Database, claimed: string[]): Promise<string[]> {
  if (claimed.length === 0) return [];
  const [rows] = (await db.execute(
    sql`SELECT id FROM ${delivery} WHERE id IN ${claimed} AND EXISTS (SELECT 1 FROM delivery AS rival WHERE ${rivals})`,
  )) as unknown as [{ id: string }[]];
  const rivalled = rows.map(({ id }) => id);
  if (rivalled.length === 0) return claimed;
  const dueAt = sql`NOW(3) + INTERVAL ${Math.round(100_000 + Math.random() * 400_000)} MICROSECOND`;
  await retryDeadlocks(() =>
    db.update(delivery).set({ claimedBy: null, claimedUntil: null, dueAt }).where(inArray(delivery.id, rivalled)),
  );
  return claimed.filter((id) => !rivalled.includes(id));
}

const claimOf = (
  { worker, leaseSeconds }: DeliveryLaneOptions,
  waiting: ClaimOptions['waiting'],
  max: number,
): ClaimOptions => ({
  table: delivery,
  keyColumn: 'id',
  waiting,
  stillWaiting: stillDue,
  worker,
  max,
  leaseSeconds,
});

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
    if (!isTakingOut(row.payload) || !kind.takeOut) return await inTime(kind.deliver(row.payload, about, context));
    const taken = await inTime(kind.takeOut(row.payload.takeOut, about, context));
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

/** What a try came to, or that it is not known: one that never ends would hold its slot for ever. */
async function inTime<T>(trying: Promise<T>): Promise<T | { result: 'uncertain'; answer: string }> {
  let timer: NodeJS.Timeout | undefined;
  const end = new Promise<{ result: 'uncertain'; answer: string }>((resolve) => {
    timer = setTimeout(() => resolve({ result: 'uncertain', answer: say('YS-DELIVERY-UNCERTAIN') }), longestTryMs);
  });
  // Should it fail after all, when nobody waits for it any more.
  trying.catch(() => undefined);
  return Promise.race([trying, end]).finally(() => clearTimeout(timer));
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
  if (attempts >= maxAttempts)
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
