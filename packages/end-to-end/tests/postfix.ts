import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { connect, createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { until } from './harness.js';

export const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });

const services = [
  'cleanup unix n - n - 0 cleanup',
  'qmgr unix n - n 300 1 qmgr',
  'rewrite unix - - n - - trivial-rewrite',
  'bounce unix - - n - 0 bounce',
  'defer unix - - n - 0 bounce',
  'trace unix - - n - 0 bounce',
  'lmtp unix - - n - - lmtp',
  'error unix - - n - - error',
  'retry unix - - n - - error',
  'anvil unix - - n - 1 anvil',
  'scache unix - - n - 1 scache',
  'proxymap unix - - n - - proxymap',
  'postlog unix-dgram n - n - 1 postlogd',
];

/** A mail server of its own on loopback. */
export interface Postfix {
  port: number;
  end(): void;
}

/** Postfix that takes mail for the harbour and hands it over by LMTP; without a port all of it stays in the queue. */
export async function startPostfix({ lmtpPort }: { lmtpPort: number | null }): Promise<Postfix> {
  const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-postfix-'));
  const of = (name: string) => join(folder, name);
  for (const name of ['conf', 'spool', 'data']) mkdirSync(of(name));
  execFileSync('chmod', ['755', folder]);
  execFileSync('chown', ['postfix', of('data')]);
  const port = await freePort();
  writeFileSync(
    join(of('conf'), 'main.cf'),
    `compatibility_level = 3.6
queue_directory = ${of('spool')}
data_directory = ${of('data')}
mail_owner = postfix
setgid_group = postdrop
myhostname = relay.gannetbay.example
mydestination =
inet_interfaces = 127.0.0.1
inet_protocols = ipv4
smtpd_peername_lookup = no
mynetworks = 127.0.0.0/8
relay_domains = gannetbay.example
relay_transport = lmtp:inet:127.0.0.1:${lmtpPort ?? 9}
${lmtpPort === null ? 'defer_transports = lmtp\n' : ''}default_transport = error:no
smtpd_relay_restrictions = permit_mynetworks, reject
minimal_backoff_time = 1s
maximal_backoff_time = 2s
queue_run_delay = 1s
maillog_file = ${of('log')}
maillog_file_prefixes = ${tmpdir()}
`,
  );
  writeFileSync(join(of('conf'), 'master.cf'), `${[`${port} inet n - n - - smtpd`, ...services].join('\n')}\n`);
  const postfix = (act: string) => execFileSync('postfix', ['-c', of('conf'), act], { stdio: 'ignore' });
  postfix('start');
  await until('it listens', () => {
    const socket = connect(port, '127.0.0.1');
    return new Promise<boolean>((resolve) => {
      socket.once('data', () => resolve(true)).once('error', () => resolve(false));
      socket.setTimeout(1000, () => resolve(false));
    }).finally(() => socket.destroy());
  });
  return {
    port,
    end: () => {
      postfix('stop');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
