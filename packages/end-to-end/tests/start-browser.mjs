import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from 'playwright-core';
import { chromiumOptions } from './chromium.mjs';
import startDatabase from './start-database.mjs';

/** Beside the database, one Chromium for all tests in the browser; each makes contexts of its own in it. */
export default async function start() {
  await startDatabase();
  const server = await chromium.launchServer(chromiumOptions);
  globalThis.yellowSieveBrowser = server;
  process.env.TEST_BROWSER = server.wsEndpoint();
  process.env.TEST_LOOKED = mkdtempSync(join(tmpdir(), 'yellow-sieve-looked-'));
}
