// Puts the service's process, its threads, and the command line into few files: each starts in a third of the time that hundreds of
// modules take. Of the command line, what a command needs comes with that command.
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'rolldown';
import { projectFolder } from './set-up.mjs';

const distOf = (name) => join(projectFolder, 'packages', name, 'dist');

async function bundle(dist, input, external = []) {
  const dir = join(dist, 'bundle');
  rmSync(dir, { recursive: true, force: true });
  await build({
    input,
    platform: 'node',
    external,
    output: { dir, format: 'esm', entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js', keepNames: true },
    logLevel: 'warn',
  });
}

const service = distOf('service');
await bundle(
  service,
  { main: join(service, 'main.js'), worker: join(service, 'pipeline', 'threads', 'worker.js') },
  // They load files that lie beside their own.
  ['@node-rs/argon2', 'piscina'],
);
const commandLine = distOf('cli');
await bundle(commandLine, { main: join(commandLine, 'main.js') });
