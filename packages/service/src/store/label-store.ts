import { type Labelled, parseMailbox, type Seen, YsError } from '@yellow-sieve/core';
import { and, desc, eq, inArray, isNull, max, sql } from 'drizzle-orm';
import type { Database, Executor } from '../database/connect.js';
import { delivery, label, mailbox, message, raw, sorterVersion } from '../database/schema.js';
import { takenOver } from '../database/taken-over.js';
import { noteSetUp } from './change-store.js';

/** What people said of some messages, by their keys. */
export async function labelsOf(
  db: Executor,
  ids: readonly string[],
): Promise<Map<string, { category: string | null; by: string; at: string }>> {
  const rows =
    ids.length === 0
      ? []
      : await db
          .select({ id: label.messageId, category: label.category, by: label.by, at: label.at })
          .from(label)
          .where(inArray(label.messageId, [...ids]));
  return new Map(rows.map(({ id, category, by, at }) => [id, { category, by, at: at.toISOString() }]));
}

/** Messages that are to be labelled, each with the categories of its mailbox. @throws YsError YS-NOT-FOUND */
export async function labellable(db: Executor, keys: readonly string[]) {
  const rows = await db
    .select({
      key: message.id,
      rawId: message.rawId,
      mailboxId: mailbox.id,
      mailbox: mailbox.name,
      source: mailbox.source,
    })
    .from(message)
    .innerJoin(mailbox, eq(mailbox.id, message.mailboxId))
    .where(inArray(message.id, [...keys]));
  const missing = keys.find((key) => rows.every((row) => row.key !== key));
  if (missing !== undefined) throw new YsError('YS-NOT-FOUND', { what: 'message', name: missing });
  return rows;
}

/** The keys of raw messages in a mailbox, by Message-ID and digest; the oldest of several, null for one that is not there. */
export async function knownMessages(
  db: Executor,
  mailboxId: string,
  wanted: readonly { id: string; digest: string }[],
): Promise<(string | null)[]> {
  const rows = await db
    .select({ key: message.id, digest: raw.digest })
    .from(message)
    .innerJoin(raw, eq(raw.id, message.rawId))
    .where(
      and(
        eq(message.mailboxId, mailboxId),
        inArray(
          message.messageId,
          wanted.map(({ id }) => id),
        ),
      ),
    )
    .orderBy(desc(message.id));
  const keys = new Map(rows.map(({ key, digest }) => [digest, key]));
  return wanted.map(({ digest }) => keys.get(digest) ?? null);
}

/**
 * Checks that a category is one of a mailbox.
 * @throws YsError YS-SORTER-NONE where it has no sorter, YS-LABEL-CATEGORY where it has no such category
 */
export function checkCategory(
  { mailbox: name, source }: { mailbox: string; source: string },
  category: string | null,
): void {
  const { sorter } = parseMailbox(source).data ?? {};
  if (!sorter) throw new YsError('YS-SORTER-NONE', { mailbox: name });
  const known = sorter.categories.map((one) => one.category);
  if (category !== null && !known.includes(category))
    throw new YsError('YS-LABEL-CATEGORY', { mailbox: name, category, known: known.join(', ') });
}

/** Keeps what a person said of some messages, over what was said before. */
export async function putLabels(
  db: Database,
  labelled: readonly { key: string; mailboxId: string; mailbox: string; seen: Seen }[],
  category: string | null,
  by: string,
): Promise<void> {
  const at = new Date();
  await db.transaction(async (tx) => {
    await tx
      .insert(label)
      .values(labelled.map(({ key, mailboxId, seen }) => ({ messageId: key, mailboxId, category, seen, by, at })))
      .onDuplicateKeyUpdate({
        set: takenOver({ category: label.category, seen: label.seen, by: label.by, at: label.at }),
      });
    for (const name of new Set(labelled.map((one) => one.mailbox))) await noteSetUp(tx, name);
  });
}

/** Takes back what a person said of a message. */
export const removeLabel = (db: Executor, key: string) => db.delete(label).where(eq(label.messageId, key));

/** More labels teach little, and training on them would take longer than a message may. */
const mostLabels = 2000;

/** What people said of a mailbox’s newest messages, the newest first. */
export async function listLabels(db: Executor, mailboxId: string) {
  const rows = await db
    .select({
      message: label.messageId,
      subject: message.subject,
      from: message.fromAddress,
      received: message.receivedAt,
      category: label.category,
      seen: label.seen,
      by: label.by,
      at: label.at,
    })
    .from(label)
    .innerJoin(message, eq(message.id, label.messageId))
    .where(eq(label.mailboxId, mailboxId))
    .orderBy(desc(label.messageId))
    .limit(mostLabels);
  return rows.map((row) => ({ ...row, received: row.received.toISOString(), at: row.at.toISOString() }));
}

/** What a sorter that was in use learned from. */
export async function lessonOf(db: Executor, mailboxId: string, number: number): Promise<Labelled[]> {
  const [row] = await db
    .select({ lesson: sorterVersion.lesson })
    .from(sorterVersion)
    .where(and(eq(sorterVersion.mailboxId, mailboxId), eq(sorterVersion.number, number)));
  return row?.lesson ?? [];
}

