import { say, YsError } from '@yellow-sieve/core';
import { and, eq, inArray } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from '../database/connect.js';
import { applied } from '../database/schema.js';
import type { Tried } from '../destinations/index.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import { isTakingOut } from '../pipeline/taking-out.js';
import type { Secrets } from '../secrets.js';
import { openDestination } from '../store/destination-store.js';
import { type DeliveryRow, type Settled, settle, settlement } from './settle-deliveries.js';

/** Milliseconds a try may take at the most, whatever a kind of destination itself waits for. */
const longestTryMs = 60_000;

export interface DeliveringOptions {
  db: Database;
  secrets: Secrets;
  outgoing: Outgoing;
  worker: string;
  log: Logger;
}

/** Deliveries of one destination that are tried together. */
export type Batch = readonly DeliveryRow[];

/** Tries deliveries to one destination, together where its kind takes them so, and writes what became of each. */
export async function deliverBatch(options: DeliveringOptions, batch: Batch): Promise<void> {
  const { db, worker } = options;
  const newest = await newestApplied(db, batch);
  const isLate = ({ orderKey, messageTime }: DeliveryRow) => (newest.get(orderKey) ?? messageTime) > messageTime;
  const dropped = { state: 'dropped' as const, code: null, answer: 'newer already there', result: 'dropped' };
  await settle(
    db,
    worker,
    batch.filter(isLate).map((row) => ({ row, ...dropped })),
  );
  const rows = batch.filter((row) => !isLate(row));
  const tried = await tryTogether(options, rows);
  if (tried)
    return settle(
      db,
      worker,
      rows.map((row, i) => settlement(row, tried[i] ?? { result: 'uncertain', answer: '' })),
    );
  for (const row of rows) await settle(db, worker, [settlement(row, await tryOnce(options, row))]);
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
async function tryTogether(options: DeliveringOptions, rows: Batch): Promise<Tried[] | null> {
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

const aboutOf = ({ identity, messageId, messageTime, route, revision, rowKey }: DeliveryRow) => ({
  route,
  row: rowKey,
  revision,
  identity,
  message: messageId,
  messageTime: messageTime.toISOString(),
});

async function tryOnce({ db, secrets, outgoing, log }: DeliveringOptions, row: DeliveryRow): Promise<Settled> {
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
