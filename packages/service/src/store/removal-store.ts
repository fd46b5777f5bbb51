import type { Removal } from '@yellow-sieve/contract';
import { asksModel, compileSieve, parseMailbox, YsError } from '@yellow-sieve/core';
import { and, count, eq, inArray, isNull, type SQL } from 'drizzle-orm';
import type { MySqlTable } from 'drizzle-orm/mysql-core';
import type { Database, Executor } from '../database/connect.js';
import {
  applied,
  connection,
  delivery,
  destination,
  draft,
  drift,
  mailbox,
  mailboxAddress,
  mailFolder,
  message,
  record,
  sample,
  sheetRow,
  sieve,
  sieveVersion,
} from '../database/schema.js';
import { retryDeadlocks } from '../database/trouble.js';
import { noteChanges, noteSetUp } from './change-store.js';
import { removeSample } from './sample-store.js';
import { listSieves } from './sieve-store.js';

type Counted = Removal['goes'][number];

/** What is there, without what is not. */
const present = (...all: Counted[]): Counted[] => all.filter(({ count: number }) => number > 0);

async function rowsOf(db: Executor, table: MySqlTable, where: SQL | undefined): Promise<number> {
  const [row] = await db.select({ number: count() }).from(table).where(where);
  return row?.number ?? 0;
}

/**
 * Takes a mailbox out of use. Its addresses are free; one that has messages is archived, since they and their records stay.
 * @throws YsError YS-NOT-FOUND
 */
export async function removeMailbox(db: Database, name: string, dry: boolean): Promise<Removal> {
  const [row] = await db
    .select()
    .from(mailbox)
    .where(and(eq(mailbox.name, name), isNull(mailbox.archivedAt)));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'mailbox', name });
  const addresses = await rowsOf(db, mailboxAddress, eq(mailboxAddress.mailboxId, row.id));
  const folders = await rowsOf(db, mailFolder, and(eq(mailFolder.mailboxId, row.id), eq(mailFolder.named, true)));
  const messages = await rowsOf(db, message, eq(message.mailboxId, row.id));
  const records = await rowsOf(db, record, eq(record.mailboxId, row.id));
  const removal: Removal = {
    outcome: messages > 0 ? 'archived' : 'deleted',
    goes: present({ what: 'addresses', count: addresses }, { what: 'folders', count: folders }),
    stays: present({ what: 'messages', count: messages }, { what: 'records', count: records }),
  };
  if (!dry)
    await inOne(db, async (tx) => {
      await tx.delete(mailboxAddress).where(eq(mailboxAddress.mailboxId, row.id));
      await tx.delete(drift).where(eq(drift.mailboxId, row.id));
      await tx.update(mailFolder).set({ named: false }).where(eq(mailFolder.mailboxId, row.id));
      // A message may have come since it was looked at.
      const since = await rowsOf(tx, message, eq(message.mailboxId, row.id));
      if (since > 0) await tx.update(mailbox).set({ archivedAt: new Date() }).where(eq(mailbox.id, row.id));
      else await tx.delete(mailbox).where(eq(mailbox.id, row.id));
      await noteSetUp(tx, name);
    });
  return removal;
}

/**
 * Takes a sieve out of use. One that has read messages is archived, since their records name its versions.
 * @throws YsError YS-NOT-FOUND, YS-IN-USE where a mailbox has it
 */
export async function removeSieve(db: Database, name: string, dry: boolean): Promise<Removal> {
  const [row] = await db
    .select()
    .from(sieve)
    .where(and(eq(sieve.name, name), isNull(sieve.archivedAt)));
  const drafts = await rowsOf(db, draft, eq(draft.sieve, name));
  if (!row && drafts === 0) throw new YsError('YS-NOT-FOUND', { what: 'sieve', name });
  const mailboxes = await db.select().from(mailbox).where(isNull(mailbox.archivedAt));
  const users = mailboxes.filter(({ source }) => parseMailbox(source).sieves.includes(name));
  inUse('sieve', name, 'mailbox', users);
  const records = await rowsOf(db, record, eq(record.sieve, name));
  const messages = await rowsOf(db, message, eq(message.sieve, name));
  const versions = row ? await rowsOf(db, sieveVersion, eq(sieveVersion.sieveId, row.id)) : 0;
  const samples = await db.select({ name: sample.name }).from(sample).where(eq(sample.sieve, name));
  const archived = records + messages > 0;
  const own = present({ what: 'versions', count: versions }, { what: 'samples', count: samples.length });
  const removal: Removal = {
    outcome: archived ? 'archived' : 'deleted',
    goes: [...(archived ? [] : own), ...present({ what: 'drafts', count: drafts })],
    stays: [...(archived ? own : []), ...present({ what: 'records', count: records })],
  };
  if (dry) return removal;
  await inOne(db, async (tx) => {
    await tx.delete(draft).where(eq(draft.sieve, name));
    if (row && archived) await tx.update(sieve).set({ archivedAt: new Date() }).where(eq(sieve.id, row.id));
    else if (row) {
      await tx.delete(sieveVersion).where(eq(sieveVersion.sieveId, row.id));
      await tx.delete(sieve).where(eq(sieve.id, row.id));
    }
    await noteSetUp(tx, name);
  });
  if (!archived) for (const one of samples) await removeSample(db, name, one.name);
  return removal;
}

