import type { LookupItem, Removal } from '@yellow-sieve/contract';
import { digestOf, type LookupTable, parseMailbox, type TableFile, tryCompileSieve, YsError } from '@yellow-sieve/core';
import { and, asc, eq, gt, inArray, isNull, max } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, Executor } from '../database/connect.js';
import { lookup, lookupRevision, mailbox } from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { noteSetUp } from './change-store.js';
import { listSieves } from './sieve-store.js';

const live = and(eq(lookupRevision.lookupId, lookup.id), eq(lookupRevision.number, lookup.revision));
const heads = {
  name: lookup.name,
  title: lookup.title,
  revision: lookup.revision,
  columns: lookupRevision.columns,
  count: lookupRevision.count,
  updated: lookup.updatedAt,
  by: lookupRevision.by,
  source: lookup.source,
  fetched: lookup.fetchedAt,
  trouble: lookup.trouble,
};

/** All tables, by name, each with the live sieves whose rules look in it. */
export async function listLookups(db: Database): Promise<LookupItem[]> {
  const rows = await db.select(heads).from(lookup).innerJoin(lookupRevision, live).orderBy(asc(lookup.name));
  const users = rows.length > 0 ? await usersOf(db) : new Map<string, string[]>();
  return rows.map(({ updated, fetched, ...row }) => ({
    ...row,
    updated: updated.toISOString(),
    fetched: fetched?.toISOString() ?? null,
    used_by: users.get(row.name) ?? [],
  }));
}

/** Whether there is a table of this name. */
export async function findLookup(db: Executor, name: string): Promise<boolean> {
  const [row] = await db.select({ id: lookup.id }).from(lookup).where(eq(lookup.name, name));
  return row !== undefined;
}

/** @throws YsError YS-LOOKUP-UNKNOWN */
export async function getLookup(db: Database, name: string): Promise<LookupItem & TableFile> {
  const item = (await listLookups(db)).find((one) => one.name === name);
  const table = item && (await tableOf(db, name));
  if (!item || !table) throw new YsError('YS-LOOKUP-UNKNOWN', { table: name });
  return { ...item, ...table };
}

/** A table as it stands; null where there is none of this name. */
export async function tableOf(db: Executor, name: string): Promise<TableFile | null> {
  const [row] = await db
    .select({ columns: lookupRevision.columns, rows: lookupRevision.rows })
    .from(lookup)
    .innerJoin(lookupRevision, live)
    .where(eq(lookup.name, name));
  return row ? { columns: row.columns, rows: JSON.parse(row.rows) as string[][] } : null;
}

export interface PutLookup extends TableFile {
  name: string;
  title: string | undefined;
  by: string;
}

/** Keeps another state of a table as its next revision; the same state as before makes none. */
export async function putLookup(db: Database, { name, title, by, columns, rows }: PutLookup): Promise<void> {
  const text = JSON.stringify(rows);
  const digest = digestOf(JSON.stringify([columns, rows]));
  const now = new Date();
  const revision = { columns, rows: text, count: rows.length, digest, by, createdAt: now };
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const [known] = await tx.select().from(lookup).where(eq(lookup.name, name)).for('update');
      const id = known?.id ?? uuid();
      const [before] = known
        ? await tx
            .select({ digest: lookupRevision.digest })
            .from(lookupRevision)
            .where(and(eq(lookupRevision.lookupId, id), eq(lookupRevision.number, known.revision)))
        : [];
      const number = before?.digest === digest ? (known?.revision ?? 1) : await nextNumber(tx, id);
      if (known) await dropStaged(tx, known);
      const values = { title: title ?? known?.title ?? name, revision: number, updatedAt: now };
      if (known) await tx.update(lookup).set(values).where(eq(lookup.id, id));
      else await tx.insert(lookup).values({ id, name, ...values });
      if (before?.digest !== digest) await tx.insert(lookupRevision).values({ lookupId: id, number, ...revision });
      await noteSetUp(tx, name);
    }),
  );
}

/**
 * Keeps a state of a table that is not looked in yet, so that its effect can be seen; one that was kept so before goes. Its number.
 * @throws YsError YS-LOOKUP-UNKNOWN
 */
export function stageLookup(db: Database, name: string, { columns, rows }: TableFile, by: string): Promise<number> {
  const digest = digestOf(JSON.stringify([columns, rows]));
  return retryDeadlocks(() =>
    db.transaction(async (tx) => {
      const [known] = await tx.select().from(lookup).where(eq(lookup.name, name)).for('update');
      if (!known) throw new YsError('YS-LOOKUP-UNKNOWN', { table: name });
      const number = await nextNumber(tx, known.id);
      await dropStaged(tx, known);
      const kept = { columns, rows: JSON.stringify(rows), count: rows.length, digest, by, createdAt: new Date() };
      await tx.insert(lookupRevision).values({ lookupId: known.id, number, ...kept });
      return number;
    }),
  );
}

