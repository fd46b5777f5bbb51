// npm test: installs what it needs, checks types, form and arrows, and runs every test. Arguments go to Jest.
import { shortLived } from './processes.mjs';
import { checkNode, compiler, main, run, runBeside, say, setUp } from './set-up.mjs';

const npx = (...args) => ['npx', ['--no-install', ...args]];

/** What is looked at before anything is run, two at a time. */
const checks = [
  ['node', ['scripts/kinds-named.mjs']],
  ['node', [compiler, '-p', 'tsconfig.tests.json']],
  npx('depcruise', 'packages', '--config', '.dependency-cruiser.cjs'),
  ['npm', ['run', '--silent', '--workspace', 'packages/console', 'types']],
  npx('knip'),
  npx('biome', 'check', '.'),
];

await main(async () => {
  checkNode();
  await setUp({
    mariadbd: 'mariadb-server',
    'chromium-headless-shell': 'chromium-headless-shell',
    dovecot: 'dovecot-imapd',
    postfix: 'postfix',
    pg_ctlcluster: 'postgresql',
    soffice: 'libreoffice-calc-nogui',
  });
  const args = process.argv.slice(2);
  if (args.length === 0) {
    say('Checking types of the tests, form, arrows between packages, what is unused, and kinds asked for by name');
    await runBeside(checks, 2);
    run('node', ['scripts/bundle-tests.mjs']);
    args.push('--ignoreProjects', 'unit', 'corpora');
  } else args.push('--ignoreProjects', 'bundled');
  say('Running the tests');
  // What a test that failed left running does not keep the run from ending.
  run('node', [...shortLived, 'node_modules/.bin/jest', '--forceExit', ...args], {
    env: { NODE_OPTIONS: '--experimental-vm-modules --no-warnings' },
  });
});
