import { type FolderSource, YsError } from '@yellow-sieve/core';
import { and, asc, count, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, Executor } from '../database/connect.js';
import { folderMessage, mailbox, mailFolder, message } from '../database/schema.js';
import { takenOver } from '../database/taken-over.js';
import { noteSetUp } from './change-store.js';
import type { FolderPlace } from './message-store.js';

export type FolderRow = typeof mailFolder.$inferSelect;

const afterOf = ({ after }: FolderSource): string | null =>
  after === undefined ? null : typeof after === 'string' ? after : `move: ${after.move}`;

/** Keeps the folders that a mailbox names now. What was taken of one that it names no more stays known. */
export async function nameFolders(tx: Executor, mailboxId: string, folders: readonly FolderSource[]): Promise<void> {
  const now = new Date();
  await tx.update(mailFolder).set({ named: false }).where(eq(mailFolder.mailboxId, mailboxId));
  for (const source of folders) {
    const settings = { unread: source.unread === true, after: afterOf(source), named: true, dueAt: now, tries: 0 };
    await tx
      .insert(mailFolder)
      .values({
        id: uuid(),
        mailboxId,
        connection: source.connection,
        folder: source.folder,
        ...settings,
        state: 'waiting',
        updatedAt: now,
      })
      .onDuplicateKeyUpdate({ set: settings });
  }
}

/** A mailbox’s folders, with how many messages were taken of each. */
export async function foldersOf(db: Executor, mailboxId: string) {
  const rows = await db
    .select()
    .from(mailFolder)
    .where(and(eq(mailFolder.mailboxId, mailboxId), eq(mailFolder.named, true)))
    .orderBy(asc(mailFolder.connection), asc(mailFolder.folder));
  const counts = await db
    .select({ id: folderMessage.folderId, taken: count(folderMessage.messageId), all: count() })
    .from(folderMessage)
    .where(
      inArray(
        folderMessage.folderId,
        rows.map(({ id }) => id),
      ),
    )
    .groupBy(folderMessage.folderId);
  const of = new Map(counts.map((one) => [one.id, one]));
  return rows.map((row) => {
    const { taken = 0, all = 0 } = of.get(row.id) ?? {};
    return { row, taken, failed: all - taken };
  });
}

/** @throws YsError YS-FOLDER-UNKNOWN where the mailbox does not name it */
export async function folderRow(
  db: Executor,
  mailboxId: string,
  { connection, folder }: { connection: string; folder: string },
): Promise<FolderRow> {
  const [row] = await db
    .select()
    .from(mailFolder)
    .where(
      and(
        eq(mailFolder.mailboxId, mailboxId),
        eq(mailFolder.connection, connection),
        eq(mailFolder.folder, folder),
        eq(mailFolder.named, true),
      ),
    );
  if (!row) throw new YsError('YS-FOLDER-UNKNOWN', { folder, connection });
  return row;
}

export async function folderById(db: Executor, id: string): Promise<FolderRow | null> {
  const [row] = await db.select().from(mailFolder).where(eq(mailFolder.id, id));
  return row ?? null;
}

/** Has all folders of a connection tried again at once: what was wrong with it may be mended. */
export const retryFolders = (db: Executor, connection: string) =>
  db.update(mailFolder).set({ dueAt: new Date(), tries: 0 }).where(eq(mailFolder.connection, connection));

export async function setFolder(
  db: Database,
  row: Pick<FolderRow, 'id' | 'mailboxId'>,
  change: Partial<FolderRow>,
): Promise<void> {
  await db
    .update(mailFolder)
    .set({ ...change, updatedAt: new Date() })
    .where(eq(mailFolder.id, row.id));
  const [owner] = await db.select({ name: mailbox.name }).from(mailbox).where(eq(mailbox.id, row.mailboxId));
  if (owner) await noteSetUp(db, owner.name);
}

