// Puts the demo scenario into a running service, through the same interfaces anybody would use.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { createClient } from '@yellow-sieve/client';
import { compileSieve } from '@yellow-sieve/core';
import nodemailer from 'nodemailer';

const here = fileURLToPath(new URL('.', import.meta.url));
const read = (...path) => readFileSync(join(here, ...path));

/** The demo takes place as if this were today. */
const demoDay = Date.parse('2026-11-22T12:00:00Z');

/** Mailboxes, each in a folder of its name, and the sieve of each. */
const desks = {
  berths: 'berth-request',
  fuel: 'fuel-docket',
  notices: 'notice-digest',
  alerts: 'buoy-alert',
  yard: 'yard-enquiry',
};

/** Tables that values are looked up in: by a name, and by a range. */
const lookups = [
  ['alerts', 'buoys', 'Buoys and their keepers'],
  ['berths', 'fee-classes', 'Fee classes by length'],
];

/** Its rules are new, so that nothing of it leaves yet. */
const onTrial = 'notice-digest';

/** Mail of days past is uploaded with the moment it came; the newest comes by SMTP, now: then this is null. */
function receivedAt(raw) {
  const sent = Date.parse(/^Date: (.*)$/m.exec(raw.toString('latin1'))?.[1] ?? '');
  const age = demoDay - sent;
  return age > 5 * 24 * 3600_000 ? new Date(Date.now() - age).toISOString() : null;
}

/**
 * @param {{ url: string, token: string, smtpPort: number, database: { port: number, password: string }, postgres: { port: number, password: string }, standIns: { model: number, smtp: number, crm: number, chat: number, hook: number, hookSecret: string } }} options
 */
export async function loadDemo({ url, token, smtpPort, database, postgres, standIns }) {
  const client = createClient({ url, token });
  await connect(client, database, postgres, standIns);
  for (const file of readdirSync(join(here, 'destinations')))
    await client.destinations.put({ params: { name: file.split('.')[0] }, body: read('destinations', file) });
  for (const [mailbox, name, title] of lookups)
    await client.lookups.put({ params: { name }, query: { title }, body: read(mailbox, 'lookups', `${name}.csv`) });
  for (const [mailbox, sieve] of Object.entries(desks)) {
    await putSieve(client, mailbox, sieve, sieve === onTrial ? 'false' : 'true');
    await client.mailboxes.put({ params: { name: mailbox }, body: read(mailbox, `${mailbox}.mailbox.yaml`) });
    await feed(client, smtpPort, mailbox);
  }
  await openOffice(client, smtpPort);
  await settled(client);
  // An answer to what the yard asked comes after the enquiry.
  await client.messages.feed({ params: { mailbox: 'yard' }, body: read('yard', 'later', 'y09.eml') });
  await settled(client);
  await client.exports.put({ params: { name: 'berth-week' }, body: read('berths', 'berth-week.export.yaml') });
  const kinds = ['delivery stopped', 'mailbox silent', 'intake failing'];
  await client.notices.putPlan({
    params: { name: 'harbour-room' },
    body: { destination: 'harbour-master-chat', kinds },
  });
  for (const { name } of (await client.destinations.list()).items) await client.destinations.test({ params: { name } });
}

/** The general address: its older mail is labelled, and what that teaches sorts all of it. */
async function openOffice(client, smtpPort) {
  const params = { name: 'office' };
  await client.mailboxes.put({ params, body: read('office', 'office.mailbox.yaml') });
  const keys = await feed(client, smtpPort, 'office');
  const labels = read('office', 'labels.jsonl')
    .toString()
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line));
  const byCategory = new Map();
  for (const { message, category } of labels)
    byCategory.set(category, [...(byCategory.get(category) ?? []), keys.get(message.split('/')[1])]);
  for (const [category, some] of byCategory)
    await client.sorting.labelMany({ body: { keys: some.filter(Boolean), category } });
  await settled(client);
  await client.sorting.use({ params });
  await client.messages.againMany({ query: { tells: 'desks' }, body: { mailbox: 'office' } });
}

/** A sieve with its samples. What the file expects of them is taken over when it is put again, with the samples there. */
async function putSieve(client, mailbox, name, live) {
  const body = read(mailbox, `${name}.sieve.yaml`);
  await client.sieves.put({ params: { name }, body, query: { live } });
  const { samples, examples } = compileSieve(body.toString());
  for (const sample of new Set([...samples.map(({ message }) => message), ...examples]))
    await client.samples.put({ params: { name, sample }, body: read(mailbox, sample) });
  await client.sieves.put({ params: { name }, body });
}

async function connect(client, database, postgres, standIns) {
  const connections = {
    'harbour-database': {
      kind: 'mariadb',
      host: '127.0.0.1',
      port: database.port,
      user: 'app',
      password: database.password,
      database: 'harbour',
    },
    'harbour-postgresql': {
      kind: 'postgresql',
      host: '127.0.0.1',
      port: postgres.port,
      user: 'harbour',
      password: postgres.password,
      database: 'harbour',
    },
    'outgoing-mail': { kind: 'smtp', host: '127.0.0.1', port: standIns.smtp, tls: 'none' },
    model: {
      kind: 'model',
      url: `http://127.0.0.1:${standIns.model}/v1`,
      model: 'stand-in',
      price_per_1000_tokens: 0.002,
      currency: 'GBP',
    },
    'quayside-desk': {
      kind: 'crm',
      description: read('crm', 'quayside-desk.crm.yaml').toString(),
      base: `http://127.0.0.1:${standIns.crm}/api`,
      credentials: { key: 'desk-7f31-gannet' },
    },
    'harbour-chat': { kind: 'chat', url: `http://127.0.0.1:${standIns.chat}/rooms/harbour-master` },
    'round-planner': { kind: 'webhook', url: `http://127.0.0.1:${standIns.hook}/events`, secret: standIns.hookSecret },
  };
  for (const [name, body] of Object.entries(connections)) await client.connections.put({ params: { name }, body });
}

/** Feeds a mailbox the mail of its folder; gives the keys of what was uploaded, by file. */
async function feed(client, smtpPort, mailbox) {
  const keys = new Map();
  const transport = nodemailer.createTransport({ host: '127.0.0.1', port: smtpPort, pool: true, ignoreTLS: true });
  for (const file of readdirSync(join(here, mailbox, 'messages')).sort()) {
    const raw = read(mailbox, 'messages', file);
    const received = receivedAt(raw);
    if (received === null)
      await transport.sendMail({
        envelope: { from: 'form@gannetbay.example', to: `${mailbox}@gannetbay.example` },
        raw,
      });
    else keys.set(file, (await client.messages.feed({ params: { mailbox }, query: { received }, body: raw })).key);
  }
  transport.close();
  return keys;
}

/** Waits until nothing of the demo is on its way any more. */
async function settled(client, seconds = 60) {
  for (const until = Date.now() + seconds * 1000; Date.now() < until; await sleep(200)) {
    const [messages, deliveries] = await Promise.all([
      client.messages.list({ query: { state: 'waiting' } }),
      client.deliveries.list({ query: { state: 'waiting' } }),
    ]);
    if (messages.items.length === 0 && deliveries.items.length === 0) return;
  }
}
