import { isAnswer } from '@yellow-sieve/core';
import { eq, sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from '../database/connect.js';
import { want } from '../database/schema.js';
import { type Asked, askModel } from '../model/ask-model.js';
import { priceOf } from '../model/price.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { Secrets } from '../secrets.js';
import { giveUpWant, holdWant, keepAnswer, postponeWant } from '../store/answer-store.js';
import { type ModelConnection, openModel } from '../store/model-store.js';
import { ceilingOf, countUse, spentToday } from '../store/model-use-store.js';
import { backoffSeconds } from './backoff.js';
import { type ClaimOptions, claimAlone, claimRows } from './claims.js';
import type { LeaseKeeper } from './lease-keeper.js';
import type { Onward } from './onward.js';
import { Slots } from './slots.js';

/** Tries after which a question is given up and its messages go to review. */
const maxTries = 10;
/** Questions to the model at once, at the most; its connection may say less. */
const atOnce = 16;
/** Seconds after which a question is looked at again that may not be asked now. */
const heldSeconds = 600;

export interface AnswerLaneOptions {
  db: Database;
  secrets: Secrets;
  outgoing: Outgoing;
  worker: string;
  leaseSeconds: number;
  leases: LeaseKeeper;
  log: Logger;
  /** Called when messages may go on. */
  onward: Onward;
}

/** Puts open questions to the model, as many at once as its connection says. No message and no thread waits meanwhile. */
export function answerSlots(options: AnswerLaneOptions, pollMs: number): Slots<string> {
  const { db, secrets, leases, log, worker, leaseSeconds } = options;
  let asking = 0;
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
    claim: async (max) => {
      const { parallel = atOnce } = (await openModel(db, secrets)) ?? {};
      const room = Math.min(max, parallel - asking);
      return room > 0 ? claimRows(db, claim(room)) : [];
    },
    claimAlone: async () => (await claimAlone(db, claim(1)))[0],
    work: async (digest) => {
      asking++;
      leases.hold(digest);
      await answerOne(options, digest).finally(() => {
        asking--;
        leases.drop(digest);
      });
      options.onward('messages');
    },
    pollMs,
    log,
  });
}

type Row = typeof want.$inferSelect;

async function answerOne(options: AnswerLaneOptions, digest: string): Promise<void> {
  const { db, secrets, outgoing, log } = options;
  const [row] = await db.select().from(want).where(eq(want.digest, digest));
  if (!row) return;
  const model = await openModel(db, secrets);
  if (!model) return giveUpWant(db, digest, 'no model is set up');
  const held = await whyHeld(db, model, row);
  if (held !== null) return holdWant(db, digest, heldSeconds, held);
  const asked = await askModel(outgoing, model, row.request);
  if (asked.ok) await noteUse(db, model, row, asked);
  // What is no answer at all may be one the next time; what was cut off would be cut off again.
  const isNonsense = asked.ok && asked.complete && !isAnswer(asked.content);
  if (asked.ok && !isNonsense)
    return keepAnswer(db, digest, {
      model: model.model,
      content: asked.content,
      complete: asked.complete,
      tokens: asked.tokens && asked.tokens.question + asked.tokens.answer,
      ms: asked.ms,
      price: asked.tokens && priceOf(model, asked.tokens.question, asked.tokens.answer),
      ...askedBy(row),
    });
  const { detail, final, retryAfterSeconds } = asked.ok ? nonsense : asked;
  log.warn({ want: digest, attempts: row.attempts + 1, final }, 'a question to the model failed');
  if (final || row.attempts + 1 >= maxTries) return giveUpWant(db, digest, detail);
  return postponeWant(db, digest, backoffSeconds(row.attempts + 1, Math.random(), retryAfterSeconds), detail);
}

const nonsense: Extract<Asked, { ok: false }> = {
  ok: false,
  detail: 'its answer is not of the shape that was asked for',
  final: false,
};

const askedBy = ({ sieve, rule }: Row) => ({ sieve: sieve ?? '', rule: rule ?? '' });

/** Every answer costs, also one that is of no use. */
async function noteUse(db: Database, model: ModelConnection, row: Row, { tokens, ms }: Extract<Asked, { ok: true }>) {
  await countUse(db, {
    ...askedBy(row),
    tokens: tokens === null ? 0 : tokens.question + tokens.answer,
    ms,
    price: tokens && priceOf(model, tokens.question, tokens.answer),
  });
}

/** Why a question may not be asked now, in words; null when it may. */
async function whyHeld(db: Database, model: ModelConnection, { sieve }: Row): Promise<string | null> {
  if (!model.may_ask) return 'the connection of the model does not allow that mail is sent to it';
  const ceiling = sieve === null ? null : await ceilingOf(db, sieve);
  if (sieve === null || ceiling === null) return null;
  const { currency, price_per_1000_tokens: price } = model;
  if (currency === undefined || price === undefined)
    return 'the sieve has a ceiling, and the connection of the model states no price and currency to count by';
  const spent = await spentToday(db, sieve, currency);
  return spent < ceiling
    ? null
    : `the ceiling of ${ceiling.toFixed(2)} ${currency} a day is reached: it goes on after midnight (UTC), or when the ceiling is raised`;
}
