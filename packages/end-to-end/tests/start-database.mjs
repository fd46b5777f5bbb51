import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startDatabase } from '../../../scripts/database.mjs';
import { makeMould } from './mould.mjs';

/** One private MariaDB for all end-to-end tests; each file makes databases of its own in it. */
export default async function start() {
  // Another project of tests may have started it.
  if (globalThis.yellowSieveTests) return;
  const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-tests-'));
  // Nobody cuts its power here, so nothing has to reach the disk at once; what is killed has a database of its own.
  const database = await startDatabase({
    folder,
    extra: ['--innodb-flush-log-at-trx-commit=0', '--innodb-doublewrite=0'],
  });
  globalThis.yellowSieveTests = { database, folder };
  process.env.TEST_DATABASE_PORT = String(database.port);
  process.env.TEST_DATABASE_PASSWORD = database.password;
  process.env.TEST_DATABASE_MOULD = await makeMould(database, folder);
}
