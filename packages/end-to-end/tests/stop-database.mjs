import { rmSync } from 'node:fs';

export default async function stop() {
  const { database, folder } = globalThis.yellowSieveTests;
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
