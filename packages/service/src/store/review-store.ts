import type { ReviewCause } from '@yellow-sieve/contract';
import { and, eq, gt, min, sql } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { mailbox, message, record } from '../database/schema.js';
import { inReview, type ReviewSelection } from './hold-store.js';

/** What waits for a person by its first reason and sieve, the most first. */
export async function reviewCauses(db: Database, selection: ReviewSelection): Promise<ReviewCause[]> {
  const rows = await db
    .select({
      cause: message.cause,
      text: sql<string>`MIN(JSON_VALUE(${message.reasons}, '$[0].text'))`,
      mailbox: mailbox.name,
      sieve: message.sieve,
      count: sql<number>`COUNT(*)`,
      since: sql<string>`MIN(${message.receivedAt})`,
    })
    .from(message)
    .innerJoin(mailbox, eq(mailbox.id, message.mailboxId))
    .where(inReview(selection))
    .groupBy(message.cause, mailbox.name, message.sieve)
    .orderBy(sql`COUNT(*) DESC`);
  return rows.map((row) => ({
    ...row,
    cause: row.cause ?? '',
    code: (row.cause ?? '').split(' ')[0] ?? '',
    text: row.text ?? '',
    count: Number(row.count),
    since: new Date(`${String(row.since).replace(' ', 'T')}Z`).toISOString(),
  }));
}

/** Rows that people hold back, of records that are otherwise done, by sieve. */
export async function heldRowsBySieve(db: Database, { sieve, mailbox: named }: ReviewSelection) {
  const rows = await db
    .select({ sieve: record.sieve, count: sql<number>`SUM(${record.held})` })
    .from(record)
    .innerJoin(mailbox, eq(mailbox.id, record.mailboxId))
    .where(
      and(
        gt(record.held, 0),
        eq(record.verdict, 'sound'),
        sieve === undefined ? undefined : eq(record.sieve, sieve),
        named === undefined ? undefined : eq(mailbox.name, named),
      ),
    )
    .groupBy(record.sieve);
  return rows.map((row) => ({ sieve: row.sieve, count: Number(row.count) }));
}

/** When the oldest message in review of each mailbox was received. */
export async function oldestInReview(db: Executor): Promise<{ owner: string; since: Date }[]> {
  const rows = await db
    .select({ owner: mailbox.name, since: min(message.receivedAt) })
    .from(message)
    .innerJoin(mailbox, eq(mailbox.id, message.mailboxId))
    .where(eq(message.state, 'review'))
    .groupBy(mailbox.name);
  return rows.flatMap(({ owner, since }) => (since ? [{ owner, since: new Date(since) }] : []));
}
