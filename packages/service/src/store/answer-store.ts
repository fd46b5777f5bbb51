import type { KeptAnswer, ModelQuestion } from '@yellow-sieve/core';
import { and, eq, inArray, ne, notExists, sql } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { keptAnswer, message, messageWant, want } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';

/** The answers to the questions of some messages, by message and digest: kept ones, and failures that were given up. */
export async function answersOf(
  db: Executor,
  messages: readonly string[],
): Promise<Map<string, Record<string, KeptAnswer>>> {
  const rows = await db
    .select({
      message: messageWant.messageId,
      digest: messageWant.digest,
      content: keptAnswer.content,
      complete: keptAnswer.complete,
      state: want.state,
      detail: want.detail,
    })
    .from(messageWant)
    .leftJoin(keptAnswer, eq(keptAnswer.digest, messageWant.digest))
    .leftJoin(want, eq(want.digest, messageWant.digest))
    .where(inArray(messageWant.messageId, [...messages]));
  const answers = new Map<string, Record<string, KeptAnswer>>();
  for (const { message, digest, content, complete, state, detail } of rows) {
    const known = answers.get(message) ?? {};
    if (content !== null) known[digest] = { kind: 'answered', content, complete: complete === true };
    else if (state === 'failed') known[digest] = { kind: 'failed', detail: detail ?? '' };
    answers.set(message, known);
  }
  return answers;
}

/** Asks a question, or asks it again when it had been given up. One that is being asked is left as it is. */
export async function openWant(
  tx: Executor,
  { digest, request, sieve, rule }: Pick<ModelQuestion, 'digest' | 'request' | 'sieve' | 'rule'>,
): Promise<void> {
  const fresh = { state: 'waiting' as const, attempts: 0, dueAt: new Date() };
  await tx
    .insert(want)
    .values({ digest, request, sieve, rule: rule.slice(0, 200), ...fresh })
    .onDuplicateKeyUpdate({ set: { digest } });
  await tx
    .update(want)
    .set({ ...fresh, detail: null })
    .where(and(eq(want.digest, digest), eq(want.state, 'failed')));
}

/** Keeps an answer, and sets the messages that waited for nothing else on their way again. */
export async function keepAnswer(db: Database, digest: string, answer: NewAnswer): Promise<void> {
  const { price, ...kept } = answer;
  await settling(db, async (tx) => {
    await tx
      .insert(keptAnswer)
      .values({
        digest,
        ...kept,
        price: price?.value.toFixed(6) ?? null,
        currency: price?.currency ?? null,
        createdAt: new Date(),
      })
      .onDuplicateKeyUpdate({ set: { digest } });
    await tx
      .update(want)
      .set({ state: 'answered', detail: null, overCeiling: false, claimedBy: null, claimedUntil: null })
      .where(eq(want.digest, digest));
    await releaseMessages(tx, digest);
  });
}

/** An answer with what it took. */
export interface NewAnswer {
  model: string;
  content: string;
  complete: boolean;
  tokens: number | null;
  ms: number;
  price: { value: number; currency: string } | null;
  sieve: string;
  rule: string;
}

/** Gives a question up; the messages that waited for it go to review with the reason. */
export async function giveUpWant(db: Database, digest: string, detail: string): Promise<void> {
  await settling(db, async (tx) => {
    await tx
      .update(want)
      .set({ state: 'failed', detail, claimedBy: null, claimedUntil: null })
      .where(eq(want.digest, digest));
    await releaseMessages(tx, digest);
  });
}

/** A message that asks the same just now locks itself first and the question then, so one of the two may have to begin anew. */
const settling = (db: Database, work: (tx: Executor) => Promise<void>): Promise<void> =>
  retryDeadlocks(() => db.transaction(work));

async function releaseMessages(tx: Executor, digest: string): Promise<void> {
  const waiting = await tx
    .select({ id: messageWant.messageId })
    .from(messageWant)
    .where(eq(messageWant.digest, digest));
  for (const { id } of waiting) {
    const others = tx
      .select({ digest: want.digest })
      .from(want)
      .innerJoin(messageWant, eq(messageWant.digest, want.digest))
      .where(and(eq(messageWant.messageId, id), eq(want.state, 'waiting'), ne(want.digest, digest)));
    await tx
      .update(message)
      .set({ wants: 0, dueAt: new Date() })
      .where(and(eq(message.id, id), eq(message.state, 'waiting'), notExists(others)));
  }
}

/** Frees a question that may not be asked now; it is looked at again later, and no try of it is used up. */
export async function holdWant(db: Database, digest: string, seconds: number, detail: string): Promise<void> {
  await db
    .update(want)
    .set({
      dueAt: sql`NOW(3) + INTERVAL ${seconds} SECOND`,
      detail,
      overCeiling: true,
      claimedBy: null,
      claimedUntil: null,
      lost: 0,
    })
    .where(eq(want.digest, digest));
}

/** Frees a question for another try at the given time. */
export async function postponeWant(db: Database, digest: string, seconds: number, detail: string): Promise<void> {
  await db
    .update(want)
    .set({
      dueAt: sql`NOW(3) + INTERVAL ${seconds} SECOND`,
      attempts: sql`${want.attempts} + 1`,
      overCeiling: false,
      detail,
      claimedBy: null,
      claimedUntil: null,
      lost: 0,
    })
    .where(eq(want.digest, digest));
}

/** Lets questions that wait for another day, or a higher ceiling, be looked at again at once. */
export async function liftCeiling(db: Executor, sieve: string | null): Promise<void> {
  await db
    .update(want)
    .set({ dueAt: new Date() })
    .where(
      and(eq(want.overCeiling, true), eq(want.state, 'waiting'), sieve === null ? undefined : eq(want.sieve, sieve)),
    );
}
