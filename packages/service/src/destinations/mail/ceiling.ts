import { say } from '@yellow-sieve/core';
import { and, count, desc, eq, gt, lte, ne } from 'drizzle-orm';
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

/**
 * Takes a place for a mail: now where there is room, else behind all others that have one. Each waits for its own moment, so that many
 * that wait are not looked at again whenever one goes. Gives why it has to wait; null where it goes now.
 */
function takePlace(db: Database, name: string, delivery: string, ceilings: readonly Ceiling[]): Promise<Tried | null> {
  return db.transaction(async (tx) => {
    await tx.select({ name: destination.name }).from(destination).where(eq(destination.name, name)).for('update');
    const now = new Date();
    const own = and(eq(sentMail.destination, name), eq(sentMail.delivery, delivery));
    const [place] = await tx.select({ at: sentMail.at }).from(sentMail).where(own);
    if (place && place.at > now) return wait(ceilings, place.at, now);
    const full = await firstFull(tx, name, delivery, ceilings, now);
    const at = full ? await behindAll(tx, name, delivery, ceilings, now) : now;
    await tx.insert(sentMail).values({ destination: name, delivery, at }).onDuplicateKeyUpdate({ set: { at } });
    if (full) return wait([full], at, now);
    const dayAgo = new Date(now.getTime() - 86_400_000);
    await tx.delete(sentMail).where(and(eq(sentMail.destination, name), lte(sentMail.at, dayAgo)));
    return null;
  });
}

function wait([ceiling]: readonly Ceiling[], at: Date, now: Date): Tried {
  const afterSeconds = Math.max(1, Math.ceil((at.getTime() - now.getTime()) / 1000));
  const { most = 0, word = '' } = ceiling ?? {};
  const when = DateTime.fromJSDate(at, { zone: 'UTC' }).toFormat('yyyy-MM-dd HH:mm');
  return { result: 'later', answer: say('YS-DELIVERY-CEILING', { count: most, period: word, at: when }), afterSeconds };
}

/** The places of others of a destination. */
const others = (name: string, delivery: string) => and(eq(sentMail.destination, name), ne(sentMail.delivery, delivery));

/** The first ceiling that is reached at a moment. */
async function firstFull(
  tx: Executor,
  name: string,
  delivery: string,
  ceilings: readonly Ceiling[],
  now: Date,
): Promise<Ceiling | null> {
  for (const ceiling of ceilings) {
    const since = new Date(now.getTime() - ceiling.seconds * 1000);
    const within = and(others(name, delivery), gt(sentMail.at, since), lte(sentMail.at, now));
    const [row] = await tx.select({ sent: count() }).from(sentMail).where(within);
    if ((row?.sent ?? 0) >= ceiling.most) return ceiling;
  }
  return null;
}

/** The first moment at which no ceiling is reached by those that have a place. */
async function behindAll(
  tx: Executor,
  name: string,
  delivery: string,
  ceilings: readonly Ceiling[],
  now: Date,
): Promise<Date> {
  let at = now.getTime() + 1000;
  for (const { most, seconds } of ceilings) {
    const [place] = await tx
      .select({ at: sentMail.at })
      .from(sentMail)
      .where(others(name, delivery))
      .orderBy(desc(sentMail.at))
      .offset(most - 1)
      .limit(1);
    if (place) at = Math.max(at, place.at.getTime() + seconds * 1000);
  }
  return new Date(at);
}

const givePlaceBack = (db: Database, name: string, delivery: string) =>
  db.delete(sentMail).where(and(eq(sentMail.destination, name), eq(sentMail.delivery, delivery)));
