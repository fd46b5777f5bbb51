import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import type { FastifyInstance } from 'fastify';
import { type Logger, pino } from 'pino';
import { v7 as uuid } from 'uuid';
import type { Config } from './config.js';
import { connectDatabase, type DatabaseHandle } from './database/connect.js';
import { migrateDatabase } from './database/migrate.js';
import { isDatabaseDown } from './database/trouble.js';
import { buildApp } from './http/app.js';
import type { Intake } from './intake/accept.js';
import { CommitQueue } from './intake/commit-queue.js';
import { type SmtpIntake, startSmtp } from './intake/smtp.js';
import { SiftingPool } from './pipeline/sifting-pool.js';
import { Secrets } from './secrets.js';
import { openModel } from './store/model-store.js';
import { sweepIncomplete } from './store/raw-store.js';
import { hasTokens, makeToken } from './store/token-store.js';
import { answerRound } from './work/answer-lane.js';
import { deliveryRound } from './work/delivery-lane.js';
import { Lane } from './work/lane.js';
import { messageRound } from './work/message-lane.js';

/** A running service. */
export interface Service {
  httpPort: number | null;
  smtpPort: number | null;
  close(): Promise<void>;
}

/** Connections of the main thread; each worker thread has one more of its own. */
const connections = 20;
const startPatienceMs = 60_000;
const sweepMs = 10 * 60_000;
const orphanAgeMs = 24 * 3600_000;

/** Puts the service together and starts what its role asks for. */
export async function startService(config: Config): Promise<Service> {
  const log = pino({ level: config.log, base: null });
  const database = connectDatabase(config.database, connections);
  await whenReady(() => migrateDatabase(database), log);
  const secrets = Secrets.fromFile(config.keyFile);
  const has = (role: Config['role']) => config.role === 'all' || config.role === role;
  const work = has('work') ? startWork(config, database, secrets, log) : null;
  const onward = () => work?.nudge();
  const intake: Intake = { db: database.db, queue: new CommitQueue(database), limit: config.messageLimit };
  const app = has('web') ? await buildApp({ db: database.db, secrets, intake, onward }, log) : null;
  const httpPort = app ? await listen(app, config) : null;
  const smtp = has('intake')
    ? await startSmtp({ intake, host: config.host, port: config.smtpPort, log, onward })
    : null;
  if (httpPort !== null) await leaveFirstToken(config, database, httpPort);
  log.info({ httpPort, smtpPort: smtp?.port ?? null, role: config.role }, 'started');
  return { httpPort, smtpPort: smtp?.port ?? null, close: () => stop({ smtp, app, work, database }) };
}

/** The database may come up a little later than the service. */
async function whenReady(start: () => Promise<void>, log: Logger): Promise<void> {
  const until = Date.now() + startPatienceMs;
  for (;;) {
    try {
      return await start();
    } catch (error) {
      if (!isDatabaseDown(error) || Date.now() > until) throw error;
      log.warn('the database cannot be reached yet');
      await sleep(500);
    }
  }
}

interface Work {
  nudge(): void;
  stop(): Promise<void>;
}

function startWork(config: Config, { db }: DatabaseHandle, secrets: Secrets, log: Logger): Work {
  const worker = uuid();
  const pool = new SiftingPool(config.threads, config.siftSeconds);
  const { pollMs, threads, leaseSeconds } = config;
  const modelName = async () => (await openModel(db, secrets))?.model ?? 'default';
  const nudge = () => lanes.forEach((lane) => void lane.nudge());
  const lanes = [
    new Lane({
      name: 'messages',
      pollMs,
      log,
      round: () =>
        messageRound({
          db,
          databaseUrl: config.database,
          pool,
          worker,
          leaseSeconds,
          threads,
          log,
          modelName,
          onward: nudge,
        }),
    }),
    new Lane({
      name: 'answers',
      pollMs,
      log,
      round: () => answerRound({ db, secrets, worker, leaseSeconds, log, onward: nudge }),
    }),
    new Lane({
      name: 'deliveries',
      pollMs,
      log,
      round: () => deliveryRound({ db, secrets, worker, leaseSeconds, log }),
    }),
    new Lane({
      name: 'sweep',
      pollMs: sweepMs,
      log,
      round: () => sweepIncomplete(db, new Date(Date.now() - orphanAgeMs)),
    }),
  ];
  for (const lane of lanes) lane.start();
  return {
    nudge,
    async stop() {
      await Promise.all(lanes.map((lane) => lane.stop()));
      await pool.close();
    },
  };
}

async function listen(app: FastifyInstance, config: Config): Promise<number> {
  await app.listen({ host: config.host, port: config.httpPort });
  return (app.server.address() as { port: number }).port;
}

/** The first start makes an owner's token and leaves it where the command line finds it. */
async function leaveFirstToken(config: Config, { db }: DatabaseHandle, port: number): Promise<void> {
  if (!config.clientFile || (await hasTokens(db))) return;
  const token = await makeToken(db, 'first start', 'owner');
  mkdirSync(dirname(config.clientFile), { recursive: true });
  writeFileSync(config.clientFile, `${JSON.stringify({ url: `http://${config.host}:${port}`, token }, null, 2)}\n`, {
    mode: 0o600,
  });
}

/** No new mail first, then the work under way, then the database. */
async function stop({
  smtp,
  app,
  work,
  database,
}: {
  smtp: SmtpIntake | null;
  app: FastifyInstance | null;
  work: Work | null;
  database: DatabaseHandle;
}): Promise<void> {
  await smtp?.close();
  await app?.close();
  await work?.stop();
  await database.close();
}
