// npm run generate: writes the reference pages that follow from the code. A test holds them against it.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { main, projectFolder } from './set-up.mjs';

await main(async () => {
  const { references } = await import('./references.mjs');
  const folder = join(projectFolder, 'docs', 'reference');
  mkdirSync(folder, { recursive: true });
  for (const [name, text] of Object.entries(await references())) writeFileSync(join(folder, name), text);
});
