import { eq, sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from '../database/connect.js';
import { want } from '../database/schema.js';
import { askModel } from '../model/ask-model.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { Secrets } from '../secrets.js';
import { giveUpWant, keepAnswer, postponeWant } from '../store/answer-store.js';
import { openModel } from '../store/model-store.js';
import { backoffSeconds } from './backoff.js';
import { type ClaimOptions, claimAlone, claimRows } from './claims.js';
import type { LeaseKeeper } from './lease-keeper.js';
import { Slots } from './slots.js';

/** Tries after which a question is given up and its messages go to review. */
const maxTries = 10;
/** Questions to the model at once. */
const atOnce = 4;

export interface AnswerLaneOptions {
  db: Database;
  secrets: Secrets;
  outgoing: Outgoing;
  worker: string;
  leaseSeconds: number;
  leases: LeaseKeeper;
  log: Logger;
  /** Called when messages may go on. */
  onward: () => void;
}

/** Puts open questions to the model, a few at once. No message and no thread waits meanwhile. */
export function answerSlots(options: AnswerLaneOptions, pollMs: number): Slots<string> {
  const { db, leases, log, worker, leaseSeconds } = options;
  const claim = (max: number): ClaimOptions => ({
    table: want,
    keyColumn: 'digest',
    waiting: sql`state = 'waiting' AND due_at <= NOW(3)`,
    worker,
    max,
    leaseSeconds,
  });
  return new Slots({
    name: 'answers',
    slots: atOnce,
    claim: (max) => claimRows(db, claim(max)),
    claimAlone: async () => (await claimAlone(db, claim(1)))[0],
    work: async (digest) => {
      leases.hold(digest);
      await answerOne(options, digest).finally(() => leases.drop(digest));
      options.onward();
    },
    pollMs,
    log,
  });
}

async function answerOne({ db, secrets, outgoing, log }: AnswerLaneOptions, digest: string): Promise<void> {
  const [row] = await db.select().from(want).where(eq(want.digest, digest));
  if (!row) return;
  const model = await openModel(db, secrets);
  const asked = model
    ? await askModel(outgoing, model, row.request)
    : ({ ok: false, detail: 'no model is set up', final: true } as const);
  if (asked.ok)
    return keepAnswer(db, digest, {
      model: model?.model ?? '',
      content: asked.content,
      complete: asked.complete,
      tokens: asked.tokens,
    });
  log.warn({ want: digest, attempts: row.attempts + 1, final: asked.final }, 'a question to the model failed');
  if (asked.final || row.attempts + 1 >= maxTries) return giveUpWant(db, digest, asked.detail);
  return postponeWant(
    db,
    digest,
    backoffSeconds(row.attempts + 1, Math.random(), asked.retryAfterSeconds),
    asked.detail,
  );
}
