// A private PostgreSQL on loopback, with its own data directory. Used by the demo, the tests and the benchmarks.
import { spawn, spawnSync } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { chownSync, existsSync, mkdirSync, openSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { accountNamed, checkFree, freePort, reachable } from './database.mjs';
import { Trouble } from './set-up.mjs';

const readyPatienceMs = 60_000;
/** The account Debian’s packages make: the server refuses to run as root. */
const account = 'postgres';

/** Where Debian keeps the server’s programs. */
function programs() {
  const root = '/usr/lib/postgresql';
  const [newest] = readdirSync(root).sort((a, b) => Number(b) - Number(a));
  return join(root, newest ?? '', 'bin');
}

/** A program and its arguments, as the server's account where this is root. */
const asServer = (program, args) =>
  process.getuid?.() === 0
    ? ['runuser', ['-u', account, '--', join(programs(), program), ...args]]
    : [join(programs(), program), args];

function runToEnd(program, args) {
  const [command, all] = asServer(program, args);
  const { status, stderr, error } = spawnSync(command, all, { encoding: 'utf8' });
  if (status !== 0)
    throw new Trouble(`${program} failed: ${(stderr || String(error)).trim().split('\n').slice(-3).join(' ')}`);
}

/**
 * Starts PostgreSQL in a folder, made when it is not there, with a database and a user `harbour`. A folder that the server’s account
 * cannot reach is taken elsewhere, below the folder for temporary files.
 * @param {{ folder: string, port?: number, variable?: string }} options a port of 0 takes any free one; `variable` chooses another where it is taken
 * @returns {Promise<{ port: number, password: string, folder: string, stop: () => Promise<void>, start: () => Promise<void>, kill: () => Promise<void> }>}
 */
export async function startPostgres({ folder: wanted, port = 0, variable = 'port' }) {
  const folder = postgresFolder(wanted);
  mkdirSync(folder, { recursive: true });
  const owner = process.getuid?.() === 0 ? accountNamed(account) : null;
  if (owner) chownSync(folder, owner.uid, owner.gid);
  if (port !== 0) await checkFree(port, variable);
  const chosen = port === 0 ? await freePort() : port;
  const data = join(folder, 'data');
  const isNew = !existsSync(data);
  if (isNew)
    runToEnd('initdb', [
      '-D',
      data,
      '--auth-local=trust',
      '--auth-host=scram-sha-256',
      '--no-sync',
      '-E',
      'UTF8',
      '--locale',
      'C.UTF-8',
    ]);
  const log = openSync(join(folder, 'postgres.log'), 'a');
  const launch = () => {
    const options = [
      '-D',
      data,
      '-p',
      String(chosen),
      '-c',
      'listen_addresses=127.0.0.1',
      '-c',
      'unix_socket_permissions=0700',
      '-k',
      folder,
    ];
    const [command, all] = asServer('postgres', options);
    // A group of its own, so that Ctrl-C reaches it through us, in the right order.
    return spawn(command, all, { stdio: ['ignore', log, log], detached: true });
  };
  const ask = (text) => {
    const options = ['-h', folder, '-p', String(chosen), '-U', account, '-d', 'postgres', '-Atc', text];
    return spawnSync(join(programs(), 'psql'), options, { encoding: 'utf8' });
  };
  const ready = async () => {
    for (const until = Date.now() + readyPatienceMs; Date.now() < until; await sleep(50))
      if (ask('SELECT 1').status === 0) return;
    throw new Trouble(`PostgreSQL does not start on ${folder}. Its last words are in ${join(folder, 'postgres.log')}.`);
  };
  let child = launch();
  const end = async (mode) => {
    const ended = new Promise((resolve) => child.once('exit', resolve));
    runToEnd('pg_ctl', ['-D', data, 'stop', '-m', mode]);
    await ended;
  };
  await ready();
  const password = passwordOf(folder);
  if (ask("SELECT 1 FROM pg_roles WHERE rolname = 'harbour'").stdout.trim() !== '1') {
    ask(`CREATE USER harbour PASSWORD '${password}'`);
    ask('CREATE DATABASE harbour OWNER harbour');
  }
  return {
    port: chosen,
    password,
    folder,
    stop: () => end('fast'),
    // At once, as a crash does.
    kill: () => end('immediate'),
    start: async () => {
      child = launch();
      await ready();
    },
  };
}

/** Where the server keeps what is meant for a folder. */
export function postgresFolder(folder) {
  if (process.getuid?.() !== 0 || reachable(dirname(folder))) return folder;
  return join(tmpdir(), `yellow-sieve-postgres-${createHash('sha256').update(folder).digest('hex').slice(0, 12)}`);
}

function passwordOf(folder) {
  const file = join(folder, 'password');
  if (!existsSync(file)) writeFileSync(file, randomBytes(18).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8').trim();
}
