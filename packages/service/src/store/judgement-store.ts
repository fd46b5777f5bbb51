import type { JsonValue } from '@yellow-sieve/core';
import { asc, eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Executor } from '../database/connect.js';
import { judgement } from '../database/schema.js';

export type NewJudgement = Omit<typeof judgement.$inferInsert, 'id' | 'at' | 'value'> & {
  value: JsonValue | Record<string, JsonValue>[];
};

/** Keeps what a person said of a value. Nothing said earlier is removed: accuracy over time is counted from all of it. */
export async function judge(db: Executor, made: NewJudgement): Promise<void> {
  await db.insert(judgement).values({ id: uuid(), at: new Date(), ...made });
}

/** How often each field was found right, by the week (its Monday, UTC) the word was given in. */
export async function accuracyByWeek(db: Executor, sieve: string) {
  const week = sql<string>`DATE_FORMAT(DATE_SUB(DATE(${judgement.at}), INTERVAL WEEKDAY(${judgement.at}) DAY), '%Y-%m-%d')`;
  const rows = await db
    .select({
      week,
      field: judgement.path,
      judged: sql<number>`COUNT(*)`,
      right: sql<number>`SUM(${judgement.right})`,
    })
    .from(judgement)
    .where(eq(judgement.sieve, sieve))
    .groupBy(week, judgement.path)
    .orderBy(asc(week), asc(judgement.path));
  return rows.map((row) => ({ ...row, judged: Number(row.judged), right: Number(row.right) }));
}
