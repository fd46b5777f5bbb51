import { inArray, sql } from 'drizzle-orm';
import type { Database } from '../database/connect.js';
import { delivery, destination } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { destinationKinds } from '../destinations/index.js';
import { type ClaimOptions, claimAlone, claimRows } from './claims.js';
import type { LeaseKeeper } from './lease-keeper.js';
import type { DeliveryRow } from './settle-deliveries.js';
import { Slots } from './slots.js';
import { type Batch, type DeliveringOptions, deliverBatch } from './try-deliveries.js';

/** Deliveries under way at once, and of those to one destination: a sick one keeps the rest of the slots free. */
const atOnce = 24;
const perDestination = 4;
/** Deliveries to one destination that are tried together at the most, where its kind takes several at once. */
const together = 100;

export interface DeliveryLaneOptions extends DeliveringOptions {
  leaseSeconds: number;
  leases: LeaseKeeper;
}

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

/** Nobody has paused where it goes. */
const goesOn = sql`NOT EXISTS (SELECT 1 FROM destination AS target WHERE target.name = delivery.destination AND target.paused_at IS NOT NULL)`;

/** The same check without looking at the table that is being changed. */
const stillDue = sql`state IN ('waiting', 'retrying', 'uncertain') AND due_at <= NOW(3)`;

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
      const [row] = await held(await claimAlone(db, claimOf(options, sql`${due} AND ${goesOn}`, 1)));
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
      LEFT JOIN ${destination} AS target ON target.name = delivery.destination WHERE ${stillDue} AND target.paused_at IS NULL GROUP BY delivery.destination ORDER BY oldest`,
  )) as unknown as [{ name: string; kind: string | null }[]];
  const claimed: string[] = [];
  const inBatches = new Set<string>();
  let free = max;
  for (const { name, kind } of names) {
    const room = Math.min(free, perDestination - (underWay.get(name) ?? 0));
    if (room <= 0) continue;
    if (kind !== null && destinationKinds[kind]?.deliverTogether) inBatches.add(name);
    const some = inBatches.has(name) ? together : room;
    const got = await claimRows(options.db, claimOf(options, sql`destination = ${name} AND ${due}`, some));
    claimed.push(...got);
    free -= inBatches.has(name) ? Math.min(1, got.length) : got.length;
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
