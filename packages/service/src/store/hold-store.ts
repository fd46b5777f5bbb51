import { and, asc, count, eq, gt, isNull, lte, ne, or, type SQL, sql } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { mailbox, message, reviewHold } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { ofCause } from './cause.js';

/** Which messages in review. */
export interface ReviewSelection {
  sieve?: string | undefined;
  mailbox?: string | undefined;
  /** Code of their first reason, also with what it is about. */
  cause?: string | undefined;
}

export const inReview = ({ sieve, mailbox: named, cause }: ReviewSelection): SQL | undefined =>
  and(
    eq(message.state, 'review'),
    sieve === undefined ? undefined : eq(message.sieve, sieve),
    named === undefined ? undefined : and(eq(mailbox.name, named), isNull(mailbox.archivedAt)),
    cause === undefined ? undefined : ofCause(cause),
  );

/** A page that a person has open. */
export interface Desk {
  desk: string;
  by: string;
  /** Seconds for which a message is held for it. */
  seconds: number;
}

const until = (seconds: number) => sql`NOW(3) + INTERVAL ${seconds} SECOND`;
const now = sql`NOW(3)`;

/**
 * Gives a desk the oldest message in review that comes after another one, and that no other desk holds; null where there is none.
 * What the desk held before is free again.
 */
export function holdNext(
  db: Database,
  selection: ReviewSelection,
  after: string | undefined,
  desk: Desk,
): Promise<string | null> {
  return retryDeadlocks(() =>
    db.transaction(async (tx) => {
      await releaseDesk(tx, desk.desk);
      let from = after;
      for (;;) {
        const [row] = await tx
          .select({ id: message.id })
          .from(message)
          .innerJoin(mailbox, eq(mailbox.id, message.mailboxId))
          .leftJoin(reviewHold, and(eq(reviewHold.messageId, message.id), gt(reviewHold.until, now)))
          .where(
            and(inReview(selection), isNull(reviewHold.desk), from === undefined ? undefined : gt(message.id, from)),
          )
          .orderBy(asc(message.id))
          .limit(1);
        if (!row) return null;
        // Another desk may have been quicker by a moment: then it is theirs, and the one after it is looked at.
        if (await takeHold(tx, row.id, desk)) return row.id;
        from = row.id;
      }
    }),
  );
}

/** Holds one message for a desk, or says who has it before them. */
export function hold(db: Database, messageId: string, desk: Desk): Promise<{ heldBy: string } | null> {
  return retryDeadlocks(() =>
    db.transaction(async (tx) => {
      await tx.delete(reviewHold).where(and(eq(reviewHold.desk, desk.desk), ne(reviewHold.messageId, messageId)));
      if (await takeHold(tx, messageId, desk)) return null;
      const [other] = await tx.select().from(reviewHold).where(eq(reviewHold.messageId, messageId));
      return { heldBy: other?.by ?? '' };
    }),
  );
}

/** True where it is the desk's now. */
async function takeHold(tx: Executor, messageId: string, { desk, by, seconds }: Desk): Promise<boolean> {
  await tx
    .delete(reviewHold)
    .where(and(eq(reviewHold.messageId, messageId), or(lte(reviewHold.until, now), eq(reviewHold.desk, desk))));
  const [done] = await tx
    .insert(reviewHold)
    .ignore()
    .values({ messageId, desk, by, until: until(seconds) as unknown as Date });
  return done.affectedRows === 1;
}

/** Frees what a desk holds. */
export async function releaseDesk(tx: Executor, desk: string): Promise<void> {
  await tx.delete(reviewHold).where(eq(reviewHold.desk, desk));
}

/** How many wait, how many of them up to one of them, and how many other desks hold. */
export async function countInReview(db: Executor, selection: ReviewSelection, at: string | null, desk: string) {
  const [row] = await db
    .select({
      waiting: count(),
      place: at === null ? sql<number>`0` : sql<number>`SUM(${message.id} <= ${at})`,
      others: sql<number>`SUM(${reviewHold.desk} IS NOT NULL AND ${reviewHold.desk} <> ${desk})`,
    })
    .from(message)
    .innerJoin(mailbox, eq(mailbox.id, message.mailboxId))
    .leftJoin(reviewHold, and(eq(reviewHold.messageId, message.id), gt(reviewHold.until, now)))
    .where(inReview(selection));
  return { waiting: row?.waiting ?? 0, place: Number(row?.place ?? 0), others: Number(row?.others ?? 0) };
}
