import { availableParallelism } from 'node:os';

const typescript = [
  '<rootDir>/scripts/own-globals.cjs',
  { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'es6' } },
];
const esmOnlyDependency = ['@swc/jest', { jsc: { target: 'es2022' }, module: { type: 'commonjs' } }];

const shared = {
  testEnvironment: 'node',
  testEnvironmentOptions: { customExportConditions: ['source', 'node', 'node-addons'] },
  extensionsToTreatAsEsm: ['.ts'],
  resolver: '<rootDir>/scripts/resolve-source.cjs',
  transform: {
    '\\.ts$': typescript,
    '/corpus/.*\\.mjs$': typescript,
    '/node_modules/(cookie|content-disposition)/.*\\.js$': esmOnlyDependency,
  },
  transformIgnorePatterns: ['/node_modules/(?!(cookie|content-disposition)/)'],
  modulePathIgnorePatterns: ['/dist/'],
};

/** What becomes of every message of a corpus: they take long, and seldom change by what one does elsewhere. */
const ofCorpora = '/packages/core/src/.*corpus\\.test\\.ts$';

/** Tests that work a page in a browser, by its mouse too: one after the other, since a page that is drawn late is no longer where it was. */
const inBrowser = '/packages/end-to-end/tests/(console|workbench)[^/]*\\.test\\.ts$';

const processes = {
  ...shared,
  // What is built, as it is run: nothing has to be compiled once more for every file.
  testEnvironmentOptions: { customExportConditions: ['node', 'node-addons'] },
  modulePathIgnorePatterns: [],
  globalSetup: '<rootDir>/packages/end-to-end/tests/start-database.mjs',
  globalTeardown: '<rootDir>/packages/end-to-end/tests/stop-database.mjs',
  setupFilesAfterEnv: ['<rootDir>/packages/end-to-end/tests/patience.mjs'],
};

export default {
  // Half as many again as there are cores: a test that drives the service waits a quarter of its time for it.
  maxWorkers: Math.ceil(availableParallelism() * 1.5),
  testSequencer: '<rootDir>/scripts/long-first.cjs',
  projects: [
    {
      ...shared,
      displayName: 'unit',
      testMatch: [
        '<rootDir>/packages/{core,contract,client,service,cli,console,stand-ins}/src/**/*.test.ts',
        '<rootDir>/scripts/**/*.test.ts',
      ],
      testPathIgnorePatterns: [ofCorpora],
    },
    { ...shared, displayName: 'corpora', testRegex: ofCorpora },
    {
      // Both of these, as `bundle-tests.mjs` puts them together for a run of all tests.
      ...shared,
      displayName: 'bundled',
      testMatch: ['<rootDir>/dist/tests/*.test.mjs'],
      transform: { ...shared.transform, '/dist/tests/.*\\.mjs$': '<rootDir>/scripts/bundled-tests.cjs' },
      modulePathIgnorePatterns: [],
    },
    {
      ...processes,
      displayName: 'end-to-end',
      testMatch: ['<rootDir>/packages/end-to-end/tests/**/*.test.ts'],
      testPathIgnorePatterns: [inBrowser],
    },
    {
      ...processes,
      displayName: 'browser',
      testRegex: inBrowser,
      globalSetup: '<rootDir>/packages/end-to-end/tests/start-browser.mjs',
      globalTeardown: '<rootDir>/packages/end-to-end/tests/stop-browser.mjs',
    },
  ],
};
