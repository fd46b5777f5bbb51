import { spawnSync } from 'node:child_process';
import { copyFileSync, existsSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterEach, beforeEach, expect, test } from '@jest/globals';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-bundle-'));
  copyFileSync(fileURLToPath(new URL('run-bundle.cjs', import.meta.url)), join(folder, 'run-bundle.cjs'));
  writeFileSync(join(folder, 'package.json'), '{ "type": "module" }');
  writeFileSync(
    join(folder, 'main.js'),
    "import { runBundle } from './run-bundle.cjs';\nexport default runBundle('main.cjs').default;\n",
  );
  writeFileSync(join(folder, 'other.cjs'), "exports.greet = (name) => 'hello ' + name;\n");
  writeFileSync(
    join(folder, 'main.cjs'),
    "const path = require('node:path');\nconst other = require('./other.cjs');\nexports.default = 1;\nconsole.log(other.greet(path.basename(__filename)));\n",
  );
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const run = (...flags: string[]) =>
  spawnSync(process.execPath, [...flags, join(folder, 'main.js')], { encoding: 'utf8', env: {} }).stdout;
const compiled = () => join(folder, 'compiled');
const kept = () =>
  readdirSync(compiled()).flatMap((made) =>
    readdirSync(join(compiled(), made)).map((name) => join(compiled(), made, name)),
  );

test('a bundle runs as it is written, and what was compiled of it is kept beside it for the next time', () => {
  expect(run()).toBe('hello main.cjs\n');
  const files = kept();
  expect(files.map((path) => path.split('/').at(-1)).sort()).toEqual(['main.cjs.bin', 'other.cjs.bin']);
  const before = files.map((path) => statSync(path).mtimeMs);
  expect(run()).toBe('hello main.cjs\n');
  expect(kept().map((path) => statSync(path).mtimeMs)).toEqual(before);
});

test('what is kept is taken only by the same Node with the same flags, and nothing that is broken', () => {
  run();
  run('--max-semi-space-size=4');
  expect(readdirSync(compiled())).toHaveLength(2);
  for (const path of kept()) writeFileSync(path, 'not compiled at all');
  expect(run()).toBe('hello main.cjs\n');
  expect(kept().filter((path) => statSync(path).size > 100)).toHaveLength(2);
});

test('where nothing can be kept it runs all the same', () => {
  writeFileSync(compiled(), 'a file where the folder would be');
  expect(run()).toBe('hello main.cjs\n');
  expect(existsSync(join(compiled(), 'x'))).toBe(false);
});
