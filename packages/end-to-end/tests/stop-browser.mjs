import stopDatabase from './stop-database.mjs';

export default async function stop() {
  await globalThis.yellowSieveBrowser.close();
  await stopDatabase();
}
