// The effect of a change over stored messages, as a job of a running service, against sifting the same bytes in a loop on
// one core in the same run. `node bench/effect.mjs 5000` for that many messages, 1,000 when left out; a second number says how
// often, 3 times when left out.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { createClient } from '@yellow-sieve/client';
import { compileMailbox, compileSieve, handleMessage, readMessage } from '@yellow-sieve/core';
import { startDatabase } from '../scripts/database.mjs';
import { startProcess } from '../scripts/processes.mjs';
import { median, tell } from './tell.mjs';

const count = Number(process.argv[2] ?? 1000);
const rounds = Number(process.argv[3] ?? 3);
const berths = (name) => readFileSync(new URL(`../demo/berths/${name}`, import.meta.url), 'utf8');
const source = berths('berth-request.sieve.yaml').replace(/\nroutes:[\s\S]*?\nsamples:/, '\nroutes: []\nsamples:');
const changed = source.replace('Wanted pier: [[pier]]', 'Quay: [[pier]]');
const shapes = ['001', '002', '003'].map((name) => berths(`messages/${name}.eml`));
const mail = (i) =>
  Buffer.from(
    shapes[i % shapes.length]
      .replace(/^Message-ID: .*$/im, `Message-ID: <${i}@bench.example>`)
      .replace(/(Vessel|vessel): .*/g, `$1: Bench ${i}`),
  );

/** Messages a second on one core, read and sifted one after the other. */
async function siftRate() {
  const sieve = compileSieve(source);
  const mailbox = compileMailbox(berths('berths.mailbox.yaml'), new Map([[sieve.name, sieve]]));
  const mails = Array.from({ length: 300 }, (_, i) => mail(i));
  const round = async () => {
    for (const raw of mails) handleMessage(await readMessage(raw), mailbox);
  };
  await round();
  const from = performance.now();
  for (let i = 0; i < 3; i++) await round();
  return (3 * mails.length) / ((performance.now() - from) / 1000);
}

const memoryOf = (pid) =>
  Number(/VmRSS:\s+(\d+)/.exec(execFileSync('cat', [`/proc/${pid}/status`], { encoding: 'utf8' }))?.[1]) / 1024;

async function until(look) {
  for (;;) {
    const found = await look();
    if (found) return found;
    await sleep(200);
  }
}

const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-bench-'));
const database = await startDatabase({ folder });
const client = join(folder, 'client.json');
const service = await startProcess('service', 'packages/service/dist/main.js', {
  YELLOW_SIEVE_HTTP_PORT: '0',
  YELLOW_SIEVE_SMTP_PORT: '0',
  YELLOW_SIEVE_DATABASE: database.url('yellow_sieve'),
  YELLOW_SIEVE_KEY_FILE: join(folder, 'key'),
  YELLOW_SIEVE_CLIENT_FILE: client,
  YELLOW_SIEVE_THREADS: String(Math.min(2, availableParallelism())),
  YELLOW_SIEVE_LOG: 'warn',
});
try {
  const { url, token } = JSON.parse(readFileSync(client, 'utf8'));
  const api = createClient({ url, token });
  const params = { name: 'berth-request' };
  await api.lookups.put({ params: { name: 'fee-classes' }, body: Buffer.from(berths('lookups/fee-classes.csv')) });
  await api.sieves.put({ params, body: Buffer.from(source) });
  await api.mailboxes.put({ params: { name: 'berths' }, body: Buffer.from(berths('berths.mailbox.yaml')) });
  const fed = performance.now();
  for (let at = 0; at < count; at += 20)
    await Promise.all(
      Array.from({ length: Math.min(20, count - at) }, (_, i) =>
        api.messages.feed({ params: { mailbox: 'berths' }, body: mail(at + i) }),
      ),
    );
  await until(async () => {
    const { items } = await api.messages.list({ query: { state: 'waiting', limit: '1' } });
    return items.length === 0;
  });
  console.log(`${count} messages fed and handled at ${(count / ((performance.now() - fed) / 1000)).toFixed(0)}/s`);
  const alone = await siftRate();
  const ratios = [];
  for (let round = 1; round <= rounds; round++) {
    const before = memoryOf(service.child.pid);
    let most = before;
    const { job } = await api.sieves.effect({ params, body: { source: changed, stored: 'all' } });
    const from = performance.now();
    const done = await until(async () => {
      most = Math.max(most, memoryOf(service.child.pid));
      const seen = await api.jobs.get({ params: { key: job } });
      return seen.finished && seen;
    });
    const rate = done.done / ((performance.now() - from) / 1000);
    ratios.push(rate / alone);
    console.log(
      `round ${round}: effect ${rate.toFixed(0)}/s on ${availableParallelism()} cores (while at work ${done.rate}/s), sift alone ${alone.toFixed(0)}/s on one, ` +
        `ratio ${(rate / alone).toFixed(2)}; ${done.result.affected} of ${done.done} differ; memory ${before.toFixed(0)} MB, at most ${most.toFixed(0)} MB`,
    );
  }
  tell('effect', median(ratios));
} finally {
  await service.stop();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
