import type { DestinationColumn } from '@yellow-sieve/contract';
import { say } from '@yellow-sieve/core';
import type { Client } from 'pg';
import { heldBy, type TableColumn } from '../database/columns.js';
import type { TableRow } from '../database/table-kind.js';

/** Written as the table’s comment, so that only tables made here are changed here. */
const mark = 'made by Yellow Sieve';
const quote = (name: string) => `"${name.replaceAll('"', '""')}"`;

export async function prepareTable(
  client: Client,
  table: string,
  columns: readonly TableColumn[],
): Promise<string | null> {
  const known = await namesOf(client, table);
  if (known.size === 0) {
    await makeTable(client, table, columns);
    return null;
  }
  const missing = columns.filter(({ name }) => !known.has(name));
  if (known.has('ys_identity') && missing.length === 0) return null;
  if (!(await isOurs(client, table)))
    return say('YS-DESTINATION-TABLE', {
      table,
      detail: known.has('ys_identity')
        ? `it lacks ${missing.map(({ name }) => name).join(', ')}`
        : 'it has no unique column ys_identity',
    });
  for (const { name, type } of missing)
    await client.query(`ALTER TABLE ${quote(table)} ADD COLUMN IF NOT EXISTS ${quote(name)} ${type}`);
  return null;
}

/** The table and its mark are made together: one that is there without the mark was made elsewhere. */
async function makeTable(client: Client, table: string, columns: readonly TableColumn[]): Promise<void> {
  const definitions = columns.map(({ name, type }) => `${quote(name)} ${type}`);
  const own = ['ys_identity char(64) PRIMARY KEY', 'ys_message char(36) NOT NULL', 'ys_written timestamptz NOT NULL'];
  await createMarked(client, table, [...own, ...definitions]);
}

const createMarked = (client: Client, table: string, definitions: readonly string[]): Promise<void> =>
  whole(client, async () => {
    await client.query(`CREATE TABLE IF NOT EXISTS ${quote(table)} (${definitions.join(', ')})`);
    await client.query(`COMMENT ON TABLE ${quote(table)} IS '${mark}'`);
  });

/** Does some work whole or not at all. */
export async function whole(client: Client, work: () => Promise<void>): Promise<void> {
  await client.query('BEGIN');
  try {
    await work();
    await client.query('COMMIT');
  } catch (error) {
    await client.query('ROLLBACK').catch(() => undefined);
    throw error;
  }
}

export async function prepareRowsTable(
  client: Client,
  table: string,
  columns: readonly TableColumn[],
): Promise<string | null> {
  const known = await namesOf(client, table);
  const definitions = columns.map(({ name, type }) => `${quote(name)} ${type}`);
  if (known.size === 0) {
    const own = ['ys_record char(64) NOT NULL', 'ys_row integer NOT NULL'];
    await createMarked(client, table, [...own, ...definitions, 'PRIMARY KEY (ys_record, ys_row)']);
    return null;
  }
  const missing = columns.filter(({ name }) => !known.has(name));
  const keyed = known.has('ys_record') && known.has('ys_row');
  if (keyed && missing.length === 0) return null;
  if (!(await isOurs(client, table))) {
    const lacks = [...(keyed ? [] : ['ys_record', 'ys_row']), ...missing.map(({ name }) => name)];
    return say('YS-DESTINATION-TABLE', { table, detail: `it lacks ${lacks.join(', ')}` });
  }
  for (const { name, type } of missing)
    await client.query(`ALTER TABLE ${quote(table)} ADD COLUMN IF NOT EXISTS ${quote(name)} ${type}`);
  return null;
}

export async function replaceRows(
  client: Client,
  table: string,
  identity: string,
  rows: readonly TableColumn[][],
): Promise<void> {
  await client.query(`DELETE FROM ${quote(table)} WHERE ys_record = $1`, [identity]);
  // One by one: a statement of many rows has a limit of places, and these are few.
  for (const [i, columns] of rows.entries()) {
    const names = ['ys_record', 'ys_row', ...columns.map(({ name }) => name)];
    const places = names.map((_, k) => `$${k + 1}`).join(', ');
    const values = [identity, i + 1, ...columns.map(({ value }) => value)];
    await client.query(`INSERT INTO ${quote(table)} (${names.map(quote).join(', ')}) VALUES (${places})`, values);
  }
}

