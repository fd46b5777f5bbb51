import { execFileSync, spawn } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { until } from './harness.js';

/** Where Debian keeps the server’s programs. */
function programs(): string {
  const root = '/usr/lib/postgresql';
  const [newest] = readdirSync(root).sort((a, b) => Number(b) - Number(a));
  return join(root, newest ?? '', 'bin');
}

const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });

export const password = 'sesame';

/** A PostgreSQL server of its own on loopback, with a database and a user “harbour”. */
export async function startPostgres() {
  const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-postgres-'));
  chmodSync(folder, 0o777);
  const data = join(folder, 'data');
  const as = (program: string, args: string[]) => ['-u', 'postgres', '--', join(programs(), program), ...args];
  execFileSync('runuser', as('initdb', ['-D', data, '-A', 'trust', '--no-sync']), { stdio: 'ignore' });
  const port = await freePort();
  const start = () =>
    spawn(
      'runuser',
      as('postgres', ['-D', data, '-p', String(port), '-c', 'listen_addresses=127.0.0.1', '-k', folder]),
      {
        stdio: 'ignore',
        detached: true,
      },
    );
  let child = start();
  const ask = async (user: string, database: string, text: string) => {
    const client = new pg.Client({ host: '127.0.0.1', port, user, password, database });
    await client.connect();
    try {
      return (await client.query(text)).rows as Record<string, unknown>[];
    } finally {
      await client.end();
    }
  };
  const isUp = () =>
    ask('postgres', 'postgres', 'SELECT 1').then(
      () => true,
      () => false,
    );
  await until('the server is up', isUp);
  await ask('postgres', 'postgres', `CREATE USER harbour PASSWORD '${password}'`);
  await ask('postgres', 'postgres', 'CREATE DATABASE harbour OWNER harbour');
  // At once, as a crash does.
  const stop = async () => {
    const ended = new Promise((resolve) => child.once('exit', resolve));
    execFileSync('runuser', as('pg_ctl', ['-D', data, 'stop', '-m', 'immediate']), { stdio: 'ignore' });
    await ended;
  };
  return {
    port,
    sql: (text: string) => ask('harbour', 'harbour', text),
    stop,
    start: async () => {
      child = start();
      await until('it is up again', isUp);
    },
    end: async () => {
      await stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
