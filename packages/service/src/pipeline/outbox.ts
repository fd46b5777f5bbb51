import { type Code, canonicalJson, digestOf, type Line, type RouteHit, say, type Verdict } from '@yellow-sieve/core';
import { inArray } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Executor } from '../database/connect.js';
import { inPortions } from '../database/in-portions.js';
import { delivery, routeHit } from '../database/schema.js';
import { takenOver } from '../database/taken-over.js';
import { type DeliveryAbout, destinationKinds } from '../destinations/index.js';
import { type Change, noteChanges } from '../store/change-store.js';
import { firstOnes } from '../store/first-seen-store.js';
import { deliveryIdentity } from './identity.js';
import { type DeliveryRow, type OutboxMessage, type Target, targetsOf } from './outbox-target.js';
import { dropSuperseded, leaveOver } from './superseded.js';

/** A message whose outcome is known, with what its routes say. */
export interface Routed {
  message: OutboxMessage;
  verdict: Verdict;
  hits: readonly RouteHit[];
}

/** Writes what each route of some messages would do, and a delivery for each line of those that fire; all in the caller's transaction. */
export async function fillOutbox(tx: Executor, routed: readonly Routed[]): Promise<void> {
  if (routed.length === 0) return;
  const ids = routed.map(({ message }) => message.id);
  await tx.delete(routeHit).where(inArray(routeHit.messageId, ids));
  await inPortions(
    routed.flatMap(({ message, hits }) =>
      hits.map(({ route, to, fires, why, lines }) => ({
        messageId: message.id,
        route,
        revision: message.revision,
        destination: to,
        fires,
        why,
        lines,
      })),
    ),
    (some) => tx.insert(routeHit).values(some),
  );
  const there = await tx.select().from(delivery).where(inArray(delivery.messageId, ids)).for('update');
  const going = await putDeliveries(tx, routed, there);
  for (const { message, verdict } of routed) {
    if (message.keepBack === 'draft') continue;
    const others = there.filter(({ messageId, identity }) => messageId === message.id && !going.has(identity));
    await dropSuperseded(tx, message, others);
    // Until a person has said what the record is, what an earlier revision wrote stands as it is.
    if (verdict !== 'review') await leaveOver(tx, message, others);
  }
}

/** A record in review shows what would go, and waits; only what cannot wait goes at once. */
const goes = (verdict: Verdict, { fires, inReview }: RouteHit) =>
  fires && verdict !== 'skipped' && (verdict === 'sound' || inReview === 'deliver');

/** A line of a message on its way to a destination. */
interface Going {
  message: OutboxMessage;
  hit: RouteHit;
  about: DeliveryAbout;
  row: string | null;
  ready: Ready;
}

/** Puts lines on their way, and returns their identities. The same line as was delivered before is not sent again. */
async function putDeliveries(
  tx: Executor,
  routed: readonly Routed[],
  there: readonly DeliveryRow[],
): Promise<Set<string>> {
  const firing = routed.flatMap(({ message, verdict, hits }) =>
    hits.flatMap((hit) => (goes(verdict, hit) ? [{ message, hit }] : [])),
  );
  const targets = await targetsOf(
    tx,
    firing.map(({ hit }) => hit.to),
  );
  const going = firing.flatMap(({ message, hit }) =>
    hit.lines.map((line): Going => {
      const identity = deliveryIdentity(message.id, message.mailboxId, hit.route, line.row);
      const { id, receivedAt, answering } = message;
      const about = { identity, message: id, messageTime: receivedAt.toISOString(), route: hit.route, answering };
      return {
        message,
        hit,
        about,
        row: line.row,
        ready: quieted(render(targets.get(hit.to), hit, line, about), targets.get(hit.to), message),
      };
    }),
  );
  for (const one of going) await keepOnce(tx, one);
  const known = new Map(there.map((row) => [row.identity, row]));
  const settled = going.filter(({ hit, about, ready }) => isThere(known.get(about.identity), hit.to, ready.payload));
  await inPortions(
    settled.flatMap(({ about }) => (known.get(about.identity)?.leftOver ? [about.identity] : [])),
    (some) => tx.update(delivery).set({ leftOver: false }).where(inArray(delivery.identity, some)),
  );
  const isSettled = new Set(settled);
  const toWrite = going.filter((one) => {
    if (isSettled.has(one)) return false;
    const before = known.get(one.about.identity);
    return !(before && one.message.keepBack === 'draft' && before.state !== 'kept back');
  });
  await inPortions(toWrite, (some) => writeDeliveries(tx, some, known));
  return new Set(going.map(({ about }) => about.identity));
}