async function namesOf(client: Client, table: string): Promise<Set<string>> {
  const { rows } = await client.query(
    'SELECT column_name AS name FROM information_schema.columns WHERE table_schema = current_schema() AND table_name = $1',
    [table],
  );
  return new Set(rows.map(({ name }) => String(name)));
}

export async function ownColumns(client: Client, table: string): Promise<DestinationColumn[] | null> {
  if (await isOurs(client, table)) return null;
  const { rows } = await client.query(
    `SELECT column_name AS name, (is_nullable = 'NO' AND column_default IS NULL AND is_identity = 'NO')::int AS required,
       data_type AS type, col_description(to_regclass(quote_ident($1::text))::oid, ordinal_position) AS help
     FROM information_schema.columns
     WHERE table_schema = current_schema() AND table_name = $1 AND column_name NOT LIKE 'ys\\_%' ORDER BY ordinal_position`,
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

async function isOurs(client: Client, table: string): Promise<boolean> {
  const { rows } = await client.query(
    "SELECT obj_description(to_regclass(quote_ident($1::text)), 'pg_class') AS comment",
    [table],
  );
  return rows[0]?.comment === mark;
}

export async function rowOf(
  client: Client,
  table: string,
  identity: string,
): Promise<[name: string, text: string][] | null> {
  const { rows } = await client.query(`SELECT * FROM ${quote(table)} WHERE ys_identity = $1`, [identity]);
  const [row] = rows as Record<string, string | null>[];
  if (!row) return null;
  const text = (value: string | null) => (value === null ? '' : withoutZeros(value));
  return Object.entries(row)
    .filter(([name]) => !name.startsWith('ys_'))
    .map(([name, value]) => [name, text(value)]);
}

/** A column of decimals fills up with zeros. */
const withoutZeros = (text: string) => (/^-?\d+\.\d+$/.test(text) ? text.replace(/\.?0+$/, '') : text);

export async function upsertRows(
  client: Client,
  table: string,
  rows: readonly TableRow[],
): Promise<('inserted' | 'updated')[]> {
  const names = ['ys_identity', 'ys_message', 'ys_written', ...(rows[0]?.columns ?? []).map(({ name }) => name)];
  const now = new Date().toISOString();
  const values = rows.flatMap(({ identity, message, columns }) => [
    identity,
    message,
    now,
    ...columns.map(({ value }) => value),
  ]);
  const places = rows.map((_, i) => `(${names.map((__, k) => `$${i * names.length + k + 1}`).join(', ')})`);
  const left = new Set(rows[0]?.columns.flatMap((column) => (column.left ? [column.name] : [])));
  const updates = names.slice(1).map((name) => {
    const value = `EXCLUDED.${quote(name)}`;
    return `${quote(name)} = ${left.has(name) ? `COALESCE(${value}, ${quote(table)}.${quote(name)})` : value}`;
  });
  const { rows: written } = await client.query(
    `INSERT INTO ${quote(table)} (${names.map(quote).join(', ')}) VALUES ${places.join(', ')}
     ON CONFLICT (ys_identity) DO UPDATE SET ${updates.join(', ')} RETURNING ys_identity AS identity, (xmax = 0)::int AS fresh`,
    values,
  );
  const fresh = new Map(written.map((row) => [String(row.identity), Number(row.fresh) === 1]));
  return rows.map(({ identity }) => (fresh.get(identity) ? 'inserted' : 'updated'));
}

export async function deleteRow(client: Client, table: string, identity: string, message: string): Promise<boolean> {
  if (!(await isOurs(client, table))) return false;
  await client.query(`DELETE FROM ${quote(table)} WHERE ys_identity = $1 AND ys_message = $2`, [identity, message]);
  return true;
}
