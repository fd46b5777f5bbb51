import type { FormEntry } from '@yellow-sieve/contract';
import { checkShape, closed, parseFile, Report, say, YsError } from '@yellow-sieve/core';
import { asc, eq } from 'drizzle-orm';
import * as v from 'valibot';
import type { Database, Executor } from '../database/connect.js';
import { connection, destination } from '../database/schema.js';
import { fileEntries } from '../destinations/file-schema.js';
import {
  type DeliveryAbout,
  type DestinationContext,
  type DestinationKind,
  destinationKinds,
  formOf,
  type Standing,
} from '../destinations/index.js';
import { intakeKinds } from '../intake/index.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import { newSecret } from '../people/secret.js';
import type { Secrets } from '../secrets.js';
import { liftCeiling } from './answer-store.js';
import { noteSetUp } from './change-store.js';
import { retryFolders } from './folder-store.js';
import { modelEntries } from './model-store.js';

export type DestinationRow = typeof destination.$inferSelect;

/** Makes or changes a destination from its file. */
export async function putDestination(db: Database, name: string, source: string): Promise<void> {
  const file = parseFile(source);
  const report = new Report(file.locate);
  const kindName = String((file.data as { kind?: unknown } | undefined)?.kind);
  const kind = destinationKinds[kindName];
  if (file.problems.length === 0 && !kind)
    report.add('YS-DESTINATION-KIND', ['kind'], {
      kind: kindName,
      nearest: `; known are ${Object.keys(destinationKinds).join(', ')}`,
    });
  const data = kind ? checkShape(closed(fileEntries(kind)) as unknown as v.GenericSchema, file.data, report) : null;
  const problems = [...file.problems, ...report.problems];
  if (!data || problems.length > 0) throw new YsError(problems[0]?.code ?? 'YS-FILE-WRONG-VALUE', {}, problems);
  const {
    destination: named,
    title,
    kind: _,
    ...definition
  } = data as { destination: string; title?: string; kind: string };
  if (named !== name)
    throw new YsError('YS-REQUEST-INVALID', { detail: `the file is of the destination “${named}”, not “${name}”` });
  const wanted = (definition as { connection?: string }).connection;
  if (kind?.connection && wanted !== undefined) await openableConnection(db, kind, wanted);
  const values = {
    title: title ?? name,
    kind: kindName,
    source,
    definition: definition as Record<string, unknown>,
    updatedAt: new Date(),
  };
  await db.transaction(async (tx) => {
    const [known] = await tx.select().from(destination).where(eq(destination.name, name)).for('update');
    await tx
      .insert(destination)
      .values({ name, ...values, secret: newSecret() })
      .onDuplicateKeyUpdate({ set: values });
    if (known?.kind === kindName)
      await kind?.changed?.(tx, name, { before: known.definition, after: values.definition });
    await noteSetUp(tx, name);
  });
}

/** Pauses a destination, by whoever it is; null has it go on. @throws YsError YS-NOT-FOUND */
export async function pauseDestination(db: Database, name: string, by: string | null): Promise<void> {
  await getDestination(db, name);
  await db
    .update(destination)
    .set({ pausedAt: by === null ? null : new Date(), pausedBy: by })
    .where(eq(destination.name, name));
  await noteSetUp(db, name);
}

/** Tests a destination and keeps what came of it. */
export async function testDestination(db: Database, secrets: Secrets, outgoing: Outgoing, name: string) {
  const test = await tested(db, secrets, outgoing, name);
  const kept = { testedAt: new Date(), testOk: test.ok, testDetail: test.detail.slice(0, 2000) };
  await db.update(destination).set(kept).where(eq(destination.name, name));
  await noteSetUp(db, name);
  return test;
}

async function tested(db: Database, secrets: Secrets, outgoing: Outgoing, name: string) {
  await getDestination(db, name);
  try {
    const { kind, context } = await openDestination(db, secrets, outgoing, name);
    return await kind.test(context);
  } catch (error) {
    if (error instanceof YsError) return { ok: false, detail: error.message };
    throw error;
  }
}

/** The columns a destination has of its own; null where it takes what it is given. `detail`: why it could not be asked. */
export async function destinationColumns(db: Database, secrets: Secrets, outgoing: Outgoing, name: string) {
  await getDestination(db, name);
  try {
    const { kind, context } = await openDestination(db, secrets, outgoing, name);
    return { columns: (await kind.columns?.(context)) ?? null, detail: null };
  } catch (error) {
    if (error instanceof YsError) return { columns: null, detail: error.message };
    throw error;
  }
}

