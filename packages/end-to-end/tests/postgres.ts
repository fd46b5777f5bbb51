import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { startPostgres as startServer } from '../../../scripts/postgres.mjs';

/** A PostgreSQL server of its own on loopback, with a database and a user “harbour”. */
export async function startPostgres() {
  const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-postgres-'));
  const { port, password, start, kill } = await startServer({ folder });
  return {
    port,
    password,
    async sql(text: string) {
      const client = new pg.Client({ host: '127.0.0.1', port, user: 'harbour', password, database: 'harbour' });
      await client.connect();
      try {
        return (await client.query(text)).rows as Record<string, unknown>[];
      } finally {
        await client.end();
      }
    },
    stop: kill,
    start,
    async end() {
      await kill();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
