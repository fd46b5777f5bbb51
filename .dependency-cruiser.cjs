/** The arrows between packages point down only, there are no circles, and the core knows nothing of Node. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: `^packages/${from}/src`, pathNot: '\\.test\\.ts$' },
  to: {
    path: '^packages/(core|contract|client|service|cli|console|stand-ins)/',
    pathNot: `^packages/(${[from, ...allowed].join('|')})/`,
  },
});

/** The core’s shapes: schemas, and how values of records are written as text. */
const shapes =
  '^packages/core/src/(shapes/|disguise/|rules/traces|rules/[^/]+/trace|values/json-text|reading/cell-breaks)';

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    only('core-alone', 'core', []),
    only('contract-on-core', 'contract', ['core']),
    only('client-on-contract', 'client', ['contract']),
    only('service-on-core-and-contract', 'service', ['core', 'contract']),
    only('cli-on-client', 'cli', ['core', 'contract', 'client']),
    only('stand-ins-alone', 'stand-ins', []),
    only('console-on-client-and-contract', 'console', ['client', 'contract', 'core']),
    {
      name: 'console-types-and-shapes-of-core-only',
      severity: 'error',
      from: { path: '^packages/console/src' },
      to: { path: '^packages/core/', pathNot: '^packages/core/src/shapes/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-without-node',
      severity: 'error',
      // But for what stops a pattern that runs away, and what is loaded only for patterns that ask for it.
      from: {
        path: '^packages/core/src',
        pathNot: '\\.test\\.ts$|^packages/core/src/patterns/(guard|run-away|syntax|ways)\\.ts$',
      },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'contract-types-and-shapes-of-core-only',
      severity: 'error',
      from: { path: '^packages/contract/src' },
      to: { path: '^packages/core/', pathNot: '^packages/core/src/shapes/', dependencyTypesNot: ['type-only'] },
    },
    {
      // They go into the browser: nothing of the computation comes with them.
      name: 'shapes-alone',
      severity: 'error',
      from: { path: shapes },
      to: { path: '^packages/core/', pathNot: shapes, dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'resolvable',
      severity: 'error',
      from: {},
      // Its condition “source” leads to files it does not ship.
      to: { couldNotResolve: true, pathNot: '^react-aria-components$' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: 'specify',
    tsConfig: { fileName: 'tsconfig.tests.json' },
    enhancedResolveOptions: {
      conditionNames: ['source', 'import', 'require', 'node', 'default'],
      exportsFields: ['exports'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'],
    },
  },
};
