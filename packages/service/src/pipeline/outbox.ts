import { type Code, canonicalJson, type Line, type RouteHit, say, type Verdict } from '@yellow-sieve/core';
import { and, eq, inArray, notInArray } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Executor } from '../database/connect.js';
import { delivery, destination, routeHit } from '../database/schema.js';
import { type DeliveryAbout, destinationKinds } from '../destinations/index.js';
import { deliveryIdentity } from './identity.js';

export interface OutboxMessage {
  id: string;
  mailboxId: string;
  receivedAt: Date;
  record: string | null;
  revision: number;
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
  await dropSuperseded(tx, message, current);
}

/** What an earlier revision would still have sent, and this one does not, is not sent. What has left stays listed. */
async function dropSuperseded(tx: Executor, message: OutboxMessage, current: readonly string[]): Promise<void> {
  await tx
    .update(delivery)
    .set({
      state: 'dropped',
      answer: 'superseded by a later revision',
      claimedBy: null,
      claimedUntil: null,
      updatedAt: new Date(),
    })
    .where(
      and(
        eq(delivery.messageId, message.id),
        inArray(delivery.state, ['waiting', 'retrying', 'uncertain', 'stopped']),
        current.length > 0 ? notInArray(delivery.identity, [...current]) : undefined,
      ),
    );
}

/** Puts a line on its way, and returns its identity. The same line as was delivered before is not sent again. */
async function putDelivery(tx: Executor, message: OutboxMessage, hit: RouteHit, line: Line): Promise<string> {
  const identity = deliveryIdentity(message.id, message.mailboxId, hit.route, line.row);
  const about = { identity, message: message.id, messageTime: message.receivedAt.toISOString() };
  const ready = await render(tx, hit, line, about);
  if (await isDelivered(tx, identity, hit.to, ready.payload)) return identity;
  const now = new Date();
  const current = {
    recordId: message.record,
    revision: message.revision,
    destination: hit.to,
    payload: ready.payload,
    state: ready.code === null ? ('waiting' as const) : ('stopped' as const),
    attempts: 0,
    lost: 0,
    dueAt: now,
    code: ready.code,
    answer: ready.answer,
    claimedBy: null,
    claimedUntil: null,
    updatedAt: now,
  };
  await tx
    .insert(delivery)
    .values({
      id: uuid(),
      identity,
      messageId: message.id,
      route: hit.route,
      rowKey: line.row,
      orderKey: identity,
      messageTime: message.receivedAt,
      createdAt: now,
      ...current,
    })
    .onDuplicateKeyUpdate({ set: current });
  return identity;
}

async function isDelivered(tx: Executor, identity: string, to: string, payload: unknown): Promise<boolean> {
  const [known] = await tx.select().from(delivery).where(eq(delivery.identity, identity));
  if (known?.state !== 'delivered' || known.destination !== to) return false;
  return canonicalJson(known.payload) === canonicalJson(payload);
}

interface Ready {
  payload: unknown;
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
      code: 'YS-ROUTE-DESTINATION',
      answer: say('YS-ROUTE-DESTINATION', { destination: hit.to }),
    };
  const rendered = kind.render(line, about, target.definition);
  if ('payload' in rendered) return { payload: rendered.payload, code: null, answer: null };
  return { payload: line.cells, code: 'YS-DELIVERY-REFUSED', answer: rendered.refused };
}
