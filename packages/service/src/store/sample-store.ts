import { canonicalJson, type ExpectSource, YsError } from '@yellow-sieve/core';
import { and, asc, eq, gt, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, DatabaseHandle, Executor } from '../database/connect.js';
import { runTogether } from '../database/run-together.js';
import { raw, rawChunk, sample } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { noteSetUp } from './change-store.js';
import type { RawWriter } from './raw-store.js';

export type SampleRow = typeof sample.$inferSelect;

/** Samples of a sieve by name, from after one; all of them without a limit. */
export async function listSamples(
  db: Executor,
  sieve: string,
  { after, limit }: { after?: string | undefined; limit?: number | undefined } = {},
): Promise<SampleRow[]> {
  const query = db
    .select()
    .from(sample)
    .where(and(eq(sample.sieve, sieve), after === undefined ? undefined : gt(sample.name, after)))
    .orderBy(asc(sample.name));
  return limit === undefined ? query : query.limit(limit);
}

export async function findSample(db: Executor, sieve: string, name: string): Promise<SampleRow | null> {
  const [row] = await db
    .select()
    .from(sample)
    .where(and(eq(sample.sieve, sieve), eq(sample.name, name)));
  return row ?? null;
}

export async function getSample(db: Executor, sieve: string, name: string): Promise<SampleRow> {
  const found = await findSample(db, sieve, name);
  if (!found) throw new YsError('YS-NOT-FOUND', { what: 'sample', name });
  return found;
}

export interface NewSample {
  sieve: string;
  name: string;
  subject: string;
  fromAddress: string | null;
  messageId: string | null;
}

/** Keeps uploaded bytes as a sample. Another one of the same name gets them; what is expected of it stays. */
export async function putSample(
  handle: Pick<DatabaseHandle, 'db' | 'together'>,
  writer: RawWriter,
  made: NewSample,
): Promise<void> {
  const { db, together } = handle;
  const before = await findSample(db, made.sieve, made.name);
  await retryDeadlocks(() => runTogether(together, [...writer.finish(), upsert(db, { ...made, rawId: writer.id })]));
  if (before) await dropRaw(db, before.rawId);
}

/** What listings show of a sample. */
export async function describeSample(
  db: Executor,
  sieve: string,
  name: string,
  subject: string,
  from: string | null,
): Promise<void> {
  await db
    .update(sample)
    .set({ subject: subject.slice(0, 500), fromAddress: from?.slice(0, 320) ?? null })
    .where(and(eq(sample.sieve, sieve), eq(sample.name, name)));
}

/** Keeps a copy of a stored message's raw as a sample: it stays when the message goes. */
export async function copySample(db: Database, made: NewSample, rawId: string): Promise<void> {
  const copy = uuid();
  const before = await findSample(db, made.sieve, made.name);
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      await tx.execute(
        sql`INSERT INTO ${raw} (id, digest, size, complete, created_at) SELECT ${copy}, digest, size, complete, NOW(3) FROM ${raw} WHERE id = ${rawId}`,
      );
      await tx.execute(
        sql`INSERT INTO ${rawChunk} (raw_id, seq, bytes) SELECT ${copy}, seq, bytes FROM ${rawChunk} WHERE raw_id = ${rawId}`,
      );
      await upsert(tx, { ...made, rawId: copy });
    }),
  );
  if (before) await dropRaw(db, before.rawId);
}

function upsert(db: Executor, made: NewSample & { rawId: string }) {
  const now = new Date();
  const { rawId, subject, fromAddress, messageId } = made;
  return db
    .insert(sample)
    .values({ id: uuid(), ...made, expect: null, by: null, createdAt: now, updatedAt: now })
    .onDuplicateKeyUpdate({ set: { rawId, subject, fromAddress, messageId, updatedAt: now } });
}

async function dropRaw(db: Executor, rawId: string): Promise<void> {
  await db.delete(rawChunk).where(eq(rawChunk.rawId, rawId));
  await db.delete(raw).where(eq(raw.id, rawId));
}

/** Sets what is expected of a sample; null takes it away. */
export async function setExpected(
  db: Executor,
  { sieve, name }: Pick<SampleRow, 'sieve' | 'name'>,
  expect: ExpectSource | null,
  by: string,
): Promise<void> {
  await db
    .update(sample)
    .set({ expect, by, updatedAt: new Date() })
    .where(and(eq(sample.sieve, sieve), eq(sample.name, name)));
  await noteSetUp(db, sieve);
}

/** Takes over what a sieve file expects of samples that are here; others are left as they are. */
export async function importExpected(
  tx: Executor,
  sieve: string,
  listed: readonly { message: string; expect?: ExpectSource | undefined }[],
  by: string,
): Promise<void> {
  const wanted = new Map(listed.flatMap(({ message, expect }) => (expect ? [[message, expect] as const] : [])));
  if (wanted.size === 0) return;
  for (const known of await listSamples(tx, sieve)) {
    const expect = wanted.get(known.name);
    if (expect && canonicalJson(expect) !== canonicalJson(known.expect)) await setExpected(tx, known, expect, by);
  }
}

export async function removeSample(db: Database, sieve: string, name: string): Promise<void> {
  const { id, rawId } = await getSample(db, sieve, name);
  await db.transaction(async (tx) => {
    await tx.delete(sample).where(eq(sample.id, id));
    await dropRaw(tx, rawId);
    await noteSetUp(tx, sieve);
  });
}