/** What stands in a destination of what was written there, or why it cannot be told. */
export async function standingOf(
  db: Database,
  secrets: Secrets,
  outgoing: Outgoing,
  { destination: name, written, about }: { destination: string; written: unknown; about: DeliveryAbout },
): Promise<Standing> {
  try {
    const { kind, context } = await openDestination(db, secrets, outgoing, name);
    return (await kind.standing?.(written, about, context)) ?? { answer: say('YS-DESTINATION-NOT-ASKED') };
  } catch (error) {
    if (error instanceof YsError) return { answer: error.message };
    throw error;
  }
}

export async function listDestinations(db: Executor): Promise<DestinationRow[]> {
  return db.select().from(destination).orderBy(asc(destination.name));
}

export async function getDestination(db: Executor, name: string): Promise<DestinationRow> {
  const [row] = await db.select().from(destination).where(eq(destination.name, name));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'destination', name });
  return row;
}

/** Gives a sheet another secret link, or none where `secret` is empty. @throws YsError YS-DESTINATION-NO-LINK for other kinds. */
export async function changeLink(db: Database, name: string, secret: string): Promise<DestinationRow> {
  const { kind } = await getDestination(db, name);
  if (!destinationKinds[kind]?.linked) throw new YsError('YS-DESTINATION-NO-LINK', { destination: name });
  await db.update(destination).set({ secret }).where(eq(destination.name, name));
  await noteSetUp(db, name);
  return getDestination(db, name);
}

/** What connections of a kind are made of. @throws YsError YS-REQUEST-INVALID where there is no such kind */
function connectionEntries(kindName: string): v.ObjectEntries {
  const kinds = [...Object.values(destinationKinds), ...Object.values(intakeKinds)];
  const entries =
    kindName === 'model'
      ? modelEntries
      : kinds.find(({ connection }) => connection?.kind === kindName)?.connection?.entries;
  if (!entries) throw new YsError('YS-REQUEST-INVALID', { detail: `“${kindName}” is no kind of connection` });
  return entries;
}

/** What a connection of a kind asks for. */
export const connectionForm = (kindName: string) => formOf(connectionEntries(kindName));

