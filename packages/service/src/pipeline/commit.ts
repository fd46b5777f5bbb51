import type { MadeFrom } from '@yellow-sieve/contract';
import { type Handled, type ModelQuestion, type Reason, say, type TypedValues, type Verdict } from '@yellow-sieve/core';
import { and, eq, inArray } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { keptAnswer, message, messageWant, want } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { openWant } from '../store/answer-store.js';
import { causeOf } from '../store/cause.js';
import { noteChanges } from '../store/change-store.js';
import { confirmationsOf } from '../store/confirmation-store.js';
import { type Found, keepFindings } from '../store/finding-store.js';
import { firstOnes } from '../store/first-seen-store.js';
import { sievesOnTrial } from '../store/trial-store.js';
import { type Completion, completeEarlier } from './completing.js';
import { fillOutbox, type Routed } from './outbox.js';
import type { KeepBack, OutboxMessage } from './outbox-target.js';
import { writeRecords } from './records.js';
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
  /** Destinations that may tell people of it; null: all of them. */
  tells: string[] | null;
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

/** An outcome that is to be committed, with what it was made from. */
export interface Outcome {
  claimed: ClaimedMessage;
  read: Read;
  handled: Handled;
  madeFrom: MadeFrom;
}

/** What was read of a message, beside its outcome. */
export type Read = Pick<HandleReply, 'summary' | 'same' | 'answering' | 'completing'>;

/**
 * Commits some outcomes: records, revisions, values, route hits, deliveries and the messages' states, in one transaction, and
 * only where the claim still holds. Says of each whether it did; where not, another worker has taken the message over.
 */
export async function commitOutcomes(db: Database, outcomes: readonly Outcome[]): Promise<boolean[]> {
  return retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const held = await heldAmong(
        tx,
        outcomes.map(({ claimed }) => claimed),
      );
      const mine = outcomes.filter(({ claimed }) => held.has(claimed.id));
      if (mine.length > 0) await moveOn(tx, await writeOutcomes(tx, mine));
      return outcomes.map(({ claimed }) => held.has(claimed.id));
    }),
  );
}

async function writeOutcomes(tx: Executor, outcomes: readonly Outcome[]): Promise<Moved[]> {
  const confirmed = await confirmationsOf(
    tx,
    outcomes.map(({ claimed }) => claimed.id),
  );
  const isSteady = ({ claimed }: Outcome) => (confirmed.get(claimed.id)?.digest ?? null) === claimed.confirmed;
  const steady = outcomes.filter(isSteady);
  // One that is not taken in is nobody's first: a copy that is taken in later must not be lost by it.
  const twins = await twinsAmong(
    tx,
    steady.filter(({ handled }) => handled.verdict !== 'skipped'),
  );
  const isTwin = ({ claimed }: Outcome) => twins.has(claimed.id);
  const completions = await completionsAmong(
    tx,
    steady.filter((one) => !isTwin(one)),
  );
  const own = steady.filter((one) => !isTwin(one) && !completions.has(one.claimed.id));
  const trials = await sievesOnTrial(tx, [...new Set(own.flatMap(({ handled }) => handled.outcome?.sieve ?? []))]);
  await writeRecords(tx, own);
  await fillOutbox(tx, [
    ...own.map((one) => routedOf(one, trials, confirmed.get(one.claimed.id)?.leavesAt ?? null)),
    ...steady.filter((one) => !own.includes(one)).map(({ claimed }) => nothingRouted(claimed)),
  ]);
  await keepFindings(
    tx,
    steady.map((one) => foundBy(one, isTwin(one) ? null : one.handled.values)),
  );
  return outcomes.map((one): Moved => {
    const { claimed, read, handled } = one;
    // Somebody confirmed it meanwhile, or took that back: it is handled anew, with what holds now.
    if (!isSteady(one)) return { claimed, change: { state: 'waiting', dueAt: new Date() } };
    const twin = twins.get(claimed.id);
    if (twin) return { claimed, change: skippedAsTwin(read, twin) };
    const completion = completions.get(claimed.id);
    const change = changeOf(read, handled);
    return { claimed, change: completion ? { ...change, ...completedBy(completion) } : change };
  });
}

const completedBy = ({ verdict, reason }: Completion): Pick<MessageChange, 'state' | 'reasons' | 'cause'> => ({
  state: states[verdict],
  reasons: [reason],
  cause: verdict === 'review' ? reason.code : null,
});

/** Messages that belong to the record of an earlier one, and what became of each. */
async function completionsAmong(tx: Executor, outcomes: readonly Outcome[]): Promise<Map<string, Completion>> {
  const found = new Map<string, Completion>();
  for (const { claimed, read, handled } of outcomes) {
    // What has a record already stands by itself.
    if (!read.completing || claimed.record.revision > 0) continue;
    const { id, mailboxId, receivedAt } = claimed;
    const { completing, summary } = read;
    const later = { id, mailboxId, receivedAt, from: summary.fromAddress, completing, handled };
    const completion = await completeEarlier(tx, later);
    if (completion) found.set(id, completion);
  }
  return found;
}

