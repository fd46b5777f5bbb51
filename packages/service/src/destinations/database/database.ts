import { type Cell, say } from '@yellow-sieve/core';
import { type Connection, createConnection } from 'mysql2/promise';
import * as v from 'valibot';
import { isDatabaseDown } from '../../database/trouble.js';
import type { DestinationContext, DestinationKind, Tried } from '../destination-kind.js';
import { columnsOf, isColumnName } from './columns.js';
import { prepareTable, upsertRow } from './table.js';

const entries = { table: v.pipe(v.string(), v.regex(/^[A-Za-z_][A-Za-z0-9_]{0,62}$/)) };
const connectionEntries = {
  host: v.string(),
  port: v.number(),
  user: v.string(),
  password: v.string(),
  database: v.string(),
};

/** A table in MariaDB or MySQL, made from the fields. Rows are found again by `ys_identity`. */
export const database: DestinationKind = {
  kind: 'database',
  about: 'a table in MariaDB or MySQL, made from the fields',
  entries,
  connection: { kind: 'mariadb', entries: connectionEntries },
  render(line) {
    const wrong = line.cells.find(({ name }) => !isColumnName(name));
    return wrong ? { refused: say('YS-DESTINATION-COLUMN', { column: wrong.name }) } : { payload: line.cells };
  },
  async test(context) {
    const tried = await connected(context, async (connection) => {
      await connection.query('SELECT 1');
      return { result: 'delivered', answer: 'the database answers' };
    });
    return { ok: tried.result === 'delivered', detail: tried.answer };
  },
  deliver: (payload, about, context) =>
    connected(context, async (connection) => {
      const columns = columnsOf(payload as Cell[]);
      const table = String(context.definition.table);
      const wrong = await prepareTable(connection, table, columns);
      if (wrong) return { result: 'refused', answer: wrong };
      return {
        result: 'delivered',
        answer: await upsertRow(connection, table, about.identity, about.message, columns),
      };
    }),
};

async function connected(
  { connection: options }: DestinationContext,
  work: (connection: Connection) => Promise<Tried>,
): Promise<Tried> {
  let connection: Connection | null = null;
  try {
    connection = await createConnection({ ...options, timezone: 'Z', charset: 'utf8mb4', connectTimeout: 5000 });
    return await work(connection);
  } catch (error) {
    const { code = 'no answer', sqlMessage } = error as { code?: string; sqlMessage?: string };
    const passing =
      connection === null ? !/ACCESS_DENIED|BAD_DB/.test(code) : isDatabaseDown(error) || /LOCK/.test(code);
    return passing
      ? { result: 'unreachable', answer: say('YS-DELIVERY-UNREACHABLE', { detail: code }) }
      : { result: 'refused', answer: sqlMessage ?? code };
  } finally {
    connection?.destroy();
  }
}
