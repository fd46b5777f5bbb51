import { type Connection, createConnection, type RowDataPacket } from 'mysql2/promise';
import type { Outgoing } from '../../outgoing/outgoing.js';

/** Milliseconds for all that one try says to a database. */
const longestMs = 20_000;

/** Does some work with a connection to somebody’s database, opened for it and ended after it. */
export async function withConnection<T>(
  options: Record<string, unknown> | null,
  outgoing: Outgoing,
  work: (connection: Connection) => Promise<T>,
): Promise<T> {
  const host = await outgoing.addressOf(String(options?.host));
  const connection = await createConnection({
    ...options,
    host,
    timezone: 'Z',
    charset: 'utf8mb4',
    connectTimeout: 5000,
  });
  // A statement that hangs, behind a lock of somebody else's say, ends with its connection.
  const impatience = setTimeout(() => connection.destroy(), longestMs);
  try {
    return await work(connection);
  } finally {
    clearTimeout(impatience);
    connection.destroy();
  }
}

/** The rows of a table or view as texts, the names of its columns first; dates as they are written there. */
export async function allRows(connection: Connection, table: string, max: number): Promise<string[][]> {
  const query = { sql: 'SELECT * FROM ?? LIMIT ?', dateStrings: true, rowsAsArray: true };
  const [rows, columns] = await connection.query<RowDataPacket[][]>(query, [table, max]);
  const text = (cell: unknown) => (cell === null ? '' : Buffer.isBuffer(cell) ? cell.toString('utf8') : String(cell));
  return [columns.map(({ name }) => name), ...rows.map((row) => row.map(text))];
}
