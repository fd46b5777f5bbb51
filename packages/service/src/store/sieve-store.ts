import { compileSieve, digestOf, YsError } from '@yellow-sieve/core';
import { and, asc, eq, inArray } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, Executor } from '../database/connect.js';
import { sieve, sieveVersion } from '../database/schema.js';
import { noteSetUp } from './change-store.js';

export interface LiveSieve {
  name: string;
  title: string;
  version: number;
  source: string;
  digest: string;
  updated: Date;
}

const live = {
  name: sieve.name,
  title: sieve.title,
  version: sieve.liveVersion,
  source: sieveVersion.source,
  digest: sieveVersion.digest,
  updated: sieve.updatedAt,
};
const isLive = and(eq(sieveVersion.sieveId, sieve.id), eq(sieveVersion.number, sieve.liveVersion));

export async function listSieves(db: Executor): Promise<LiveSieve[]> {
  return db.select(live).from(sieve).innerJoin(sieveVersion, isLive).orderBy(asc(sieve.name));
}

/** The live versions of some sieves, by name. Names that do not exist are left out. */
export async function liveSieves(db: Executor, names: readonly string[]): Promise<Map<string, LiveSieve>> {
  if (names.length === 0) return new Map();
  const rows = await db
    .select(live)
    .from(sieve)
    .innerJoin(sieveVersion, isLive)
    .where(inArray(sieve.name, [...names]));
  return new Map(rows.map((row) => [row.name, row]));
}

export async function getSieve(db: Executor, name: string): Promise<LiveSieve> {
  const found = (await liveSieves(db, [name])).get(name);
  if (!found) throw new YsError('YS-NOT-FOUND', { what: 'sieve', name });
  return found;
}

/** The source text of one version, or null when there is none. */
export async function sieveSource(db: Executor, name: string, version: number): Promise<string | null> {
  const [row] = await db
    .select({ source: sieveVersion.source })
    .from(sieveVersion)
    .innerJoin(sieve, eq(sieve.id, sieveVersion.sieveId))
    .where(and(eq(sieve.name, name), eq(sieveVersion.number, version)));
  return row?.source ?? null;
}

/** Publishes a source text as the next version. The same text as the live version changes nothing. */
export async function putSieve(db: Database, name: string, source: string): Promise<LiveSieve> {
  const compiled = compileSieve(source);
  if (compiled.name !== name)
    throw new YsError('YS-REQUEST-INVALID', { detail: `the file is of the sieve “${compiled.name}”, not “${name}”` });
  const digest = digestOf(source);
  await db.transaction(async (tx) => {
    const [known] = await tx.select().from(sieve).where(eq(sieve.name, name)).for('update');
    const id = known?.id ?? uuid();
    const [before] = known
      ? await tx
          .select({ digest: sieveVersion.digest })
          .from(sieveVersion)
          .where(and(eq(sieveVersion.sieveId, id), eq(sieveVersion.number, known.liveVersion)))
      : [];
    if (before?.digest === digest) return;
    const number = (known?.liveVersion ?? 0) + 1;
    const now = new Date();
    await tx.insert(sieveVersion).values({ sieveId: id, number, source, digest, createdAt: now });
    if (known)
      await tx
        .update(sieve)
        .set({ title: compiled.title, liveVersion: number, updatedAt: now })
        .where(eq(sieve.id, id));
    else await tx.insert(sieve).values({ id, name, title: compiled.title, liveVersion: number, updatedAt: now });
    await noteSetUp(tx, name);
  });
  return getSieve(db, name);
}
