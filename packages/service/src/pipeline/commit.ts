import type { MadeFrom } from '@yellow-sieve/contract';
import { type Handled, type ModelQuestion, type Reason, say, type Verdict } from '@yellow-sieve/core';
import { and, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, Executor } from '../database/connect.js';
import { keptAnswer, message, messageWant, record, recordRevision, want } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { openWant } from '../store/answer-store.js';
import { causeOf } from '../store/cause.js';
import { noteChanges } from '../store/change-store.js';
import { confirmationOf, leavesAt } from '../store/confirmation-store.js';
import { keepFinding } from '../store/finding-store.js';
import { firstLike } from '../store/first-seen-store.js';
import { isOnTrial } from '../store/trial-store.js';
import { indexValues } from '../store/value-index.js';
import { fillOutbox } from './outbox.js';
import type { KeepBack } from './outbox-target.js';
import type { HandleReply } from './threads/handle.js';

/** A claimed message, as far as committing needs it. */
export interface ClaimedMessage {
  id: string;
  mailboxId: string;
  recipient: string;
  receivedAt: Date;
  worker: string;
  /** True when a person took it in, so that it counts even as a twin. */
  admitted: boolean;
  /** Digest of the record as it was confirmed when the message was taken up; null where nobody had. */
  confirmed: string | null;
  /** True when a draft handles it. */
  byDraft: boolean;
  /** Key the record will have, and its current revision (0 when there is none yet). */
  record: { key: string; revision: number };
}

const states: Record<Verdict, 'done' | 'review' | 'skipped' | 'failed'> = {
  sound: 'done',
  review: 'review',
  skipped: 'skipped',
  failed: 'failed',
};

/**
 * Commits an outcome: record, revision, values, route hits, deliveries and the message's state, in one transaction, and
 * only if the claim still holds. Returns false when another worker has taken the message over.
 */
export async function commitOutcome(
  db: Database,
  claimed: ClaimedMessage,
  read: Read,
  handled: Handled,
  madeFrom: MadeFrom,
): Promise<boolean> {
  return committing(db, claimed, async (tx) => {
    // Somebody confirmed it meanwhile, or took that back: it is handled anew, with what holds now.
    const confirmed = (await confirmationOf(tx, claimed.id))?.digest ?? null;
    if (confirmed !== claimed.confirmed) return { state: 'waiting' as const, dueAt: new Date() };
    // One that is not taken in is nobody's first: a copy that is taken in later must not be lost by it.
    const twin = handled.verdict === 'skipped' ? null : await twinReason(tx, claimed, read);
    if (twin) return skippedAsTwin(tx, claimed, read, twin);
    const revision = handled.outcome ? await writeRecord(tx, claimed, handled, madeFrom) : claimed.record.revision;
    const about = {
      id: claimed.id,
      mailboxId: claimed.mailboxId,
      receivedAt: claimed.receivedAt,
      record: handled.outcome ? claimed.record.key : null,
      revision,
      keepBack: await keptBackBy(tx, claimed, handled),
      notBefore: await leavesAt(tx, claimed.id),
    };
    await fillOutbox(tx, about, handled.verdict, handled.hits);
    await keepFinding(tx, claimed.id, { ...read.summary, recipient: claimed.recipient }, handled.values);
    return {
      ...columnsOf(read.summary),
      state: states[handled.verdict],
      reasons: handled.reasons,
      cause: causeOf(handled.reasons, handled.outcome?.problems ?? []),
      category: handled.category,
      sieve: handled.outcome?.sieve ?? null,
      lost: 0,
    };
  });
}

async function keptBackBy(tx: Executor, { byDraft }: ClaimedMessage, { outcome }: Handled): Promise<KeepBack> {
  if (byDraft) return 'draft';
  return outcome && (await isOnTrial(tx, outcome.sieve)) ? 'trial' : null;
}

/** What was read of a message, beside its outcome. */
export type Read = Pick<HandleReply, 'summary' | 'same'>;

/** Of two copies that are handled at the same moment, the one that comes here first is the message, the other its twin. */
async function twinReason(tx: Executor, claimed: ClaimedMessage, { same }: Read): Promise<Reason | null> {
  const first = same === null || claimed.admitted ? claimed.id : await firstLike(tx, claimed, same);
  return first === claimed.id ? null : { code: 'YS-MESSAGE-TWIN', text: say('YS-MESSAGE-TWIN', { twin: first }) };
}

