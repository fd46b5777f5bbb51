import type { DestinationColumn } from '@yellow-sieve/contract';
import { say } from '@yellow-sieve/core';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { heldBy, type TableColumn } from './columns.js';
import type { TableRow } from './table-kind.js';

/** Written into the table's comment, so that only tables made here are changed here. */
const mark = 'made by Yellow Sieve';
const quote = (name: string) => `\`${name.replaceAll('`', '``')}\``;

/** Makes the table, or adds columns to one made here. Returns a sentence when the table is not as it must be. */
export async function prepareTable(
  connection: Connection,
  table: string,
  columns: readonly TableColumn[],
): Promise<string | null> {
  const definitions = columns.map(({ name, type }) => `${quote(name)} ${type} NULL`);
  await connection.query(
    `CREATE TABLE IF NOT EXISTS ${quote(table)} (ys_identity CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY, ys_message CHAR(36) NOT NULL, ys_written DATETIME(3) NOT NULL, ${definitions.join(', ')}) COMMENT = '${mark}' DEFAULT CHARSET utf8mb4`,
  );
  const known = await namesIn(connection, table);
  const missing = columns.filter(({ name }) => !known.has(name.toLowerCase()));
  if (known.has('ys_identity') && missing.length === 0) return null;
  const ours = await isOurs(connection, table);
  if (!ours)
    return say('YS-DESTINATION-TABLE', {
      table,
      detail: known.has('ys_identity')
        ? `it lacks ${missing.map(({ name }) => name).join(', ')}`
        : 'it has no unique column ys_identity',
    });
  for (const { name, type } of missing)
    await connection.query(`ALTER TABLE ${quote(table)} ADD COLUMN IF NOT EXISTS ${quote(name)} ${type} NULL`);
  return null;
}

/** The columns of a table that was made elsewhere; null where there is none yet, or it was made here. */
export async function ownColumns(connection: Connection, table: string): Promise<DestinationColumn[] | null> {
  if (await isOurs(connection, table)) return null;
  const [rows] = await connection.query<RowDataPacket[]>(
    `SELECT column_name AS name, is_nullable = 'NO' AND column_default IS NULL AND extra NOT LIKE '%auto_increment%' AS required,
      column_comment AS help, data_type AS type FROM information_schema.columns
      WHERE table_schema = DATABASE() AND table_name = ? AND column_name NOT LIKE 'ys\\_%' ORDER BY ordinal_position`,
    [table],
  );
  if (rows.length === 0) return null;
  return rows.map(({ name, required, help, type }) => ({
    name,
    required: Number(required) === 1,
    help: help || null,
    holds: heldBy(String(type)),
  }));
}

async function isOurs(connection: Connection, table: string): Promise<boolean> {
  const [rows] = await connection.query<RowDataPacket[]>(
    'SELECT table_comment AS comment FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = ?',
    [table],
  );
  return rows[0]?.comment === mark;
}

/** The number of DECIMAL columns in the protocol of MySQL (MYSQL_TYPE_NEWDECIMAL). */
const decimalType = 246;

/** The row of an identity as texts, without the columns of our own; null where there is none. */
export async function rowOf(
  connection: Connection,
  table: string,
  identity: string,
): Promise<[name: string, text: string][] | null> {
  const query = { sql: `SELECT * FROM ${quote(table)} WHERE ys_identity = ?`, dateStrings: true };
  const [rows, columns] = await connection.query<RowDataPacket[]>(query, [identity]);
  if (!rows[0]) return null;
  const decimals = new Set(columns.flatMap(({ name, type }) => (type === decimalType ? [name] : [])));
  const text = (name: string, value: unknown) =>
    decimals.has(name)
      ? String(value)
          .replace(/(\.\d*?)0+$/, '$1')
          .replace(/\.$/, '')
      : String(value);
  return Object.entries(rows[0])
    .filter(([name]) => !name.startsWith('ys_'))
    .map(([name, value]) => [name, value === null ? '' : text(name, value)]);
}

