import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { migrate } from 'drizzle-orm/mysql2/migrator';
import type { RowDataPacket } from 'mysql2';
import { v7 as uuid } from 'uuid';
import type { DatabaseHandle } from './connect.js';

const migrationsFolder = fileURLToPath(new URL('../../migrations', import.meta.url));
const leaseSeconds = 120;

/**
 * Brings the tables up to date. Several instances may start at once: one takes the lease and migrates, the others wait.
 * A lease row is used because GET_LOCK is not shared between the nodes of a cluster.
 */
export async function migrateDatabase({ db, pool }: DatabaseHandle): Promise<void> {
  const holder = uuid();
  await pool.query(
    'CREATE TABLE IF NOT EXISTS migration_lease (name VARCHAR(64) PRIMARY KEY, holder CHAR(36), until_at DATETIME(3))',
  );
  await pool.query("INSERT IGNORE INTO migration_lease VALUES ('migrations', NULL, NULL)");
  while (!(await takeLease(pool, holder))) await sleep(200);
  try {
    await migrate(db, { migrationsFolder });
  } finally {
    await pool.query(
      "UPDATE migration_lease SET holder = NULL, until_at = NULL WHERE name = 'migrations' AND holder = ?",
      [holder],
    );
  }
}

async function takeLease(pool: DatabaseHandle['pool'], holder: string): Promise<boolean> {
  await pool.query(
    "UPDATE migration_lease SET holder = ?, until_at = NOW(3) + INTERVAL ? SECOND WHERE name = 'migrations' AND (holder IS NULL OR until_at < NOW(3))",
    [holder, leaseSeconds],
  );
  const [rows] = await pool.query<RowDataPacket[]>("SELECT holder FROM migration_lease WHERE name = 'migrations'");
  return rows[0]?.holder === holder;
}