/**
 * Deletes a destination. What was delivered stays in the list of deliveries; what waits for it is dropped.
 * @throws YsError YS-NOT-FOUND, YS-IN-USE where a live sieve routes to it
 */
export async function removeDestination(db: Database, name: string, dry: boolean): Promise<Removal> {
  const [row] = await db.select().from(destination).where(eq(destination.name, name));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'destination', name });
  const live = await listSieves(db);
  inUse(
    'destination',
    name,
    'sieve',
    live.filter(({ source }) => (compileSieve(source).source.routes ?? []).some(({ to }) => to === name)),
  );
  const ofIt = eq(delivery.destination, name);
  const all = await rowsOf(db, delivery, ofIt);
  const open = await rowsOf(db, delivery, and(ofIt, inArray(delivery.state, [...unsettled])));
  const rows = await rowsOf(db, sheetRow, eq(sheetRow.destination, name));
  const removal: Removal = {
    outcome: 'deleted',
    goes: present({ what: 'waiting deliveries', count: open }, { what: 'rows of its sheet', count: rows }),
    stays: present({ what: 'past deliveries', count: all - open }),
  };
  if (dry) return removal;
  // Without the destination none of them is tried any more; they are dropped some at a time, so that other work goes on between.
  await inOne(db, async (tx) => {
    await tx.delete(applied).where(eq(applied.destination, name));
    await tx.delete(destination).where(eq(destination.name, name));
    await noteSetUp(tx, name);
  });
  while ((await dropSome(db, name)) === dropsAtOnce);
  await db.delete(sheetRow).where(eq(sheetRow.destination, name));
  return removal;
}

/** States of deliveries that something may still become of. */
const unsettled = ['waiting', 'retrying', 'uncertain', 'stopped', 'kept back'] as const;
const dropsAtOnce = 500;

/** Drops some of the deliveries that wait for a destination; returns how many. */
async function dropSome(db: Database, name: string): Promise<number> {
  let dropped = 0;
  await inOne(db, async (tx) => {
    const some = await tx
      .select({ id: delivery.id, state: delivery.state, messageTime: delivery.messageTime })
      .from(delivery)
      .where(and(eq(delivery.destination, name), inArray(delivery.state, [...unsettled])))
      .limit(dropsAtOnce)
      .for('update');
    dropped = some.length;
    if (dropped === 0) return;
    const answer = 'the destination was removed';
    await tx
      .update(delivery)
      .set({ state: 'dropped', answer, claimedBy: null, claimedUntil: null, updatedAt: new Date() })
      .where(
        inArray(
          delivery.id,
          some.map(({ id }) => id),
        ),
      );
    const noted = { kind: 'delivery' as const, owner: name, is: 'dropped' };
    await noteChanges(
      tx,
      some.map(({ id, state, messageTime }) => ({ ...noted, what: id, day: messageTime, was: state })),
    );
  });
  return dropped;
}

/**
 * Deletes a connection with the secrets in it.
 * @throws YsError YS-NOT-FOUND, YS-IN-USE where a destination, or a sieve that asks a model, needs it
 */
export async function removeConnection(db: Database, name: string, dry: boolean): Promise<Removal> {
  const [row] = await db.select().from(connection).where(eq(connection.name, name));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'connection', name });
  const destinations = await db.select().from(destination);
  const users = destinations.filter(({ definition }) => definition.connection === name);
  inUse('connection', name, 'destination', users);
  const folders = await db
    .select({ name: mailbox.name })
    .from(mailFolder)
    .innerJoin(mailbox, eq(mailbox.id, mailFolder.mailboxId))
    .where(and(eq(mailFolder.connection, name), eq(mailFolder.named, true)));
  inUse('connection', name, 'mailbox', folders);
  const models = await rowsOf(db, connection, eq(connection.kind, row.kind));
  const asking = (await listSieves(db)).filter(({ source }) =>
    (compileSieve(source).source.rules ?? []).some(({ kind }) => asksModel(kind)),
  );
  if (row.kind === 'model' && models === 1) inUse('connection', name, 'sieve', asking);
  if (!dry) await db.delete(connection).where(eq(connection.name, name));
  return { outcome: 'deleted', goes: [], stays: [] };
}

function inUse(what: string, name: string, by: string, users: readonly { name: string }[]): void {
  const [first, ...more] = users;
  if (!first) return;
  const others = more.length > 0 ? ` and ${more.length} more` : '';
  throw new YsError('YS-IN-USE', { what, name, by: `the ${by} “${first.name}”${others} names it` });
}

const inOne = (db: Database, work: (tx: Executor) => Promise<void>): Promise<void> =>
  retryDeadlocks(() => db.transaction(work));