/** Inserts the rows of some identities, or brings them up to date; tells which it was for each. Doing it twice changes nothing. */
export async function upsertRows(
  connection: Connection,
  table: string,
  rows: readonly TableRow[],
): Promise<('inserted' | 'updated')[]> {
  const names = ['ys_identity', 'ys_message', 'ys_written', ...(rows[0]?.columns ?? []).map(({ name }) => name)];
  const now = new Date();
  const values = rows.map(({ identity, message, columns }) => [
    identity,
    message,
    now,
    ...columns.map(({ value }) => value),
  ]);
  const [known] = await connection.query<RowDataPacket[]>(
    `SELECT ys_identity AS identity FROM ${quote(table)} WHERE ys_identity IN (?)`,
    [rows.map(({ identity }) => identity)],
  );
  const there = new Set(known.map(({ identity }) => String(identity)));
  const left = new Set(rows[0]?.columns.flatMap((column) => (column.left ? [column.name] : [])));
  const updates = names.slice(1).map((name) => {
    const value = `VALUES(${quote(name)})`;
    return `${quote(name)} = ${left.has(name) ? `COALESCE(${value}, ${quote(name)})` : value}`;
  });
  await connection.query(
    `INSERT INTO ${quote(table)} (${names.map(quote).join(', ')}) VALUES ? ON DUPLICATE KEY UPDATE ${updates.join(', ')}`,
    [values],
  );
  return rows.map(({ identity }) => (there.has(identity) ? 'updated' : 'inserted'));
}

/** Deletes the row of an identity, if the table was made here and no other message wrote it since; tells whether it was made here. */
export async function deleteRow(
  connection: Connection,
  table: string,
  identity: string,
  message: string,
): Promise<boolean> {
  if (!(await isOurs(connection, table))) return false;
  await connection.query(`DELETE FROM ${quote(table)} WHERE ys_identity = ? AND ys_message = ?`, [identity, message]);
  return true;
}

/** Makes the table of rows, or adds columns to one made here. Returns a sentence when it is not as it must be. */
export async function prepareRowsTable(
  connection: Connection,
  table: string,
  columns: readonly TableColumn[],
): Promise<string | null> {
  const definitions = columns.map(({ name, type }) => `${quote(name)} ${type} NULL`);
  await connection.query(
    `CREATE TABLE IF NOT EXISTS ${quote(table)} (ys_record CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, ys_row INT NOT NULL, ${[...definitions, 'PRIMARY KEY (ys_record, ys_row)'].join(', ')}) COMMENT = '${mark}' DEFAULT CHARSET utf8mb4`,
  );
  const known = await namesIn(connection, table);
  const missing = columns.filter(({ name }) => !known.has(name.toLowerCase()));
  const keyed = known.has('ys_record') && known.has('ys_row');
  if (keyed && missing.length === 0) return null;
  if (!(await isOurs(connection, table))) {
    const lacks = [...(keyed ? [] : ['ys_record', 'ys_row']), ...missing.map(({ name }) => name)];
    return say('YS-DESTINATION-TABLE', { table, detail: `it lacks ${lacks.join(', ')}` });
  }
  for (const { name, type } of missing)
    await connection.query(`ALTER TABLE ${quote(table)} ADD COLUMN IF NOT EXISTS ${quote(name)} ${type} NULL`);
  return null;
}

async function namesIn(connection: Connection, table: string): Promise<Set<string>> {
  const [rows] = await connection.query<RowDataPacket[]>(
    'SELECT column_name AS name FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = ?',
    [table],
  );
  return new Set(rows.map((row) => String(row.name).toLowerCase()));
}

/** Puts these rows in place of those a record has, numbered from 1. */
export async function replaceRows(
  connection: Connection,
  table: string,
  identity: string,
  rows: readonly TableColumn[][],
): Promise<void> {
  await connection.query(`DELETE FROM ${quote(table)} WHERE ys_record = ?`, [identity]);
  const [first] = rows;
  if (!first) return;
  const names = ['ys_record', 'ys_row', ...first.map(({ name }) => name)];
  const values = rows.map((columns, i) => [identity, i + 1, ...columns.map(({ value }) => value)]);
  await connection.query(`INSERT INTO ${quote(table)} (${names.map(quote).join(', ')}) VALUES ?`, [values]);
}

/** Does some work whole or not at all. */
export async function whole(connection: Connection, work: () => Promise<void>): Promise<void> {
  await connection.beginTransaction();
  try {
    await work();
    await connection.commit();
  } catch (error) {
    await connection.rollback().catch(() => undefined);
    throw error;
  }
}