async function skippedAsTwin(
  tx: Executor,
  { id, mailboxId, receivedAt, recipient, record: { revision } }: ClaimedMessage,
  { summary }: Read,
  reason: Reason,
): Promise<MessageChange> {
  await keepFinding(tx, id, { ...summary, recipient }, null);
  await fillOutbox(
    tx,
    { id, mailboxId, receivedAt, record: null, revision, keepBack: null, notBefore: null },
    'skipped',
    [],
  );
  return {
    ...columnsOf(summary),
    state: 'skipped',
    reasons: [reason],
    cause: reason.code,
    category: null,
    sieve: null,
    lost: 0,
  };
}

/** Commits that a message cannot be handled; it is kept, and waits for a person. */
export async function commitFailure(db: Database, claimed: ClaimedMessage, reason: Reason): Promise<boolean> {
  return committing(db, claimed, async () => ({ state: 'failed' as const, reasons: [reason], cause: reason.code }));
}

/** Commits the questions a message waits for, and frees the worker. Answers that came meanwhile are not asked for again. */
export async function commitWants(
  db: Database,
  claimed: ClaimedMessage,
  read: Read,
  wants: readonly ModelQuestion[],
): Promise<boolean> {
  return committing(db, claimed, async (tx) => {
    const twin = await twinReason(tx, claimed, read);
    if (twin) return skippedAsTwin(tx, claimed, read, twin);
    await keepFinding(tx, claimed.id, { ...read.summary, recipient: claimed.recipient }, null);
    let open = 0;
    for (const question of wants) {
      const { digest } = question;
      await tx.insert(messageWant).values({ messageId: claimed.id, digest }).onDuplicateKeyUpdate({ set: { digest } });
      await openWant(tx, question);
      // Looked at only now: the question's row is ours, so no answer can be kept between this look and the commit.
      const [kept] = await tx
        .select({ digest: keptAnswer.digest })
        .from(keptAnswer)
        .where(eq(keptAnswer.digest, digest));
      if (kept) await tx.update(want).set({ state: 'answered' }).where(eq(want.digest, digest));
      else open++;
    }
    return { ...columnsOf(read.summary), state: 'waiting' as const, wants: open };
  });
}

type MessageChange = Partial<typeof message.$inferInsert> & Pick<typeof message.$inferInsert, 'state'>;

const unclaimed = { claimedBy: null, claimedUntil: null };

async function committing(
  db: Database,
  claimed: ClaimedMessage,
  write: (tx: Executor) => Promise<MessageChange>,
): Promise<boolean> {
  return retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const mine = and(eq(message.id, claimed.id), eq(message.claimedBy, claimed.worker), eq(message.state, 'waiting'));
      const [held] = await tx.select({ id: message.id }).from(message).where(mine).for('update');
      if (!held) return false;
      const change = await write(tx);
      await tx
        .update(message)
        .set({
          ...change,
          ...(change.state === 'waiting' ? {} : { through: null }),
          ...unclaimed,
          updatedAt: new Date(),
        })
        .where(eq(message.id, claimed.id));
      const { id, mailboxId, receivedAt } = claimed;
      const moved = { was: 'waiting', is: change.state };
      await noteChanges(tx, [{ kind: 'message', what: id, owner: mailboxId, day: receivedAt, ...moved }]);
      return true;
    }),
  );
}

async function writeRecord(
  tx: Executor,
  claimed: ClaimedMessage,
  { outcome, values }: Handled,
  madeFrom: MadeFrom,
): Promise<number> {
  if (!outcome || !values) return 0;
  const number = claimed.record.revision + 1;
  const now = new Date();
  const { key } = claimed.record;
  const { held_rows: heldRows = null, ...made } = outcome;
  const held = heldRows?.length ?? 0;
  const current = { sieve: made.sieve, revision: number, verdict: made.verdict, held, updatedAt: now };
  await tx
    .insert(record)
    .values({ id: key, messageId: claimed.id, mailboxId: claimed.mailboxId, createdAt: now, ...current })
    .onDuplicateKeyUpdate({ set: current });
  await tx.insert(recordRevision).values({ recordId: key, number, ...made, heldRows, madeFrom, createdAt: now });
  await indexValues(tx, key, values);
  return number;
}

const columnsOf = ({ sentAt, ...summary }: Read['summary']) => ({
  ...summary,
  sentAt: sentAt === null ? null : new Date(sentAt),
});

/** A new key for a message's record. Listings go by the time in it, which is that of the message's arrival. */
export const newRecordKey = (receivedAt: Date) => uuid({ msecs: receivedAt.getTime() });
