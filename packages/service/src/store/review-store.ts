import type { ReviewCause } from '@yellow-sieve/contract';
import { and, eq, isNull, sql } from 'drizzle-orm';
import type { Database } from '../database/connect.js';
import { mailbox, message } from '../database/schema.js';

const code = sql<string>`JSON_VALUE(${message.reasons}, '$[0].code')`;

/** What waits for a person by its first reason and sieve, the most first. */
export async function reviewCauses(
  db: Database,
  { sieve, mailbox: named }: { sieve?: string | undefined; mailbox?: string | undefined },
): Promise<ReviewCause[]> {
  const rows = await db
    .select({
      code,
      text: sql<string>`MIN(JSON_VALUE(${message.reasons}, '$[0].text'))`,
      mailbox: mailbox.name,
      sieve: message.sieve,
      count: sql<number>`COUNT(*)`,
      since: sql<string>`MIN(${message.receivedAt})`,
    })
    .from(message)
    .innerJoin(mailbox, eq(mailbox.id, message.mailboxId))
    .where(
      and(
        eq(message.state, 'review'),
        sieve === undefined ? undefined : eq(message.sieve, sieve),
        named === undefined ? undefined : and(eq(mailbox.name, named), isNull(mailbox.archivedAt)),
      ),
    )
    .groupBy(code, mailbox.name, message.sieve)
    .orderBy(sql`COUNT(*) DESC`);
  return rows.map((row) => ({
    ...row,
    code: row.code ?? '',
    text: row.text ?? '',
    count: Number(row.count),
    since: new Date(`${String(row.since).replace(' ', 'T')}Z`).toISOString(),
  }));
}
