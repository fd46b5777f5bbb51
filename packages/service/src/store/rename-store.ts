import {
  digestOf,
  type FieldRename,
  type JsonValue,
  renameExpected,
  renameField,
  renameKeys,
  renameValues,
} from '@yellow-sieve/core';
import { and, asc, count, eq, gt, inArray, isNotNull, sql } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { enteredValue, judgement, message, record, recordRevision, sieve, sieveVersion } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { causeOf } from './cause.js';
import { listSamples, setExpected } from './sample-store.js';
import { getVersion } from './sieve-store.js';
import { renameIndexed } from './value-index.js';

/** A rename, and the version that did it. */
export interface VersionRename {
  version: number;
  rename: FieldRename;
}

/** The renames of a sieve's fields after a version, oldest first. */
async function renamesAfter(db: Executor, name: string, after: number): Promise<VersionRename[]> {
  const rows = await db
    .select({ version: sieveVersion.number, rename: sieveVersion.renamed })
    .from(sieveVersion)
    .innerJoin(sieve, eq(sieve.id, sieveVersion.sieveId))
    .where(and(eq(sieve.name, name), gt(sieveVersion.number, after), isNotNull(sieveVersion.renamed)))
    .orderBy(asc(sieveVersion.number));
  return rows.flatMap(({ version, rename }) => (rename ? [{ version, rename }] : []));
}

/** A version's text with the names its fields have by now, so that it goes with what is stored. */
export async function versionNow(db: Executor, name: string, number: number) {
  const { source, digest } = await getVersion(db, name, number);
  const renames = await renamesAfter(db, name, number);
  if (renames.length === 0) return { version: number, source, digest };
  const now = renames.reduce((text, { rename: { from, to } }) => {
    const renamed = renameField(text, from, to);
    return renamed.ok ? renamed.source : text;
  }, source);
  return { version: number, source: now, digest: digestOf(now) };
}

/** Renames in what people said of a sieve's samples and records: there is little of it, and it must never be out of step. */
export async function renameWhatPeopleSaid(tx: Executor, name: string, rename: FieldRename, by: string): Promise<void> {
  for (const sample of await listSamples(tx, name)) {
    if (sample.expect) await setExpected(tx, sample, renameExpected(sample.expect, rename), sample.by ?? by);
  }
  await renameJudged(tx, name, rename);
  await renameEntered(tx, name, rename);
}

async function renameJudged(tx: Executor, name: string, rename: FieldRename): Promise<void> {
  const { from, to } = rename;
  const ofSieve = eq(judgement.sieve, name);
  await tx
    .update(judgement)
    .set({ path: to })
    .where(and(ofSieve, eq(judgement.path, from)));
  const lists = await tx
    .select()
    .from(judgement)
    .where(and(ofSieve, eq(judgement.path, 'rows')));
  for (const { id, value: rows } of lists)
    await tx
      .update(judgement)
      .set({ value: renamedRows(rows, rename) })
      .where(eq(judgement.id, id));
}

async function renameEntered(tx: Executor, name: string, rename: FieldRename): Promise<void> {
  const { from, to } = rename;
  const taken = tx.select({ id: record.messageId }).from(record).where(eq(record.sieve, name));
  const rows = await tx.select().from(enteredValue).where(inArray(enteredValue.messageId, taken));
  for (const { messageId, path, value: said } of rows) {
    const here = and(eq(enteredValue.messageId, messageId), eq(enteredValue.path, path));
    if (path === 'rows')
      await tx
        .update(enteredValue)
        .set({ value: renamedRows(said, rename) })
        .where(here);
    if (path !== from) continue;
    // What was entered under the new name is of a field that is no more.
    await tx.delete(enteredValue).where(and(eq(enteredValue.messageId, messageId), eq(enteredValue.path, to)));
    await tx.update(enteredValue).set({ path: to }).where(here);
  }
}

const renamedRows = (rows: unknown, rename: FieldRename) =>
  Array.isArray(rows) ? (rows as Record<string, JsonValue>[]).map((row) => renameKeys(row, rename)) : null;

export async function countRecords(db: Executor, name: string): Promise<number> {
  const [row] = await db.select({ count: count() }).from(record).where(eq(record.sieve, name));
  return row?.count ?? 0;
}

/** The version whose names a revision’s fields go by. Those a draft made before this was kept go by the oldest. */
const namesOf = sql<number>`COALESCE(JSON_VALUE(${recordRevision.madeFrom}, '$.namesOf'), JSON_VALUE(${recordRevision.madeFrom}, '$.sieveVersion'), 0) + 0`;

/**
 * Gives the fields of some records the names they have by now, in their current revision; older revisions stay as they
 * were made. Returns the keys it looked at, in order, and how many of them it changed.
 */
export async function renameInRecords(
  db: Database,
  name: string,
  after: string,
  limit: number,
): Promise<{ keys: string[]; changed: number }> {
  const renames = await renamesAfter(db, name, 0);
  return retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const rows = await tx
        .select({ revision: recordRevision, message: { id: message.id, reasons: message.reasons }, names: namesOf })
        .from(record)
        .innerJoin(
          recordRevision,
          and(eq(recordRevision.recordId, record.id), eq(recordRevision.number, record.revision)),
        )
        .innerJoin(message, eq(message.id, record.messageId))
        .where(and(eq(record.sieve, name), gt(record.id, after)))
        .orderBy(asc(record.id))
        .limit(limit)
        .for('update');
      const behind = rows.filter((row) => row.revision.sieve === name && Number(row.names) < newest(renames));
      for (const row of behind)
        await renameRecord(
          tx,
          row,
          renames.filter(({ version }) => version > Number(row.names)),
        );
      return { keys: rows.map(({ revision }) => revision.recordId), changed: behind.length };
    }),
  );
}

const newest = (renames: readonly VersionRename[]) => renames.at(-1)?.version ?? 0;

interface StoredRecord {
  revision: typeof recordRevision.$inferSelect;
  message: Pick<typeof message.$inferSelect, 'id' | 'reasons'>;
}

async function renameRecord(
  tx: Executor,
  { revision, message: of }: StoredRecord,
  behind: readonly VersionRename[],
): Promise<void> {
  const renames = behind.map(({ rename }) => rename);
  const { recordId, number, madeFrom } = revision;
  const renamed = renameValues(revision, renames);
  await tx
    .update(recordRevision)
    .set({ ...pick(renamed), madeFrom: { ...madeFrom, namesOf: newest(behind) } })
    .where(and(eq(recordRevision.recordId, recordId), eq(recordRevision.number, number)));
  const { reasons } = renameValues({ ...revision, reasons: of.reasons }, renames);
  const cause = causeOf(reasons, renamed.problems);
  await tx.update(message).set({ reasons, cause }).where(eq(message.id, of.id));
  for (const { from, to } of renames) await renameIndexed(tx, recordId, { from, to });
}

const pick = ({ fields, rows, evidence, problems, reasons }: ReturnType<typeof renameValues>) => ({
  fields,
  rows,
  evidence,
  problems,
  reasons,
});
