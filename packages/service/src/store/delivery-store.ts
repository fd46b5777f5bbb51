import type { Delivery } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { and, asc, count, desc, eq, inArray, lt, min, type SQL } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { attempt, delivery, message } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { noteChanges } from './change-store.js';
import { cursorId, pageOf } from './paging.js';

type Row = typeof delivery.$inferSelect;

function published({ row, subject }: { row: Row; subject: string | null }): Delivery {
  return {
    key: row.id,
    identity: row.identity,
    message: row.messageId,
    subject,
    record: row.recordId,
    revision: row.revision,
    route: row.route,
    destination: row.destination,
    state: row.state,
    attempts: row.attempts,
    next_try: isOpen(row.state) ? row.dueAt.toISOString() : null,
    code: row.code,
    answer: row.answer,
    updated: row.updatedAt.toISOString(),
  };
}

export interface DeliveryFilter {
  limit: number;
  cursor?: string | undefined;
  state?: Delivery['state'] | undefined;
  destination?: string | undefined;
  message?: string | undefined;
}

export async function listDeliveries(db: Executor, filter: DeliveryFilter) {
  const before = cursorId(filter.cursor);
  const chosen = newestOf(
    db,
    and(
      before ? lt(delivery.id, before) : undefined,
      filter.state ? eq(delivery.state, filter.state) : undefined,
      filter.destination ? eq(delivery.destination, filter.destination) : undefined,
      filter.message ? eq(delivery.messageId, filter.message) : undefined,
    ),
    filter.limit + 1,
  );
  const rows = await withSubject(db).innerJoin(chosen, eq(chosen.id, delivery.id)).orderBy(desc(delivery.id));
  return pageOf(rows.map(published), filter.limit);
}

const withSubject = (db: Executor) =>
  db
    .select({ row: delivery, subject: message.subject })
    .from(delivery)
    .innerJoin(message, eq(message.id, delivery.messageId));

/** Keys of the newest deliveries of some kind: they are chosen before anything is looked up for them. */
const newestOf = (db: Executor, test: SQL | undefined, max: number) =>
  db.select({ id: delivery.id }).from(delivery).where(test).orderBy(desc(delivery.id)).limit(max).as('chosen');

/** The deliveries that stopped last. */
export async function stoppedDeliveries(db: Executor, max: number) {
  const stopped = newestOf(db, eq(delivery.state, 'stopped'), max);
  const rows = await withSubject(db).innerJoin(stopped, eq(stopped.id, delivery.id)).orderBy(desc(delivery.id));
  return rows.map(({ row, subject }) => ({
    delivery: row.id,
    message: row.messageId,
    subject,
    destination: row.destination,
    answer: row.answer,
    updated: row.updatedAt.toISOString(),
  }));
}

/** Destinations whose deliveries wait for another try: how many, since when, and what came of the last try. The longest first. */
export async function troubledDestinations(db: Executor, max: number) {
  const waiting = inArray(delivery.state, ['retrying', 'uncertain']);
  const groups = await db
    .select({ destination: delivery.destination, count: count(), since: min(delivery.createdAt) })
    .from(delivery)
    .where(waiting)
    .groupBy(delivery.destination)
    .orderBy(min(delivery.createdAt))
    .limit(max);
  return Promise.all(
    groups.map(async ({ since, ...group }) => {
      const [last] = await db
        .select({ answer: delivery.answer })
        .from(delivery)
        .where(and(waiting, eq(delivery.destination, group.destination)))
        .orderBy(desc(delivery.updatedAt))
        .limit(1);
      return { ...group, answer: last?.answer ?? null, since: (since ?? new Date()).toISOString() };
    }),
  );
}

async function deliveryRow(db: Executor, id: string): Promise<{ row: Row; subject: string | null }> {
  const [row] = await withSubject(db).where(eq(delivery.id, id));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'delivery', name: id });
  return row;
}