/** The sorter in use: when it was put to use, by whom, and how many labels it learned from. */
export async function sorterInUse(db: Executor, mailboxId: string, number: number | null) {
  if (number === null) return null;
  const [row] = await db
    .select({
      number: sorterVersion.number,
      by: sorterVersion.by,
      at: sorterVersion.at,
      labels: sql<number>`JSON_LENGTH(${sorterVersion.lesson})`,
    })
    .from(sorterVersion)
    .where(and(eq(sorterVersion.mailboxId, mailboxId), eq(sorterVersion.number, number)));
  return row ? { ...row, labels: Number(row.labels), at: row.at.toISOString() } : null;
}

/** Puts a sorter to use that learns from some labels; returns its number. */
export async function useSorter(
  db: Database,
  { id, name }: { id: string; name: string },
  lesson: Labelled[],
  by: string,
): Promise<number> {
  return db.transaction(async (tx) => {
    // The row is ours from here on: of two who do this at once, one has the next number.
    await tx.select({ id: mailbox.id }).from(mailbox).where(eq(mailbox.id, id)).for('update');
    const [last] = await tx
      .select({ number: max(sorterVersion.number) })
      .from(sorterVersion)
      .where(eq(sorterVersion.mailboxId, id));
    const number = (last?.number ?? 0) + 1;
    await tx.insert(sorterVersion).values({ mailboxId: id, number, lesson, by, at: new Date() });
    await tx.update(mailbox).set({ sorter: number }).where(eq(mailbox.id, id));
    await noteSetUp(tx, name);
    return number;
  });
}

const weekMs = 7 * 24 * 3600_000;

/**
 * How many messages of a mailbox were given each category in each of the last `weeks` weeks, the oldest first; unsorted ones under null. A week ends now.
 */
export async function sortedByWeek(
  db: Executor,
  mailboxId: string,
  weeks: number,
): Promise<Map<string | null, number[]>> {
  const now = new Date();
  const since = new Date(now.getTime() - weeks * weekMs);
  const ago = sql<number>`FLOOR(TIMESTAMPDIFF(SECOND, ${message.receivedAt}, ${now}) / ${weekMs / 1000})`;
  const rows = await db
    .select({ category: message.category, ago, count: sql<number>`COUNT(*)` })
    .from(message)
    .where(
      and(eq(message.mailboxId, mailboxId), sql`${message.receivedAt} > ${since}`, sql`${message.state} <> 'skipped'`),
    )
    .groupBy(message.category, ago);
  const found = new Map<string | null, number[]>();
  for (const { category, ago, count } of rows) {
    const counts = found.get(category) ?? Array.from({ length: weeks }, () => 0);
    const at = Math.min(weeks - 1, Math.max(0, weeks - 1 - Number(ago)));
    counts[at] = (counts[at] ?? 0) + Number(count);
    found.set(category, counts);
  }
  return found;
}

/** The newest messages of a mailbox that were taken in, for trying a sorter on. */
export async function newestOf(db: Executor, mailboxId: string, limit: number) {
  const newest = await db
    .select({
      key: message.id,
      rawId: message.rawId,
      recipient: message.recipient,
      received: message.receivedAt,
      checked: message.checked,
      subject: message.subject,
      from: message.fromAddress,
      category: message.category,
    })
    .from(message)
    .where(and(eq(message.mailboxId, mailboxId), inArray(message.state, ['done', 'review'])))
    .orderBy(desc(message.id))
    .limit(limit);
  return newest.map((row) => ({ ...row, received: row.received.toISOString() }));
}

/** Which of some messages have something delivered. */
export async function withDeliveries(db: Executor, keys: readonly string[]): Promise<Set<string>> {
  if (keys.length === 0) return new Set();
  const rows = await db
    .select({ key: delivery.messageId })
    .from(delivery)
    .where(and(inArray(delivery.messageId, [...keys]), eq(delivery.state, 'delivered')));
  return new Set(rows.map(({ key }) => key));
}

/** The newest messages of a mailbox that nobody labelled, those first that the sorter is least sure of; conditions are certain. */
export async function unlabelledOf(db: Executor, mailboxId: string, limit: number) {
  const rows = await db
    .select({
      message: message.id,
      subject: message.subject,
      from: message.fromAddress,
      received: message.receivedAt,
      sorting: message.sorting,
    })
    .from(message)
    .leftJoin(label, eq(label.messageId, message.id))
    .where(and(eq(message.mailboxId, mailboxId), inArray(message.state, ['done', 'review']), isNull(label.messageId)))
    .orderBy(desc(message.id))
    .limit(limit);
  return rows
    .map(({ sorting, received, ...row }) => ({
      ...row,
      received: received.toISOString(),
      category: sorting?.category ?? null,
      by: sorting?.by ?? null,
      confidence: sorting?.confidence ?? null,
      why: sorting?.why ?? '',
      likely: sorting?.ranked[0]?.category ?? sorting?.category ?? null,
    }))
    .sort((a, b) => (a.confidence ?? 0) - (b.confidence ?? 0));
}
