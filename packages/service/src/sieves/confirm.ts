import {
  canonicalJson,
  digestOfRecord,
  type Evidence,
  type JsonValue,
  type Outcome,
  type Problem,
  say,
  YsError,
} from '@yellow-sieve/core';
import { eq } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { message, record } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import type { OutboxMessage } from '../pipeline/outbox-target.js';
import { takeBackAll } from '../pipeline/superseded.js';
import { noteChanges } from '../store/change-store.js';
import { confirmationOf, forgetConfirmation, holdDeliveries, keepConfirmation } from '../store/confirmation-store.js';
import { enter, takeBack } from '../store/entered-store.js';
import { noteAct } from '../store/journal-store.js';
import { judge, unsay } from '../store/judgement-store.js';
import { messageDetail, waitAgain } from '../store/message-store.js';
import { sievesOnTrial } from '../store/trial-store.js';
import { type Correcting, type Correction, fineCorrection, judgedOf, keepCorrection, madeWith } from './correct.js';
import { type Corrector, triedCorrection } from './try-correction.js';

export interface Confirming {
  key: string;
  /** The revision the person saw. */
  revision: number;
  /** What they changed of it, left out where nothing. */
  change?: Correction | undefined;
  by: string;
  /** On whose behalf work waits for its turn. */
  on: string;
  /** Seconds in which it can be taken back; nothing leaves before. */
  undoSeconds: number;
}

/** What is confirmed: a revision as it is, or as a correction makes it. */
type Seen = Pick<Outcome, 'fields' | 'rows' | 'problems' | 'evidence' | 'reasons'>;

/**
 * Confirms a record as it was shown, with what the person changed of it, and lets it go on; what a model only claimed becomes the
 * person's word. Returns when it leaves.
 * @throws YsError YS-CONFIRM-CHANGED when a newer revision came, YS-CONFIRM-STATE when it is not in review, YS-EXPECTED when a
 * value does not fit its field
 */
export async function confirmRecord(tools: Corrector, confirming: Confirming): Promise<Date> {
  const { key, revision, by, undoSeconds } = confirming;
  const changed = await changedBy(tools, confirming);
  const at = new Date();
  const leaves = new Date(at.getTime() + undoSeconds * 1000);
  await retryDeadlocks(() =>
    tools.db.transaction(async (tx) => {
      await lockedIn(tx, key, 'confirmed');
      const { revision: stored } = await messageDetail(tx, key);
      if (!stored) throw new YsError('YS-MESSAGE-NO-RECORD');
      if (stored.number !== revision) throw new YsError('YS-CONFIRM-CHANGED', { revision: stored.number });
      const seen = changed?.seen ?? stored;
      const claimed = claimedIn(seen);
      await sayRight(tx, key, { seen, stored, changed: changed?.correcting ?? null, by, at });
      if (changed) await keepCorrection(tx, changed.made, changed.correcting, { by, at });
      await enter(tx, key, claimed, by);
      const digest = digestOfRecord(seen);
      await keepConfirmation(tx, { messageId: key, digest, entered: Object.keys(claimed), by, at, leavesAt: leaves });
      await noteAct(tx, { messageId: key, by, at, act: 'confirmed', words: `revision ${revision}` });
      const version = stored.madeFrom.sieveVersion;
      // By the version that made it: what was seen is what goes.
      await waitAgain(tx, key, { through: version === null ? null : { sieve: stored.sieve, version }, forget: false });
    }),
  );
  return leaves;
}

/** What a correction makes of the record, as the person was shown it; null where they changed nothing. */
async function changedBy(tools: Corrector, { key, revision, change, on }: Confirming) {
  if (!change || Object.values(change).every((part) => part === undefined || Object.keys(part).length === 0))
    return null;
  const made = await madeWith(tools.db, key);
  if (made.revision !== revision) throw new YsError('YS-CONFIRM-CHANGED', { revision: made.revision });
  const correcting = fineCorrection(made, change);
  const result = await triedCorrection(tools, made, correcting, on);
  if (result.kind === 'wants' || !result.outcome) throw new YsError('YS-CONFIRM-NOT-TRIED');
  return { made, correcting, seen: result.outcome };
}

interface Confirmed {
  seen: Seen;
  stored: Seen;
  changed: Correcting | null;
  by: string;
  at: Date;
}

/** What was confirmed unchanged is right, but for what people entered themselves: those were judged then. */
async function sayRight(tx: Executor, key: string, { seen, stored, changed, by, at }: Confirmed): Promise<void> {
  const about = await madeWith(tx, key).catch(() => null);
  if (!about) return;
  const spot = stored.reasons.some(({ code }) => code === 'YS-REVIEW-SHARE');
  const own = (path: string) => (changed !== null && path in changed.values) || isEntered(stored.evidence[path]);
  const judged = { ...judgedOf(about), right: true, known: true, spot, by, at };
  const fields = Object.entries(seen.fields).filter(
    ([path, value]) => !own(path) && canonicalJson(value) === canonicalJson(stored.fields[path] ?? null),
  );
  const rowsRead = Object.keys(stored.evidence).some((path) => path.startsWith('rows['));
  const rowsEntered = Object.entries(stored.evidence).some(
    ([path, found]) => path.startsWith('rows[') && isEntered(found),
  );
  await judge(tx, [
    ...fields.map(([path, value]) => ({ ...judged, path, value })),
    ...(rowsRead && !rowsEntered && !own('rows') ? [{ ...judged, path: 'rows', value: seen.rows }] : []),
  ]);
}

