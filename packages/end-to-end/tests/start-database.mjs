import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startDatabase } from '../../../scripts/database.mjs';

/** One private MariaDB for all end-to-end tests; each file makes databases of its own in it. */
export default async function start() {
  // Another project of tests may have started it.
  if (globalThis.yellowSieveTests) return;
  const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-tests-'));
  const database = await startDatabase({ folder });
  globalThis.yellowSieveTests = { database, folder };
  process.env.TEST_DATABASE_PORT = String(database.port);
  process.env.TEST_DATABASE_PASSWORD = database.password;
}
