import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { connect, createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { demoMail, sendRaw, startWorld, until, type World } from './harness.js';

const freePort = () =>
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

/** Postfix that takes mail for the harbour and hands it over by LMTP. */
async function startPostfix(lmtpPort: number) {
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
relay_transport = lmtp:inet:127.0.0.1:${lmtpPort}
default_transport = error:no
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

describe('behind a mail server of the house', () => {
  let world: World;
  let relay: Awaited<ReturnType<typeof startPostfix>>;
  beforeAll(async () => {
    const lmtpPort = await freePort();
    [world, relay] = await Promise.all([
      startWorld({ YELLOW_SIEVE_LMTP_PORT: String(lmtpPort) }),
      startPostfix(lmtpPort),
    ]);
    for (const name of ['one', 'two'])
      await world.client.mailboxes.put({
        params: { name },
        body: Buffer.from(`mailbox: ${name}\naddresses: [${name}@gannetbay.example]\nsieves: []\notherwise: skip\n`),
      });
  });
  afterAll(async () => {
    relay.end();
    await world.end();
  });
  const taken = () =>
    world.sql<{ recipient: string; intake: string }>('SELECT recipient, intake FROM message ORDER BY recipient');

  test('a mail to two mailboxes is handed over, one message for each', async () => {
    await sendRaw(relay.port, demoMail('001'), ['one@gannetbay.example', 'two+tag@gannetbay.example']);
    await until('both have it', async () => (await taken()).length === 2);
    expect(await taken()).toEqual([
      { recipient: 'one@gannetbay.example', intake: 'lmtp' },
      { recipient: 'two+tag@gannetbay.example', intake: 'lmtp' },
    ]);
  });

  test('what is handed over while the service is down waits there, and comes when it is back', async () => {
    await world.kill();
    await sendRaw(relay.port, demoMail('003'), 'one@gannetbay.example');
    await world.restart();
    await until('it came', async () => (await taken()).length === 3);
  });
});