const changeOf = ({ summary }: Read, handled: Handled): MessageChange => ({
  ...columnsOf(summary),
  state: states[handled.verdict],
  reasons: handled.reasons,
  cause: causeOf(handled.reasons, handled.outcome?.problems ?? []),
  category: handled.sorted?.category ?? null,
  sorting: handled.sorted,
  sieve: handled.outcome?.sieve ?? null,
  lost: 0,
});

function routedOf({ claimed, read, handled }: Outcome, trials: ReadonlySet<string>, notBefore: Date | null): Routed {
  const { outcome, verdict, hits } = handled;
  const onTrial: KeepBack = outcome && trials.has(outcome.sieve) ? 'trial' : null;
  const message: OutboxMessage = {
    id: claimed.id,
    mailboxId: claimed.mailboxId,
    receivedAt: claimed.receivedAt,
    record: outcome ? claimed.record.key : null,
    revision: claimed.record.revision + (outcome ? 1 : 0),
    keepBack: claimed.byDraft ? 'draft' : onTrial,
    notBefore,
    answering: read.answering,
    tells: claimed.tells,
  };
  return { message, verdict, hits };
}

const nothingRouted = ({ id, mailboxId, receivedAt, record: { revision } }: ClaimedMessage): Routed => ({
  message: { id, mailboxId, receivedAt, record: null, revision, keepBack: null, notBefore: null },
  verdict: 'skipped',
  hits: [],
});

const foundBy = ({ claimed, read }: Pick<Outcome, 'claimed' | 'read'>, values: TypedValues | null): Found => ({
  messageId: claimed.id,
  findable: { ...read.summary, recipient: claimed.recipient },
  values,
});

/** Of two copies that are handled at the same moment, the one that comes here first is the message, the other its twin. */
async function twinsAmong(
  tx: Executor,
  outcomes: readonly Pick<Outcome, 'claimed' | 'read'>[],
): Promise<Map<string, Reason>> {
  const firsts = await firstOnes(
    tx,
    outcomes.flatMap(({ claimed: { id, mailboxId, admitted }, read: { same } }) =>
      same === null || admitted ? [] : [{ id, mailboxId, digest: same }],
    ),
  );
  const code = 'YS-MESSAGE-TWIN';
  return new Map(
    [...firsts].flatMap(([id, twin]) => (twin === id ? [] : [[id, { code, text: say(code, { twin }) }] as const])),
  );
}

const skippedAsTwin = ({ summary }: Read, reason: Reason): MessageChange => ({
  ...columnsOf(summary),
  state: 'skipped',
  reasons: [reason],
  cause: reason.code,
  category: null,
  sorting: null,
  sieve: null,
  lost: 0,
});

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
    const twin = (await twinsAmong(tx, [{ claimed, read }])).get(claimed.id);
    await keepFindings(tx, [foundBy({ claimed, read }, null)]);
    if (twin) {
      await fillOutbox(tx, [nothingRouted(claimed)]);
      return skippedAsTwin(read, twin);
    }
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

/** A message, and what becomes of its row. */
interface Moved {
  claimed: ClaimedMessage;
  change: MessageChange;
}

async function committing(
  db: Database,
  claimed: ClaimedMessage,
  write: (tx: Executor) => Promise<MessageChange>,
): Promise<boolean> {
  return retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const held = await heldAmong(tx, [claimed]);
      if (held.has(claimed.id)) await moveOn(tx, [{ claimed, change: await write(tx) }]);
      return held.has(claimed.id);
    }),
  );
}

/** Which of some messages the worker still holds; their rows are locked from here on. */
async function heldAmong(tx: Executor, claimed: readonly ClaimedMessage[]): Promise<Set<string>> {
  const ids = claimed.map(({ id }) => id).sort();
  const rows = await tx
    .select({ id: message.id, by: message.claimedBy })
    .from(message)
    .where(and(inArray(message.id, ids), eq(message.state, 'waiting')))
    .for('update');
  const holder = new Map(rows.map(({ id, by }) => [id, by]));
  return new Set(claimed.flatMap(({ id, worker }) => (holder.get(id) === worker ? [id] : [])));
}

async function moveOn(tx: Executor, moved: readonly Moved[]): Promise<void> {
  for (const { claimed, change } of moved)
    await tx
      .update(message)
      .set({
        ...change,
        ...(change.state === 'waiting' ? {} : { through: null }),
        ...unclaimed,
        updatedAt: new Date(),
      })
      .where(eq(message.id, claimed.id));
  await noteChanges(
    tx,
    moved.map(({ claimed: { id, mailboxId, receivedAt }, change }) => ({
      kind: 'message' as const,
      what: id,
      owner: mailboxId,
      day: receivedAt,
      was: 'waiting',
      is: change.state,
    })),
  );
}

const columnsOf = ({ sentAt, ...summary }: Read['summary']) => ({
  ...summary,
  sentAt: sentAt === null ? null : new Date(sentAt),
});
