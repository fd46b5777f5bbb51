import type { RouteItem } from '@yellow-sieve/contract';
import {
  type CompiledSieve,
  compileMailbox,
  compileSieve,
  digestOf,
  parseMailbox,
  sieveName,
  sorterName,
  YsError,
} from '@yellow-sieve/core';
import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, Executor } from '../database/connect.js';
import { mailbox, mailboxAddress, message } from '../database/schema.js';
import { liftCeiling } from './answer-store.js';
import { noteSetUp } from './change-store.js';
import { nameFolders } from './folder-store.js';
import { archivedSieves, liveSieves } from './sieve-store.js';
import { countsOf } from './tally-store.js';

export interface MailboxRow {
  id: string;
  name: string;
  title: string;
  source: string;
  digest: string;
  /** Number of the sorter in use; null before one was. */
  sorter: number | null;
}

const columns = {
  id: mailbox.id,
  name: mailbox.name,
  title: mailbox.title,
  source: mailbox.source,
  digest: mailbox.digest,
  sorter: mailbox.sorter,
};

/** All mailboxes with how many of their messages are in which state. */
export async function listMailboxes(db: Database) {
  const counts = await countsOf(db, 'message');
  return (await mailboxHeads(db)).map((head) => withCounts(head, counts));
}

/** One mailbox with its file, archived or not: by its file it is brought back. */
export async function getMailbox(db: Database, name: string) {
  const [row] = await db.select(columns).from(mailbox).where(eq(mailbox.name, name));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'mailbox', name });
  const head = await headOf(db, row);
  return { ...withCounts(head, await countsOf(db, 'message', { owner: head.id })), ...detailsOf(row.source) };
}

/** What its forms show of a mailbox’s file. */
function detailsOf(source: string) {
  const { sorter, routes = [], otherwise = 'review' } = parseMailbox(source).data ?? {};
  return {
    otherwise: sieveName(otherwise),
    routes: routes as RouteItem[],
    sorter: sorter
      ? {
          threshold: sorter.threshold ?? null,
          categories: sorter.categories.map(({ category, about, owner, when }) => ({
            category,
            about: about ?? null,
            owner: owner ?? null,
            by_condition: when !== undefined,
          })),
        }
      : null,
  };
}

/** All mailboxes, uncounted. */
export async function mailboxHeads(db: Executor) {
  const rows = await db.select(columns).from(mailbox).where(isNull(mailbox.archivedAt)).orderBy(asc(mailbox.name));
  return Promise.all(rows.map((row) => headOf(db, row)));
}

/** One mailbox, uncounted: enough to put a message in. */
export async function mailboxHead(db: Executor, name: string) {
  const [row] = await db
    .select(columns)
    .from(mailbox)
    .where(and(eq(mailbox.name, name), isNull(mailbox.archivedAt)));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'mailbox', name });
  return headOf(db, row);
}

type MailboxHead = Awaited<ReturnType<typeof headOf>>;

function withCounts(head: MailboxHead, counts: Awaited<ReturnType<typeof countsOf>>) {
  const states: Record<string, number> = {};
  for (const { owner, state, count } of counts) if (owner === head.id) states[state] = (states[state] ?? 0) + count;
  return { ...head, states, messages: Object.values(states).reduce((sum, count) => sum + count, 0) };
}

/** With its addresses and sieves, and when the last message came. */
async function headOf(db: Executor, row: MailboxRow) {
  const addresses = await db
    .select({ address: mailboxAddress.address })
    .from(mailboxAddress)
    .where(eq(mailboxAddress.mailboxId, row.id));
  const [last] = await db
    .select({ received: message.receivedAt })
    .from(message)
    .where(eq(message.mailboxId, row.id))
    .orderBy(desc(message.id))
    .limit(1);
  const { sieves, data } = parseMailbox(row.source);
  return {
    ...row,
    addresses: addresses.map(({ address }) => address).sort(),
    sieves: [...sieves],
    sorts: data?.sorter !== undefined,
    last: last?.received.toISOString() ?? null,
  };
}

