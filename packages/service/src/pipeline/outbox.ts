import { type Code, type Line, type RouteHit, say, type Verdict } from '@yellow-sieve/core';
import { eq } from 'drizzle-orm';
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
  for (const hit of hits) {
    const { route, to, fires, why, lines } = hit;
    await tx
      .insert(routeHit)
      .values({ messageId: message.id, route, revision: message.revision, destination: to, fires, why, lines });
    // A record in review shows what would go, and waits; only what cannot wait goes at once.
    const goes = fires && verdict !== 'skipped' && (verdict === 'sound' || hit.inReview === 'deliver');
    if (goes) for (const line of lines) await putDelivery(tx, message, hit, line);
  }
}

async function putDelivery(tx: Executor, message: OutboxMessage, hit: RouteHit, line: Line): Promise<void> {
  const identity = deliveryIdentity(message.id, message.mailboxId, hit.route, line.row);
  const about = { identity, message: message.id, messageTime: message.receivedAt.toISOString() };
  const ready = await render(tx, hit, line, about);
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
