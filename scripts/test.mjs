// npm test: installs what it needs, checks types, form and arrows, and runs every test. Arguments go to Jest.
import { build, checkNode, installDebian, installPackages, main, run, say } from './set-up.mjs';

await main(async () => {
  checkNode();
  installPackages();
  installDebian({ mariadbd: 'mariadb-server', chromium: 'chromium' });
  build();
  const args = process.argv.slice(2);
  if (args.length === 0) {
    say('Checking types of the tests, form, and the arrows between packages');
    run('npx', ['--no-install', 'tsc', '-p', 'tsconfig.tests.json']);
    run('npm', ['run', '--silent', '--workspace', 'packages/console', 'types']);
    run('npx', ['--no-install', 'biome', 'check', '.']);
    run('npx', ['--no-install', 'depcruise', 'packages', '--config', '.dependency-cruiser.cjs']);
    run('node', ['scripts/kinds-named.mjs']);
  }
  say('Running the tests');
  const jest = (...more) =>
    run('npx', ['--no-install', 'jest', ...more], { env: { NODE_OPTIONS: '--experimental-vm-modules --no-warnings' } });
  if (args.length > 0) return jest(...args);
  // Pages are worked one after the other; all else waits for processes of its own, and runs side by side.
  jest('--selectProjects', 'unit', 'end-to-end');
  jest('--selectProjects', 'browser', '--runInBand');
});
