// Puts the tests that need no process but their own into few files, for a run of all of them: loading the modules anew for each of
// some two hundred files takes longer than what the tests do, and what V8 has compiled for one serves the next.
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { basename, join, relative } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'rolldown';
import ownGlobals from './own-globals.cjs';
import { projectFolder } from './set-up.mjs';

const bundledTests = join(projectFolder, 'dist', 'tests');

/** More files than workers, so that they end together; few, since each loads the core once. */
const filesOfCore = 4;

const testsBelow = (...folders) =>
  folders.flatMap((folder) =>
    readdirSync(join(projectFolder, folder), { recursive: true })
      .filter((name) => name.endsWith('.test.ts'))
      .map((name) => join(projectFolder, folder, name))
      .sort(),
  );

/** Which tests go together, by the name of their file. */
function groups() {
  const core = testsBelow('packages/core/src');
  const corpora = core.filter((file) => basename(file) === 'corpus.test.ts');
  const others = core.filter((file) => !corpora.includes(file));
  const slice = (at) => others.filter((_, i) => i % filesOfCore === at);
  return {
    ...Object.fromEntries(Array.from({ length: filesOfCore }, (_, at) => [`core-${at + 1}`, slice(at)])),
    corpora,
    console: testsBelow('packages/console/src'),
    rest: testsBelow(
      ...['contract', 'client', 'service', 'cli', 'stand-ins'].map((name) => `packages/${name}/src`),
      'scripts',
    ),
  };
}

const jest = '@jest/globals';
const [ofFile, entry] = ['\0jest of ', '\0tests'];

/**
 * What a test file takes for Jest's globals: it notes what the file defines, which is done later within a group of the file's name.
 * So what is to happen before each test of a file happens before those alone.
 */
const noted = `
import * as jest from '${jest}';
const later = [];
let isOpen = false;
const note = (define) => (...args) => { isOpen ? define(...args) : later.push(() => define(...args)); };
const withEach = (of) => Object.assign(note(of), { each: (...table) => note(of.each(...table)) });
export const { expect } = jest;
export const [describe, test] = [withEach(jest.describe), withEach(jest.test)];
export const [beforeAll, beforeEach, afterAll, afterEach] =
  [jest.beforeAll, jest.beforeEach, jest.afterAll, jest.afterEach].map(note);
export function define(file) {
  isOpen = true;
  jest.describe(file, () => { for (const work of later) work(); });
}
`;

/** Runs the files one after the other, then defines their tests. */
const together = (files) =>
  files
    .flatMap((file, at) => [
      `import ${JSON.stringify(file)};`,
      `import { define as define${at} } from ${JSON.stringify(ofFile + file)};`,
      `define${at}(${JSON.stringify(relative(projectFolder, file))});`,
    ])
    .join('\n');

const ownUrl = 'import.meta.url';

const isTest = (file) => file?.endsWith('.test.ts') ?? false;

const asTests = (files) => ({
  name: 'tests',
  resolveId(source, importer) {
    if (source === entry || source.startsWith(ofFile)) return source;
    if (source === jest)
      return isTest(importer) && !importer.startsWith(ofFile) ? ofFile + importer : { id: jest, external: true };
    const isOurs = /^(?:[./\0]|@yellow-sieve\/)/.test(source);
    return isOurs ? null : { id: source, external: true };
  },
  load(id) {
    if (id === entry) return together(files);
    if (id.startsWith(ofFile)) return noted;
    const code = id.includes('node_modules') ? '' : readFileSync(id, 'utf8');
    // Files are looked for beside the source that asks for them.
    return code.includes(ownUrl) ? code.replaceAll(ownUrl, JSON.stringify(pathToFileURL(id).href)) : null;
  },
});

async function bundle([name, files]) {
  const file = join(bundledTests, `${name}.test.mjs`);
  await build({
    input: entry,
    platform: 'node',
    resolve: { conditionNames: ['source', 'node', 'import'], extensionAlias: { '.js': ['.ts', '.tsx', '.js'] } },
    plugins: [asTests(files)],
    output: {
      file,
      format: 'esm',
      codeSplitting: false,
      sourcemap: true,
      keepNames: true,
      banner: ownGlobals.taking(),
    },
    logLevel: 'warn',
  });
}

rmSync(bundledTests, { recursive: true, force: true });
await Promise.all(Object.entries(groups()).map(bundle));
