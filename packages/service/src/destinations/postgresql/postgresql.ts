import type { Storage } from '@yellow-sieve/core';
import pg from 'pg';
import * as v from 'valibot';
import type { Outgoing } from '../../outgoing/outgoing.js';
import { tableKind } from '../database/table-kind.js';
import {
  deleteRow,
  ownColumns,
  prepareRowsTable,
  prepareTable,
  replaceRows,
  rowOf,
  upsertRows,
  whole,
} from './table.js';

const connectionEntries = {
  host: v.pipe(v.string(), v.title('Host')),
  port: v.optional(v.pipe(v.number(), v.title('Port'), v.description('5432 when empty.'))),
  user: v.pipe(v.string(), v.title('User')),
  password: v.pipe(v.string(), v.title('Password'), v.metadata({ as: 'secret' })),
  database: v.pipe(v.string(), v.title('Database')),
  tls: v.optional(
    v.pipe(
      v.picklist(['required', 'none']),
      v.title('Encryption'),
      v.description('“none” where nothing is said, as on a network of your own.'),
    ),
  ),
};

/** Milliseconds for all that one try says to a database. */
const longestMs = 20_000;

async function withClient<T>(
  options: Record<string, unknown> | null,
  outgoing: Outgoing,
  work: (client: pg.Client) => Promise<T>,
): Promise<T> {
  const { host, port, user, password, database, tls } = options as Record<string, string | undefined>;
  const client = new pg.Client({
    host: await outgoing.addressOf(String(host)),
    port: port === undefined ? 5432 : Number(port),
    user,
    password,
    database,
    ssl: tls === 'required' ? { servername: String(host) } : false,
    connectionTimeoutMillis: 5000,
    statement_timeout: longestMs,
    query_timeout: longestMs,
    // Values come as the texts they are written as there.
    types: { getTypeParser: () => String },
  });
  client.on('error', () => undefined);
  try {
    await client.connect();
    return await work(client);
  } finally {
    await client.end().catch(() => undefined);
  }
}

/** PostgreSQL’s name of what holds values of a type. */
function typeOf(storage: Storage): string {
  switch (storage.holds) {
    case 'text':
      return 'text';
    case 'decimal':
      return `numeric(${storage.digits},${storage.scale})`;
    case 'whole number':
      return 'bigint';
    case 'day':
      return 'date';
    case 'time of day':
      return 'time';
    case 'moment':
      return 'timestamptz(3)';
    case 'flag':
      return 'boolean';
  }
}

/** Classes of errors that pass: connections, resources, locks, and a server that is stopping or starting (appendix A of its manual). */
const passingCode = /^(?:08|53|57P0|40001|40P01|55P03|57014)/;
const noLogin = /^(?:28|3D000)/;

/** A table in PostgreSQL, made from the fields. */
export const postgresql = tableKind<pg.Client>({
  kind: 'postgresql',
  title: 'PostgreSQL',
  about: 'a table in PostgreSQL, made from the fields',
  connection: { kind: 'postgresql', entries: connectionEntries },
  columns: { typeOf, moment: (iso) => iso, flag: (yes) => yes },
  connect: withClient,
  answers: (client) => client.query('SELECT 1'),
  prepare: prepareTable,
  ownColumns,
  row: rowOf,
  upsert: upsertRows,
  prepareRows: prepareRowsTable,
  replaceRows,
  whole,
  delete: deleteRow,
  trouble(error, isOpen) {
    const { code = '', message = 'no answer' } = error as { code?: string; message?: string };
    const passing = isOpen ? passingCode.test(code) || /^E[A-Z]+$|timeout/i.test(code || message) : !noLogin.test(code);
    return { passing, detail: message };
  },
});
