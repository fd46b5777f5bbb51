import type { AskedItem } from '@yellow-sieve/contract';
import { type HandleResult, type ModelQuestion, untilAnswered } from '@yellow-sieve/core';
import { inArray } from 'drizzle-orm';
import type { Database } from '../database/connect.js';
import { keptAnswer, want } from '../database/schema.js';
import { keptAnswers } from '../pipeline/compare.js';
import { openWant } from '../store/answer-store.js';
import type { ModelConnection } from '../store/model-store.js';
import { estimateAsks } from './price.js';

type Answers = Awaited<ReturnType<typeof keptAnswers>>;

/** Tries one text on one message with some answers. */
export type TryText = (answers: Answers) => Promise<HandleResult>;

interface Asks {
  answered: Set<string>;
  open: Map<string, ModelQuestion>;
}

/** The questions that some trials put: those with a kept answer, and those without. */
async function asksOf(db: Database, trials: readonly TryText[]): Promise<Asks> {
  const asks: Asks = { answered: new Set(), open: new Map() };
  for (const trial of trials) {
    const result = await untilAnswered(trial, async (wants: readonly ModelQuestion[]) => {
      const kept = await keptAnswers(
        db,
        wants.map(({ digest }) => digest),
      );
      for (const digest of Object.keys(kept)) asks.answered.add(digest);
      return kept;
    });
    if (result.kind === 'wants')
      for (const question of result.wants)
        if (!asks.answered.has(question.digest)) asks.open.set(question.digest, question);
  }
  return asks;
}

/**
 * What some trials ask a model, and what that takes. Unless it is `dry`, what has no answer is put where the questions of
 * messages are, so that one connection, one bound and one ceiling hold for both, and the same is never asked twice.
 */
export async function askNow(
  db: Database,
  model: ModelConnection | null,
  trials: readonly TryText[],
  dry: boolean,
): Promise<Omit<AskedItem, 'today'>> {
  const { answered, open } = await asksOf(db, trials);
  if (!dry) for (const question of open.values()) await openWant(db, question);
  const { waiting, detail } = await stateOf(db, [...open.keys()]);
  const characters = [...open.values()].reduce((sum, { request }) => sum + JSON.stringify(request.messages).length, 0);
  return {
    questions: answered.size + open.size,
    answered: answered.size,
    waiting,
    estimate: await estimateAsks(db, model, { questions: open.size, characters }),
    used: await usedBy(db, [...answered]),
    detail: open.size > 0 && model === null ? 'No model is set up.' : detail,
  };
}

async function stateOf(db: Database, digests: readonly string[]): Promise<{ waiting: number; detail: string | null }> {
  if (digests.length === 0) return { waiting: 0, detail: null };
  const rows = await db
    .select({ state: want.state, detail: want.detail })
    .from(want)
    .where(inArray(want.digest, [...digests]));
  const waiting = rows.filter(({ state }) => state === 'waiting').length;
  return { waiting, detail: rows.find(({ detail }) => detail !== null)?.detail ?? null };
}

async function usedBy(db: Database, digests: readonly string[]): Promise<AskedItem['used']> {
  if (digests.length === 0) return { tokens: 0, ms: 0, price: null };
  const rows = await db
    .select({ tokens: keptAnswer.tokens, ms: keptAnswer.ms, price: keptAnswer.price, currency: keptAnswer.currency })
    .from(keptAnswer)
    .where(inArray(keptAnswer.digest, [...digests]));
  const sum = (of: (row: (typeof rows)[number]) => number) => rows.reduce((total, row) => total + of(row), 0);
  const currency = rows.find((row) => row.currency !== null)?.currency ?? null;
  return {
    tokens: sum(({ tokens }) => tokens ?? 0),
    ms: sum(({ ms }) => ms ?? 0),
    price: currency === null ? null : { value: sum(({ price }) => Number(price ?? 0)), currency },
  };
}
