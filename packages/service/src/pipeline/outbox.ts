import { type Code, canonicalJson, type Line, type RouteHit, say, type Verdict } from '@yellow-sieve/core';
import { and, eq, inArray, notInArray, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Executor } from '../database/connect.js';
import { delivery, destination, routeHit } from '../database/schema.js';
import { type DeliveryAbout, destinationKinds } from '../destinations/index.js';
import { type Change, noteChanges } from '../store/change-store.js';
import { deliveryIdentity } from './identity.js';
import { takingOut } from './taking-out.js';

export type KeepBack = 'draft' | 'trial' | null;

export interface OutboxMessage {
  id: string;
  mailboxId: string;
  receivedAt: Date;
  record: string | null;
  revision: number;
  /**
   * Why new deliveries are kept back, if they are. What a draft made leaves all that is there already alone; what a sieve
   * on trial made takes the place of what has not left yet.
   */
  keepBack: KeepBack;
}

/** Rows of one statement: payloads are some KB each, and a packet holds 64 MB. */
const atOnce = 200;

/** Writes what each route would do, and a delivery for each line of those that fire; all in the caller's transaction. */
export async function fillOutbox(
  tx: Executor,
  message: OutboxMessage,
  verdict: Verdict,
  hits: readonly RouteHit[],
): Promise<void> {
  await tx.delete(routeHit).where(eq(routeHit.messageId, message.id));
  await inPortions(hits, (some) =>
    tx.insert(routeHit).values(
      some.map(({ route, to, fires, why, lines }) => ({
        messageId: message.id,
        route,
        revision: message.revision,
        destination: to,
        fires,
        why,
        lines,
      })),
    ),
  );
  // A record in review shows what would go, and waits; only what cannot wait goes at once.
  const going = hits.filter(
    ({ fires, inReview }) => fires && verdict !== 'skipped' && (verdict === 'sound' || inReview === 'deliver'),
  );
  const current = await putDeliveries(tx, message, going);
  if (message.keepBack === 'draft') return;
  await dropSuperseded(tx, message, current);
  await leaveOver(tx, message, current);
}

/** Does something for some entries at a time, in their order. */
async function inPortions<T>(entries: readonly T[], write: (some: T[]) => Promise<unknown>): Promise<void> {
  for (let at = 0; at < entries.length; at += atOnce) await write(entries.slice(at, at + atOnce));
}

type DeliveryRow = typeof delivery.$inferSelect;

/** Deliveries of the message in some states that the current revision does not have. */
function notCurrent(
  tx: Executor,
  message: OutboxMessage,
  current: readonly string[],
  states: DeliveryRow['state'][],
): Promise<DeliveryRow[]> {
  return tx
    .select()
    .from(delivery)
    .where(
      and(
        eq(delivery.messageId, message.id),
        inArray(delivery.state, states),
        current.length > 0 ? notInArray(delivery.identity, [...current]) : undefined,
      ),
    )
    .for('update');
}

/** What an earlier revision would still have sent, and this one does not, is not sent. What has left stays listed. */
async function dropSuperseded(tx: Executor, message: OutboxMessage, current: readonly string[]): Promise<void> {
  const open = await notCurrent(tx, message, current, ['waiting', 'retrying', 'uncertain', 'stopped', 'kept back']);
  await drop(tx, message, open, 'superseded by a later revision');
}

/** What was written and is no longer part of the record is taken out where the target is ours, and marked elsewhere. */
async function leaveOver(tx: Executor, message: OutboxMessage, current: readonly string[]): Promise<void> {
  const withdrawn: DeliveryRow[] = [];
  const taken: DeliveryRow[] = [];
  const left: string[] = [];
  const gone = await notCurrent(tx, message, current, ['delivered']);
  const targets =
    gone.length > 0
      ? await targetsOf(
          tx,
          gone.map((row) => row.destination),
        )
      : new Map<string, Target>();
  for (const row of gone) {
    const target = targets.get(row.destination);
    const kind = target && destinationKinds[target.kind];
    // On trial nothing is written over there, so nothing is taken out either.
    if (message.keepBack) left.push(row.id);
    else if (kind?.withdraw) {
      await kind.withdraw(tx, row.destination, row.identity);
      withdrawn.push(row);
    } else if (kind?.takeOut) taken.push(row);
    else left.push(row.id);
  }
  await sendTakingOut(tx, message, taken);
  await drop(tx, message, withdrawn, 'taken out again: no longer part of the record');
  if (left.length > 0) await tx.update(delivery).set({ leftOver: true }).where(inArray(delivery.id, left));
}

