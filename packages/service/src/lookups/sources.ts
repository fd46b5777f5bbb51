// Where tables come from that are kept elsewhere: a file of the configured folder, an address, a table of a database.
import { readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { LookupSource } from '@yellow-sieve/contract';
import { maxTableLines, type TableFile, tableFromLines, YsError } from '@yellow-sieve/core';
import type { Executor } from '../database/connect.js';
import { database } from '../destinations/database/database.js';
import { allRows, withConnection } from '../destinations/database/table-rows.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { Secrets } from '../secrets.js';
import { openNamed } from '../store/destination-store.js';
import { readTable, tableBytes } from './read-table.js';

/** What reading tables from elsewhere needs. */
export interface SourceTools {
  db: Executor;
  secrets: Secrets;
  outgoing: Outgoing;
  /** The folder of tables; undefined where none is configured. */
  folder: string | undefined;
}

/** A table as it was read, with what tells whether it is another one since; null where it is not. */
export type Fetched = { table: TableFile; stamp: string } | null;

/** Minutes between two looks, where the source does not say. A file costs nothing to look at. */
export const minutesOf = (source: LookupSource): number => source.every_minutes ?? ('file' in source ? 1 : 60);

/**
 * Reads a table where it is kept; null when it is as it was at `stamp`.
 * @throws YsError YS-LOOKUP-SOURCE, or YS-LOOKUP-FILE where what is there is no table
 */
export function fetchTable(source: LookupSource, stamp: string | null, tools: SourceTools): Promise<Fetched> {
  if ('file' in source) return fromFolder(source.file, stamp, tools);
  if ('url' in source) return fromAddress(source.url, tools);
  return fromDatabase(source, tools);
}

const wrong = (detail: string, cause?: unknown) => new YsError('YS-LOOKUP-SOURCE', { detail }, undefined, { cause });

async function fromFolder(file: string, stamp: string | null, { folder }: SourceTools): Promise<Fetched> {
  if (!folder) throw wrong('the service has no folder of tables; start it with YELLOW_SIEVE_LOOKUPS');
  const path = join(folder, file);
  try {
    const { mtimeMs, size } = await stat(path);
    const now = `${mtimeMs} ${size}`;
    if (now === stamp) return null;
    if (size > tableBytes) throw wrong(`“${file}” is larger than ${tableBytes / 1024 / 1024} MB`);
    return { table: await readTable(await readFile(path)), stamp: now };
  } catch (error) {
    if (error instanceof YsError) throw error;
    throw wrong(`“${file}” cannot be read in the folder of tables (${(error as NodeJS.ErrnoException).code})`, error);
  }
}

async function fromAddress(url: string, { outgoing }: SourceTools): Promise<Fetched> {
  const headers = { accept: 'text/csv, text/plain;q=0.5' };
  const answer = await outgoing.send({ method: 'GET', url, headers, maxBytes: tableBytes + 1 });
  if (answer.kind !== 'answer')
    throw wrong(`${new URL(url).host} was not reached (${answer.detail.replace(/\.$/, '')})`);
  if (answer.status !== 200) throw wrong(`${new URL(url).host} answered ${answer.status}`);
  if (Buffer.byteLength(answer.text) > tableBytes) throw wrong(`it is larger than ${tableBytes / 1024 / 1024} MB`);
  return { table: await readTable(Buffer.from(answer.text)), stamp: '' };
}

async function fromDatabase(
  { connection, table }: { connection: string; table: string },
  { db, secrets, outgoing }: SourceTools,
): Promise<Fetched> {
  try {
    const options = await openNamed(db, secrets, database, connection);
    const lines = await withConnection(options, outgoing, (open) => allRows(open, table, maxTableLines + 1));
    return { table: tableFromLines(lines), stamp: '' };
  } catch (error) {
    if (error instanceof YsError && error.code === 'YS-DESTINATION-CONNECTION')
      throw wrong(`there is no connection “${connection}” to a database`, error);
    if (error instanceof YsError) throw error;
    const { sqlMessage, code = 'no answer' } = error as { sqlMessage?: string; code?: string };
    throw wrong(`the database answered: ${sqlMessage ?? code}`, error);
  }
}
