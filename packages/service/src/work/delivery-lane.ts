import { type Code, say, YsError } from '@yellow-sieve/core';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database, Executor } from '../database/connect.js';
import { applied, attempt, delivery, destination } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { destinationKinds, type Tried } from '../destinations/index.js';
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
/** Deliveries to one destination that are tried together at the most, where its kind takes several at once. */
const together = 100;
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

/**
 * Due, and of the same destination and key nothing older is still on its way, and nothing at all under way. The index is
 * named, since one by state would have every row compared with every other as soon as many wait.
 */
const due = sql`state IN ('waiting', 'retrying', 'uncertain') AND due_at <= NOW(3) AND NOT EXISTS (
  SELECT 1 FROM delivery AS earlier FORCE INDEX (delivery_order) WHERE earlier.destination = delivery.destination AND earlier.order_key = delivery.order_key
    AND (earlier.message_time < delivery.message_time OR (earlier.message_time = delivery.message_time AND earlier.id < delivery.id)) AND earlier.state IN ('waiting', 'retrying', 'uncertain'))
  AND NOT EXISTS (SELECT 1 FROM delivery AS rival FORCE INDEX (delivery_order) WHERE ${rivals})`;

/** The same check without looking at the table that is being changed. */
const stillDue = sql`state IN ('waiting', 'retrying', 'uncertain') AND due_at <= NOW(3)`;

/** Deliveries of one destination that are tried together. */
type Batch = readonly DeliveryRow[];

/** Tries due deliveries, some at once and a few of them to one destination: none waits for another. */
export function deliverySlots(options: DeliveryLaneOptions, pollMs: number): Slots<Batch> {
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
    claim: async (max) => {
      const { ids, inBatches } = await claimFairly(options, underWay, max);
      return batchesOf(await held(ids), inBatches);
    },
    claimAlone: async () => {
      const [row] = await held(await claimAlone(db, claimOf(options, due, 1)));
      return row && [row];
    },
    work: async (batch) => {
      const [{ destination }] = batch as [DeliveryRow];
      count(destination, 1);
      await deliverBatch(options, batch).finally(() => {
        count(destination, -1);
        for (const { id } of batch) leases.drop(id);
      });
    },
    pollMs,
    log,
  });
}

/** What is tried together, by destination; what a worker was lost over before is tried by itself. */
function batchesOf(rows: readonly DeliveryRow[], inBatches: ReadonlySet<string>): Batch[] {
  const batches = new Map<string, DeliveryRow[]>();
  for (const row of rows) {
    const own = row.lost === 0 && inBatches.has(row.destination) ? row.destination : row.id;
    batches.set(own, [...(batches.get(own) ?? []), row]);
  }
  return [...batches.values()];
}

/** Claims due deliveries of each destination in turn, as far as each has room; a batch of them has the room of one. */
async function claimFairly(
  options: DeliveryLaneOptions,
  underWay: ReadonlyMap<string, number>,
  max: number,
): Promise<{ ids: string[]; inBatches: ReadonlySet<string> }> {
  const [names] = (await options.db.execute(
    sql`SELECT delivery.destination AS name, MIN(due_at) AS oldest, MAX(target.kind) AS kind FROM ${delivery}
      LEFT JOIN ${destination} AS target ON target.name = delivery.destination WHERE ${stillDue} GROUP BY delivery.destination ORDER BY oldest`,
  )) as unknown as [{ name: string; kind: string | null }[]];
  const claimed: string[] = [];
  const inBatches = new Set<string>();
  let free = max;
  for (const { name, kind } of names) {
    const room = Math.min(free, perDestination - (underWay.get(name) ?? 0));
    if (room <= 0) continue;
    if (kind !== null && destinationKinds[kind]?.deliverTogether) inBatches.add(name);
    const some = inBatches.has(name) ? together : room;
    claimed.push(...(await claimRows(options.db, claimOf(options, sql`destination = ${name} AND ${due}`, some))));
    free -= inBatches.has(name) ? 1 : room;
  }
  return { ids: await withoutRivals(options.db, claimed), inBatches };
}

/**
 * Frees those among claimed deliveries that somebody else claimed another one of the same key beside, in the same moment: each sees
 * the other then, or one of them does, and comes back a little later.
 */
