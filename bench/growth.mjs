// How it bears growth: a database is filled with so many small messages with their records and deliveries, loaded straight into the
// tables from what the service itself wrote of one, and what people and the pipeline ask is timed. `node bench/growth.mjs` for 10,000
// and 100,000; numbers name other sizes, such as 10000 100000 1000000. The bar: the last size takes at most twice what the first does.
// Also the memory of the service while 200,000 records, or as many as there are, are exported.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { createClient } from '@yellow-sieve/client';
import { createConnection } from 'mysql2/promise';
import nodemailer from 'nodemailer';
import { startDatabase } from '../scripts/database.mjs';
import { startProcess } from '../scripts/processes.mjs';
import { median } from './tell.mjs';

const sizes = process.argv.slice(2).map(Number);
if (sizes.length === 0) sizes.push(10_000, 100_000);
/** Messages are spread over a year before now. */
const yearMs = 365 * 24 * 3600_000;
const from = Date.now() - yearMs;

const sieve = `sieve: dockets
locale: en-GB
fields:
  docket: { type: text, required: true }
  vessel: { type: text }
  date: { type: date }
  litres: { type: integer }
rules:
  - { kind: pattern, name: docket, find: 'Docket: (?<docket>.+)' }
  - { kind: pattern, name: vessel, find: 'Vessel: (?<vessel>.+)' }
  - { kind: pattern, name: date, find: 'Date: (?<date>~date~)' }
  - { kind: pattern, name: litres, find: 'Litres: (?<litres>\\d+)' }
routes:
  - { to: book }
  - { to: lines }
`;
const mail = (n) =>
  `From: Pump <pump@gannetbay.example>\r\nTo: dockets@gannetbay.example\r\nSubject: Docket ${n}\r\nMessage-ID: <${n}@growth.example>\r\n\r\nDocket: FD-${n}\r\nVessel: Boat ${n % 977}\r\nDate: 16 May 2027\r\nLitres: ${n % 400}\r\n`;

const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-growth-'));
// A data folder that is made and thrown away need not outlive a power cut; the pool is what a small server would give it.
const extra = ['--innodb-flush-log-at-trx-commit=2', '--innodb-buffer-pool-size=2G', '--innodb-log-file-size=1G'];
const database = await startDatabase({ folder, extra });
const service = await startProcess('service', 'packages/service/dist/bundle/main.js', {
  YELLOW_SIEVE_DATABASE: database.url('yellow_sieve'),
  YELLOW_SIEVE_RELAYS: '127.0.0.1',
  YELLOW_SIEVE_HTTP_PORT: '0',
  YELLOW_SIEVE_SMTP_PORT: '0',
  YELLOW_SIEVE_KEY_FILE: join(folder, 'key'),
  YELLOW_SIEVE_CLIENT_FILE: join(folder, 'client.json'),
  YELLOW_SIEVE_PRIVATE_TARGETS: '127.0.0.0/8',
  YELLOW_SIEVE_LOG: 'warn',
});
const { url, token } = JSON.parse(readFileSync(join(folder, 'client.json'), 'utf8'));
const client = createClient({ url, token });
const db = await createConnection({ uri: database.url('yellow_sieve'), multipleStatements: true });
const sql = async (text, values = []) => (await db.query(text, values))[0];

async function setUp() {
  await client.connections.put({
    params: { name: 'harbour' },
    body: {
      kind: 'mariadb',
      host: '127.0.0.1',
      port: database.port,
      user: 'app',
      password: database.password,
      database: 'harbour',
    },
  });
  const files = { book: 'kind: sheet\n', lines: 'kind: database\nconnection: harbour\ntable: dockets\n' };
  for (const [name, text] of Object.entries(files))
    await client.destinations.put({ params: { name }, body: Buffer.from(`destination: ${name}\n${text}`) });
  await client.sieves.put({ params: { name: 'dockets' }, body: Buffer.from(sieve), query: { live: 'true' } });
  await client.mailboxes.put({
    params: { name: 'dockets' },
    body: Buffer.from('mailbox: dockets\naddresses: [dockets@gannetbay.example]\nsieves: [dockets]\n'),
  });
  const { key } = await client.messages.feed({ params: { mailbox: 'dockets' }, body: Buffer.from(mail(0)) });
  while (
    (await client.messages.get({ params: { key } })).deliveries.filter(({ state }) => state === 'delivered').length < 2
  )
    await sleep(100);
  return key;
}

/** The key of the n-th message of a thing, as the service makes them: the time first (RFC 9562, version 7). `kind` tells things apart. */
const keyOf = (n, kind) => {
  const ms = `(${from} + FLOOR(${n} * ${yearMs} / ${Math.max(...sizes)}))`;
  return `LOWER(CONCAT(LPAD(HEX(${ms} DIV 65536),8,'0'),'-',LPAD(HEX(${ms} MOD 65536),4,'0'),'-7',LPAD(HEX(${kind}),3,'0'),'-8000-',LPAD(HEX(${n}),12,'0')))`;
};
const timeOf = (n) => `FROM_UNIXTIME((${from} + FLOOR(${n} * ${yearMs} / ${Math.max(...sizes)})) / 1000)`;