/** The mailboxes of some messages, by id. */
export async function mailboxesById(db: Executor, ids: readonly string[]): Promise<Map<string, MailboxRow>> {
  const rows =
    ids.length > 0
      ? await db
          .select(columns)
          .from(mailbox)
          .where(inArray(mailbox.id, [...ids]))
      : [];
  return new Map(rows.map((row) => [row.id, row]));
}

/** The key of a mailbox as part of a statement: nothing is joined for it. */
export const mailboxIdOf = (db: Executor, name: string) =>
  sql`(${db.select({ id: mailbox.id }).from(mailbox).where(eq(mailbox.name, name))})`;

/** The mailbox that takes mail for an address: by the address, without its plus-part, or by a catch-all of its domain. */
export async function findMailbox(db: Executor, address: string): Promise<string | null> {
  const lower = address.toLowerCase();
  const domain = lower.slice(lower.lastIndexOf('@'));
  const wanted = [lower, lower.replace(/\+[^@]*(?=@)/, ''), domain];
  const rows = await db.select().from(mailboxAddress).where(inArray(mailboxAddress.address, wanted));
  return wanted.map((key) => rows.find((row) => row.address === key)?.mailboxId).find((id) => id !== undefined) ?? null;
}

/** Makes or changes a mailbox from its file. The sieves it names must exist. */
export async function putMailbox(db: Database, name: string, source: string, seen?: string): Promise<void> {
  const parsed = parseMailbox(source);
  if (parsed.data && parsed.data.mailbox !== name)
    throw new YsError('YS-REQUEST-INVALID', {
      detail: `the file is of the mailbox “${parsed.data.mailbox}”, not “${name}”`,
    });
  const sieves = await liveSieves(db, parsed.sieves);
  for (const archived of await archivedSieves(db, parsed.sieves)) sieves.delete(archived);
  const compiled = compileMailbox(
    source,
    new Map<string, CompiledSieve>([...sieves].map(([key, live]) => [key, compileSieve(live.source)])),
  );
  await db.transaction(async (tx) => {
    const { id: of, digest } = mailbox;
    const [known] = await tx.select({ id: of, digest }).from(mailbox).where(eq(mailbox.name, name)).for('update');
    if (seen !== undefined && known?.digest !== seen) throw new YsError('YS-MAILBOX-CHANGED', { mailbox: name });
    const id = known?.id ?? uuid();
    const values = {
      name,
      title: compiled.source.title ?? name,
      source,
      digest: digestOf(source),
      updatedAt: new Date(),
      archivedAt: null,
    };
    if (known) await tx.update(mailbox).set(values).where(eq(mailbox.id, id));
    else await tx.insert(mailbox).values({ id, ...values });
    await replaceAddresses(
      tx,
      id,
      compiled.source.addresses.map((address) => address.toLowerCase()),
    );
    // A higher ceiling lets go on what waits.
    await liftCeiling(tx, sorterName(name));
    await nameFolders(tx, id, compiled.source.folders ?? []);
    await noteSetUp(tx, name);
  });
}

/** A mailbox by its key, with its addresses; null where it is gone or archived. */
export async function mailboxById(db: Executor, id: string) {
  const [row] = await db
    .select(columns)
    .from(mailbox)
    .where(and(eq(mailbox.id, id), isNull(mailbox.archivedAt)));
  return row ? headOf(db, row) : null;
}

async function replaceAddresses(tx: Executor, mailboxId: string, addresses: readonly string[]): Promise<void> {
  await tx.delete(mailboxAddress).where(eq(mailboxAddress.mailboxId, mailboxId));
  const [taken] = await tx
    .select({ address: mailboxAddress.address, name: mailbox.name })
    .from(mailboxAddress)
    .innerJoin(mailbox, eq(mailbox.id, mailboxAddress.mailboxId))
    .where(inArray(mailboxAddress.address, [...addresses]))
    .limit(1);
  if (taken) throw new YsError('YS-MAILBOX-ADDRESS-TAKEN', { address: taken.address, mailbox: taken.name });
  await tx.insert(mailboxAddress).values(addresses.map((address) => ({ address, mailboxId })));
}
