import { eq, sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from '../database/connect.js';
import { want } from '../database/schema.js';
import { askModel } from '../model/ask-model.js';
import type { Secrets } from '../secrets.js';
import { giveUpWant, keepAnswer, postponeWant } from '../store/answer-store.js';
import { openModel } from '../store/model-store.js';
import { backoffSeconds } from './backoff.js';
import { type ClaimOptions, claimAlone, claimRows } from './claims.js';

/** Tries after which a question is given up and its messages go to review. */
const mostTries = 10;
const atOnce = 4;
export interface AnswerLaneOptions {
  db: Database;
  secrets: Secrets;
  worker: string;
  leaseSeconds: number;
  log: Logger;
  /** Called when messages may go on. */
  onward: () => void;
}

/** One round: puts some open questions to the model, side by side. No message and no thread waits meanwhile. */
export async function answerRound(options: AnswerLaneOptions): Promise<number> {
  const claim: ClaimOptions = {
    table: want,
    keyColumn: 'digest',
    waiting: sql`state = 'waiting' AND due_at <= NOW(3)`,
    worker: options.worker,
    most: atOnce,
    leaseSeconds: options.leaseSeconds,
  };
  const claimed = await claimRows(options.db, claim);
  const digests = claimed.length > 0 ? claimed : await claimAlone(options.db, claim);
  await Promise.all(digests.map((digest) => answerOne(options, digest)));
  if (digests.length > 0) options.onward();
  return digests.length;
}

async function answerOne({ db, secrets, log }: AnswerLaneOptions, digest: string): Promise<void> {
  const [row] = await db.select().from(want).where(eq(want.digest, digest));
  if (!row) return;
  const model = await openModel(db, secrets);
  const asked = model
    ? await askModel(model, row.request)
    : ({ ok: false, detail: 'no model is set up', final: true } as const);
  if (asked.ok)
    return keepAnswer(db, digest, {
      model: model?.model ?? '',
      content: asked.content,
      complete: asked.complete,
      tokens: asked.tokens,
    });
  log.warn({ want: digest, attempts: row.attempts + 1, final: asked.final }, 'a question to the model failed');
  if (asked.final || row.attempts + 1 >= mostTries) return giveUpWant(db, digest, asked.detail);
  return postponeWant(
    db,
    digest,
    backoffSeconds(row.attempts + 1, Math.random(), asked.retryAfterSeconds),
    asked.detail,
  );
}