/** Copies rows of a table for each of some numbers, with other values in some columns. */
async function copy(table, where, changed, first, last) {
  const columns = (await sql(`SHOW COLUMNS FROM \`${table}\``)).map(({ Field }) => Field);
  const values = columns.map((name) => changed[name] ?? `t.\`${name}\``);
  await sql(
    `INSERT INTO \`${table}\` (${columns.map((name) => `\`${name}\``).join(', ')}) SELECT ${values.join(', ')} FROM seq_${first}_to_${last} s CROSS JOIN \`${table}\` t WHERE ${where}`,
  );
}

/** Fills the tables up to a size from the one message that is there. */
async function fill(key, first, last) {
  const [{ raw_id: raw }] = await sql('SELECT raw_id FROM message WHERE id = ?', [key]);
  const [{ id: record }] = await sql('SELECT id FROM record WHERE message_id = ?', [key]);
  const deliveries = await sql('SELECT id, destination FROM delivery WHERE message_id = ? ORDER BY destination', [key]);
  const n = 's.seq';
  const [messageKey, rawKey, recordKey] = [keyOf(n, 1), keyOf(n, 2), keyOf(n, 3)];
  const at = timeOf(n);
  const digest = (seed) => `SHA2(CONCAT('${seed}', ${n}), 256)`;
  await sql('SET unique_checks = 0; SET foreign_key_checks = 0');
  const step = 20_000;
  for (let begin = first; begin <= last; begin += step) {
    const end = Math.min(last, begin + step - 1);
    const rows = (table, where, changed) => copy(table, where, changed, begin, end);
    await rows('raw', `t.id = '${raw}'`, { id: rawKey, digest: digest('raw'), created_at: at });
    await rows('raw_chunk', `t.raw_id = '${raw}'`, { raw_id: rawKey });
    await rows('message', `t.id = '${key}'`, {
      id: messageKey,
      raw_id: rawKey,
      subject: `CONCAT('Docket ', ${n})`,
      message_id: `CONCAT(${n}, '@growth.example')`,
      received_at: at,
      // One in fifty waits for a person.
      state: `IF(${n} % 50 = 0, 'review', 'done')`,
      cause: `IF(${n} % 50 = 0, 'YS-FIELD-MISSING vessel', NULL)`,
      due_at: at,
      updated_at: at,
    });
    await rows('record', `t.id = '${record}'`, {
      id: recordKey,
      message_id: messageKey,
      verdict: `IF(${n} % 50 = 0, 'review', t.verdict)`,
      created_at: at,
      updated_at: at,
    });
    await rows('record_revision', `t.record_id = '${record}'`, { record_id: recordKey, created_at: at });
    await rows('value', `t.record_id = '${record}'`, {
      record_id: recordKey,
      text: `IF(t.field = 'docket', CONCAT('fd-', ${n}), IF(t.field = 'vessel', CONCAT('boat ', ${n} % 977), t.text))`,
      number: `IF(t.field = 'litres', ${n} % 400, t.number)`,
    });
    await rows('route_hit', `t.message_id = '${key}'`, { message_id: messageKey });
    for (const [i, { id, destination }] of deliveries.entries()) {
      const deliveryKey = keyOf(n, 16 + i);
      await rows('delivery', `t.id = '${id}'`, {
        id: deliveryKey,
        identity: digest(destination),
        message_id: messageKey,
        record_id: recordKey,
        order_key: digest(destination),
        message_time: at,
        due_at: at,
        created_at: at,
        updated_at: at,
      });
      await rows('attempt', `t.delivery_id = '${id}'`, { delivery_id: deliveryKey, at });
      await rows('applied', `t.delivery_id = '${id}'`, {
        order_key: digest(destination),
        message_time: at,
        delivery_id: deliveryKey,
      });
    }
    await rows('finding', `t.message_id = '${key}'`, {
      message_id: messageKey,
      folded: `REPLACE(t.folded, 'docket 0', CONCAT('docket ', ${n}))`,
    });
    await rows('sheet_row', `t.message = '${key}'`, {
      identity: digest('book'),
      message_time: at,
      message: messageKey,
    });
  }
  // What is counted as it happens is counted here at the end.
  await sql('DELETE FROM tally; DELETE FROM `change`');
  await sql(
    "INSERT INTO tally (kind, owner, day, state, count) SELECT 'message', mailbox_id, DATE(received_at), state, COUNT(*) FROM message GROUP BY 2, 3, 4",
  );
  await sql(
    "INSERT INTO tally (kind, owner, day, state, count) SELECT 'delivery', destination, DATE(message_time), state, COUNT(*) FROM delivery GROUP BY 2, 3, 4",
  );
  await sql('ANALYZE TABLE message, record, record_revision, value, delivery, route_hit, sheet_row');
}

