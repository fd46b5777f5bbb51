import { type Code, canonicalJson, type Line, type RouteHit, say, type Verdict } from '@yellow-sieve/core';
import { eq, inArray, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Executor } from '../database/connect.js';
import { delivery, routeHit } from '../database/schema.js';
import { type DeliveryAbout, destinationKinds } from '../destinations/index.js';
import { type Change, noteChanges } from '../store/change-store.js';
import { deliveryIdentity } from './identity.js';
import { type DeliveryRow, type OutboxMessage, type Target, targetsOf } from './outbox-target.js';
import { dropSuperseded, leaveOver } from './superseded.js';

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
  // Until a person has said what the record is, what an earlier revision wrote stands as it is.
  if (verdict !== 'review') await leaveOver(tx, message, current);
}

/** Does something for some entries at a time, in their order. */
async function inPortions<T>(entries: readonly T[], write: (some: T[]) => Promise<unknown>): Promise<void> {
  for (let at = 0; at < entries.length; at += atOnce) await write(entries.slice(at, at + atOnce));
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
    dueAt: message.notBefore && message.notBefore > now ? message.notBefore : now,
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