/** An address that holds a password is as secret as that. */
const withPassword = /\/\/[^/?#\s]*@/;

/** What a connection was made with, in words of its form, but for what is secret. @throws YsError YS-NOT-FOUND */
export async function shownConnection(db: Executor, secrets: Secrets, name: string) {
  const found = await keptConnection(db, secrets, name);
  if (!found) throw new YsError('YS-NOT-FOUND', { what: 'connection', name });
  const given = connectionForm(found.kind).flatMap(({ name: entry, as }) => {
    const value = found.options[entry];
    if (value === undefined || value === null) return [];
    const text = Array.isArray(value) ? value.join(', ') : typeof value === 'boolean' ? yesNo(value) : String(value);
    return [{ entry, text, isSecret: isSecret(as) || withPassword.test(text) }];
  });
  return {
    name,
    kind: found.kind,
    entries: Object.fromEntries(given.flatMap(({ entry, text, isSecret: hidden }) => (hidden ? [] : [[entry, text]]))),
    secrets: given.flatMap(({ entry, isSecret: hidden }) => (hidden ? [entry] : [])),
  };
}

/** Headers hold keys as often as not. */
const isSecret = (as: FormEntry['as']) => as === 'secret' || as === 'pairs';

const yesNo = (value: boolean) => (value ? 'yes' : 'no');

async function keptConnection(db: Executor, secrets: Secrets, name: string) {
  const [found] = await db.select().from(connection).where(eq(connection.name, name));
  return found ? { kind: found.kind, options: secrets.open(found.sealed) as Record<string, unknown> } : null;
}

/** Seals and keeps a connection; its shape is that of the destination kinds that use it. `keep`: what is secret and not given stays. */
export async function putConnection(
  db: Database,
  secrets: Secrets,
  name: string,
  data: { kind: string },
  keep = false,
): Promise<void> {
  const entries = connectionEntries(data.kind);
  const before = keep ? await keptConnection(db, secrets, name) : null;
  const { kind, ...given } = data;
  const asked = new Set(connectionForm(kind).flatMap(({ name: entry, as }) => (isSecret(as) ? [] : [entry])));
  const stays = Object.entries(before?.kind === kind ? before.options : {}).filter(([entry]) => !asked.has(entry));
  const options = { ...Object.fromEntries(stays), ...given };
  const parsed = v.safeParse(v.strictObject(entries), options);
  if (!parsed.success)
    throw new YsError('YS-REQUEST-INVALID', {
      detail: parsed.issues.map(wrongEntry).join('; '),
    });
  const values = { kind, sealed: secrets.seal(parsed.output), updatedAt: new Date() };
  await db
    .insert(connection)
    .values({ name, ...values })
    .onDuplicateKeyUpdate({ set: values });
  // What could not be asked may be now.
  if (kind === 'model') await liftCeiling(db, null);
  await retryFolders(db, name);
}

/** Names the entry that is wrong. What stands in it may be a secret, so only our own sentences are repeated. */
const wrongEntry = (issue: v.BaseIssue<unknown>) => {
  const name = v.getDotPath(issue) ?? 'connection';
  return issue.type === 'check' ? `${name}: ${issue.message}` : `${name} is missing or wrong`;
};

/**
 * What a destination of a kind asks for. A connection is named, or being made and half written; what is wrong with it so
 * far is said, not thrown. Nothing that is secret in a connection comes out.
 */
export async function destinationForm(
  db: Executor,
  secrets: Secrets,
  kindName: string,
  {
    connection: named,
    connecting = {},
  }: { connection?: string | undefined; connecting?: Record<string, string> | undefined },
) {
  const kind = destinationKinds[kindName];
  if (!kind) throw new YsError('YS-DESTINATION-KIND', { kind: kindName });
  const known = named === undefined ? connecting : await openNamed(db, secrets, kind, named);
  let told: ReturnType<NonNullable<DestinationKind['offers']>> = { entries: {}, connecting: [] };
  let detail: string | null = null;
  try {
    told = (known && kind.offers?.(known)) ?? told;
  } catch (error) {
    if (!(error instanceof YsError)) throw error;
    detail = error.message;
  }
  const asked = kind.connection && named === undefined ? [...formOf(kind.connection.entries), ...told.connecting] : [];
  return { options: formOf(kind.entries, told.entries), connection: asked, detail };
}

export async function listConnections(db: Executor) {
  return db.select({ name: connection.name, kind: connection.kind }).from(connection).orderBy(asc(connection.name));
}

/** A destination with all it needs to be written to. */
export async function openDestination(
  db: Database,
  secrets: Secrets,
  outgoing: Outgoing,
  name: string,
): Promise<{ kind: DestinationKind; context: DestinationContext }> {
  const row = await getDestination(db, name);
  const kind = destinationKinds[row.kind];
  if (!kind) throw new YsError('YS-DESTINATION-KIND', { kind: row.kind });
  return {
    kind,
    context: {
      name,
      definition: row.definition,
      connection: await openConnection(db, secrets, kind, row),
      db,
      outgoing,
      folder: outgoing.folder,
      files: outgoing.files,
    },
  };
}

function openConnection(
  db: Database,
  secrets: Secrets,
  kind: DestinationKind,
  { definition }: DestinationRow,
): Promise<Record<string, unknown> | null> {
  return openNamed(db, secrets, kind, String(definition.connection));
}

/** What a connection of some kind was made with; null for kinds that need none. @throws YsError YS-DESTINATION-CONNECTION */
export async function openNamed(
  db: Executor,
  secrets: Secrets,
  kind: DestinationKind,
  wanted: string,
): Promise<Record<string, unknown> | null> {
  if (!kind.connection) return null;
  const { sealed } = await openableConnection(db, kind, wanted);
  return secrets.open(sealed) as Record<string, unknown>;
}

/** @throws YsError YS-DESTINATION-CONNECTION where there is none of that name and kind. */
async function openableConnection(db: Executor, kind: DestinationKind, wanted: string) {
  const [found] = await db.select().from(connection).where(eq(connection.name, wanted));
  if (!found || found.kind !== kind.connection?.kind)
    throw new YsError('YS-DESTINATION-CONNECTION', { connection: wanted });
  return found;
}
