import { type Code, canonicalJson, type Line, type RouteHit, say, type Verdict } from '@yellow-sieve/core';
import { and, eq, inArray, notInArray } from 'drizzle-orm';
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

/** Writes what each route would do, and a delivery for each line of those that fire; all in the caller's transaction. */
export async function fillOutbox(
  tx: Executor,
  message: OutboxMessage,
  verdict: Verdict,
  hits: readonly RouteHit[],
): Promise<void> {
  await tx.delete(routeHit).where(eq(routeHit.messageId, message.id));
  const current: string[] = [];
  for (const hit of hits) {
    const { route, to, fires, why, lines } = hit;
    await tx
      .insert(routeHit)
      .values({ messageId: message.id, route, revision: message.revision, destination: to, fires, why, lines });
    // A record in review shows what would go, and waits; only what cannot wait goes at once.
    const goes = fires && verdict !== 'skipped' && (verdict === 'sound' || hit.inReview === 'deliver');
    if (goes) for (const line of lines) current.push(await putDelivery(tx, message, hit, line));
  }
  if (message.keepBack === 'draft') return;
  await dropSuperseded(tx, message, current);
  await leaveOver(tx, message, current);
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
  for (const row of await notCurrent(tx, message, current, ['delivered'])) {
    const [target] = await tx.select().from(destination).where(eq(destination.name, row.destination));
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

/** Puts a line on its way, and returns its identity. The same line as was delivered before is not sent again. */
async function putDelivery(tx: Executor, message: OutboxMessage, hit: RouteHit, line: Line): Promise<string> {
  const identity = deliveryIdentity(message.id, message.mailboxId, hit.route, line.row);
  const about = { identity, message: message.id, messageTime: message.receivedAt.toISOString() };
  const ready = await render(tx, hit, line, about);
  const [known] = await tx.select().from(delivery).where(eq(delivery.identity, identity)).for('update');
  if (known && message.keepBack === 'draft' && known.state !== 'kept back') return identity;
  if (known && isThere(known, hit.to, ready.payload)) {
    if (known.leftOver) await tx.update(delivery).set({ leftOver: false }).where(eq(delivery.id, known.id));
    return identity;
  }
  const now = new Date();
  const current = {
    recordId: message.record,
    revision: message.revision,
    destination: hit.to,
    payload: ready.payload,
    orderKey: ready.order,
    state: stateOf(ready, message),
    leftOver: false,
    attempts: 0,
    lost: 0,
    dueAt: now,
    code: ready.code,
    answer: ready.answer,
    claimedBy: null,
    claimedUntil: null,
    updatedAt: now,
  };
  const id = known?.id ?? uuid();
  await tx
    .insert(delivery)
    .values({
      id,
      identity,
      messageId: message.id,
      route: hit.route,
      rowKey: line.row,
      messageTime: message.receivedAt,
      createdAt: now,
      ...current,
    })
    .onDuplicateKeyUpdate({ set: current });
  const noted = { kind: 'delivery' as const, what: id, day: message.receivedAt };
  const moved = known?.destination === hit.to ? known.state : null;
  const changes: Change[] = [{ ...noted, owner: hit.to, was: moved, is: current.state }];
  if (known && moved === null) changes.push({ ...noted, owner: known.destination, was: known.state, is: null });
  await noteChanges(tx, changes);
  return identity;
}

const stateOf = ({ code }: Ready, { keepBack }: OutboxMessage) =>
  code !== null ? ('stopped' as const) : keepBack ? ('kept back' as const) : ('waiting' as const);

function isThere(known: typeof delivery.$inferSelect, to: string, payload: unknown): boolean {
  if (known.state !== 'delivered' || known.destination !== to) return false;
  return canonicalJson(known.payload) === canonicalJson(payload);
}

interface Ready {
  payload: unknown;
  order: string;
  code: Code | null;
  answer: string | null;
}

/** The payload as it is kept; a line that cannot be sent at all is stopped from the start, with the reason. */
async function render(tx: Executor, hit: RouteHit, line: Line, about: DeliveryAbout): Promise<Ready> {
  const [target] = await tx.select().from(destination).where(eq(destination.name, hit.to));
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
