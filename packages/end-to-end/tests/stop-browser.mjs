import { rmSync } from 'node:fs';
import stopDatabase from './stop-database.mjs';

export default async function stop() {
  await globalThis.yellowSieveBrowser.close();
  rmSync(process.env.TEST_LOOKED, { recursive: true, force: true });
  await stopDatabase();
}