/** What a delivery that is written once more takes from the row that would be inserted. */
const writtenOver = {
  ...takenOver({
    recordId: delivery.recordId,
    revision: delivery.revision,
    destination: delivery.destination,
    payload: delivery.payload,
    orderKey: delivery.orderKey,
    state: delivery.state,
    dueAt: delivery.dueAt,
    code: delivery.code,
    answer: delivery.answer,
    updatedAt: delivery.updatedAt,
  }),
  leftOver: false,
  attempts: 0,
  lost: 0,
  claimedBy: null,
  claimedUntil: null,
};

async function writeDeliveries(
  tx: Executor,
  going: readonly Going[],
  known: ReadonlyMap<string, DeliveryRow>,
): Promise<void> {
  const now = new Date();
  const rows = going.map(({ message, hit, about, row, ready }) => ({
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
  await tx.insert(delivery).values(rows).onDuplicateKeyUpdate({ set: writtenOver });
  await noteChanges(
    tx,
    rows.flatMap((row) => changesOf(row, known.get(row.identity), row.messageTime)),
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

function stateOf({ code, unsent, quiet }: Ready, { keepBack }: OutboxMessage) {
  if (unsent) return 'dropped' as const;
  if (code !== null) return 'stopped' as const;
  return keepBack || quiet ? ('kept back' as const) : ('waiting' as const);
}

/** What is to go once goes for the first message it is due for; for others it is dropped, and says for which it went. */
async function keepOnce(tx: Executor, { message: { id, mailboxId, keepBack }, ready }: Going): Promise<void> {
  // What is kept back has not gone: the next one is still the first.
  if (ready.once === undefined || ready.quiet || keepBack) return;
  const firsts = await firstOnes(tx, [{ id, mailboxId, digest: digestOf(`once ${ready.once}`) }]);
  const first = firsts.get(id) ?? id;
  if (first !== id) Object.assign(ready, { unsent: true, answer: say('YS-DELIVERY-ONCE', { message: first }) });
}

function isThere(known: DeliveryRow | undefined, to: string, payload: unknown): boolean {
  if (known?.state !== 'delivered' || known.destination !== to) return false;
  return canonicalJson(known.payload) === canonicalJson(payload);
}

/** What would tell people of a message of the past is kept back, unless it was said that it may. */
function quieted(ready: Ready, target: Target | undefined, { tells }: OutboxMessage): Ready {
  const isNews = !tells || !target || destinationKinds[target.kind]?.tells !== true || tells.includes(target.name);
  if (isNews || ready.code !== null || ready.unsent) return ready;
  return { ...ready, quiet: true, answer: say('YS-DELIVERY-QUIET') };
}

interface Ready {
  payload: unknown;
  order: string;
  code: Code | null;
  answer: string | null;
  once?: string;
  unsent?: boolean;
  /** It would tell people of what is no news to them. */
  quiet?: boolean;
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
  const rendered =
    line.rows && kind.withRows !== true
      ? { refused: say('YS-DESTINATION-ROWS', { destination: target.title }) }
      : kind.render(line, about, target.definition);
  if ('payload' in rendered)
    return {
      payload: rendered.payload,
      order: rendered.order?.slice(0, 191) ?? about.identity,
      code: null,
      answer: null,
      ...(rendered.once === undefined ? {} : { once: rendered.once }),
    };
  if ('unsent' in rendered)
    return { payload: line.cells, order: about.identity, code: null, answer: rendered.unsent, unsent: true };
  return { payload: line.cells, order: about.identity, code: 'YS-DELIVERY-REFUSED', answer: rendered.refused };
}
