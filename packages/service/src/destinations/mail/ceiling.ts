import { say } from '@yellow-sieve/core';
import { and, asc, count, eq, gt, lte } from 'drizzle-orm';
import { DateTime } from 'luxon';
import type { Database, Executor } from '../../database/connect.js';
import { destination, sentMail } from '../../database/schema.js';
import type { DestinationContext, Tried } from '../destination-kind.js';

const periods = [
  { entry: 'per_hour', word: 'an hour', seconds: 3600 },
  { entry: 'per_day', word: 'a day', seconds: 86_400 },
] as const;

/**
 * Sends unless the ceiling of an hour or a day is reached; then the mail waits until there is room. Who sends notes it before, under a
 * lock of the destination, so that several at once do not pass it together; what was not sent gives its place back.
 */
export async function underCeiling(
  { db, name, definition }: DestinationContext,
  delivery: string,
  send: () => Promise<Tried>,
): Promise<Tried> {
  const ceilings = periods.flatMap((period) => {
    const most = definition[period.entry];
    return typeof most === 'number' ? [{ ...period, most }] : [];
  });
  if (ceilings.length === 0) return send();
  const full = await takePlace(db, name, delivery, ceilings);
  if (full) return full;
  const tried = await send().catch(async (error: unknown) => {
    await givePlaceBack(db, name, delivery);
    throw error;
  });
  // Where no answer came it may have gone.
  if (tried.result === 'refused' || tried.result === 'unreachable') await givePlaceBack(db, name, delivery);
  return tried;
}

type Ceiling = (typeof periods)[number] & { most: number };

/** Notes that a mail is sent now; why it has to wait where there is no room. */
function takePlace(db: Database, name: string, delivery: string, ceilings: readonly Ceiling[]): Promise<Tried | null> {
  return db.transaction(async (tx) => {
    await tx.select({ name: destination.name }).from(destination).where(eq(destination.name, name)).for('update');
    const now = new Date();
    for (const { most, seconds, word } of ceilings) {
      const since = new Date(now.getTime() - seconds * 1000);
      const free = await freeAt(tx, name, since, most, seconds);
      if (!free) continue;
      const afterSeconds = Math.max(1, Math.ceil((free.getTime() - now.getTime()) / 1000));
      const at = DateTime.fromJSDate(free, { zone: 'UTC' }).toFormat('yyyy-MM-dd HH:mm');
      return { result: 'later', answer: say('YS-DELIVERY-CEILING', { count: most, period: word, at }), afterSeconds };
    }
    await tx
      .insert(sentMail)
      .values({ destination: name, delivery, at: now })
      .onDuplicateKeyUpdate({ set: { at: now } });
    const dayAgo = new Date(now.getTime() - 86_400_000);
    await tx.delete(sentMail).where(and(eq(sentMail.destination, name), lte(sentMail.at, dayAgo)));
    return null;
  });
}

/** When there is room again, where the ceiling is reached. */
async function freeAt(tx: Executor, name: string, since: Date, most: number, seconds: number): Promise<Date | null> {
  const within = and(eq(sentMail.destination, name), gt(sentMail.at, since));
  const [row] = await tx.select({ sent: count() }).from(sentMail).where(within);
  const sent = row?.sent ?? 0;
  if (sent < most) return null;
  const [leaves] = await tx
    .select({ at: sentMail.at })
    .from(sentMail)
    .where(within)
    .orderBy(asc(sentMail.at))
    .offset(sent - most)
    .limit(1);
  return new Date((leaves?.at ?? since).getTime() + seconds * 1000);
}

const givePlaceBack = (db: Database, name: string, delivery: string) =>
  db.delete(sentMail).where(and(eq(sentMail.destination, name), eq(sentMail.delivery, delivery)));
