import type { JsonValue } from '@yellow-sieve/core';
import { and, asc, eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Executor } from '../database/connect.js';
import { judgement } from '../database/schema.js';

type NewJudgement = Omit<typeof judgement.$inferInsert, 'id' | 'value'> & {
  value: JsonValue | Record<string, JsonValue>[];
};

/** Keeps what a person said of values. Nothing said earlier is removed: accuracy over time is counted from all of it. */
export async function judge(db: Executor, made: readonly NewJudgement[]): Promise<void> {
  if (made.length > 0) await db.insert(judgement).values(made.map((one) => ({ id: uuid(), ...one })));
}

/** Forgets what was said to be right of a message at a moment: it was taken back. */
export const unsay = (tx: Executor, messageId: string, at: Date) =>
  tx.delete(judgement).where(and(eq(judgement.messageId, messageId), eq(judgement.at, at), eq(judgement.right, true)));

/** How often each field was found right, by the week (its Monday, UTC) the word was given in. */
export async function accuracyByWeek(db: Executor, sieve: string) {
  const week = sql<string>`DATE_FORMAT(DATE_SUB(DATE(${judgement.at}), INTERVAL WEEKDAY(${judgement.at}) DAY), '%Y-%m-%d')`;
  const rows = await db
    .select({
      week,
      field: judgement.path,
      judged: sql<number>`COUNT(*)`,
      right: sql<number>`SUM(${judgement.right})`,
      spotJudged: sql<number>`SUM(${judgement.spot})`,
      spotRight: sql<number>`SUM(${judgement.spot} AND ${judgement.right})`,
    })
    .from(judgement)
    .where(eq(judgement.sieve, sieve))
    .groupBy(week, judgement.path)
    .orderBy(asc(week), asc(judgement.path));
  return rows.map(({ week: from, field, judged, right, spotJudged, spotRight }) => ({
    week: from,
    field,
    judged: Number(judged),
    right: Number(right),
    spot_judged: Number(spotJudged),
    spot_right: Number(spotRight),
  }));
}
