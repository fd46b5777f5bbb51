import { type Arrival, YsError } from '@yellow-sieve/core';
import { and, asc, eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, DatabaseHandle, Executor } from '../database/connect.js';
import { runTogether } from '../database/run-together.js';
import {
  delivery,
  folderMessage,
  mailbox,
  message,
  messageWant,
  record,
  recordRevision,
  routeHit,
  type Through,
  want,
} from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { type Change, changeStatement, noteChanges } from './change-store.js';
import { forgetConfirmation } from './confirmation-store.js';
import { takeBack } from './entered-store.js';
import { noteAct } from './journal-store.js';
import type { RawWriter } from './raw-store.js';

/** One receipt of a raw message by one mailbox. */
export interface Receipt {
  mailboxId: string;
  recipient: string;
  sender: string;
  intake: string;
  /** What was found out about its sender; nothing where nobody looked. */
  checked?: string;
  /** When it arrived, if not just now. */
  receivedAt?: Date;
  /** A job takes it in: what arrives now goes before it. */
  behind?: boolean;
  /** Destinations that may tell people of it; all, where nothing is said. */
  tells?: string[] | undefined;
}

/** Where a message lay that was taken from a folder. */
export interface FolderPlace {
  folderId: string;
  uidvalidity: number;
  uid: number;
  /** Whether nothing has to become of it there. */
  settled: boolean;
}

/** A raw message that is ready to be committed, and who receives it. */
export interface Arrived {
  writer: RawWriter;
  receipts: readonly Receipt[];
  /** Noted with it, so that it is taken from there once. */
  place?: FolderPlace | undefined;
}

/**
 * Commits raw messages, and one message per receiving mailbox of each, in one transaction. When this resolves they are on
 * disk and may be acknowledged. Returns the new keys of each.
 */
export async function storeMessages(
  { db, together }: DatabaseHandle,
  arrived: readonly Arrived[],
): Promise<string[][]> {
  const rows = arrived.map(({ writer, receipts }) => receipts.map((receipt) => messageRowOf(writer, receipt)));
  const raws = arrived.flatMap(({ writer }) => writer.finish());
  const changes = changeStatement(db, rows.flat().map(arrival));
  const places = arrived.flatMap(({ place }, i) => (place ? [{ ...place, messageId: rows[i]?.[0]?.id ?? null }] : []));
  const noted = places.length > 0 ? [db.insert(folderMessage).values(places)] : [];
  // A place that is noted already ends the transaction: somebody else has taken that message.
  const statements = [...noted, ...raws, db.insert(message).values(rows.flat()), changes];
  await retryDeadlocks(() => runTogether(together, statements));
  return rows.map((messages) => messages.map(({ id }) => id));
}

const arrival = ({
  id,
  mailboxId,
  receivedAt,
}: Pick<typeof message.$inferSelect, 'id' | 'mailboxId' | 'receivedAt'>): Change => ({
  kind: 'message',
  what: id,
  owner: mailboxId,
  day: receivedAt,
  was: null,
  is: 'waiting',
});

function messageRowOf(writer: RawWriter, receipt: Receipt) {
  const now = new Date();
  const receivedAt = receipt.receivedAt ?? now;
  return {
    // Listings go by the time in the id.
    id: uuid({ msecs: receivedAt.getTime() }),
    rawId: writer.id,
    size: writer.size,
    ...receipt,
    receivedAt,
    state: 'waiting' as const,
    reasons: [],
    dueAt: now,
    updatedAt: now,
  };
}

/** How a message came, as the core is told. */
export const arrivalOf = (
  {
    id,
    recipient,
    receivedAt,
    checked,
    admitted,
  }: Pick<typeof message.$inferSelect, 'id' | 'recipient' | 'receivedAt' | 'checked' | 'admitted'>,
  mailboxName: string,
): Arrival => ({
  key: id,
  mailbox: mailboxName,
  recipient,
  received: receivedAt.toISOString(),
  // What the mailbox trusts, it says itself.
  trusted: [],
  checked,
  admitted,
});

/** What listings show of a message. */
export const messageItem = {
  key: message.id,
  mailbox: mailbox.name,
  intake: message.intake,
  recipient: message.recipient,
  subject: message.subject,
  from: message.fromAddress,
  received: message.receivedAt,
  size: message.size,
  state: message.state,
  reasons: message.reasons,
  category: message.category,
  sieve: message.sieve,
};

export const publishedMessage = <T extends { received: Date }>(row: T) => ({
  ...row,
  received: row.received.toISOString(),
});

/** The header value by which mail that a message leads to is known when it comes back: the mailboxes on its way. */
export async function wayOn(db: Executor, id: string): Promise<string> {
  const [row] = await db
    .select({ way: message.way, name: mailbox.name })
    .from(message)
    .innerJoin(mailbox, eq(mailbox.id, message.mailboxId))
    .where(eq(message.id, id));
  return row ? [...new Set([...row.way.split(' '), row.name])].filter(Boolean).join(' ') : '';
}

