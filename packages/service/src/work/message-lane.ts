import { type Entered, type KeptAnswer, parseMailbox, say } from '@yellow-sieve/core';
import { inArray, sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from '../database/connect.js';
import { message, record, type Through } from '../database/schema.js';
import { Together } from '../database/together.js';
import { type ClaimedMessage, commitFailure, commitOutcomes, commitWants, type Outcome } from '../pipeline/commit.js';
import { newRecordKey } from '../pipeline/records.js';
import type { HandleReply, HandleTask } from '../pipeline/threads/handle.js';
import { recordLink } from '../pipeline/threads/knowing.js';
import type { SiftingPool } from '../pipeline/threads/sifting-pool.js';
import { answersOf } from '../store/answer-store.js';
import { findDraft } from '../store/draft-store.js';
import { enteredOf } from '../store/entered-store.js';
import { labelsOf } from '../store/label-store.js';
import { type MailboxRow, mailboxesById } from '../store/mailbox-store.js';
import { arrivalOf } from '../store/message-store.js';
import type { ModelToAsk } from '../store/model-store.js';
import { versionNow } from '../store/rename-store.js';
import { type LiveSieve, liveSieves } from '../store/sieve-store.js';
import { codeVersion } from '../version.js';
import { type ClaimOptions, claimAlone, claimRows, lostBeforeAlone } from './claims.js';
import { atMost, InHand } from './in-hand.js';
import type { LeaseKeeper } from './lease-keeper.js';
import type { Onward } from './onward.js';
import { Slots } from './slots.js';
import { Turns } from './turns.js';

export interface MessageLaneOptions {
  db: Database;
  databaseUrl: string;
  pool: SiftingPool;
  worker: string;
  leaseSeconds: number;
  leases: LeaseKeeper;
  threads: number;
  log: Logger;
  /** The model that prompt rules and sorters address. */
  model: () => Promise<ModelToAsk>;
  /** Called when there may be new deliveries or questions. */
  onward: Onward;
  /** Outcomes that come side by side are committed together. */
  commits: Together<Outcome, boolean>;
}

export const outcomesTogether = (db: Database): Together<Outcome, boolean> =>
  new Together({ run: (outcomes) => commitOutcomes(db, outcomes), atOnce: 1, most: 50 });

type MessageRow = typeof message.$inferSelect;

/** Messages that are taken up at once for each thread. Of one mailbox they are fewer, by how quick its messages are. */
const takenPerThread = 32;
/** Messages whose outcome is being committed while the next are sifted, for each thread. */
const committingPerThread = 32;

/** Works on waiting messages, a few more at once than there are threads: one that takes long holds up its own thread alone. */
export function messageSlots(options: MessageLaneOptions, pollMs: number): Slots<ToHandle> {
  const { db, worker, leaseSeconds, threads, log } = options;
  const claim = (max: number, waiting = isWaiting): ClaimOptions => ({
    table: message,
    keyColumn: 'id',
    waiting,
    order: sql`behind, due_at`,
    worker,
    max,
    leaseSeconds,
  });
  const turns = new Turns(() => mailboxesWaiting(db));
  const inHand = new InHand(threads);
  return new Slots({
    name: 'messages',
    slots: threads * takenPerThread,
    leaving: threads * committingPerThread,
    worthwhile: threads * takenPerThread - atMost / 2,
    claim: async (max) => {
      const ids = await turns.take(max, async (mailbox, some) => {
        const room = Math.min(some, inHand.room(mailbox));
        return room === 0 ? [] : claimRows(db, claim(room, sql`mailbox_id = ${mailbox} AND ${isWaiting}`));
      });
      return claimedMessages(options, ids);
    },
    claimAlone: async () => (await claimedMessages(options, await claimAlone(db, claim(1))))[0],
    work: async (one, free) => {
      inHand.take(one.row.mailboxId);
      let isOut = false;
      const sifted = (ms?: number) => {
        if (isOut) return;
        isOut = true;
        inHand.done(one.row.mailboxId, ms);
        free();
      };
      await handleHeld(options, one, sifted).finally(() => sifted());
    },
    pollMs,
    log,
  });
}

const isWaiting = sql`state = 'waiting' AND wants = 0 AND due_at <= NOW(3)`;

/** The mailboxes with messages that nobody works on yet. */
async function mailboxesWaiting(db: Database): Promise<string[]> {
  const [rows] = (await db.execute(
    sql`SELECT DISTINCT mailbox_id AS id FROM ${message} WHERE ${isWaiting} AND (claimed_by IS NULL OR claimed_until < NOW(3))`,
  )) as unknown as [{ id: string }[]];
  return rows.map(({ id }) => id);
}

/** Handles messages that the worker holds, side by side. */
export async function handleClaimed(options: MessageLaneOptions, ids: readonly string[]): Promise<void> {
  const claimed = await claimedMessages(options, ids);
  await Promise.all(claimed.map((one) => handleHeld(options, one, () => undefined)));
}

/** Messages that were claimed, with all that handling them needs. Their claims are renewed from here on. */
async function claimedMessages(options: MessageLaneOptions, ids: readonly string[]): Promise<ToHandle[]> {
  return ids.length === 0 ? [] : options.leases.holding(ids, () => withAllTheyNeed(options, ids));
}

async function withAllTheyNeed(options: MessageLaneOptions, ids: readonly string[]): Promise<ToHandle[]> {
  const rows = await options.db
    .select()
    .from(message)
    .where(inArray(message.id, [...ids]));
  const mailboxes = await mailboxesById(options.db, [...new Set(rows.map(({ mailboxId }) => mailboxId))]);
  const sieves = await liveSieves(options.db, [...new Set([...mailboxes.values()].flatMap(sievesNamedIn))]);
  const records = await options.db
    .select()
    .from(record)
    .where(inArray(record.messageId, [...ids]));
  const recordOf = new Map(records.map((row) => [row.messageId, { key: row.id, revision: row.revision }]));
  const model = await options.model();
  const entered = await enteredOf(options.db, ids);
  const answers = await answersOf(options.db, ids);
  const sorted = rows.filter(({ mailboxId }) => hasSorter(mailboxes.get(mailboxId)));
  const labels = await labelsOf(
    options.db,
    sorted.map(({ id }) => id),
  );
  return rows.map((row) => ({
    row,
    claimed: {
      id: row.id,
      mailboxId: row.mailboxId,
      receivedAt: row.receivedAt,
      worker: options.worker,
      recipient: row.recipient,
      admitted: row.admitted,
      tells: mayTell(row),
      confirmed: entered.get(row.id)?.confirmed ?? null,
      byDraft: row.through?.version === 'draft',
      record: recordOf.get(row.id) ?? { key: newRecordKey(row.receivedAt), revision: 0 },
    },
    mailbox: mailboxes.get(row.mailboxId),
    sieves,
    model,
    entered: entered.get(row.id),
    answers: answers.get(row.id) ?? {},
    labelled: labels.get(row.id),
  }));
}

/** Whether a mailbox’s file speaks of a sorter: only then are labels looked for. */
const hasSorter = (mailbox: MailboxRow | undefined) => mailbox !== undefined && /\bsorter\b/.test(mailbox.source);

/** Told when a message is out of its thread, with the milliseconds it had it. */
type Sifted = (ms?: number) => void;

/** Handles one; whatever happens, its claim is no longer renewed afterwards. */
async function handleHeld(options: MessageLaneOptions, one: ToHandle, sifted: Sifted): Promise<void> {
  try {
    await handleOne(options, one, sifted);
  } catch (error) {
    await afterCrash(options, one.row, one.claimed, error);
  } finally {
    options.leases.drop(one.row.id);
  }
  options.onward('deliveries');
}

/** Sieves a mailbox names, by the digest of its file: it is taken apart once, not with every message. */
const named = new Map<string, readonly string[]>();
const maxNamed = 500;

function sievesNamedIn({ digest, source }: Pick<MailboxRow, 'digest' | 'source'>): readonly string[] {
  const known = named.get(digest);
  if (known) return known;
  if (named.size >= maxNamed) named.clear();
  const { sieves } = parseMailbox(source);
  named.set(digest, sieves);
  return sieves;
}

/** A message with all that handling it needs. */
interface ToHandle {
  row: MessageRow;
  claimed: ClaimedMessage;
  mailbox: MailboxRow | undefined;
  sieves: ReadonlyMap<string, LiveSieve>;
  model: ModelToAsk;
  entered: Entered | undefined;
  answers: Record<string, KeptAnswer>;
  labelled: { category: string | null } | undefined;
}

async function handleOne(
  options: MessageLaneOptions,
  { row, claimed, mailbox, sieves, model, entered, answers, labelled }: ToHandle,
  sifted: Sifted,
): Promise<void> {
  if (!mailbox)
    return void (await commitFailure(options.db, claimed, {
      code: 'YS-NOT-FOUND',
      text: say('YS-NOT-FOUND', { what: 'mailbox', name: row.mailboxId }),
    }));
  if (row.lost > lostBeforeAlone) return giveUp(options, claimed);
  const live = sievesNamedIn(mailbox).flatMap((name) => sieves.get(name) ?? []);
  const named = await statesOf(options.db, live, row.through);
  const reply = await options.pool.handle({
    ...taskOf(options.databaseUrl, row, claimed, mailbox, named, answers, model),
    entered,
    labelled,
  });
  sifted(reply.ms);
  if ('stopped' in reply)
    return void (await commitFailure(options.db, claimed, { code: 'YS-MESSAGE-TOO-SLOW', text: reply.stopped }));
  await commitReply(options, claimed, reply, mailbox, named, answers);
}

/** Destinations that may tell people of a message: those of how it came, and of how it is put through. */
function mayTell({ tells, againTells }: MessageRow): string[] | null {
  if (!tells || !againTells) return tells ?? againTells;
  return tells.filter((name) => againTells.includes(name));
}

/** The sieves a message is handled with: the live ones, but for the one that another state of was asked for. */
async function statesOf(db: Database, live: readonly LiveSieve[], through: Through | null): Promise<SieveInUse[]> {
  return Promise.all(
    live.map(async (sieve): Promise<SieveInUse> => {
      const inUse = { ...sieve, namesOf: sieve.version };
      if (through?.sieve !== sieve.name) return inUse;
      if (through.version !== 'draft') return { ...inUse, ...(await versionNow(db, sieve.name, through.version)) };
      const draft = await findDraft(db, sieve.name);
      return draft ? { ...inUse, version: null, digest: draft.digest, source: draft.source } : inUse;
    }),
  );
}

/** A sieve as a message is handled with it; a draft has no version. */
type SieveInUse = Pick<LiveSieve, 'name' | 'digest' | 'source'> & {
  version: number | null;
  /** The version whose names its fields go by. */
  namesOf: number;
};

function taskOf(
  database: string,
  row: MessageRow,
  claimed: ClaimedMessage,
  mailbox: MailboxRow,
  sieves: readonly SieveInUse[],
  answers: Record<string, KeptAnswer>,
  model: ModelToAsk,
): HandleTask {
  return {
    database,
    rawId: row.rawId,
    mailbox: { digest: mailbox.digest, source: mailbox.source },
    sieves: sieves.map(({ name, digest, source }) => ({ name, digest, source })),
    arrival: arrivalOf(row, mailbox.name),
    record: { key: claimed.record.key, link: recordLink(claimed.record.key) },
    model: model.name,
    mayAsk: model.mayAsk,
    answers,
    sorter: mailbox.sorter === null ? null : { mailboxId: mailbox.id, number: mailbox.sorter },
  };
}

async function commitReply(
  { db, commits, onward }: MessageLaneOptions,
  claimed: ClaimedMessage,
  { result, ...read }: HandleReply,
  mailbox: MailboxRow,
  sieves: readonly SieveInUse[],
  answers: Record<string, KeptAnswer>,
): Promise<void> {
  if (result.kind === 'wants') {
    await commitWants(db, claimed, read, result.wants);
    onward('answers');
    return;
  }
  const taken = sieves.find(({ name }) => name === result.outcome?.sieve);
  const madeFrom = {
    sieveVersion: taken?.version ?? null,
    ...(taken && taken.namesOf !== taken.version ? { namesOf: taken.namesOf } : {}),
    sieveDigest: taken?.digest ?? null,
    mailboxDigest: mailbox.digest,
    answers: Object.keys(answers),
    code: codeVersion,
  };
  await commits.add({ claimed, read, handled: result, madeFrom });
}

/** A worker that ended without a word leaves the claim to run out, and the message is claimed again, or alone. */
async function afterCrash(
  options: MessageLaneOptions,
  row: MessageRow,
  claimed: ClaimedMessage,
  error: unknown,
): Promise<void> {
  const trouble = error instanceof Error ? error.name : 'unknown';
  options.log.error({ message: row.id, trouble, lost: row.lost }, 'handling a message failed');
  if (row.lost >= lostBeforeAlone) await giveUp(options, claimed);
}

async function giveUp({ db }: MessageLaneOptions, claimed: ClaimedMessage): Promise<void> {
  await commitFailure(db, claimed, { code: 'YS-MESSAGE-LOST-WORKER', text: say('YS-MESSAGE-LOST-WORKER') });
}
