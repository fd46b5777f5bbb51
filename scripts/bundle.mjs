// Puts the service's process, its threads, and the command line into few files: each starts in a third of the time that hundreds of
// modules take. Of the command line, what a command needs comes with that command.
import { copyFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'rolldown';
import { projectFolder, Trouble } from './set-up.mjs';

const distOf = (name) => join(projectFolder, 'packages', name, 'dist');

async function bundle(dist, input, external = []) {
  const dir = join(dist, 'bundle');
  rmSync(dir, { recursive: true, force: true });
  const { output } = await build({
    input,
    platform: 'node',
    external,
    // Asked for where a page of a PDF is drawn, which nothing here does.
    transform: { define: { 'import.meta.resolve': 'undefined' } },
    output: {
      dir,
      format: 'cjs',
      exports: 'named',
      entryFileNames: '[name].cjs',
      chunkFileNames: '[name]-[hash].cjs',
      keepNames: true,
    },
    logLevel: 'warn',
  });
  const late = output.flatMap(({ dynamicImports = [] }) => dynamicImports.filter((name) => !name.endsWith('.cjs')));
  if (late.length > 0)
    throw new Trouble(`The bundle of ${dist} would import ${late.join(', ')} while it runs; require it instead.`);
  copyFileSync(join(projectFolder, 'scripts', 'run-bundle.cjs'), join(dir, 'run-bundle.cjs'));
  for (const name of Object.keys(input))
    writeFileSync(
      join(dir, `${name}.js`),
      `import { runBundle } from './run-bundle.cjs';\n\nexport default runBundle('${name}.cjs').default;\n`,
    );
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