const asks = {
  'messages, first page': () => client.messages.list({ query: { limit: '50' } }),
  'messages in review': () => client.messages.list({ query: { state: 'review', limit: '50' } }),
  'messages found by a value': () => client.messages.list({ query: { find: 'vessel="Boat 7"', limit: '50' } }),
  'messages found by words': () => client.messages.list({ query: { find: 'docket 77', limit: '50' } }),
  'a message’s page': async () => {
    const { items } = await client.messages.list({ query: { limit: '1' } });
    await client.messages.get({ params: { key: items[0].key } });
  },
  overview: () => client.overview.get(),
  'records of a sieve': () => client.records.list({ query: { sieve: 'dockets', limit: '50' } }),
  'records with a value': () =>
    client.records.list({ query: { sieve: 'dockets', field: 'litres', at_least: '395', limit: '50' } }),
  'review by cause': () => client.review.causes({}),
  deliveries: () => client.deliveries.list({ query: { limit: '50' } }),
  'coverage of 500': async () => {
    let cursor;
    for (const limit of ['200', '200', '100']) {
      const query = { of: 'stored', limit, ...(cursor ? { cursor } : {}) };
      cursor = (await client.sieves.coverage({ params: { name: 'dockets' }, query })).next;
    }
  },
};

async function timed(ask) {
  const rounds = [];
  for (let i = 0; i < 6; i++) {
    const begun = performance.now();
    await ask();
    if (i > 0) rounds.push(performance.now() - begun);
  }
  return median(rounds);
}

/** However records with a value are found, they are the newest that have it. */
async function checkValues() {
  const query = { sieve: 'dockets', field: 'litres', at_least: '395', limit: '50' };
  const found = (await client.records.list({ query })).items.map((item) => item.key);
  const there = await sql(
    "SELECT record_id AS id FROM value WHERE field = 'litres' AND number >= 395 ORDER BY record_id DESC LIMIT 50",
  );
  if (found.join() !== there.map(({ id }) => id).join())
    throw new Error('records with a value are not the newest of them');
}

/** Milliseconds a message takes from SMTP to both targets, with so many at once. */
async function throughLine(count) {
  const transport = nodemailer.createTransport({
    host: '127.0.0.1',
    port: service.ports.smtpPort,
    ignoreTLS: true,
    pool: true,
  });
  const there = async () =>
    Number(
      (await sql("SELECT COUNT(*) AS n FROM delivery WHERE state = 'delivered' AND created_at > ?", [begunAt]))[0].n,
    );
  const begunAt = new Date();
  await sleep(20);
  const begun = performance.now();
  for (let i = 0; i < count; i++)
    await transport.sendMail({
      envelope: { from: 'a@b.example', to: 'dockets@gannetbay.example' },
      raw: mail(`x${Date.now()}-${i}`),
    });
  while ((await there()) < 2 * count) await sleep(50);
  transport.close();
  return (performance.now() - begun) / count;
}

const residentMb = () =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${service.child.pid}/status`, 'utf8'))[1]) / 1024;

/** The most the service holds while an export is read, and what it held before. */
async function exported() {
  const before = residentMb();
  let [peak, bytes] = [before, 0];
  const response = await fetch(`${url}/api/v1/records/export?sieve=dockets&format=csv`, {
    headers: { authorization: `Bearer ${token}` },
  });
  const begun = performance.now();
  for await (const piece of response.body) {
    bytes += piece.length;
    peak = Math.max(peak, residentMb());
  }
  return { before, peak, megabytes: bytes / 1024 / 1024, seconds: (performance.now() - begun) / 1000 };
}

/** Whatever goes wrong, nothing is left running. */
async function stop() {
  await service.stop();
  await db.end().catch(() => undefined);
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
process.on('uncaughtException', (error) => {
  console.error(error.message.slice(0, 500));
  void stop().then(() => process.exit(1));
});

const key = await setUp();
const figures = new Map();
let filled = 0;
for (const size of sizes) {
  const begun = performance.now();
  await fill(key, filled + 1, size);
  filled = size;
  console.log(`${size} messages: filled in ${((performance.now() - begun) / 1000).toFixed(0)} s`);
  for (const [name, ask] of Object.entries(asks)) figures.set(name, [...(figures.get(name) ?? []), await timed(ask)]);
  await checkValues();
  const line = 'from SMTP to both targets';
  await throughLine(20);
  figures.set(line, [...(figures.get(line) ?? []), await throughLine(300)]);
  const { before, peak, megabytes, seconds } = await exported();
  console.log(
    `  export: ${megabytes.toFixed(0)} MB in ${seconds.toFixed(1)} s, the service held ${before.toFixed(0)} MB before and ${peak.toFixed(0)} MB at the most`,
  );
}
console.log(
  `\nmilliseconds (median of five)${' '.repeat(2)}${sizes.map((size) => String(size).padStart(10)).join('')}   last to first`,
);
for (const [name, of] of figures)
  console.log(
    `${name.padEnd(31)}${of.map((ms) => ms.toFixed(1).padStart(10)).join('')}   ${(of.at(-1) / of[0]).toFixed(2)}`,
  );
await stop();
