import { parseFile, sorterName } from '@yellow-sieve/core';
import { and, asc, eq, gte, isNotNull, sql, sum } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { mailbox, messageWant, modelUse, want } from '../database/schema.js';
import { findSieve } from './sieve-store.js';

/** A day in UTC, as use is counted by. */
const today = (): string => new Date().toISOString().slice(0, 10);

export interface Use {
  sieve: string;
  rule: string;
  tokens: number;
  ms: number;
  price: { value: number; currency: string } | null;
}

/** Counts one answer for its sieve and rule. */
export async function countUse(db: Executor, { sieve, rule, tokens, ms, price }: Use): Promise<void> {
  await db
    .insert(modelUse)
    .values({
      day: today(),
      sieve,
      rule,
      currency: price?.currency ?? '',
      asked: 1,
      tokens,
      ms,
      price: (price?.value ?? 0).toFixed(6),
    })
    .onDuplicateKeyUpdate({
      set: {
        asked: sql`${modelUse.asked} + 1`,
        tokens: sql`${modelUse.tokens} + ${tokens}`,
        ms: sql`${modelUse.ms} + ${ms}`,
        price: sql`${modelUse.price} + ${(price?.value ?? 0).toFixed(6)}`,
      },
    });
}

/** What asking took since a day, by day, sieve and rule, the newest day first. */
export const useSince = (db: Executor, day: string) =>
  db
    .select()
    .from(modelUse)
    .where(gte(modelUse.day, day))
    .orderBy(sql`${modelUse.day} DESC`, asc(modelUse.sieve), asc(modelUse.rule));

/** What a sieve spent today in a currency. */
export async function spentToday(db: Executor, sieve: string, currency: string): Promise<number> {
  const [row] = await db
    .select({ spent: sum(modelUse.price) })
    .from(modelUse)
    .where(and(eq(modelUse.day, today()), eq(modelUse.sieve, sieve), eq(modelUse.currency, currency)));
  return Number(row?.spent ?? 0);
}

/** Ceilings by the digest of the text they stand in: it is taken apart once, not for every question. */
const ceilings = new Map<string, number | null>();
const maxKept = 500;

/** What a sieve may spend a day, as its live version says; null without a bound. */
export async function ceilingOf(db: Executor, name: string): Promise<number | null> {
  const live = (await findSieve(db, name)) ?? (await mailboxThatAsks(db, name));
  if (!live) return null;
  const known = ceilings.get(live.digest);
  if (known !== undefined) return known;
  if (ceilings.size >= maxKept) ceilings.clear();
  const ceiling = ceilingIn(live.source);
  ceilings.set(live.digest, ceiling);
  return ceiling;
}

interface Asks {
  asking?: { ceiling?: number };
}

/** The mailbox whose sorter asks under a name; null where it is none. */
async function mailboxThatAsks(db: Executor, name: string): Promise<{ digest: string; source: string } | null> {
  const rows = await db.select({ name: mailbox.name, digest: mailbox.digest, source: mailbox.source }).from(mailbox);
  return rows.find((row) => sorterName(row.name) === name) ?? null;
}

/** What a sieve or a sorter may spend a day, as its text says; null without a bound. */
export function ceilingIn(source: string): number | null {
  const { asking = {}, sorter } = (parseFile(source).data ?? {}) as Asks & { sorter?: Asks };
  const { ceiling } = sorter?.asking ?? asking;
  return typeof ceiling === 'number' ? ceiling : null;
}

/** Questions that wait, by what they wait for, with the messages behind them. */
export async function waitingAsks(db: Database) {
  const messages = sql<number>`count(distinct ${messageWant.messageId})`;
  const rows = await db
    .select({ sieve: want.sieve, held: want.overCeiling, detail: sql<string | null>`max(${want.detail})`, messages })
    .from(want)
    .innerJoin(messageWant, eq(messageWant.digest, want.digest))
    .where(and(eq(want.state, 'waiting'), isNotNull(want.detail)))
    .groupBy(want.sieve, want.overCeiling);
  return rows.map((row) => ({ ...row, messages: Number(row.messages) }));
}
