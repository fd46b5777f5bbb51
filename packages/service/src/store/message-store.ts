import type { Message } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { and, asc, desc, eq, lt } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, Executor } from '../database/connect.js';
import { delivery, mailbox, message, record, recordRevision, routeHit } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { cursorId, pageOf } from './paging.js';
import type { RawWriter } from './raw-store.js';

/** One receipt of a raw message by one mailbox. */
export interface Receipt {
  mailboxId: string;
  recipient: string;
  sender: string;
  intake: string;
}

/**
 * Commits a raw message and one message per receiving mailbox, in one transaction. When this resolves, the message is on
 * disk and may be acknowledged.
 */
export async function storeMessage(db: Database, writer: RawWriter, receipts: readonly Receipt[]): Promise<string[]> {
  return retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const { id: rawId, size } = await writer.finish(tx);
      const now = new Date();
      const rows = receipts.map((receipt) => ({
        id: uuid(),
        rawId,
        size,
        ...receipt,
        receivedAt: now,
        state: 'waiting' as const,
        reasons: [],
        dueAt: now,
        updatedAt: now,
      }));
      await tx.insert(message).values(rows);
      return rows.map(({ id }) => id);
    }),
  );
}

const item = {
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

const published = <T extends { received: Date }>(row: T) => ({ ...row, received: row.received.toISOString() });

export interface MessageFilter {
  limit: number;
  cursor?: string | undefined;
  mailbox?: string | undefined;
  state?: Message['state'] | undefined;
  sieve?: string | undefined;
}

export async function listMessages(db: Executor, filter: MessageFilter) {
  const before = cursorId(filter.cursor);
  const rows = await db
    .select(item)
    .from(message)
    .innerJoin(mailbox, eq(mailbox.id, message.mailboxId))
    .where(
      and(
        before ? lt(message.id, before) : undefined,
        filter.mailbox ? eq(mailbox.name, filter.mailbox) : undefined,
        filter.state ? eq(message.state, filter.state) : undefined,
        filter.sieve ? eq(message.sieve, filter.sieve) : undefined,
      ),
    )
    .orderBy(desc(message.id))
    .limit(filter.limit + 1);
  return pageOf(rows.map(published), filter.limit);
}

export async function messageRow(db: Executor, id: string) {
  const [row] = await db.select().from(message).where(eq(message.id, id));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'message', name: id });
  return row;
}

/** A message with its current revision, route hits and deliveries. */
export async function messageDetail(db: Executor, id: string) {
  const [row] = await db
    .select(item)
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
    row: published(row),
    record: current?.record ?? null,
    revision: current?.revision ?? null,
    routes,
    deliveries,
  };
}

/** Puts a message through again: it waits for its turn like a new one, and its record gets the next revision. */
export async function putThroughAgain(db: Database, id: string): Promise<void> {
  await messageRow(db, id);
  const now = new Date();
  await db
    .update(message)
    .set({ state: 'waiting', wants: 0, lost: 0, dueAt: now, claimedBy: null, claimedUntil: null, updatedAt: now })
    .where(eq(message.id, id));
}
