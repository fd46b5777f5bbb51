// Installs what is missing before anything else can run: uses nothing but Node itself.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const projectFolder = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');

/** Trouble that is told in one sentence, without a stack. */
export class Trouble extends Error {}

/** Runs the work of a script; trouble ends it with its sentence and exit code 1. */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    process.stderr.write(`\n${error instanceof Trouble ? error.message : (error.stack ?? error)}\n`);
    process.exit(1);
  }
}

/** Runs a program to its end, its output shown. */
export function run(command, args, { env = {}, quiet = false } = {}) {
  const result = spawnSync(command, args, {
    cwd: projectFolder,
    stdio: quiet ? 'pipe' : 'inherit',
    env: { ...process.env, ...env },
    encoding: 'utf8',
  });
  if (result.error || result.status !== 0) {
    const detail = quiet ? `\n${(result.stderr || result.stdout || '').trim().split('\n').slice(-8).join('\n')}` : '';
    throw new Trouble(
      `“${command} ${args.join(' ')}” failed${result.error ? `: ${result.error.message}` : ` with ${result.status}`}.${detail}`,
    );
  }
  return result.stdout ?? '';
}

/** Runs programs to their ends, so many at a time; what they say is shown when each is over. */
export async function runBeside(commands, atOnce) {
  const waiting = [...commands];
  const one = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await runShown(...next);
  };
  await Promise.all(Array.from({ length: atOnce }, one));
}

async function runShown(command, args, env = {}) {
  const child = spawn(command, args, { cwd: projectFolder, env: { ...process.env, ...env } });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
  const [status] = await once(child, 'close');
  if (status !== 0) throw new Trouble(`${said.trim()}\n“${command} ${args.join(' ')}” failed with ${status}.`);
}

export function checkNode() {
  const major = Number(process.versions.node.split('.')[0]);
  if (major < 20)
    throw new Trouble(
      `Node 20 or later is needed, and this is ${process.versions.node}. Install it and run the command again.`,
    );
}

/** Installs the npm packages of the lockfile, if that has not been done for this very lockfile. */
export function installPackages() {
  const digest = createHash('sha256')
    .update(readFileSync(join(projectFolder, 'package-lock.json')))
    .digest('hex');
  const mark = join(projectFolder, 'node_modules', '.yellow-sieve-lock');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === digest) return;
  say('Installing npm packages');
  // Not `npm ci`: that refuses a lockfile without the builds of some packages for other platforms, which not every registry has.
  run('npm', ['install', '--no-save', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(mark, digest);
}

const findProgram = (name) =>
  ['/usr/sbin', '/usr/bin', '/usr/local/bin', '/usr/local/sbin'].map((folder) => join(folder, name)).find(existsSync);

/**
 * Installs what is missing and builds all packages. Debian's packages come beside npm's: either waits for its registry most of the time.
 * `wanted` maps a program to the Debian package that brings it.
 */
export async function setUp(wanted) {
  const debian = installDebian(missingPackages(wanted));
  try {
    installPackages();
    build();
  } finally {
    await debian;
  }
}

/** Debian packages whose program is missing. Trouble where they cannot be installed here. */
function missingPackages(wanted) {
  const missing = Object.entries(wanted).filter(([program]) => !findProgram(program));
  const packages = [...new Set(missing.map(([, name]) => name))];
  if (packages.length === 0) return packages;
  const what = `${packages.join(' and ')} ${packages.length > 1 ? 'are' : 'is'} needed`;
  if (!findProgram('apt-get'))
    throw new Trouble(
      `${what}, and there is no apt-get here. Install ${packages.join(', ')} by the means of this system, then run the command again.`,
    );
  if (process.getuid?.() !== 0)
    throw new Trouble(
      `${what}. Run this command once as root, or run: apt-get install --no-install-recommends ${packages.join(' ')}`,
    );
  return packages;
}

async function installDebian(packages) {
  if (packages.length === 0) return;
  say(`Installing ${packages.join(', ')} with apt-get`);
  // One program for both, so that it goes on while this one waits for npm.
  const both = 'apt-get update -qq && apt-get install -y -qq --no-install-recommends "$@"';
  await withoutStartingServices(() =>
    runShown('sh', ['-c', both, 'apt-get', ...packages], { DEBIAN_FRONTEND: 'noninteractive' }),
  );
}

/** Debian starts a server once it is installed; a private instance is wanted instead. */
async function withoutStartingServices(install) {
  const policy = '/usr/sbin/policy-rc.d';
  const ours = !existsSync(policy);
  if (ours) writeFileSync(policy, '#!/bin/sh\nexit 101\n', { mode: 0o755 });
  try {
    await install();
  } finally {
    if (ours) rmSync(policy, { force: true });
  }
}

/** The compiler that is a program of its own; the one that tools ask about the code is three times as slow. */
export const compiler = join('node_modules', 'typescript-native', 'bin', 'tsc');

/** Builds all packages; takes a moment when nothing changed. */
export function build() {
  say('Building');
  run('node', [compiler, '-b'], { quiet: true });
  run('node', ['scripts/bundle.mjs'], { quiet: true });
  buildConsole();
}

const consoleFolder = join(projectFolder, 'packages', 'console');

/** Of the core the console has its shapes alone. */
const madeFrom = ['console', 'client', 'contract', 'core/src/shapes', 'core/src/rules', 'core/src/values'];

/** The console is bundled only when one of the files it is made from changed. */
function buildConsole() {
  const digest = digestOfFiles(madeFrom.map((name) => join(projectFolder, 'packages', name)));
  const mark = join(consoleFolder, 'dist', '.built-from');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === digest) return;
  run('npm', ['run', '--silent', '--workspace', 'packages/console', 'bundle'], { quiet: true });
  writeFileSync(mark, digest);
}

function digestOfFiles(folders) {
  const hash = createHash('sha256').update(readFileSync(join(projectFolder, 'package-lock.json')));
  const add = (folder) => {
    for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
      if (entry.name === 'dist' || entry.name === 'node_modules') continue;
      const path = join(folder, entry.name);
      if (entry.isDirectory()) add(path);
      else hash.update(path.slice(projectFolder.length)).update(readFileSync(path));
    }
  };
  for (const folder of folders) add(folder);
  return hash.digest('hex');
}

export function say(text) {
  process.stdout.write(`- ${text}\n`);
}
