import { type Drift, driftWindow, type Observed } from '@yellow-sieve/core';
import { and, desc, eq, inArray } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, Executor } from '../database/connect.js';
import { drift, mailbox, message, record, recordRevision } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { noteSetUp } from './change-store.js';

/** Messages of a mailbox that are looked at. */
const observedMost = driftWindow.recent + driftWindow.past;

/** The newest handled messages of a mailbox, newest first: as many as drift is told by. What was screened out does not count. */
export async function observedIn(db: Executor, mailboxId: string): Promise<Observed[]> {
  const rows = await db
    .select({
      message: message.id,
      sieve: message.sieve,
      layout: recordRevision.layout,
      fields: recordRevision.fields,
      leftovers: recordRevision.leftovers,
    })
    .from(message)
    .leftJoin(record, eq(record.messageId, message.id))
    .leftJoin(recordRevision, and(eq(recordRevision.recordId, record.id), eq(recordRevision.number, record.revision)))
    .where(and(eq(message.mailboxId, mailboxId), inArray(message.state, ['done', 'review'])))
    .orderBy(desc(message.id))
    .limit(observedMost);
  return rows.map(({ fields, leftovers, ...row }) => ({
    ...row,
    fields: fields ?? {},
    leftovers: (leftovers ?? []).map(({ text }) => text),
  }));
}

/** Each mailbox, with a mark that stays the same as long as nothing came of its newest messages: then nothing can have drifted. */
export async function mailboxMarks(db: Executor): Promise<{ id: string; name: string; mark: string }[]> {
  const mailboxes = await db.select({ id: mailbox.id, name: mailbox.name }).from(mailbox);
  const marked = [];
  for (const { id, name } of mailboxes) {
    const rows = await db
      .select({ id: message.id, updated: message.updatedAt })
      .from(message)
      .where(and(eq(message.mailboxId, id), inArray(message.state, ['done', 'review'])))
      .orderBy(desc(message.id))
      .limit(observedMost);
    const last = Math.max(0, ...rows.map(({ updated }) => updated.getTime()));
    marked.push({ id, name, mark: `${rows[0]?.id} ${rows.length} ${last}` });
  }
  return marked;
}

const placeOf = ({ kind, sieve, what }: Pick<Drift, 'kind' | 'sieve' | 'what'>) => [kind, sieve ?? '', what].join('\0');

/** Keeps what was found of a mailbox in place of what was found before. What somebody has seen stays seen. */
export async function keepDrift(
  db: Database,
  { id: mailboxId, name }: { id: string; name: string },
  found: readonly Drift[],
): Promise<void> {
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const known = await tx.select().from(drift).where(eq(drift.mailboxId, mailboxId)).for('update');
      const places = new Set(found.map(placeOf));
      const gone = known.filter((row) => !places.has(placeOf(row))).map(({ id }) => id);
      if (gone.length > 0) await tx.delete(drift).where(inArray(drift.id, gone));
      for (const one of found) await upsert(tx, mailboxId, one);
      const before = new Set(known.map(placeOf));
      if (gone.length > 0 || found.some((one) => !before.has(placeOf(one)))) await noteSetUp(tx, name);
    }),
  );
}

async function upsert(
  tx: Executor,
  mailboxId: string,
  { kind, sieve, what, before, now, example }: Drift,
): Promise<void> {
  const shares = {
    beforeCount: before.count,
    beforeOf: before.of,
    nowCount: now.count,
    nowOf: now.of,
    exampleId: example,
  };
  await tx
    .insert(drift)
    .values({ id: uuid(), mailboxId, kind, sieve: sieve ?? '', what, ...shares, foundAt: new Date() })
    .onDuplicateKeyUpdate({ set: shares });
}

/** What has drifted, newest first. */
export async function listDrift(db: Executor) {
  return db
    .select({ drift, mailbox: mailbox.name })
    .from(drift)
    .innerJoin(mailbox, eq(mailbox.id, drift.mailboxId))
    .orderBy(desc(drift.foundAt), desc(drift.id));
}

/** Notes that somebody has seen it; returns false where there is none such. */
export async function seenDrift(db: Executor, id: string, by: string): Promise<boolean> {
  const [row] = await db.select({ id: drift.id }).from(drift).where(eq(drift.id, id));
  if (!row) return false;
  await db.update(drift).set({ seenBy: by }).where(eq(drift.id, id));
  await noteSetUp(db, 'drift');
  return true;
}
