import { compileSieve, digestOf, type FieldRename, YsError } from '@yellow-sieve/core';
import { and, asc, desc, eq, inArray, isNotNull, isNull, lt } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, Executor } from '../database/connect.js';
import { sieve, sieveVersion } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { liftCeiling } from './answer-store.js';
import { noteSetUp } from './change-store.js';
import { forgetDraft } from './draft-store.js';
import { importExpected } from './sample-store.js';

export interface LiveSieve {
  name: string;
  title: string;
  version: number;
  source: string;
  digest: string;
  by: string | null;
  updated: Date;
  /** Since when it is on trial, and by whom. */
  trial: { since: Date; by: string } | null;
}

const live = {
  name: sieve.name,
  title: sieve.title,
  version: sieve.liveVersion,
  source: sieveVersion.source,
  digest: sieveVersion.digest,
  by: sieveVersion.by,
  updated: sieve.updatedAt,
  trialSince: sieve.trialSince,
  trialBy: sieve.trialBy,
};
const isLive = and(eq(sieveVersion.sieveId, sieve.id), eq(sieveVersion.number, sieve.liveVersion));

export async function listSieves(db: Executor): Promise<LiveSieve[]> {
  const rows = await db
    .select(live)
    .from(sieve)
    .innerJoin(sieveVersion, isLive)
    .where(isNull(sieve.archivedAt))
    .orderBy(asc(sieve.name));
  return rows.map(liveSieve);
}

const liveSieve = ({
  trialSince,
  trialBy,
  ...row
}: Omit<LiveSieve, 'trial'> & { trialSince: Date | null; trialBy: string | null }): LiveSieve => ({
  ...row,
  trial: trialSince && { since: trialSince, by: trialBy ?? '' },
});

/** The live versions of some sieves, by name. Names that do not exist are left out. */
export async function liveSieves(db: Executor, names: readonly string[]): Promise<Map<string, LiveSieve>> {
  if (names.length === 0) return new Map();
  const rows = await db
    .select(live)
    .from(sieve)
    .innerJoin(sieveVersion, isLive)
    .where(inArray(sieve.name, [...names]));
  return new Map(rows.map((row) => [row.name, liveSieve(row)]));
}

/** Which of some sieves are archived: they are out of use until they are published again. */
export async function archivedSieves(db: Executor, names: readonly string[]): Promise<Set<string>> {
  if (names.length === 0) return new Set();
  const rows = await db
    .select({ name: sieve.name })
    .from(sieve)
    .where(and(inArray(sieve.name, [...names]), isNotNull(sieve.archivedAt)));
  return new Set(rows.map(({ name }) => name));
}

export async function findSieve(db: Executor, name: string): Promise<LiveSieve | null> {
  return (await liveSieves(db, [name])).get(name) ?? null;
}

export async function getSieve(db: Executor, name: string): Promise<LiveSieve> {
  const found = await findSieve(db, name);
  if (!found) throw new YsError('YS-NOT-FOUND', { what: 'sieve', name });
  return found;
}

const versionColumns = {
  number: sieveVersion.number,
  source: sieveVersion.source,
  digest: sieveVersion.digest,
  by: sieveVersion.by,
  why: sieveVersion.why,
  backTo: sieveVersion.backTo,
  renamed: sieveVersion.renamed,
  created: sieveVersion.createdAt,
};

const versions = (db: Executor) =>
  db.select(versionColumns).from(sieveVersion).innerJoin(sieve, eq(sieve.id, sieveVersion.sieveId));

/** @throws YsError YS-NOT-FOUND when there is no such version. */
export async function getVersion(db: Executor, name: string, number: number) {
  const [row] = await versions(db).where(and(eq(sieve.name, name), eq(sieveVersion.number, number)));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'version', name: `${name} ${number}` });
  return row;
}

/** Versions, newest first, from below a number. */
export async function listVersions(db: Executor, name: string, below: number | undefined, limit: number) {
  await getSieve(db, name);
  return versions(db)
    .where(and(eq(sieve.name, name), below === undefined ? undefined : lt(sieveVersion.number, below)))
    .orderBy(desc(sieveVersion.number))
    .limit(limit);
}

/** The source text of one version, or null when there is none. */
export async function sieveSource(db: Executor, name: string, version: number): Promise<string | null> {
  const [row] = await versions(db).where(and(eq(sieve.name, name), eq(sieveVersion.number, version)));
  return row?.source ?? null;
}

/** Checks that a source text compiles, and is of the sieve it is put under. */
export function compileNamed(name: string, source: string) {
  const compiled = compileSieve(source);
  if (compiled.name !== name)
    throw new YsError('YS-REQUEST-INVALID', { detail: `the file is of the sieve “${compiled.name}”, not “${name}”` });
  return compiled;
}

export interface Publication {
  name: string;
  source: string;
  by: string;
  why?: string | undefined;
  /** Digest of the live version its author saw; left out: whatever is live. */
  match?: string | undefined;
  backTo?: number | undefined;
  renamed?: FieldRename | undefined;
  /** A sieve that was never published begins on trial. */
  trial?: boolean | undefined;
}

/**
 * Makes a source text the next version, and the live one. The same text as the live version makes none. Expected values
 * in it become those of the samples it names, and a draft with the same text is done with.
 * @throws YsError YS-SIEVE-CHANGED when another version is live than the author saw.
 */
export async function publishVersion(db: Database, publication: Publication): Promise<LiveSieve> {
  await retryDeadlocks(() => db.transaction((tx) => publishIn(tx, publication)));
  return getSieve(db, publication.name);
}

/** The same as part of a transaction. */
export async function publishIn(tx: Executor, publication: Publication): Promise<void> {
  const { name, source } = publication;
  const compiled = compileNamed(name, source);
  await addVersion(tx, publication, compiled.title);
  await importExpected(tx, name, compiled.source.samples ?? [], publication.by);
  await forgetDraft(tx, name, digestOf(source));
  // A higher ceiling lets go on what waits.
  await liftCeiling(tx, name);
}

async function addVersion(tx: Executor, publication: Publication, title: string): Promise<void> {
  const { name, source, by, why, match, backTo, renamed, trial } = publication;
  const digest = digestOf(source);
  const [known] = await tx.select().from(sieve).where(eq(sieve.name, name)).for('update');
  const before = known && (await getVersion(tx, name, known.liveVersion));
  if (match !== undefined && match !== (before?.digest ?? ''))
    throw new YsError('YS-SIEVE-CHANGED', {
      sieve: name,
      version: before?.number ?? 0,
      by: before?.by ?? 'somebody',
      at: before?.created.toISOString() ?? 'an unknown time',
    });
  if (known?.archivedAt) await tx.update(sieve).set({ archivedAt: null }).where(eq(sieve.id, known.id));
  if (before?.digest === digest) return;
  const number = (known?.liveVersion ?? 0) + 1;
  const id = known?.id ?? uuid();
  const now = new Date();
  await tx.insert(sieveVersion).values({
    sieveId: id,
    number,
    source,
    digest,
    by,
    why: why ?? null,
    backTo: backTo ?? null,
    renamed: renamed ?? null,
    createdAt: now,
  });
  const current = { title, liveVersion: number, updatedAt: now };
  if (known) await tx.update(sieve).set(current).where(eq(sieve.id, id));
  else await tx.insert(sieve).values({ id, name, ...current, ...(trial ? { trialSince: now, trialBy: by } : {}) });
  await noteSetUp(tx, name);
}
