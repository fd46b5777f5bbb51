import { YsError } from '@yellow-sieve/core';
import { and, asc, count, eq, inArray, type SQL, sql } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { delivery, destination, record, recordRevision } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { noteChanges } from './change-store.js';

/** What becomes of a delivery that is kept back. */
export type KeptDoing = 'release' | 'drop';

/** Deliveries that are kept back: of a sieve’s published rules, of one message, or one alone. */
export type KeptSelection =
  | { sieve: string; destination?: string | undefined }
  | { message: string; destinations: readonly string[] }
  | { delivery: string };

/** What a draft made is not a sieve's own yet. */
const ofVersion = sql`JSON_VALUE(${recordRevision.madeFrom}, '$.sieveVersion') IS NOT NULL`;

function selected(selection: KeptSelection): SQL | undefined {
  const keptBack = eq(delivery.state, 'kept back');
  if ('delivery' in selection) return and(keptBack, eq(delivery.id, selection.delivery));
  if ('message' in selection)
    return and(
      keptBack,
      eq(delivery.messageId, selection.message),
      inArray(delivery.destination, [...selection.destinations]),
    );
  const to = selection.destination === undefined ? undefined : eq(delivery.destination, selection.destination);
  return and(keptBack, eq(record.sieve, selection.sieve), ofVersion, to);
}

const madeBy = and(eq(recordRevision.recordId, delivery.recordId), eq(recordRevision.number, delivery.revision));

/** How many deliveries of a sieve are kept back, by destination. */
export function keptBackOf(db: Executor, sieve: string): Promise<{ destination: string; count: number }[]> {
  return db
    .select({ destination: delivery.destination, count: count() })
    .from(delivery)
    .innerJoin(record, eq(record.id, delivery.recordId))
    .innerJoin(recordRevision, madeBy)
    .where(selected({ sieve }))
    .groupBy(delivery.destination)
    .orderBy(asc(delivery.destination));
}

/** What is kept back of a message, in the order it would go. */
export async function keptTargets(db: Executor, messageId: string) {
  const rows = await db
    .select({
      delivery: delivery.id,
      route: delivery.route,
      destination: delivery.destination,
      title: destination.title,
      kind: destination.kind,
      payload: delivery.payload,
    })
    .from(delivery)
    .leftJoin(destination, eq(destination.name, delivery.destination))
    .where(and(eq(delivery.messageId, messageId), eq(delivery.state, 'kept back')))
    .orderBy(asc(delivery.id));
  return rows.map((row) => ({ ...row, title: row.title ?? row.destination, kind: row.kind ?? '' }));
}

/** Deliveries that one transaction settles: few enough that live mail need not wait for their locks. */
const atOnce = 500;

const states = { release: 'waiting', drop: 'dropped' } as const;

/** Sends or drops what is kept back, oldest first, some at a time. Returns how many. */
export async function settleKept(db: Database, selection: KeptSelection, doing: KeptDoing): Promise<number> {
  let settled = 0;
  for (;;) {
    const some = await retryDeadlocks(() => db.transaction((tx) => settleSome(tx, selection, doing)));
    settled += some;
    if (some < atOnce) return settled;
  }
}

async function settleSome(tx: Executor, selection: KeptSelection, doing: KeptDoing): Promise<number> {
  const found = await tx
    .select({ id: delivery.id })
    .from(delivery)
    .leftJoin(record, eq(record.id, delivery.recordId))
    .leftJoin(recordRevision, madeBy)
    .where(selected(selection))
    .orderBy(asc(delivery.id))
    .limit(atOnce);
  const ids = found.map(({ id }) => id);
  if (ids.length === 0) return 0;
  // Held and looked at once more: what somebody else released meanwhile is not released, or counted, twice.
  const rows = await tx
    .select({ id: delivery.id, destination: delivery.destination, messageTime: delivery.messageTime })
    .from(delivery)
    .where(and(eq(delivery.state, 'kept back'), inArray(delivery.id, ids)))
    .for('update');
  const now = new Date();
  const open = { attempts: 0, lost: 0, dueAt: now, answer: null };
  const state = states[doing];
  if (rows.length > 0)
    await tx
      .update(delivery)
      .set({ state, updatedAt: now, ...(doing === 'release' ? open : { answer: 'dropped at the end of the trial' }) })
      .where(
        inArray(
          delivery.id,
          rows.map(({ id }) => id),
        ),
      );
  await noteChanges(
    tx,
    rows.map(({ id, destination: owner, messageTime: day }) => ({
      kind: 'delivery' as const,
      what: id,
      owner,
      day,
      was: 'kept back',
      is: state,
    })),
  );
  return rows.length;
}

/**
 * Sends or drops one delivery.
 * @throws YsError YS-NOT-FOUND, YS-DELIVERY-NOT-KEPT.
 */
export async function settleOne(db: Database, id: string, doing: KeptDoing): Promise<void> {
  const [row] = await db.select({ state: delivery.state }).from(delivery).where(eq(delivery.id, id));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'delivery', name: id });
  if ((await settleKept(db, { delivery: id }, doing)) === 0)
    throw new YsError('YS-DELIVERY-NOT-KEPT', { state: row.state });
}

/**
 * Sends what is kept back of one message, to exactly the targets that were named.
 * @throws YsError YS-TRIAL-NOTHING, YS-TRIAL-TARGETS when it would go elsewhere than was named.
 */
export async function deliverForReal(db: Database, messageId: string, targets: readonly string[]): Promise<number> {
  const kept = [...new Set((await keptTargets(db, messageId)).map((one) => one.destination))].sort();
  if (kept.length === 0) throw new YsError('YS-TRIAL-NOTHING');
  const named = [...new Set(targets)].sort();
  if (named.join() !== kept.join()) throw new YsError('YS-TRIAL-TARGETS', { targets: kept.join(', ') });
  return settleKept(db, { message: messageId, destinations: named }, 'release');
}
