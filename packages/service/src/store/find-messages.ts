import type { Message } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { and, desc, eq, exists, gte, inArray, lt, or, type SQL, sql } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { finding, mailbox, message, record } from '../database/schema.js';
import { ofCause } from './cause.js';
import { hasWords, searchWords } from './finding-store.js';
import { mailboxIdOf } from './mailbox-store.js';
import { messageItem, publishedMessage } from './message-store.js';
import { cursorId, pageOf } from './paging.js';
import { hasValue, recordsWithValue, type ValueFilter } from './record-store.js';

/** Which messages; what is left out does not matter. */
export interface MessageFilter extends ValueFilter {
  mailbox?: string | undefined;
  state?: Message['state'] | undefined;
  sieve?: string | undefined;
  category?: string | undefined;
  /** Code of the first reason of its state. */
  cause?: string | undefined;
  /** Received at or after, and before: a day, or a moment in ISO 8601. */
  from?: string | undefined;
  to?: string | undefined;
  /** Words of the head and of values, keys, and `field=value`. */
  find?: string | undefined;
}

/** Messages of a filter, newest first. */
export async function listMessages(
  db: Executor,
  { limit, cursor, ...filter }: MessageFilter & { limit: number; cursor?: string | undefined },
) {
  const chosen = matching(db, filter, cursorId(cursor), await fewWith(db, filter), limit + 1);
  const rows = await db
    .select(messageItem)
    .from(chosen)
    .innerJoin(message, eq(message.id, chosen.id))
    .innerJoin(mailbox, eq(mailbox.id, message.mailboxId))
    .orderBy(desc(message.id));
  return pageOf(rows.map(publishedMessage), limit);
}

/** So many keys are still looked up quicker than all messages of a filter. */
const few = 2000;

/**
 * Keys of all messages with the words of a search, where something else is asked for too and they are few. Whether a word is rarer than
 * what else is asked for is nothing a database knows of itself; guessing wrong, it would look at every message.
 */
async function fewWith(db: Executor, { find, from, to, ...others }: MessageFilter): Promise<string[] | null> {
  const all = searchWords(find ?? '');
  const valued = await fewWithValue(db, all);
  if (valued) return valued;
  const words = all.filter((word) => !isKey.test(word) && !ofField.test(word));
  if (words.length === 0 || Object.values(others).every((wanted) => wanted === undefined)) return null;
  const rows = await db
    .select({ id: finding.messageId })
    .from(finding)
    .where(hasWords(words))
    .limit(few + 1);
  return rows.length > few ? null : rows.map(({ id }) => id);
}

/** Keys of all messages whose record has the value that a search names, where it names one and they are few. */
async function fewWithValue(db: Executor, words: readonly string[]): Promise<string[] | null> {
  const [, field, is] = words.map((word) => ofField.exec(word)).find((match) => match !== null) ?? [];
  if (field === undefined || is === undefined) return null;
  const ids = await recordsWithValue(db, field, is, few + 1);
  if (ids.length === 0 || ids.length > few) return null;
  const rows = await db.select({ id: record.messageId }).from(record).where(inArray(record.id, ids));
  return rows.map(({ id }) => id);
}

/** The next messages of a filter to look through, newest first, with where their raw mail is. */
export const messagesToSearch = (
  db: Executor,
  filter: Omit<MessageFilter, 'find'>,
  before: string | undefined,
  limit: number,
) =>
  db
    .select({ key: message.id, rawId: message.rawId, received: message.receivedAt })
    .from(message)
    .where(testOf(db, filter, before))
    .orderBy(desc(message.id))
    .limit(limit);

/** Messages by their keys, newest first. */
export async function messagesByKey(db: Executor, keys: readonly string[]): Promise<Message[]> {
  if (keys.length === 0) return [];
  const rows = await db
    .select(messageItem)
    .from(message)
    .innerJoin(mailbox, eq(mailbox.id, message.mailboxId))
    .where(inArray(message.id, [...keys]))
    .orderBy(desc(message.id));
  return rows.map(publishedMessage);
}

/** Keys of the messages of a filter, newest first. They alone are sorted and cut off: the rest is looked up for a page of them. */
function matching(
  db: Executor,
  { find, ...filter }: MessageFilter,
  before: string | undefined,
  among: readonly string[] | null,
  limit: number,
) {
  const words = searchWords(find ?? '');
  const test = and(testOf(db, filter, before), among ? inArray(message.id, [...among]) : undefined);
  if (words.length === 0)
    return db.select({ id: message.id }).from(message).where(test).orderBy(desc(message.id)).limit(limit).as('chosen');
  // Sorted by the key of what is searched: so it is gone through first, and only what has the words is looked up.
  return db
    .select({ id: message.id })
    .from(finding)
    .innerJoin(message, eq(finding.messageId, message.id))
    .where(and(test, ...words.map((word) => foundBy(db, word))))
    .orderBy(desc(finding.messageId))
    .limit(limit)
    .as('chosen');
}

const isKey = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;
const ofField = /^([a-z]\w{0,62})=(.+)$/s;

/** A word of a search: the key of a message or record, a field with its value, or words of what the message is found by. */
function foundBy(db: Executor, word: string): SQL | undefined {
  const [, field, is] = ofField.exec(word) ?? [];
  const ofRecord = (test: SQL | undefined) =>
    exists(
      db
        .select({ id: record.id })
        .from(record)
        .where(and(eq(record.messageId, message.id), test)),
    );
  if (isKey.test(word)) return or(eq(message.id, word), ofRecord(eq(record.id, word)));
  if (field && is) return or(ofRecord(hasValue(db, field, { is })), hasWords([word]));
  return hasWords([word]);
}

function testOf(db: Executor, filter: Omit<MessageFilter, 'find'>, before: string | undefined): SQL | undefined {
  const { field } = filter;
  return and(
    before ? lt(message.id, before) : undefined,
    filter.mailbox ? eq(message.mailboxId, mailboxIdOf(db, filter.mailbox)) : undefined,
    filter.state ? eq(message.state, filter.state) : undefined,
    filter.sieve ? eq(message.sieve, filter.sieve) : undefined,
    filter.category ? eq(message.category, filter.category) : undefined,
    filter.cause ? ofCause(filter.cause) : undefined,
    filter.from ? gte(message.receivedAt, momentOf(filter.from)) : undefined,
    filter.to ? lt(message.receivedAt, momentOf(filter.to)) : undefined,
    field
      ? exists(
          db
            .select({ one: sql`1` })
            .from(record)
            .where(and(eq(record.messageId, message.id), hasValue(db, field, filter))),
        )
      : undefined,
  );
}

function momentOf(text: string): Date {
  const moment = new Date(text);
  if (Number.isNaN(moment.getTime()))
    throw new YsError('YS-REQUEST-INVALID', {
      detail: `“${text.slice(0, 40)}” is no day like 2027-05-01 and no moment of ISO 8601`,
    });
  return moment;
}
