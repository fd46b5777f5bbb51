import { compileSieve, type ExpectSource, type JsonValue, parseMailbox, YsError } from '@yellow-sieve/core';
import { and, count, desc, eq, inArray, isNull, lt, or, type SQL } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { judgement, label, mailbox, message, record } from '../database/schema.js';
import type { CompareItem } from '../pipeline/threads/compare.js';
import { recordLink } from '../pipeline/threads/knowing.js';
import { enteredOf } from '../store/entered-store.js';
import { arrivalOf } from '../store/message-store.js';
import { listSamples, type SampleRow } from '../store/sample-store.js';

/** A sample, to be tried on the sieve alone, as it is where there is no service. */
export const sampleItem = ({ name, subject, rawId, expect }: SampleRow): CompareItem => ({
  name,
  subject,
  rawId,
  came: null,
  expect,
  entered: undefined,
});

/**
 * The samples of a sieve. What a source text itself expects of them stands over what was expected so far: who changes both
 * in one act is judged by what they wrote.
 */
export async function sampleItems(db: Executor, sieve: string, source: string): Promise<CompareItem[]> {
  const written = new Map(compileSieve(source).source.samples?.map(({ message, expect }) => [message, expect]));
  const items = (await listSamples(db, sieve)).map(sampleItem);
  return items.map((item) => ({ ...item, expect: written.get(item.name) ?? item.expect }));
}

/** Which stored messages: those that came before one, of some mailboxes or of all. */
export interface StoredSelection {
  mailboxIds?: readonly string[] | undefined;
  before: string | undefined;
  /** Only those this sieve took. */
  takenBy?: string | undefined;
}

const selected = ({ mailboxIds, before, takenBy }: StoredSelection) =>
  and(
    mailboxIds === undefined ? undefined : inArray(message.mailboxId, [...mailboxIds]),
    before === undefined ? undefined : lt(message.id, before),
    takenBy === undefined ? undefined : eq(message.sieve, takenBy),
  );

export async function countStored(db: Executor, selection: StoredSelection): Promise<number> {
  if (selection.mailboxIds?.length === 0) return 0;
  const [row] = await db.select({ count: count() }).from(message).where(selected(selection));
  return row?.count ?? 0;
}

/** Stored messages, newest first, with what people entered for them and said of their values. */
export async function storedItems(db: Executor, selection: StoredSelection, limit: number): Promise<CompareItem[]> {
  if (selection.mailboxIds?.length === 0 || limit === 0) return [];
  return itemsWhere(db, selected(selection), limit);
}

/** Stored messages by their keys, newest first. */
export const itemsByKey = (db: Executor, keys: readonly string[]): Promise<CompareItem[]> =>
  itemsWhere(db, inArray(message.id, [...keys]), keys.length);

/** The messages some test holds for, newest first. */
async function itemsWhere(db: Executor, test: SQL | undefined, limit: number): Promise<CompareItem[]> {
  const rows = await db
    .select({
      message,
      mailbox: mailbox.name,
      record: record.id,
      label: { of: label.messageId, category: label.category },
    })
    .from(message)
    .innerJoin(mailbox, eq(mailbox.id, message.mailboxId))
    .leftJoin(record, eq(record.messageId, message.id))
    .leftJoin(label, eq(label.messageId, message.id))
    .where(test)
    .orderBy(desc(message.id))
    .limit(limit);
  const ids = rows.map((row) => row.message.id);
  const entered = await enteredOf(db, ids);
  const judged = await judgedValues(db, ids);
  return rows.map((row): CompareItem => {
    const { id, subject, rawId } = row.message;
    const key = row.record ?? '';
    const arrival = arrivalOf(row.message, row.mailbox);
    return {
      name: id,
      subject,
      rawId,
      came: { arrival, record: { key, link: key && recordLink(key) }, labelled: row.label?.category },
      expect: judged.get(id) ?? null,
      entered: entered.get(id),
    };
  });
}

/** Messages of a mailbox that no other sieve took, newest first, to be tried on a sieve alone: the mailbox need not name it. */
export async function untakenItems(
  db: Executor,
  { mailbox: name, before, takenBy }: { mailbox: string; before: string | undefined; takenBy: string },
  limit: number,
): Promise<CompareItem[]> {
  const test = and(
    eq(mailbox.name, name),
    before === undefined ? undefined : lt(message.id, before),
    or(isNull(message.sieve), eq(message.sieve, takenBy)),
  );
  return (await itemsWhere(db, test, limit)).map((item) => ({ ...item, came: null }));
}

/**
 * One stored message, as it came; where its mailbox does not name the sieve, it is tried on the sieve alone.
 * @throws YsError YS-NOT-FOUND
 */
export async function storedItem(db: Executor, key: string, sieve: string): Promise<CompareItem> {
  const [item] = await itemsWhere(db, eq(message.id, key), 1);
  if (!item?.came) throw new YsError('YS-NOT-FOUND', { what: 'message', name: key });
  const [own] = await db.select().from(mailbox).where(eq(mailbox.name, item.came.arrival.mailbox));
  return own && parseMailbox(own.source).sieves.includes(sieve) ? item : { ...item, came: null };
}

/** The right values that people told of some messages' records, as expected values: the newest word counts. */
async function judgedValues(db: Executor, ids: readonly string[]): Promise<Map<string, ExpectSource>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select()
    .from(judgement)
    .where(inArray(judgement.messageId, [...ids]))
    .orderBy(judgement.id);
  const judged = new Map<string, Record<string, JsonValue>>();
  for (const { messageId, path, known, value } of rows) {
    const expect = judged.get(messageId) ?? {};
    judged.set(messageId, expect);
    if (known) expect[path] = (value ?? null) as JsonValue;
    else delete expect[path];
  }
  return judged as unknown as Map<string, ExpectSource>;
}