async function withoutRivals(db: Database, claimed: string[]): Promise<string[]> {
  if (claimed.length === 0) return [];
  const [rows] = (await db.execute(
    sql`SELECT id FROM ${delivery} WHERE id IN ${claimed} AND EXISTS (SELECT 1 FROM delivery AS rival FORCE INDEX (delivery_order) WHERE ${rivals})`,
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

async function deliverBatch(options: DeliveryLaneOptions, batch: Batch): Promise<void> {
  const newest = await newestApplied(options.db, batch);
  const isLate = ({ orderKey, messageTime }: DeliveryRow) => (newest.get(orderKey) ?? messageTime) > messageTime;
  const dropped = { state: 'dropped' as const, code: null, answer: 'newer already there', result: 'dropped' };
  await settle(
    options,
    batch.filter(isLate).map((row) => ({ row, ...dropped })),
  );
  const rows = batch.filter((row) => !isLate(row));
  const tried = await tryTogether(options, rows);
  if (tried)
    return settle(
      options,
      rows.map((row, i) => settlement(row, tried[i] ?? { result: 'uncertain', answer: '' })),
    );
  for (const row of rows) await settle(options, [settlement(row, await tryOnce(options, row))]);
}

/** The time of the newest message that was applied, by the order keys of deliveries to one destination. */
async function newestApplied(db: Database, batch: Batch): Promise<Map<string, Date>> {
  const rows = await db
    .select()
    .from(applied)
    .where(
      and(
        eq(applied.destination, batch[0]?.destination ?? ''),
        inArray(
          applied.orderKey,
          batch.map(({ orderKey }) => orderKey),
        ),
      ),
    );
  return new Map(rows.map(({ orderKey, messageTime }) => [orderKey, messageTime]));
}

/** What became of several that were tried together; null where each is to be tried by itself. */
async function tryTogether(options: DeliveryLaneOptions, rows: Batch): Promise<Tried[] | null> {
  const [first] = rows;
  if (!first || rows.length === 1) return null;
  try {
    const { kind, context } = await openDestination(options.db, options.secrets, options.outgoing, first.destination);
    if (!kind.deliverTogether) return null;
    const lines = rows.map((row) => ({ payload: row.payload, about: aboutOf(row) }));
    const tried = await inTime(kind.deliverTogether(lines, context));
    if (Array.isArray(tried)) return tried.map((answer) => ({ result: 'delivered', answer }));
    return tried.result === 'refused' ? null : rows.map(() => tried);
  } catch {
    return null;
  }
}

const aboutOf = ({ identity, messageId, messageTime }: DeliveryRow) => ({
  identity,
  message: messageId,
  messageTime: messageTime.toISOString(),
});

type Settled = Tried | { result: 'taken out' | 'left'; answer: string };

async function tryOnce({ db, secrets, outgoing, log }: DeliveryLaneOptions, row: DeliveryRow): Promise<Settled> {
  try {
    const { kind, context } = await openDestination(db, secrets, outgoing, row.destination);
    const about = aboutOf(row);
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
function settlement(row: DeliveryRow, tried: Settled): Settlement {
  const { result, answer } = tried;
  if (result === 'taken out') return { row, state: 'dropped', code: null, answer, result };
  if (result === 'left') return { row, state: 'delivered', code: null, answer, result, leftOver: true };
  if (result === 'delivered') return { row, state: 'delivered', code: null, answer, result };
  if (result === 'refused') return { row, state: 'stopped', code: 'YS-DELIVERY-REFUSED', answer, result };
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
async function settle({ db, worker }: DeliveryLaneOptions, settlements: readonly Settlement[]): Promise<void> {
  if (settlements.length === 0) return;
  const now = new Date();
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      await tx.insert(attempt).values(
        settlements.map(({ row, result, answer }) => ({
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
  const [{ state, code, answer, leftOver, retrySeconds = 0 }] = alike;
  await tx
    .update(delivery)
    .set({
      state,
      code,
      ...(leftOver ? { leftOver: true } : {}),
      answer: answer.slice(0, 2000),
      attempts: sql`${delivery.attempts} + 1`,
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
async function keepApplied(tx: Executor, rows: Batch): Promise<void> {
  if (rows.length === 0) return;
  const newer = (column: string) => sql`VALUES(${sql.identifier(column)})`;
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
    .onDuplicateKeyUpdate({
      set: { messageTime: newer(applied.messageTime.name), deliveryId: newer(applied.deliveryId.name) },
    });
}
