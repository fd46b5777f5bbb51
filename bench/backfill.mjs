// Messages of a folder of a mail server taken a second, against a bare client that fetches and inserts them: same server, same database.
// node bench/backfill.mjs [COUNT]
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { createClient } from '@yellow-sieve/client';
import { createPool } from 'mysql2/promise';
import { tsImport } from 'tsx/esm/api';
import { startDatabase } from '../scripts/database.mjs';
import { startProcess } from '../scripts/processes.mjs';
import { median, tell } from './tell.mjs';

const count = Number(process.argv[2] ?? 2000);
const rounds = 3;
const raw = readFileSync(new URL('../demo/berths/messages/001.eml', import.meta.url), 'utf8');
const mail = (n) => raw.replace(/^Message-ID:.*$/im, `Message-ID: <${n}@bench.example>`);

const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-bench-'));
const { startDovecot, passwordLogin } = await tsImport('../packages/end-to-end/tests/dovecot.ts', import.meta.url);
const [database, server] = await Promise.all([startDatabase({ folder }), startDovecot()]);
const pool = createPool({ uri: database.url('harbour'), connectionLimit: 4 });
await pool.query(
  'CREATE TABLE bare (id BIGINT AUTO_INCREMENT PRIMARY KEY, uid INT, raw MEDIUMBLOB, at DATETIME(3) DEFAULT NOW(3))',
);
await server.as(async (client) => {
  for (let n = 0; n < count; n++) await client.append('INBOX', mail(n));
});
const service = await startProcess('service', 'packages/service/dist/main.js', {
  YELLOW_SIEVE_DATABASE: database.url('yellow_sieve'),
  YELLOW_SIEVE_HTTP_PORT: '0',
  YELLOW_SIEVE_SMTP_PORT: '0',
  YELLOW_SIEVE_PRIVATE_TARGETS: '127.0.0.1',
  YELLOW_SIEVE_KEY_FILE: join(folder, 'key'),
  YELLOW_SIEVE_CLIENT_FILE: join(folder, 'client.json'),
  YELLOW_SIEVE_LOG: 'silent',
});
const client = createClient(JSON.parse(readFileSync(join(folder, 'client.json'), 'utf8')));
await client.connections.put({ params: { name: 'mail-server' }, body: passwordLogin(server.port) });

const perSecond = async (work) => {
  const from = performance.now();
  await work();
  return (count * 1000) / (performance.now() - from);
};

/** Fetches one after the other, and inserts each, as a script would. */
const bare = () =>
  perSecond(() =>
    server.as(async (imap) => {
      const lock = await imap.getMailboxLock('INBOX');
      for await (const { uid, source } of imap.fetch('1:*', { uid: true, source: true }))
        await pool.query('INSERT INTO bare (uid, raw) VALUES (?, ?)', [uid, source]);
      lock.release();
    }),
  );

/** A mailbox of its own each time: what was taken once is not taken again. */
async function ours(round) {
  const params = { name: `desk-${round}` };
  const place = { connection: 'mail-server', folder: 'INBOX' };
  const body = Buffer.from(
    `mailbox: ${params.name}\naddresses: [${params.name}@gannetbay.example]\nsieves: []\notherwise: done\n`,
  );
  await client.mailboxes.put({ params, body });
  await client.folders.put({ params, body: place });
  const live = { over: false };
  const delays = liveMail(live);
  const rate = await perSecond(async () => {
    const { job } = await client.folders.backfill({ params, body: place });
    for (;;) {
      const { state, finished, done } = await client.jobs.get({ params: { key: job } });
      if (finished !== null && (state !== 'done' || done !== count)) throw new Error(`it ended as ${state} at ${done}`);
      if (finished !== null) return;
      await sleep(20);
    }
  });
  live.over = true;
  waits.push(...(await delays));
  return rate;
}

/** Milliseconds until a mail that comes meanwhile is handled. */
const waits = [];

/** Feeds a mail now and then while something else goes on, and tells how long each took. */
async function liveMail(until) {
  const delays = [];
  for (let n = 0; !until.over; n++) {
    const body = Buffer.from(
      `Subject: live ${n}\r\nMessage-ID: <live-${process.pid}-${Date.now()}@bench.example>\r\n\r\nHello\r\n`,
    );
    const begun = performance.now();
    const { key } = await client.messages.feed({ params: { mailbox: 'live' }, body });
    while ((await client.messages.get({ params: { key } })).state === 'waiting') await sleep(10);
    delays.push(performance.now() - begun);
    await sleep(100);
  }
  return delays;
}

await client.mailboxes.put({
  params: { name: 'live' },
  body: Buffer.from('mailbox: live\naddresses: [live@gannetbay.example]\nsieves: []\notherwise: done\n'),
});
const ratios = [];
for (let round = 1; round <= rounds; round++) {
  const [theirs, mine] = [await bare(), await ours(round)];
  ratios.push(mine / theirs);
  console.log(
    `round ${round}: service ${mine.toFixed(0)}/s, bare ${theirs.toFixed(0)}/s, ratio ${(mine / theirs).toFixed(2)}`,
  );
}
tell('backfill', median(ratios));
console.log(`ratio (median of ${rounds}): ${median(ratios).toFixed(2)}   wanted: 0.50`);
const late = waits.sort((a, b) => a - b)[Math.floor(waits.length * 0.95)] ?? 0;
console.log(
  `mail that came meanwhile was handled within ${late.toFixed(0)} ms (95 % of ${waits.length}); wanted: 1000`,
);
await service.stop();
await pool.end();
await Promise.all([database.stop(), server.end()]);
rmSync(folder, { recursive: true, force: true });
