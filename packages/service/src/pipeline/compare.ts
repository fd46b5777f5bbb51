import { type KeptAnswer, untilAnswered } from '@yellow-sieve/core';
import { inArray } from 'drizzle-orm';
import type { Database } from '../database/connect.js';
import { keptAnswer } from '../database/schema.js';
import type { CompareItem, CompareReply, CompareTask } from './threads/compare.js';

/** Who runs comparisons: a pool of threads. */
export interface Comparer {
  compare(task: CompareTask): Promise<CompareReply[] | null>;
}

/** One message with what came of it; null when trying the rules on it took too long. */
export interface Compared {
  item: CompareItem;
  reply: CompareReply | null;
}

/** Messages that one thread takes at once: enough to keep it busy, few enough that live mail need not wait for long. */
const batch = 12;

/**
 * Tries rules on messages, several threads side by side, and gives what came of each in their order. Questions to a
 * model are not asked: those with a kept answer are answered by it, the others stay open.
 */
export async function compareAll(
  comparer: Comparer,
  db: Database,
  task: Omit<CompareTask, 'answers'>,
): Promise<Compared[]> {
  let replies: Compared[] = [];
  await untilAnswered(
    async (answers) => {
      const ready = replies.filter(({ reply }) => reply?.lacking.some((digest) => digest in answers));
      const tried = await inBatches(comparer, { ...task, answers }, replies.length > 0 ? itemsOf(ready) : task.items);
      const byItem = new Map(tried.map((one) => [one.item, one]));
      replies = replies.length > 0 ? replies.map((one) => byItem.get(one.item) ?? one) : tried;
      const lacking = new Set(replies.flatMap(({ reply }) => reply?.lacking ?? []));
      return { kind: 'wants', wants: [...lacking].map((digest) => ({ digest })) };
    },
    (wants) =>
      keptAnswers(
        db,
        wants.map(({ digest }) => digest),
      ),
  );
  return replies;
}

const itemsOf = (replies: readonly Compared[]) => replies.map(({ item }) => item);

async function inBatches(comparer: Comparer, task: CompareTask, items: readonly CompareItem[]): Promise<Compared[]> {
  const pieces = [];
  for (let at = 0; at < items.length; at += batch) pieces.push(items.slice(at, at + batch));
  return (await Promise.all(pieces.map((piece) => tried(comparer, task, piece)))).flat();
}

/** A batch that takes too long is tried message by message, so that one of them does not cost the others. */
async function tried(comparer: Comparer, task: CompareTask, items: readonly CompareItem[]): Promise<Compared[]> {
  const replies = await comparer.compare({ ...task, items: [...items] });
  if (replies) return items.map((item, i) => ({ item, reply: replies[i] ?? null }));
  const [only] = items;
  if (items.length === 1 && only) return [{ item: only, reply: null }];
  const alone = [];
  for (const item of items) alone.push(...(await tried(comparer, task, [item])));
  return alone;
}

/** Answers a model gave before, by the digests of the questions. */
export async function keptAnswers(db: Database, digests: readonly string[]): Promise<Record<string, KeptAnswer>> {
  if (digests.length === 0) return {};
  const rows = await db
    .select()
    .from(keptAnswer)
    .where(inArray(keptAnswer.digest, [...digests]));
  return Object.fromEntries(
    rows.map(({ digest, content, complete }) => [digest, { kind: 'answered' as const, content, complete }]),
  );
}
