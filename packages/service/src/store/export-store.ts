import type { ExportItem } from '@yellow-sieve/contract';
import { type ExportSource, nextMailing, readExport, YsError } from '@yellow-sieve/core';
import { and, asc, eq, lte } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { destination, savedExport } from '../database/schema.js';
import { destinationKinds } from '../destinations/index.js';
import { newSecret } from '../people/secret.js';
import { findMailbox } from './mailbox-store.js';
import { getSieve } from './sieve-store.js';

export type ExportRow = typeof savedExport.$inferSelect;

/** To whom it is mailed. */
export const recipientsOf = ({ to }: NonNullable<ExportSource['mail']>): string[] => [to].flat();

export const publishedExport = ({ name, title, definition, secret, dueAt, sentAt, trouble }: ExportRow): ExportItem => {
  const { sieve, period = 'all', format = 'csv', mail } = definition;
  return {
    name,
    title,
    sieve,
    period,
    format,
    link: `/exports/${secret}.${format}`,
    mail: mail && dueAt ? { by: mail.by, to: recipientsOf(mail), next: dueAt.toISOString() } : null,
    sent: sentAt?.toISOString() ?? null,
    trouble,
  };
};

export const listExports = async (db: Executor): Promise<ExportItem[]> =>
  (await db.select().from(savedExport).orderBy(asc(savedExport.title))).map(publishedExport);

/** @throws YsError YS-NOT-FOUND */
export async function exportRow(db: Executor, name: string): Promise<ExportRow> {
  const [row] = await db.select().from(savedExport).where(eq(savedExport.name, name));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'export', name });
  return row;
}

export async function exportBySecret(db: Executor, secret: string): Promise<ExportRow | null> {
  const [row] = await db.select().from(savedExport).where(eq(savedExport.secret, secret));
  return row ?? null;
}

/**
 * Makes or changes a saved export from its file; its link stays.
 * @throws YsError with every problem of the file, or where its sieve or the destination it is mailed by is not there
 */
export async function putExport(db: Executor, name: string, source: string): Promise<ExportItem> {
  const { data, problems } = readExport(source);
  if (!data) throw new YsError(problems[0]?.code ?? 'YS-FILE-WRONG-VALUE', {}, problems);
  if (data.export !== name)
    throw new YsError('YS-REQUEST-INVALID', { detail: `the file is of the export “${data.export}”, not “${name}”` });
  await getSieve(db, data.sieve);
  if (data.mail) await checkMail(db, data.mail);
  const now = new Date();
  const values = {
    title: data.title ?? name,
    source,
    definition: data,
    dueAt: data.mail ? nextMailing(data.mail, data.zone ?? 'UTC', now) : null,
    trouble: null,
    updatedAt: now,
  };
  await db
    .insert(savedExport)
    .values({ name, secret: newSecret(), ...values })
    .onDuplicateKeyUpdate({ set: values });
  return publishedExport(await exportRow(db, name));
}

async function checkMail(db: Executor, mail: NonNullable<ExportSource['mail']>): Promise<void> {
  const [target] = await db.select().from(destination).where(eq(destination.name, mail.by));
  if (!target || destinationKinds[target.kind]?.addressed !== true)
    throw new YsError('YS-EXPORT-DESTINATION', { destination: mail.by });
  for (const address of recipientsOf(mail)) {
    if (!/^[^\s@,;]+@[^\s@,;]+$/.test(address)) throw new YsError('YS-EXPORT-ADDRESS', { address });
    if ((await findMailbox(db, address)) !== null) throw new YsError('YS-NOTICE-OWN', { address });
  }
}

export async function renewLink(db: Executor, name: string): Promise<ExportItem> {
  await exportRow(db, name);
  await db.update(savedExport).set({ secret: newSecret() }).where(eq(savedExport.name, name));
  return publishedExport(await exportRow(db, name));
}

export async function removeExport(db: Executor, name: string): Promise<void> {
  await exportRow(db, name);
  await db.delete(savedExport).where(eq(savedExport.name, name));
}

export const dueExports = (db: Executor, now: Date): Promise<ExportRow[]> =>
  db.select().from(savedExport).where(lte(savedExport.dueAt, now));

/** Holds one that is due until a moment, so that no other process mails it too; false where one does. */
export async function takeMailing(db: Executor, { name, dueAt }: ExportRow, until: Date): Promise<boolean> {
  if (dueAt === null) return false;
  const [done] = await db
    .update(savedExport)
    .set({ dueAt: until })
    .where(and(eq(savedExport.name, name), eq(savedExport.dueAt, dueAt)));
  return done.affectedRows === 1;
}

/** Notes what came of mailing one, and when it is mailed next, where that changes. */
export async function noteMailing(
  db: Executor,
  name: string,
  { trouble, dueAt }: { trouble: string | null; dueAt?: Date },
): Promise<void> {
  const came = { ...(trouble === null ? { sentAt: new Date() } : {}), ...(dueAt ? { dueAt } : {}) };
  await db
    .update(savedExport)
    .set({ trouble, ...came })
    .where(eq(savedExport.name, name));
}
