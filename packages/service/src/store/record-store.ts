import { must, type Verdict, YsError } from '@yellow-sieve/core';
import { and, asc, desc, eq, exists, gt, gte, inArray, like, lt, lte, or, type SQL } from 'drizzle-orm';
import { unionAll } from 'drizzle-orm/mysql-core';
import type { Executor } from '../database/connect.js';
import { mailbox, message, record, recordRevision, rowValue, value } from '../database/schema.js';
import { mailboxIdOf } from './mailbox-store.js';
import { cursorId, firstKeyAt, pageOf } from './paging.js';

const item = {
  key: record.id,
  message: record.messageId,
  mailbox: mailbox.name,
  sieve: record.sieve,
  revision: record.revision,
  verdict: record.verdict,
  layout: recordRevision.layout,
  score: recordRevision.score,
  fields: recordRevision.fields,
  rows: recordRevision.rows,
  received: message.receivedAt,
  subject: message.subject,
  from: message.fromAddress,
  recipient: message.recipient,
  sent: message.sentAt,
  made: recordRevision.createdAt,
};

const published = <T extends { received: Date; made: Date; sent: Date | null }>(row: T) => ({
  ...row,
  sent: row.sent?.toISOString() ?? null,
  received: row.received.toISOString(),
  made: row.made.toISOString(),
});
export type PublishedRecord = Awaited<ReturnType<typeof listRecords>>['items'][number];

/** A field, or a column of rows, and what its value is like. */
export interface ValueFilter {
  field?: string | undefined;
  is?: string | undefined;
  starts?: string | undefined;
  at_least?: string | undefined;
  at_most?: string | undefined;
}

export interface RecordFilter extends ValueFilter {
  sieve?: string | undefined;
  verdict?: Verdict | undefined;
  mailbox?: string | undefined;
  /** With rows that a person holds back. */
  held?: boolean | undefined;
  /** Received at or after, and before, in ISO 8601. */
  from?: string | undefined;
  to?: string | undefined;
}

const joined = (db: Executor) =>
  db
    .select({ ...item, problems: recordRevision.problems })
    .from(record)
    .innerJoin(recordRevision, and(eq(recordRevision.recordId, record.id), eq(recordRevision.number, record.revision)))
    .innerJoin(message, eq(message.id, record.messageId))
    .innerJoin(mailbox, eq(mailbox.id, record.mailboxId));

/** Some records in order. The page is chosen before anything is looked up for it. */
function pageWith(db: Executor, test: SQL | undefined, order: SQL, limit: number) {
  const chosen = db.select({ id: record.id }).from(record).where(test).orderBy(order).limit(limit).as('chosen');
  return joined(db).innerJoin(chosen, eq(chosen.id, record.id)).orderBy(order);
}

function matching(db: Executor, filter: RecordFilter) {
  return and(
    filter.sieve ? eq(record.sieve, filter.sieve) : undefined,
    filter.verdict ? eq(record.verdict, filter.verdict) : undefined,
    filter.mailbox ? eq(record.mailboxId, mailboxIdOf(db, filter.mailbox)) : undefined,
    filter.held ? gt(record.held, 0) : undefined,
    filter.from || filter.to ? receivedWithin(filter) : undefined,
    filter.field ? hasValue(db, filter.field, filter) : undefined,
  );
}

const receivedWithin = ({ from, to }: RecordFilter) =>
  and(
    from ? gte(record.messageId, firstKeyAt(new Date(from))) : undefined,
    to ? lt(record.messageId, firstKeyAt(new Date(to))) : undefined,
  );

/** Looks a field, or a column of rows, up in the narrow indexes of values. Of rows one is enough. */
export function hasValue(db: Executor, field: string, filter: ValueFilter) {
  const among = (index: typeof value | typeof rowValue) =>
    db
      .select({ id: index.recordId })
      .from(index)
      .where(and(eq(index.field, field), ...valueTests(index, filter)));
  if (valueTests(value, filter).length === 0) return undefined;
  // As one list of keys: a record looked up in one index or else in the other would be so for every record there is.
  const hits = unionAll(among(value), among(rowValue)).as('hits');
  return inArray(record.id, db.select({ id: hits.id }).from(hits));
}

/** Bounds are numbers or days, whichever they look like. */
function valueTests(index: typeof value | typeof rowValue, { is, starts, at_least, at_most }: ValueFilter) {
  return [
    is === undefined ? undefined : eq(index.text, is.slice(0, 191)),
    starts === undefined ? undefined : like(index.text, `${starts.slice(0, 190).replace(/[\\%_]/g, '\\$&')}%`),
    at_least === undefined ? undefined : bound(index, gte, at_least),
    at_most === undefined ? undefined : bound(index, lte, at_most),
  ].filter((test) => test !== undefined);
}

function bound(index: typeof value | typeof rowValue, compare: typeof gte, limit: string) {
  if (/^\d{4}-\d{2}-\d{2}$/.test(limit)) return compare(index.day, limit);
  if (/^-?\d{1,28}(\.\d{1,10})?$/.test(limit)) return compare(index.number, limit);
  throw new YsError('YS-REQUEST-INVALID', {
    detail: `“${limit.slice(0, 40)}” is neither a number nor a day like 2027-05-01`,
  });
}

