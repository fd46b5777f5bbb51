import type { LookupSource } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { and, asc, eq, isNotNull, lte } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { lookup } from '../database/schema.js';

/** A table that is read where it is kept. */
export interface Followed {
  name: string;
  source: LookupSource;
  stamp: string | null;
}

/** Has a table, which is there, read elsewhere from then on. */
export async function follow(db: Executor, { name, source, stamp }: Followed, due: Date): Promise<void> {
  await db
    .update(lookup)
    .set({ source, stamp, fetchedAt: new Date(), dueAt: due, trouble: null })
    .where(eq(lookup.name, name));
}

export async function unfollow(db: Executor, name: string): Promise<void> {
  await db
    .update(lookup)
    .set({ source: null, stamp: null, fetchedAt: null, dueAt: null, trouble: null })
    .where(eq(lookup.name, name));
}

/** Notes that a table was looked at, and is as it was or was kept anew; or why it could not be read, and when it is tried again. */
export async function noteLook(
  db: Executor,
  name: string,
  look: { stamp: string } | { trouble: string; due: Date },
): Promise<void> {
  const set =
    'stamp' in look
      ? { stamp: look.stamp, fetchedAt: new Date(), trouble: null }
      : { trouble: look.trouble.slice(0, 500), dueAt: look.due };
  await db.update(lookup).set(set).where(eq(lookup.name, name));
}

/** Whether a table is there, and read elsewhere. */
export async function isFollowed(db: Executor, name: string): Promise<boolean> {
  const [row] = await db.select({ source: lookup.source }).from(lookup).where(eq(lookup.name, name));
  return (row?.source ?? null) !== null;
}

/** @throws YsError YS-LOOKUP-UNKNOWN, and YS-LOOKUP-OWN for one that is put by hand */
export async function followed(db: Executor, name: string): Promise<Followed> {
  const [row] = await db.select().from(lookup).where(eq(lookup.name, name));
  if (!row) throw new YsError('YS-LOOKUP-UNKNOWN', { table: name });
  if (!row.source) throw new YsError('YS-LOOKUP-OWN', { table: name });
  return { name, source: row.source, stamp: row.stamp };
}

/** Takes the table whose look is due the longest, for one worker alone; null when none is. `next` says when it is due again. */
export async function claimFollowed(db: Executor, next: (source: LookupSource) => Date): Promise<Followed | null> {
  const [row] = await db
    .select()
    .from(lookup)
    .where(and(isNotNull(lookup.source), lte(lookup.dueAt, new Date())))
    .orderBy(asc(lookup.dueAt))
    .limit(1);
  if (!row?.source || !row.dueAt) return null;
  const [result] = await db
    .update(lookup)
    .set({ dueAt: next(row.source) })
    .where(and(eq(lookup.id, row.id), eq(lookup.dueAt, row.dueAt)));
  return result.affectedRows === 1 ? { name: row.name, source: row.source, stamp: row.stamp } : null;
}
