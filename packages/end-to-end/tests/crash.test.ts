import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import nodemailer from 'nodemailer';
import { freePort, startDatabase } from '../../../scripts/database.mjs';
import { sendRaw, setUpBerths, startWorld, until, type World } from './harness.js';

const messages = 40;
/** Says when it is killed; CRASH_SEED=… does it once more. */
const seed = Number(process.env.CRASH_SEED ?? Math.floor(Math.random() * 1_000_000));
const senders = 6;

let folder: string;
let database: Awaited<ReturnType<typeof startDatabase>>;
let world: World;
let smtpPort: number;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'yellow-sieve-crash-'));
  database = await startDatabase({ folder });
  smtpPort = await freePort();
  world = await startWorld({ YELLOW_SIEVE_SMTP_PORT: String(smtpPort), YELLOW_SIEVE_LEASE_SECONDS: '10' }, database);
  await setUpBerths(world);
});
afterAll(async () => {
  await world.end();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
});

const mail = (vessel: string) =>
  `Subject: Berth request: ${vessel}\r\nMessage-ID: <${vessel}@test.example>\r\n\r\nVessel: ${vessel}\r\nLength over all: 9 m\r\nArrives 3 June 2027 for 4 nights\r\nSkipper: Ezra Fenn\r\nE-mail: ${vessel}@b.example\r\n`;

/** Sends until it is acknowledged, as any mail server does; a message may then be taken twice, never not at all. */
async function sendUntilTaken(vessel: string): Promise<void> {
  for (;;) {
    const transport = nodemailer.createTransport({
      host: '127.0.0.1',
      port: smtpPort,
      ignoreTLS: true,
      connectionTimeout: 2000,
      socketTimeout: 10_000,
    });
    try {
      await transport.sendMail({
        envelope: { from: 'a@b.example', to: 'berths@gannetbay.example' },
        raw: mail(vessel),
      });
      return;
    } catch {
      await sleep(100);
    } finally {
      transport.close();
    }
  }
}

/** The same figures from 0 to 1 for the same seed (mulberry32). */
function randomFrom(state: number): () => number {
  let at = state >>> 0;
  return () => {
    at = (at + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(at ^ (at >>> 15), at | 1);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

test(`killed at random (seed ${seed}) while ${messages} messages come in, with the database restarted once: nothing is lost, nothing doubled`, async () => {
  const random = randomFrom(seed);
  const waiting = Array.from({ length: messages }, (_, i) => `Vessel${i}`);
  const acknowledged: string[] = [];
  let killing = true;
  const sending = Array.from({ length: senders }, async () => {
    for (let vessel = waiting.pop(); vessel !== undefined; vessel = waiting.pop()) {
      await sendUntilTaken(vessel);
      acknowledged.push(vessel);
    }
  });
  const mischief = (async () => {
    for (let round = 0; killing; round++) {
      await sleep(300 + random() * 800);
      await world.kill();
      if (round === 1) {
        await database.stop();
        database = await startDatabase({ folder, port: database.port });
      }
      await world.restart();
    }
  })();
  await Promise.all(sending);
  killing = false;
  await mischief;
  expect(acknowledged).toHaveLength(messages);

  await until(
    'all are delivered',
    async () => {
      const [open] = await world.sql<{ n: number }>(
        "SELECT (SELECT COUNT(*) FROM message WHERE state = 'waiting') + (SELECT COUNT(*) FROM delivery WHERE state NOT IN ('delivered', 'dropped')) AS n",
      );
      return open?.n === 0;
    },
    120,
  );
  const taken = await world.sql<{ subject: string }>('SELECT DISTINCT subject FROM message');
  expect(taken.map(({ subject }) => subject.split(': ')[1]).sort()).toEqual([...acknowledged].sort());
  // A sender that did not hear the answer sends a message twice; the second is known as a twin, and writes nothing.
  const [made] = await world.sql<{ done: number; others: number; records: number }>(
    `SELECT SUM(state = 'done') AS done, SUM(state <> 'done' AND reasons NOT LIKE '%YS-MESSAGE-TWIN%') AS others,
       (SELECT COUNT(*) FROM record) AS records FROM message`,
  );
  expect([Number(made?.done), Number(made?.others), made?.records]).toEqual([messages, 0, messages]);
  const [rows] = await world.sql<{ rows_: number; vessels: number }>(
    'SELECT COUNT(*) AS rows_, COUNT(DISTINCT ys_message) AS vessels FROM berth_requests',
  );
  expect([rows?.rows_, rows?.vessels]).toEqual([messages, messages]);
  // The CRM is found by the email address: a try that was cut off in the middle made no second entry.
  const contacts = world.crm.contacts.map(({ email }) => String(email));
  expect(contacts.sort()).toEqual(acknowledged.map((vessel) => `${vessel}@b.example`).sort());
  const [records] = await world.sql<{ n: number; revisions: number }>(
    'SELECT COUNT(*) AS n, (SELECT COUNT(*) FROM record_revision) AS revisions FROM record',
  );
  expect(records?.revisions).toBe(records?.n);
});

test('while the database is down, senders are told to come back, and nothing is taken', async () => {
  const once = () => sendRaw(world.smtpPort, mail('Downtime'));
  await database.stop();
  await expect(once()).rejects.toMatchObject({ responseCode: 451 });
  const feed = world.client.messages.feed({ params: { mailbox: 'berths' }, body: Buffer.from(mail('Downtime')) });
  await expect(feed).rejects.toMatchObject({ code: 'YS-DATABASE-DOWN', problem: { status: 503 } });
  expect((await fetch(`${world.url}/health/ready`)).status).toBe(503);
  expect((await fetch(`${world.url}/health/live`)).status).toBe(200);
  database = await startDatabase({ folder, port: database.port });
  await until('mail is taken again', () => once().catch(() => null));
  await until(
    'it is done',
    async () =>
      (
        await world.sql<{ n: number }>(
          "SELECT COUNT(*) AS n FROM message WHERE subject LIKE '%Downtime' AND state = 'done'",
        )
      )[0]?.n === 1,
  );
});
