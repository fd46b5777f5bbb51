// Messages accepted a second by SMTP, against a bare SMTP server with one committed INSERT a message: same client, same database.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '@yellow-sieve/client';
import { createPool } from 'mysql2/promise';
import nodemailer from 'nodemailer';
import { SMTPServer } from 'smtp-server';
import { tsImport } from 'tsx/esm/api';
import { startDatabase } from '../scripts/database.mjs';
import { startProcess } from '../scripts/processes.mjs';
import { median, tell } from './tell.mjs';

const raw = readFileSync(new URL('../demo/berths/messages/001.eml', import.meta.url));
const connections = 8;
const seconds = 4;

const folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-bench-'));
const database = await startDatabase({ folder });

/** Its own process, as the service is, so that both have the client beside them and not inside. */
async function startBare() {
  const pool = createPool({ uri: database.url('harbour'), connectionLimit: 20 });
  await pool.query(
    'CREATE TABLE IF NOT EXISTS bare (id BIGINT AUTO_INCREMENT PRIMARY KEY, recipient VARCHAR(320), raw MEDIUMBLOB, at DATETIME(3) DEFAULT NOW(3))',
  );
  const server = new SMTPServer({
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    onData: (stream, session, callback) => {
      const chunks = [];
      stream.on('data', (chunk) => chunks.push(chunk));
      stream.on('end', () =>
        pool
          .query('INSERT INTO bare (recipient, raw) VALUES (?, ?)', [
            session.envelope.rcptTo[0].address,
            Buffer.concat(chunks),
          ])
          .then(() => callback(null, 'taken'), callback),
      );
    },
  });
  await new Promise((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    port: server.server.address().port,
    stop: async () => {
      await new Promise((resolve) => server.close(resolve));
      await pool.end();
    },
  };
}

async function rate(port) {
  const transport = nodemailer.createTransport({
    host: '127.0.0.1',
    port,
    ignoreTLS: true,
    pool: true,
    maxConnections: connections,
    maxMessages: Infinity,
  });
  const until = performance.now() + seconds * 1000;
  let count = 0;
  const from = performance.now();
  await Promise.all(
    Array.from({ length: connections }, async () => {
      while (performance.now() < until) {
        await transport.sendMail({ envelope: { from: 'a@b.example', to: 'berths@gannetbay.example' }, raw });
        count++;
      }
    }),
  );
  transport.close();
  return count / ((performance.now() - from) / 1000);
}

if (process.argv.includes('--bare')) {
  const bare = await startBare();
  process.send({ port: bare.port });
} else await compare();

/** A mail server that keeps all it takes in its queue, as one does that hands it over later. */
async function besidePostfix(port) {
  const { startPostfix } = await tsImport('../packages/end-to-end/tests/postfix.ts', import.meta.url);
  const postfix = await startPostfix({ lmtpPort: null });
  const ratios = [];
  await rate(postfix.port);
  for (let round = 1; round <= 3; round++) {
    const [theirs, ours] = [await rate(postfix.port), await rate(port)];
    ratios.push(ours / theirs);
    console.log(
      `round ${round}: service ${ours.toFixed(0)}/s, Postfix ${theirs.toFixed(0)}/s, ratio ${(ours / theirs).toFixed(2)}`,
    );
  }
  postfix.end();
  tell('smtp, of Postfix', median(ratios));
  console.log(`ratio to Postfix (median of 3): ${median(ratios).toFixed(2)}   wanted: 1.0, later 2.0`);
}

async function compare() {
  const settings = {
    YELLOW_SIEVE_DATABASE: database.url('yellow_sieve'),
    // It sends as a mail server in front would: what strangers may send a minute is not for it.
    YELLOW_SIEVE_RELAYS: '127.0.0.1',
    YELLOW_SIEVE_HTTP_PORT: '0',
    YELLOW_SIEVE_SMTP_PORT: '0',
    YELLOW_SIEVE_KEY_FILE: join(folder, 'key'),
    YELLOW_SIEVE_CLIENT_FILE: join(folder, 'client.json'),
    YELLOW_SIEVE_LOG: 'silent',
  };
  const entry = 'packages/service/dist/main.js';
  const whole = await startProcess('service', entry, settings);
  const bare = await startBare();
  const client = createClient(JSON.parse(readFileSync(join(folder, 'client.json'), 'utf8')));
  await client.mailboxes.put({
    params: { name: 'berths' },
    body: Buffer.from('mailbox: berths\naddresses: [berths@gannetbay.example]\nsieves: []\notherwise: skip\n'),
  });
  console.log(`with reading and sifting beside it, in one process: ${(await rate(whole.ports.smtpPort)).toFixed(0)}/s`);
  await whole.stop();
  // Acceptance alone: what becomes of the messages later is work of other processes.
  const service = await startProcess('service', entry, { ...settings, YELLOW_SIEVE_ROLE: 'intake' });
  await rate(bare.port);
  await rate(service.ports.smtpPort);
  const ratios = [];
  for (let round = 1; round <= 3; round++) {
    const [theirs, ours] = [await rate(bare.port), await rate(service.ports.smtpPort)];
    ratios.push(ours / theirs);
    console.log(
      `round ${round}: service ${ours.toFixed(0)}/s, bare server ${theirs.toFixed(0)}/s, ratio ${(ours / theirs).toFixed(2)}`,
    );
  }
  tell('smtp', median(ratios));
  await besidePostfix(service.ports.smtpPort);
  console.log(`ratio (median of 3): ${median(ratios).toFixed(2)}   wanted: 0.70`);
  await bare.stop();
  await service.stop();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
