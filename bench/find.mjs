// The first page of messages found, and of the other lists, over many stored ones: milliseconds of a call, the median of nine, by what is
// asked for.
// `node bench/find.mjs 100000` for that many messages, which is what is taken when left out. 300 of them are fed; the others are
// copies of their rows with other keys, since what is measured is looking for them.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { createClient } from '@yellow-sieve/client';
import mysql from 'mysql2/promise';
import { startDatabase } from '../scripts/database.mjs';
import { startProcess } from '../scripts/processes.mjs';
import { median, tell } from './tell.mjs';

const count = Number(process.argv[2] ?? 100_000);
const fed = 300;
const berths = (name) => readFileSync(new URL(`../demo/berths/${name}`, import.meta.url), 'utf8');
const source = berths('berth-request.sieve.yaml').replace(
  /\nroutes:[\s\S]*?\nsamples:/,
  '\nroutes: [{ to: book }]\nsamples:',
);
const shapes = ['001', '002', '003', '004'].map((name) => berths(`messages/${name}.eml`));
const mail = (i) =>
  Buffer.from(
    shapes[i % shapes.length]
      .replace(/^Message-ID: .*$/im, `Message-ID: <${i}@bench.example>`)
      .replace(/(Vessel|vessel): .*/g, `$1: Bench ${i}`),
  );

/** Tables whose rows are copied, with the columns that hold keys of copied rows. */
const copied = {
  message: ['id'],
  record: ['id', 'message_id'],
  record_revision: ['record_id'],
  delivery: ['id', 'identity', 'message_id', 'record_id'],
  finding: ['message_id'],
  value: ['record_id'],
  row_value: ['record_id'],
};

/** Copies all rows so often that there are `count` messages. Copies are older than what was fed: their keys begin lower. */
async function copyRows(url) {
  const sql = await mysql.createConnection(url);
  const times = Math.ceil(count / fed) - 1;
  for (const [table, keys] of Object.entries(copied)) {
    const [columns] = await sql.query(
      'SELECT column_name AS name FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = ? ORDER BY ordinal_position',
      [table],
    );
    const taken = columns.map(({ name }) =>
      keys.includes(name) ? `CONCAT(LPAD(LOWER(HEX(seq)), 8, '0'), SUBSTRING(\`${name}\`, 9))` : `\`${name}\``,
    );
    await sql.query(
      `INSERT INTO \`${table}\` SELECT ${taken.join(', ')} FROM (SELECT * FROM \`${table}\`) AS there JOIN seq_1_to_${times} AS every`,
    );
  }
  const [[{ messages }]] = await sql.query('SELECT COUNT(*) AS messages FROM message');
  await sql.query(
    `ANALYZE TABLE ${Object.keys(copied)
      .map((table) => `\`${table}\``)
      .join(', ')}`,
  );
  await sql.end();
  return messages;
}

const asked = {
  'no filter': {},
  'a word of most': { find: 'berth' },
  'a word of few': { find: 'bench 299' },
  'a word of none': { find: 'kraken' },
  'two words': { find: 'berth kittiwake' },
  'a value of a field': { find: 'vessel="Bench 17"' },
  'a field by its filter': { field: 'vessel', is: 'Bench 17' },
  'a field with a bound': { field: 'nights', at_least: '400' },
  'a state': { state: 'review' },
  'a state of none': { state: 'failed' },
  'a cause': { cause: 'YS-REQUIRED' },
  'a category of none': { category: 'keys' },
  'a state of most, and a word of none': { state: 'done', find: 'kraken' },
  'a state of none, and a word of most': { state: 'failed', find: 'berth' },
  'a sieve, and a word of few': { sieve: 'berth-request', find: 'bench 299' },
  'days, and a word of none': { from: '2020-01-01', to: '2090-01-01', find: 'kraken' },
};

const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-bench-'));
const database = await startDatabase({ folder });
const client = join(folder, 'client.json');
const service = await startProcess('service', 'packages/service/dist/main.js', {
  YELLOW_SIEVE_HTTP_PORT: '0',
  YELLOW_SIEVE_SMTP_PORT: '0',
  YELLOW_SIEVE_DATABASE: database.url('yellow_sieve'),
  YELLOW_SIEVE_KEY_FILE: join(folder, 'key'),
  YELLOW_SIEVE_CLIENT_FILE: client,
  YELLOW_SIEVE_LOG: 'warn',
});
try {
  const { url, token } = JSON.parse(readFileSync(client, 'utf8'));
  const api = createClient({ url, token });
  await api.destinations.put({ params: { name: 'book' }, body: Buffer.from('destination: book\nkind: sheet\n') });
  await api.lookups.put({ params: { name: 'fee-classes' }, body: Buffer.from(berths('lookups/fee-classes.csv')) });
  await api.sieves.put({ params: { name: 'berth-request' }, body: Buffer.from(source), query: { live: 'true' } });
  await api.mailboxes.put({ params: { name: 'berths' }, body: Buffer.from(berths('berths.mailbox.yaml')) });
  for (let i = 0; i < fed; i++) await api.messages.feed({ params: { mailbox: 'berths' }, body: mail(i) });
  while ((await api.messages.list({ query: { state: 'waiting', limit: '1' } })).items.length > 0) await sleep(200);
  console.log(`${await copyRows(database.url('yellow_sieve'))} messages`);
  const [{ key, record }] = (await api.records.list({ query: { limit: '1' } })).items.map((one) => ({
    key: one.message,
    record: one.key,
  }));
  const lists = {
    records: () => api.records.list({ query: { limit: '50' } }),
    'records of a sieve with a value': () =>
      api.records.list({ query: { limit: '50', sieve: 'berth-request', field: 'vessel', is: 'Bench 17' } }),
    'records in review': () => api.records.list({ query: { limit: '50', verdict: 'review' } }),
    'records of a mailbox': () => api.records.list({ query: { limit: '50', mailbox: 'berths' } }),
    deliveries: () => api.deliveries.list({ query: { limit: '50' } }),
    'deliveries of a destination': () => api.deliveries.list({ query: { limit: '50', destination: 'book' } }),
    'deliveries that stopped': () => api.deliveries.list({ query: { limit: '50', state: 'stopped' } }),
    'a message': () => api.messages.get({ params: { key } }),
    'a record’s history': () => api.records.history({ params: { key: record } }),
    overview: () => api.overview.get({ query: { days: '14' } }),
    'review by cause': () => api.review.causes(),
  };
  const calls = [
    ...Object.entries(asked).map(([name, query]) => [
      name,
      () => api.messages.list({ query: { limit: '50', ...query } }),
    ]),
    ...Object.entries(lists),
  ];
  let slowest = 0;
  for (const [name, call] of calls) {
    const took = [];
    let found = 0;
    for (let i = 0; i < 9; i++) {
      const from = performance.now();
      found = (await call()).items?.length ?? 1;
      took.push(performance.now() - from);
    }
    slowest = Math.max(slowest, median(took));
    console.log(
      `${name}: ${median(took).toFixed(0)} ms (${Math.max(...took).toFixed(0)} at most), ${found} on the page`,
    );
  }
  tell('find, slowest ms', slowest);
} finally {
  await service.stop();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