const isEntered = (evidence: readonly Evidence[] | undefined) =>
  evidence?.some(({ how }) => how === 'entered') ?? false;

/** Values that nothing in the message supports, as they are shown; rows are entered whole where a cell of them is such. */
function claimedIn({ fields, rows, problems }: { problems: readonly Problem[] } & Pick<Seen, 'fields' | 'rows'>) {
  const claimed: Record<string, JsonValue | Record<string, JsonValue>[]> = {};
  for (const { code, path } of problems) {
    if (code !== 'YS-PROMPT-UNSUPPORTED') continue;
    const value = fields[path];
    if (path.startsWith('rows[')) claimed.rows = rows;
    else if (value !== undefined && value !== null) claimed[path] = value;
  }
  return claimed;
}

/**
 * Takes a confirmation back, before anything of it has left: the record is in review again, as it was; what the person corrected
 * stays entered.
 * @throws YsError YS-CONFIRM-LEFT when it is too late
 */
export async function takeBackConfirmation(db: Database, key: string, by: string): Promise<void> {
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const [row] = await tx.select().from(message).where(eq(message.id, key)).for('update');
      if (!row) throw new YsError('YS-NOT-FOUND', { what: 'message', name: key });
      const confirmed = await confirmationOf(tx, key);
      if (!confirmed) throw new YsError('YS-CONFIRM-STATE', { state: row.state, act: 'taken back' });
      if (!(await holdDeliveries(tx, key, confirmed.at))) throw new YsError('YS-CONFIRM-LEFT');
      await forgetConfirmation(tx, key);
      await takeBack(tx, key, confirmed.entered);
      await unsay(tx, key, confirmed.at);
      await noteAct(tx, { messageId: key, by, act: 'taken back', words: '' });
      await waitAsBefore(tx, key);
    }),
  );
}

/** Puts a message through by the version that made its record. */
async function waitAsBefore(tx: Executor, key: string): Promise<void> {
  const { revision } = await messageDetail(tx, key);
  const version = revision?.madeFrom.sieveVersion ?? null;
  const through = revision && version !== null ? { sieve: revision.sieve, version } : null;
  await waitAgain(tx, key, { through, forget: false });
}

/**
 * Lays a message aside that nobody here has to do with; it is kept, and can be taken in again.
 * @throws YsError YS-CONFIRM-STATE when it is neither in review nor failed
 */
export async function layAside(db: Database, key: string, reason: string, by: string): Promise<void> {
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const row = await lockedIn(tx, key, 'laid aside', ['review', 'failed']);
      const text = say('YS-NOT-FOR-US', { by, reason: reason.trim() });
      const now = new Date();
      await tx
        .update(message)
        .set({ state: 'skipped', reasons: [{ code: 'YS-NOT-FOR-US', text }], cause: 'YS-NOT-FOR-US', updatedAt: now })
        .where(eq(message.id, key));
      await tx.update(record).set({ verdict: 'skipped', updatedAt: now }).where(eq(record.messageId, key));
      await takeBackAll(tx, await outboxOf(tx, row), text);
      await noteAct(tx, { messageId: key, by, act: 'not for us', words: reason.trim() });
      const about = { kind: 'message' as const, what: key, owner: row.mailboxId, day: row.receivedAt };
      await noteChanges(tx, [{ ...about, was: row.state, is: 'skipped' }]);
    }),
  );
}

/** A message as the outbox knows it. Of a sieve on trial nothing stands over there, and nothing is taken out. */
async function outboxOf(tx: Executor, row: typeof message.$inferSelect): Promise<OutboxMessage> {
  const [known] = await tx.select().from(record).where(eq(record.messageId, row.id));
  const trials = await sievesOnTrial(tx, known ? [known.sieve] : []);
  return {
    id: row.id,
    mailboxId: row.mailboxId,
    receivedAt: row.receivedAt,
    record: known?.id ?? null,
    revision: known?.revision ?? 0,
    keepBack: trials.size > 0 ? 'trial' : null,
    notBefore: null,
  };
}

/**
 * Takes that back: the message is put through again, by what made its record.
 * @throws YsError YS-NOT-LAID-ASIDE when nobody laid it aside
 */
export async function forUsAgain(db: Database, key: string, by: string): Promise<void> {
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const [row] = await tx.select().from(message).where(eq(message.id, key)).for('update');
      if (row?.state !== 'skipped' || row.reasons[0]?.code !== 'YS-NOT-FOR-US')
        throw new YsError('YS-NOT-LAID-ASIDE', { state: row?.state ?? '' });
      await noteAct(tx, { messageId: key, by, act: 'for us again', words: '' });
      await waitAsBefore(tx, key);
    }),
  );
}

async function lockedIn(tx: Executor, key: string, act: string, states: readonly string[] = ['review']) {
  const [row] = await tx.select().from(message).where(eq(message.id, key)).for('update');
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'message', name: key });
  if (!states.includes(row.state)) throw new YsError('YS-CONFIRM-STATE', { state: row.state, act });
  return row;
}