export async function messageRow(db: Executor, id: string) {
  const [row] = await db.select().from(message).where(eq(message.id, id));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'message', name: id });
  return row;
}

/** A message with its current revision, route hits and deliveries. */
export async function messageDetail(db: Executor, id: string) {
  const [row] = await db
    .select(messageItem)
    .from(message)
    .innerJoin(mailbox, eq(mailbox.id, message.mailboxId))
    .where(eq(message.id, id));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'message', name: id });
  const [current] = await db
    .select({ record: record.id, revision: recordRevision })
    .from(record)
    .innerJoin(recordRevision, and(eq(recordRevision.recordId, record.id), eq(recordRevision.number, record.revision)))
    .where(eq(record.messageId, id));
  const routes = await db.select().from(routeHit).where(eq(routeHit.messageId, id)).orderBy(asc(routeHit.route));
  const deliveries = await db.select().from(delivery).where(eq(delivery.messageId, id)).orderBy(asc(delivery.id));
  return {
    row: publishedMessage(row),
    record: current?.record ?? null,
    revision: current?.revision ?? null,
    routes,
    deliveries,
  };
}

/** How messages are put through again. */
export interface AgainOptions {
  /** The state of a sieve to use instead of what is live. */
  through: Through | null;
  /** Whether what people entered is forgotten; by default it survives. */
  forget: boolean;
  /** Destinations that may tell people of what comes of it; all, where nothing is said. */
  tells?: string[] | undefined;
}

/** Puts a message through again: it waits for its turn like a new one, and its record gets the next revision. */
export async function putThroughAgain(
  db: Database,
  id: string,
  options: AgainOptions = { through: null, forget: false },
): Promise<void> {
  await retryDeadlocks(() => db.transaction((tx) => waitAgain(tx, id, options)));
}

/** The same within a transaction. */
export async function waitAgain(tx: Executor, id: string, options: AgainOptions): Promise<void> {
  await wait(tx, await lockedMessage(tx, id), options);
}

/**
 * Puts several messages through again, held by a worker from the start, so that nobody else takes them up. A message that
 * is at work, or whose question to a model is open, is left to whoever is at it.
 */
export async function claimAgain(
  db: Database,
  ids: readonly string[],
  { worker, leaseSeconds, ...options }: AgainOptions & { worker: string; leaseSeconds: number },
): Promise<string[]> {
  const held: string[] = [];
  for (const id of ids)
    await retryDeadlocks(() =>
      db.transaction(async (tx) => {
        const row = await lockedMessage(tx, id);
        if (row.state === 'waiting') return;
        await wait(tx, row, options);
        await tx
          .update(message)
          .set({ claimedBy: worker, claimedUntil: sql`NOW(3) + INTERVAL ${leaseSeconds} SECOND` })
          .where(eq(message.id, id));
        held.push(id);
      }),
    );
  return held;
}

/**
 * Takes a skipped message in: it is put through without being screened, now and whenever it is put through again.
 * @throws YsError YS-MESSAGE-NOT-SKIPPED when it is in another state.
 */
export async function takeIn(db: Database, id: string, by: string): Promise<void> {
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const row = await lockedMessage(tx, id);
      if (row.state !== 'skipped') throw new YsError('YS-MESSAGE-NOT-SKIPPED', { state: row.state });
      await tx.update(message).set({ admitted: true }).where(eq(message.id, id));
      await noteAct(tx, { messageId: id, by, act: 'taken in', words: '' });
      await wait(tx, row, { through: null, forget: false });
    }),
  );
}

async function lockedMessage(tx: Executor, id: string) {
  const [row] = await tx.select().from(message).where(eq(message.id, id)).for('update');
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'message', name: id });
  return row;
}

async function wait(
  tx: Executor,
  row: typeof message.$inferSelect,
  { through, forget, tells }: AgainOptions,
): Promise<void> {
  const { id } = row;
  const now = new Date();
  // What a model was asked in vain is asked anew.
  await tx.execute(
    sql`DELETE ${messageWant} FROM ${messageWant} JOIN ${want} USING (digest) WHERE ${messageWant.messageId} = ${id} AND ${want.state} = 'failed'`,
  );
  if (forget) {
    await takeBack(tx, id);
    await forgetConfirmation(tx, id);
  }
  const unclaimed = { lost: 0, claimedBy: null, claimedUntil: null };
  await tx
    .update(message)
    .set({ state: 'waiting', wants: 0, dueAt: now, ...unclaimed, through, againTells: tells ?? null, updatedAt: now })
    .where(eq(message.id, id));
  await noteChanges(tx, [{ ...arrival(row), was: row.state }]);
}
