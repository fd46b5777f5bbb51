// Tries to hold a service up, in four ways, on loopback and bounded, and prints what others saw meanwhile: how long they waited, what of
// theirs failed or was lost. Ends with 1 when something did, or when they waited longer than wanted. The seed draws the variants:
//   npm run siege [-- SEED]
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { connect as connectTo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { createClient } from '@yellow-sieve/client';
import nodemailer from 'nodemailer';
import { startDatabase } from '../scripts/database.mjs';
import { startProcess } from '../scripts/processes.mjs';
import { startBlackHole } from './siege/black-hole.mjs';
import { hostileMails, hostileTexts } from './siege/hostile.mjs';
import { form, setUpSiege } from './siege/set-up.mjs';

const seed = Number(process.argv[2] ?? 1);
const wantedMs = 2000;
const wantedHealthMs = 250;

const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-siege-'));
const database = await startDatabase({ folder });
const hole = await startBlackHole();
const service = await startProcess('service', 'packages/service/dist/main.js', {
  YELLOW_SIEVE_DATABASE: database.url('yellow_sieve'),
  YELLOW_SIEVE_HTTP_PORT: '0',
  YELLOW_SIEVE_SMTP_PORT: '0',
  YELLOW_SIEVE_KEY_FILE: join(folder, 'key'),
  YELLOW_SIEVE_CLIENT_FILE: join(folder, 'client.json'),
  YELLOW_SIEVE_PRIVATE_TARGETS: '127.0.0.1',
  YELLOW_SIEVE_LOG: 'silent',
});
const { url, token } = JSON.parse(readFileSync(join(folder, 'client.json'), 'utf8'));
const owner = createClient({ url, token });
const { smtpPort } = service.ports;
let broken = false;
/** Groups of messages that others sent. */
let round = 0;

try {
  await setUpSiege(owner, hole.port);
  console.log(`seed ${seed}`);
  await report('1 hostile mail', byMail);
  await report('2 hostile texts', byTexts);
  await report('3 a destination that hangs', byDestination);
  await report('4 idle connections', byConnections);
  process.exitCode = broken ? 1 : 0;
} finally {
  await service.stop();
  await hole.close();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}

/** What others saw: `waits` in milliseconds, and how many of theirs failed or never came. */
async function report(name, attempt) {
  const { waits, failed, lost, wanted = wantedMs, note = '' } = await attempt();
  const late = percentile(waits, 0.95) > wanted;
  broken ||= failed + lost > 0 || late;
  const text = `others waited ${percentile(waits, 0.95).toFixed(0)} ms (95 %), ${Math.max(...waits).toFixed(0)} at the most, wanted ${wanted}; failed ${failed}, lost ${lost}`;
  console.log(`${name.padEnd(28)} ${text}${note}${failed + lost > 0 || late ? '   NOT WITHIN BOUNDS' : ''}`);
}

async function byMail() {
  const mails = hostileMails(seed, 18);
  const quiet = innocents(24, 150);
  await Promise.all(mails.map(({ raw }) => send('loud', raw).catch(() => undefined)));
  const { items } = await owner.messages.list({ query: { limit: '200' } });
  const hostile = items.filter(({ subject }) => subject?.startsWith('hostile')).slice(0, 4);
  const pages = await readPages(hostile);
  const { waits, failed, lost } = await quiet;
  return { waits: [...waits, ...pages.waits], failed: failed + pages.failed, lost };
}

/** Somebody looks at hostile messages while others look at theirs. */
async function readPages(hostile) {
  const viewer = await clientOf('a viewer');
  const reading = hostile.map(({ key }) => viewer.messages.reading({ params: { key } }).catch(() => undefined));
  const { items } = await owner.messages.list({ query: { limit: '200' } });
  const own = items.filter(({ subject }) => subject?.startsWith('quiet')).slice(0, 6);
  const results = await Promise.all(own.map(({ key }) => timed(() => owner.messages.reading({ params: { key } }))));
  await Promise.all(reading);
  return sum(results);
}

async function byTexts() {
  const viewer = await clientOf('another viewer');
  let over = false;
  const health = (async () => {
    const results = [];
    while (!over) {
      results.push(await timed(() => fetch(`${url}/health/live`)));
      await sleep(20);
    }
    return results;
  })();
  await Promise.all(
    hostileTexts(seed, 20).map(({ text }) =>
      viewer.workbench.outline({ body: { source: text } }).catch(() => undefined),
    ),
  );
  over = true;
  return { ...sum(await health), wanted: wantedHealthMs };
}

async function byDestination() {
  for (let i = 0; i < 80; i++) await send('stuck', form(`stuck ${i}`));
  await sleep(1000);
  const found = await innocents(24, 100);
  const until = Date.now() + 60_000;
  let troubled = [];
  while (troubled.length === 0 && Date.now() < until) {
    ({ troubled } = await owner.overview.get({ query: {} }));
    await sleep(500);
  }
  const told = troubled.some(({ destination }) => destination === 'hole');
  return {
    ...found,
    failed: found.failed + (told ? 0 : 1),
    note: told ? '; Overview names it' : '; Overview does not name it',
  };
}

async function byConnections() {
  const sockets = [];
  const hold = (port, from, count, words = '') => {
    for (let i = 0; i < count; i++) {
      const socket = connectTo({ port, host: '127.0.0.1', localAddress: from });
      socket.on('error', () => undefined);
      if (words) socket.write(words);
      sockets.push(socket);
    }
  };
  const httpPort = Number(new URL(url).port);
  hold(smtpPort, '127.0.0.2', 200);
  hold(
    httpPort,
    '127.0.0.3',
    200,
    'POST /api/v1/session HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 1000\r\n\r\n{',
  );
  const { token: listening } = await owner.tokens.make({ body: { name: 'a listener', role: 'viewer' } });
  hold(httpPort, '127.0.0.4', 60, `GET /api/v1/live HTTP/1.1\r\nHost: x\r\nAuthorization: Bearer ${listening}\r\n\r\n`);
  await sleep(1000);
  const found = await innocents(24, 100);
  for (const socket of sockets) socket.destroy();
  return found;
}

/** Messages of others, one after the other, and how long until each has become a record that is delivered. */
async function innocents(count, pauseMs) {
  const prefix = `quiet ${++round}`;
  const sent = new Map();
  for (let i = 0; i < count; i++) {
    const subject = `${prefix}-${i}`;
    await send('quiet', form(subject)).then(
      () => sent.set(subject, Date.now()),
      () => sent.set(subject, null),
    );
    await sleep(pauseMs);
  }
  return settled(prefix, sent);
}

async function settled(prefix, sent) {
  const until = Date.now() + 60_000;
  let mine = [];
  for (; Date.now() < until; await sleep(100)) {
    const { items } = await owner.messages.list({ query: { mailbox: 'quiet', limit: '200' } });
    mine = items.filter(({ subject, state }) => subject?.startsWith(`${prefix}-`) && state !== 'waiting');
    if (mine.length >= sent.size) break;
  }
  const details = await Promise.all(mine.map(({ key }) => deliveredOf(key)));
  const waits = details.flatMap(({ subject, done }) => (done === null ? [] : [done - (sent.get(subject) ?? done)]));
  const refused = [...sent.values()].filter((at) => at === null).length;
  const failed = details.filter(({ state }) => state !== 'done').length + refused;
  return {
    waits: waits.length > 0 ? waits : [Number.POSITIVE_INFINITY],
    failed,
    lost: sent.size - refused - mine.length,
  };
}

async function deliveredOf(key) {
  for (let tries = 0; ; tries++) {
    const { subject, state, deliveries } = await owner.messages.get({ params: { key } });
    const [delivery] = deliveries;
    if (delivery?.state === 'delivered' || tries > 100)
      return { subject, state, done: delivery?.state === 'delivered' ? Date.parse(delivery.updated) : null };
    await sleep(100);
  }
}

async function send(to, raw) {
  const transport = nodemailer.createTransport({ host: '127.0.0.1', port: smtpPort, ignoreTLS: true });
  try {
    await transport.sendMail({ envelope: { from: 'form@gannetbay.example', to: `${to}@gannetbay.example` }, raw });
  } finally {
    transport.close();
  }
}

async function clientOf(name) {
  return createClient({ url, token: (await owner.tokens.make({ body: { name, role: 'viewer' } })).token });
}

async function timed(work) {
  const from = performance.now();
  const ok = await work().then(
    (answer) => answer?.ok ?? true,
    () => false,
  );
  return { ms: performance.now() - from, ok };
}

function sum(results) {
  return { waits: results.map(({ ms }) => ms), failed: results.filter(({ ok }) => !ok).length, lost: 0 };
}

function percentile(values, share) {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
}