/** Puts deliveries on their way once more, to take out what they wrote. */
async function sendTakingOut(tx: Executor, message: OutboxMessage, rows: readonly DeliveryRow[]): Promise<void> {
  if (rows.length === 0) return;
  const now = new Date();
  const open = { state: 'waiting' as const, code: null, attempts: 0, lost: 0, claimedBy: null, claimedUntil: null };
  for (const { id, payload } of rows)
    await tx
      .update(delivery)
      .set({
        ...open,
        payload: takingOut(payload),
        revision: message.revision,
        answer: null,
        dueAt: now,
        updatedAt: now,
      })
      .where(eq(delivery.id, id));
  await noteMoved(tx, message, rows, 'waiting');
}

async function drop(tx: Executor, message: OutboxMessage, rows: readonly DeliveryRow[], answer: string): Promise<void> {
  if (rows.length === 0) return;
  const gone = { state: 'dropped' as const, answer, claimedBy: null, claimedUntil: null, updatedAt: new Date() };
  await tx
    .update(delivery)
    .set(gone)
    .where(
      inArray(
        delivery.id,
        rows.map(({ id }) => id),
      ),
    );
  await noteMoved(tx, message, rows, 'dropped');
}

/** Notes that deliveries went from their states to another. */
async function noteMoved(tx: Executor, message: OutboxMessage, rows: readonly DeliveryRow[], is: DeliveryRow['state']) {
  await noteChanges(
    tx,
    rows.map(({ id, destination: owner, state }) => ({
      kind: 'delivery' as const,
      what: id,
      owner,
      day: message.receivedAt,
      was: state,
      is,
    })),
  );
}

/** A line on its way to a destination. */
interface Going {
  hit: RouteHit;
  about: DeliveryAbout;
  row: string | null;
  ready: Ready;
}

/** Puts lines on their way, and returns their identities. The same line as was delivered before is not sent again. */
async function putDeliveries(tx: Executor, message: OutboxMessage, hits: readonly RouteHit[]): Promise<string[]> {
  if (hits.length === 0) return [];
  const targets = await targetsOf(
    tx,
    hits.map(({ to }) => to),
  );
  const going = hits.flatMap((hit) =>
    hit.lines.map((line): Going => {
      const identity = deliveryIdentity(message.id, message.mailboxId, hit.route, line.row);
      const about = { identity, message: message.id, messageTime: message.receivedAt.toISOString() };
      return { hit, about, row: line.row, ready: render(targets.get(hit.to), hit, line, about) };
    }),
  );
  const identities = going.map(({ about }) => about.identity);
  const known = await knownDeliveries(tx, identities);
  const there = going.filter(({ hit, about, ready }) => isThere(known.get(about.identity), hit.to, ready.payload));
  await inPortions(
    there.flatMap(({ about }) => (known.get(about.identity)?.leftOver ? [about.identity] : [])),
    (some) => tx.update(delivery).set({ leftOver: false }).where(inArray(delivery.identity, some)),
  );
  const settled = new Set(there);
  const toWrite = going.filter((one) => {
    if (settled.has(one)) return false;
    const before = known.get(one.about.identity);
    return !(before && message.keepBack === 'draft' && before.state !== 'kept back');
  });
  await inPortions(toWrite, (some) => writeDeliveries(tx, message, some, known));
  return identities;
}

async function targetsOf(tx: Executor, names: readonly string[]): Promise<Map<string, Target>> {
  const rows = await tx
    .select()
    .from(destination)
    .where(inArray(destination.name, [...new Set(names)]));
  return new Map(rows.map((row) => [row.name, row]));
}

type Target = typeof destination.$inferSelect;

