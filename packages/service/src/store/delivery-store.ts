import type { Delivery } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { and, asc, desc, eq, lt } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { attempt, delivery } from '../database/schema.js';
import { cursorId, pageOf } from './paging.js';

type Row = typeof delivery.$inferSelect;

function published(row: Row): Delivery {
  const open = row.state === 'waiting' || row.state === 'retrying' || row.state === 'uncertain';
  return {
    key: row.id,
    identity: row.identity,
    message: row.messageId,
    record: row.recordId,
    revision: row.revision,
    route: row.route,
    destination: row.destination,
    state: row.state,
    attempts: row.attempts,
    next_try: open ? row.dueAt.toISOString() : null,
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
  const rows = await db
    .select()
    .from(delivery)
    .where(
      and(
        before ? lt(delivery.id, before) : undefined,
        filter.state ? eq(delivery.state, filter.state) : undefined,
        filter.destination ? eq(delivery.destination, filter.destination) : undefined,
        filter.message ? eq(delivery.messageId, filter.message) : undefined,
      ),
    )
    .orderBy(desc(delivery.id))
    .limit(filter.limit + 1);
  return pageOf(rows.map(published), filter.limit);
}

async function deliveryRow(db: Executor, id: string): Promise<Row> {
  const [row] = await db.select().from(delivery).where(eq(delivery.id, id));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'delivery', name: id });
  return row;
}

export async function getDelivery(db: Executor, id: string) {
  const row = await deliveryRow(db, id);
  const tries = await db.select().from(attempt).where(eq(attempt.deliveryId, id)).orderBy(asc(attempt.at));
  return {
    ...published(row),
    payload: row.payload,
    tries: tries.map(({ at, result, answer }) => ({ at: at.toISOString(), result, answer })),
  };
}

const retryable: readonly Row['state'][] = ['stopped', 'retrying', 'uncertain', 'waiting'];

/** Makes a delivery due now, with its count of attempts begun anew. */
export async function retryDelivery(db: Database, id: string): Promise<Delivery> {
  const row = await deliveryRow(db, id);
  if (!retryable.includes(row.state)) throw new YsError('YS-DELIVERY-STATE', { state: row.state });
  const now = new Date();
  await db
    .update(delivery)
    .set({ state: 'waiting', attempts: 0, lost: 0, dueAt: now, updatedAt: now })
    .where(and(eq(delivery.id, id), eq(delivery.state, row.state)));
  return published(await deliveryRow(db, id));
}
