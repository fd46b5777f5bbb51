import { format } from 'mysql2';
import type { Pool } from 'mysql2/promise';

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