export async function getDelivery(db: Executor, id: string) {
  const found = await deliveryRow(db, id);
  const tries = await db.select().from(attempt).where(eq(attempt.deliveryId, id)).orderBy(asc(attempt.at));
  return {
    ...published(found),
    payload: found.row.payload,
    tries: tries.map(({ at, result, answer }) => ({ at: at.toISOString(), result, answer })),
  };
}

/** What a delivery wrote, and where. @throws YsError YS-NOT-FOUND */
export async function writtenBy(db: Executor, id: string) {
  const { row } = await deliveryRow(db, id);
  const about = {
    identity: row.identity,
    message: row.messageId,
    messageTime: row.messageTime.toISOString(),
    route: row.route,
  };
  return { destination: row.destination, written: row.payload, about };
}

const retryable: readonly Row['state'][] = ['stopped', 'retrying', 'uncertain', 'waiting'];

/** Whether a delivery is still on its way. */
export const isOpen = (state: Row['state']): boolean =>
  state === 'waiting' || state === 'retrying' || state === 'uncertain';

/** Makes a delivery due now, with its count of attempts begun anew. */
/** Has all stopped deliveries of a destination tried again, some at a time; gives how many. */
export async function retryStopped(db: Database, name: string): Promise<number> {
  let count = 0;
  for (;;) {
    const some = await retryDeadlocks(() => db.transaction((tx) => retrySome(tx, name)));
    count += some;
    if (some < stoppedAtOnce) return count;
  }
}

/** Rows that are locked together. */
const stoppedAtOnce = 200;

async function retrySome(tx: Executor, name: string): Promise<number> {
  const rows = await tx
    .select({ id: delivery.id, day: delivery.messageTime })
    .from(delivery)
    .where(and(eq(delivery.destination, name), eq(delivery.state, 'stopped')))
    .orderBy(asc(delivery.messageTime))
    .limit(stoppedAtOnce)
    .for('update');
  if (rows.length === 0) return 0;
  const now = new Date();
  const ids = rows.map(({ id }) => id);
  await tx
    .update(delivery)
    .set({ state: 'waiting', attempts: 0, lost: 0, dueAt: now, updatedAt: now })
    .where(inArray(delivery.id, ids));
  const changes = rows.map(({ id, day }) => ({ kind: 'delivery' as const, what: id, owner: name, day }));
  await noteChanges(
    tx,
    changes.map((change) => ({ ...change, was: 'stopped', is: 'waiting' })),
  );
  return rows.length;
}

export async function retryDelivery(db: Database, id: string): Promise<Delivery> {
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const [row] = await tx.select().from(delivery).where(eq(delivery.id, id)).for('update');
      if (!row) throw new YsError('YS-NOT-FOUND', { what: 'delivery', name: id });
      if (!retryable.includes(row.state)) throw new YsError('YS-DELIVERY-STATE', { state: row.state });
      const now = new Date();
      await tx
        .update(delivery)
        .set({ state: 'waiting', attempts: 0, lost: 0, dueAt: now, updatedAt: now })
        .where(eq(delivery.id, id));
      const noted = { kind: 'delivery' as const, what: id, owner: row.destination, day: row.messageTime };
      await noteChanges(tx, [{ ...noted, was: row.state, is: 'waiting' }]);
    }),
  );
  return published(await deliveryRow(db, id));
}

/** When the oldest delivery of each destination was made that is not there yet. */
export async function oldestDeliveries(db: Executor): Promise<{ owner: string; since: Date }[]> {
  const rows = await db
    .select({ owner: delivery.destination, since: min(delivery.createdAt) })
    .from(delivery)
    .where(inArray(delivery.state, ['waiting', 'retrying', 'uncertain', 'stopped']))
    .groupBy(delivery.destination);
  return rows.flatMap(({ owner, since }) => (since ? [{ owner, since: new Date(since) }] : []));
}
