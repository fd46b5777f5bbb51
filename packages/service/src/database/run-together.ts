import { format } from 'mysql2';
import type { Pool } from 'mysql2/promise';
import type { Database } from './connect.js';

/** A statement of the query builder. */
export interface Statement {
  toSQL(): { sql: string; params: unknown[] };
}

/**
 * Runs statements as one transaction in a single round trip, so that who waits for the commit waits for the disk alone.
 * Needs a pool that allows several statements in one query; all values are escaped by the driver.
 */
export async function runTogether(pool: Pool, statements: readonly Statement[]): Promise<void> {
  const texts = statements.map((statement) => {
    const { sql, params } = statement.toSQL();
    return format(sql, params as never, false, 'Z');
  });
  const connection = await pool.getConnection();
  try {
    await connection.query(`START TRANSACTION; ${texts.join('; ')}; COMMIT`);
    connection.release();
  } catch (error) {
    // What failed in the middle left a transaction open; it ends with the connection.
    connection.destroy();
    throw error;
  }
}

/**
 * Runs a statement by the binary protocol, which takes bytes as they are. Written into the text of a query they become
 * twice as many characters, several times over: four long messages at once then need hundreds of megabytes.
 */
export async function executeBinary(db: Database, statement: Statement): Promise<void> {
  const { sql, params } = statement.toSQL();
  await db.$client.execute(sql, params as never);
}