/** Keys of records with a value, so many at the most: no more of the indexes is looked at, however many there are. */
export async function recordsWithValue(db: Executor, field: string, is: string, limit: number): Promise<string[]> {
  const found = new Set<string>();
  for (const index of [value, rowValue]) {
    const test = and(eq(index.field, field), ...valueTests(index, { is }));
    for (const { id } of await db.select({ id: index.recordId }).from(index).where(test).limit(limit)) found.add(id);
  }
  return [...found];
}

/** The same of records that are looked at one by one. */
function hasValueItself(db: Executor, field: string, filter: ValueFilter) {
  const among = (index: typeof value | typeof rowValue) =>
    exists(
      db
        .select({ id: index.recordId })
        .from(index)
        .where(and(eq(index.recordId, record.id), eq(index.field, field), ...valueTests(index, filter))),
    );
  return or(among(value), among(rowValue));
}

/** The newest records that are looked at one by one for a value, before the index of all values is asked. */
const newest = 3000;

/** Records of a filter, newest first. */
export async function listRecords(db: Executor, filter: RecordFilter & { limit: number; cursor?: string | undefined }) {
  const before = cursorId(filter.cursor);
  const { field, ...others } = filter;
  const earlier = before ? lt(record.id, before) : undefined;
  const rows =
    (field ? await among(db, and(earlier, matching(db, others)), field, filter) : null) ??
    (await pageWith(db, and(earlier, matching(db, filter)), desc(record.id), filter.limit + 1));
  return pageOf(
    rows.map(({ problems: _, ...row }) => published(row)),
    filter.limit,
  );
}

/**
 * A page of records with a value, if the newest ones have as many: a value that many have is found there at once, while all that have it
 * would have to be sorted. Null where they have not, or there are no more than these.
 */
async function among(
  db: Executor,
  test: SQL | undefined,
  field: string,
  filter: ValueFilter & { limit: number },
): Promise<Awaited<ReturnType<typeof pageWith>> | null> {
  if (valueTests(value, filter).length === 0) return null;
  const [last] = await db
    .select({ id: record.id })
    .from(record)
    .where(test)
    .orderBy(desc(record.id))
    .offset(newest)
    .limit(1);
  if (!last) return null;
  const within = and(test, gt(record.id, last.id), hasValueItself(db, field, filter));
  const rows = await pageWith(db, within, desc(record.id), filter.limit + 1);
  return rows.length > filter.limit ? rows : null;
}

const exportPage = 500;

/** All records of a filter, oldest first, a page at a time. What a model only claims is no value that leaves in a file. */
export async function* allRecords(db: Executor, filter: RecordFilter): AsyncGenerator<PublishedRecord> {
  let after = '';
  for (;;) {
    const rows = await pageWith(db, and(gt(record.id, after), matching(db, filter)), asc(record.id), exportPage);
    yield* rows.map((row) => published(withoutClaims(row)));
    if (rows.length < exportPage) return;
    after = rows.at(-1)?.key ?? after;
  }
}

type Row = Pick<typeof recordRevision.$inferSelect, 'fields' | 'rows' | 'problems'>;

function withoutClaims<R extends Row>({ problems, ...row }: R): Omit<R, 'problems'> {
  const claimed = new Set(problems.flatMap(({ code, path }) => (code === 'YS-PROMPT-UNSUPPORTED' ? [path] : [])));
  if (claimed.size === 0) return row;
  const kept = (values: Row['fields'], prefix: string) =>
    Object.fromEntries(Object.entries(values).map(([name, one]) => [name, claimed.has(prefix + name) ? null : one]));
  return { ...row, fields: kept(row.fields, ''), rows: row.rows.map((one, i) => kept(one, `rows[${i}].`)) };
}

export async function getRecord(db: Executor, id: string) {
  const [row] = await joined(db).where(eq(record.id, id));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'record', name: id });
  const [revision] = await db
    .select()
    .from(recordRevision)
    .where(and(eq(recordRevision.recordId, id), eq(recordRevision.number, row.revision)));
  const { evidence, problems, madeFrom } = must(revision, 'every record has its revision');
  const { problems: _, ...own } = row;
  return { ...published(own), evidence, problems, made_from: madeFrom };
}

/** Every revision of a record, oldest first, as far as two of them are compared. */
export async function revisionsOf(db: Executor, id: string) {
  const rows = await db
    .select()
    .from(recordRevision)
    .where(eq(recordRevision.recordId, id))
    .orderBy(asc(recordRevision.number));
  return rows.map(
    ({ number, sieve, layout, fields, rows: lines, heldRows, evidence, verdict, reasons, madeFrom, createdAt }) => ({
      number,
      sieve,
      layout,
      fields,
      rows: lines,
      held_rows: heldRows ?? [],
      entered: Object.entries(evidence).flatMap(([path, found]) =>
        found.some(({ how }) => how === 'entered') ? [path] : [],
      ),
      verdict,
      reasons,
      made_from: madeFrom,
      made: createdAt.toISOString(),
    }),
  );
}
