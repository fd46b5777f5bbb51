import { rmSync } from 'node:fs';

export default async function stop() {
  if (!globalThis.yellowSieveTests) return;
  const { database, folder } = globalThis.yellowSieveTests;
  globalThis.yellowSieveTests = undefined;
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