/** Which of some messages of a folder are known: taken, or impossible to take. */
export async function knownUids(
  db: Executor,
  { id }: Pick<FolderRow, 'id'>,
  uidvalidity: number,
  uids: readonly number[],
): Promise<Set<number>> {
  const known = new Set<number>();
  // A statement of tens of thousands of numbers is slow to plan.
  for (let at = 0; at < uids.length; at += 5000) {
    const rows = await db
      .select({ uid: folderMessage.uid })
      .from(folderMessage)
      .where(
        and(
          eq(folderMessage.folderId, id),
          eq(folderMessage.uidvalidity, uidvalidity),
          inArray(folderMessage.uid, uids.slice(at, at + 5000)),
        ),
      );
    for (const { uid } of rows) known.add(uid);
  }
  return known;
}

/** Notes messages of a folder that are not taken from it: they are there already, or cannot be. */
export async function noteUntaken(
  db: Executor,
  places: readonly (FolderPlace & { messageId: string | null; trouble: string | null })[],
): Promise<void> {
  if (places.length > 0)
    await db
      .insert(folderMessage)
      .values([...places])
      .onDuplicateKeyUpdate({ set: takenOver({ uid: folderMessage.uid }) });
}

/** Messages of a folder that were taken, and of which something has to become there. */
export async function unsettledUids(
  db: Executor,
  { id }: Pick<FolderRow, 'id'>,
  uidvalidity: number,
): Promise<number[]> {
  const rows = await db
    .select({ uid: folderMessage.uid })
    .from(folderMessage)
    .where(
      and(eq(folderMessage.folderId, id), eq(folderMessage.settled, false), eq(folderMessage.uidvalidity, uidvalidity)),
    )
    .orderBy(asc(folderMessage.uid))
    .limit(500);
  return rows.map(({ uid }) => uid);
}

export const settleUids = (db: Executor, { id }: Pick<FolderRow, 'id'>, uidvalidity: number, uids: readonly number[]) =>
  db
    .update(folderMessage)
    .set({ settled: true })
    .where(
      and(
        eq(folderMessage.folderId, id),
        eq(folderMessage.uidvalidity, uidvalidity),
        inArray(folderMessage.uid, [...uids]),
      ),
    );

/** The last things that could not be taken from a folder, in words. */
export async function folderTroubles(db: Executor, { id }: Pick<FolderRow, 'id'>, max: number): Promise<string[]> {
  const rows = await db
    .select({ trouble: folderMessage.trouble })
    .from(folderMessage)
    .where(and(eq(folderMessage.folderId, id), isNotNull(folderMessage.trouble)))
    .orderBy(sql`${folderMessage.uid} DESC`)
    .limit(max);
  return rows.flatMap(({ trouble }) => trouble ?? []);
}

/** Messages of a mailbox with some Message-IDs: their keys and sizes. */
export async function messagesWithIds(db: Executor, mailboxId: string, ids: readonly string[]) {
  if (ids.length === 0) return [];
  return db
    .select({ key: message.id, messageId: message.messageId, size: message.size })
    .from(message)
    .where(and(eq(message.mailboxId, mailboxId), inArray(message.messageId, [...ids])));
}

/** Moves what is known of a folder to another row: it was renamed on the server, and the mailbox names it anew. */
export async function adoptFolder(db: Database, to: FolderRow, uidvalidity: number): Promise<FolderRow | null> {
  const [from] = await db
    .select()
    .from(mailFolder)
    .where(
      and(
        eq(mailFolder.mailboxId, to.mailboxId),
        eq(mailFolder.connection, to.connection),
        eq(mailFolder.named, false),
        eq(mailFolder.uidvalidity, uidvalidity),
      ),
    );
  if (!from) return null;
  await db.transaction(async (tx) => {
    await tx.update(folderMessage).set({ folderId: to.id }).where(eq(folderMessage.folderId, from.id));
    await tx.update(mailFolder).set({ uidvalidity: null }).where(eq(mailFolder.id, from.id));
  });
  return from;
}