/** A number no revision ever had, so that what was loaded under one is never another. */
async function nextNumber(tx: Executor, lookupId: string): Promise<number> {
  const [last] = await tx
    .select({ number: max(lookupRevision.number) })
    .from(lookupRevision)
    .where(eq(lookupRevision.lookupId, lookupId));
  return (last?.number ?? 0) + 1;
}

const dropStaged = (tx: Executor, { id, revision }: { id: string; revision: number }) =>
  tx.delete(lookupRevision).where(and(eq(lookupRevision.lookupId, id), gt(lookupRevision.number, revision)));

/**
 * Deletes a table with its revisions; dry, it says what would go.
 * @throws YsError YS-LOOKUP-UNKNOWN, YS-LOOKUP-USED
 */
export async function removeLookup(db: Database, name: string, dry: boolean): Promise<Removal> {
  const { used_by: users, revision } = await getLookup(db, name);
  if (users.length > 0) throw new YsError('YS-LOOKUP-USED', { table: name, users: users.join(', ') });
  if (!dry)
    await db.transaction(async (tx) => {
      const [known] = await tx.select().from(lookup).where(eq(lookup.name, name)).for('update');
      if (!known) return;
      await tx.delete(lookupRevision).where(eq(lookupRevision.lookupId, known.id));
      await tx.delete(lookup).where(eq(lookup.id, known.id));
      await noteSetUp(tx, name);
    });
  return { outcome: 'deleted', goes: [{ what: 'versions', count: revision }], stays: [] };
}

/** Sieves by their names, and mailboxes that find the owners of categories there as `mailbox NAME`. */
async function usersOf(db: Database): Promise<Map<string, string[]>> {
  const users = new Map<string, string[]>();
  for (const { name, source } of await listSieves(db)) {
    const compiled = tryCompileSieve(source);
    for (const table of compiled.ok ? compiled.sieve.lookups : [])
      users.set(table, [...(users.get(table) ?? []), name]);
  }
  for (const { name, source } of await db.select().from(mailbox).where(isNull(mailbox.archivedAt))) {
    const table = parseMailbox(source).data?.sorter?.owners?.table;
    if (table !== undefined) users.set(table, [...(users.get(table) ?? []), `mailbox ${name}`]);
  }
  return users;
}

/** Tables by the revision that was loaded last: threads ask for the same ones again and again. */
const loaded = new Map<string, LookupTable>();
/** Cells of all tables that a thread keeps; what is beyond is loaded anew. */
const maxCells = 2_000_000;

/** Tables as they stand now, or at some revisions, by name; those that are not there are missing. Each is loaded once a revision. */
export async function tablesFor(
  db: Executor,
  names: readonly string[],
  revisions: Readonly<Record<string, number>> = {},
): Promise<Record<string, LookupTable>> {
  if (names.length === 0) return {};
  const current = await db
    .select({ id: lookup.id, name: lookup.name, revision: lookup.revision })
    .from(lookup)
    .where(inArray(lookup.name, [...names]));
  const tables: Record<string, LookupTable> = {};
  for (const { id, name, revision: live } of current) {
    const revision = revisions[name] ?? live;
    const key = `${id} ${revision}`;
    const table = loaded.get(key) ?? (await loadTable(db, id, name, revision));
    if (!table) continue;
    tables[name] = table;
    if (!loaded.has(key) && table.rows.length * table.columns.length <= maxCells) keep(key, id, table);
  }
  return tables;
}

function keep(key: string, id: string, table: LookupTable): void {
  // Two of a table stay: where the effect of one is shown, both are asked for in turns.
  for (const old of [...loaded.keys()].filter((one) => one.startsWith(`${id} `)).slice(0, -1)) loaded.delete(old);
  const cells = [...loaded.values()].reduce((sum, { rows, columns }) => sum + rows.length * columns.length, 0);
  if (cells > maxCells) loaded.clear();
  loaded.set(key, table);
}

async function loadTable(db: Executor, id: string, name: string, revision: number): Promise<LookupTable | null> {
  const [row] = await db
    .select({ columns: lookupRevision.columns, rows: lookupRevision.rows })
    .from(lookupRevision)
    .where(and(eq(lookupRevision.lookupId, id), eq(lookupRevision.number, revision)));
  return row
    ? { name, revision: String(revision), columns: row.columns, rows: JSON.parse(row.rows) as string[][] }
    : null;
}