async function knownDeliveries(tx: Executor, identities: readonly string[]): Promise<Map<string, DeliveryRow>> {
  const known = new Map<string, DeliveryRow>();
  await inPortions(identities, async (some) => {
    const rows = await tx.select().from(delivery).where(inArray(delivery.identity, some)).for('update');
    for (const row of rows) known.set(row.identity, row);
  });
  return known;
}

/** What a delivery that is written once more takes from the row that would be inserted. */
const takenOver = {
  recordId: sql`values(${sql.identifier('record_id')})`,
  revision: sql`values(${sql.identifier('revision')})`,
  destination: sql`values(${sql.identifier('destination')})`,
  payload: sql`values(${sql.identifier('payload')})`,
  orderKey: sql`values(${sql.identifier('order_key')})`,
  state: sql`values(${sql.identifier('state')})`,
  dueAt: sql`values(${sql.identifier('due_at')})`,
  code: sql`values(${sql.identifier('code')})`,
  answer: sql`values(${sql.identifier('answer')})`,
  updatedAt: sql`values(${sql.identifier('updated_at')})`,
  leftOver: false,
  attempts: 0,
  lost: 0,
  claimedBy: null,
  claimedUntil: null,
};

async function writeDeliveries(
  tx: Executor,
  message: OutboxMessage,
  going: readonly Going[],
  known: ReadonlyMap<string, DeliveryRow>,
): Promise<void> {
  const now = new Date();
  const rows = going.map(({ hit, about, row, ready }) => ({
    id: known.get(about.identity)?.id ?? uuid(),
    identity: about.identity,
    messageId: message.id,
    recordId: message.record,
    revision: message.revision,
    route: hit.route,
    rowKey: row,
    destination: hit.to,
    orderKey: ready.order,
    payload: ready.payload,
    state: stateOf(ready, message),
    dueAt: now,
    code: ready.code,
    answer: ready.answer,
    messageTime: message.receivedAt,
    createdAt: now,
    updatedAt: now,
  }));
  await tx.insert(delivery).values(rows).onDuplicateKeyUpdate({ set: takenOver });
  await noteChanges(
    tx,
    rows.flatMap((row) => changesOf(row, known.get(row.identity), message.receivedAt)),
  );
}

/** A delivery that goes elsewhere than before is counted there, and no longer where it was. */
function changesOf(
  { id, destination: owner, state }: Pick<DeliveryRow, 'id' | 'destination' | 'state'>,
  before: DeliveryRow | undefined,
  day: Date,
): Change[] {
  const noted = { kind: 'delivery' as const, what: id, day };
  if (!before || before.destination === owner) return [{ ...noted, owner, was: before?.state ?? null, is: state }];
  return [
    { ...noted, owner, was: null, is: state },
    { ...noted, owner: before.destination, was: before.state, is: null },
  ];
}

const stateOf = ({ code }: Ready, { keepBack }: OutboxMessage) =>
  code !== null ? ('stopped' as const) : keepBack ? ('kept back' as const) : ('waiting' as const);

function isThere(known: DeliveryRow | undefined, to: string, payload: unknown): boolean {
  if (known?.state !== 'delivered' || known.destination !== to) return false;
  return canonicalJson(known.payload) === canonicalJson(payload);
}

interface Ready {
  payload: unknown;
  order: string;
  code: Code | null;
  answer: string | null;
}

/** The payload as it is kept; a line that cannot be sent at all is stopped from the start, with the reason. */
function render(target: Target | undefined, hit: RouteHit, line: Line, about: DeliveryAbout): Ready {
  const kind = target && destinationKinds[target.kind];
  if (!kind)
    return {
      payload: line.cells,
      order: about.identity,
      code: 'YS-ROUTE-DESTINATION',
      answer: say('YS-ROUTE-DESTINATION', { destination: hit.to }),
    };
  const rendered = kind.render(line, about, target.definition);
  if ('payload' in rendered)
    return {
      payload: rendered.payload,
      order: rendered.order?.slice(0, 191) ?? about.identity,
      code: null,
      answer: null,
    };
  return { payload: line.cells, order: about.identity, code: 'YS-DELIVERY-REFUSED', answer: rendered.refused };
}
