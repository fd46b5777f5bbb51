import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { type Logger, pino } from 'pino';
import { v7 as uuid } from 'uuid';
import type { Config } from './config.js';
import { connectDatabase, type Database, type DatabaseHandle } from './database/connect.js';
import { migrateDatabase } from './database/migrate.js';
import { delivery, job, message, want } from './database/schema.js';
import { isDatabaseDown } from './database/trouble.js';
import { mailingRound } from './exports/mailing.js';
import { buildApp } from './http/app.js';
import { LiveHub } from './http/live-hub.js';
import { welcomePath } from './http/routes/people.js';
import type { ServeContext } from './http/serve-context.js';
import type { Intake } from './intake/accept.js';
import { commitQueue } from './intake/commit-queue.js';
import { type IntakeTools, intakeKinds, mailPort, type RunningIntake } from './intake/index.js';
import type { JobTools } from './jobs/index.js';
import { followRound } from './lookups/follow.js';
import { estimateAsks } from './model/price.js';
import { NoticeWatch } from './notices/watch.js';
import { Outgoing } from './outgoing/outgoing.js';
import { FilePool } from './pipeline/threads/file-pool.js';
import { ShowPool } from './pipeline/threads/show-pool.js';
import { SiftingPool } from './pipeline/threads/sifting-pool.js';
import { Secrets } from './secrets.js';
import { inviteFirstOwner } from './store/invitation-store.js';
import { type ModelToAsk, modelToAsk, openModel } from './store/model-store.js';
import { hasPeople } from './store/people-store.js';
import { sweepIncomplete } from './store/raw-store.js';
import { sweepSessions } from './store/session-store.js';
import { foldChanges } from './store/tally-store.js';
import { hasTokens, makeToken } from './store/token-store.js';
import { answerSlots } from './work/answer-lane.js';
import { deliverySlots } from './work/delivery-lane.js';
import { DriftWatch } from './work/drift-lane.js';
import { jobRound } from './work/job-lane.js';
import { Lane } from './work/lane.js';
import { type Lease, LeaseKeeper } from './work/lease-keeper.js';
import { handleClaimed, messageSlots, outcomesTogether } from './work/message-lane.js';
import type { Onward } from './work/onward.js';

/** A running service. */
export interface Service {
  httpPort: number | null;
  smtpPort: number | null;
  /** Where the owner's log-in is made, once; null when there are people already. */
  ownerLink: string | null;
  close(): Promise<void>;
}

/** Connections of the main thread; each worker thread has one more of its own. */
const connections = 20;
const startPatienceMs = 60_000;
const sweepMs = 10 * 60_000;
/** How often the watch for drift is asked whether it is time to look. */
const driftPollMs = 15_000;
const noticePollMs = 15_000;
const exportPollMs = 10_000;
const foldMs = 5000;
const closePatienceMs = 2000;
/** How often tables are looked for that are due to be read where they are kept. */
const followPollMs = 5000;
const orphanAgeMs = 24 * 3600_000;

/** Puts the service together and starts what its role asks for. */
export async function startService(config: Config): Promise<Service> {
  const log = pino({ level: config.log, base: null });
  const database = connectDatabase(config.database, connections);
  await whenReady(() => migrateDatabase(database), log);
  const secrets = Secrets.fromFile(config.keyFile);
  const has = (role: Config['role']) => config.role === 'all' || config.role === role;
  const files = new FilePool(config.database);
  const outgoing = new Outgoing(config.privateTargets, { folder: config.folder, files });
  const model = () => modelToAsk(database.db, secrets);
  const intake: Intake = { db: database.db, queue: commitQueue(database), limit: config.messageLimit };
  const work = has('work') ? startWork(config, database, secrets, outgoing, intake, model, log) : null;
  const onward: Onward = (...lanes) => work?.nudge(...lanes);
  const web = has('web')
    ? await startWeb({
        config,
        database,
        secrets,
        intake,
        outgoing,
        onward,
        model,
        log,
        lookupFolder: config.lookupFolder,
        url: consoleUrl(config),
        undoSeconds: config.undoSeconds,
        holdSeconds: config.holdSeconds,
      })
    : null;
  const httpPort = web?.port ?? null;
  const intakes = has('intake')
    ? await startIntakes({ intake, db: database.db, secrets, outgoing, config, log, onward })
    : new Map<string, RunningIntake>();
  const smtpPort = intakes.get(mailPort)?.port ?? null;
  const ownerLink = httpPort === null ? null : await makeOwnerLink(config, database, httpPort);
  if (httpPort !== null) await leaveFirstToken(config, database, httpPort);
  log.info({ httpPort, smtpPort, role: config.role }, 'started');
  const close = () => stop({ intakes: [...intakes.values()], web, work, files, outgoing, database });
  return { httpPort, smtpPort, ownerLink, close };
}

/** Starts every way for mail to come in that runs by itself, by its kind. */
async function startIntakes(tools: IntakeTools): Promise<Map<string, RunningIntake>> {
  const running = new Map<string, RunningIntake>();
  for (const { kind, start } of Object.values(intakeKinds)) if (start) running.set(kind, await start(tools));
  return running;
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

/** Where people reach the console, as far as the configuration says. */
const consoleUrl = ({ url, host, httpPort }: Config): string =>
  url ?? (httpPort > 0 ? `http://${host}:${httpPort}` : '');

interface Work {
  nudge: Onward;
  stop(): Promise<void>;
}

function startWork(
  config: Config,
  { db }: DatabaseHandle,
  secrets: Secrets,
  outgoing: Outgoing,
  intake: Intake,
  model: () => Promise<ModelToAsk>,
  log: Logger,
): Work {
  const worker = uuid();
  const pool = new SiftingPool(config.threads, config.siftSeconds);
  const { pollMs, threads, leaseSeconds } = config;
  let stopping = false;
  const nudge: Onward = (...named) => {
    if (named.length === 0) for (const lane of all) lane.nudge();
    for (const name of named) mail[name].nudge();
  };
  const databaseUrl = config.database;
  const keeper = (table: Lease['table'], keyColumn: string) =>
    new LeaseKeeper(db, { table, keyColumn, worker, leaseSeconds }, log);
  const leases = {
    messages: keeper(message, 'id'),
    wants: keeper(want, 'digest'),
    deliveries: keeper(delivery, 'id'),
    jobs: keeper(job, 'id'),
  };
  const shared = { db, secrets, outgoing, worker, leaseSeconds, log, onward: nudge };
  const commits = outcomesTogether(db);
  const messages = { ...shared, databaseUrl, pool, threads, model, commits, leases: leases.messages };
  const jobs = {
    ...messages,
    intake,
    comparer: pool,
    estimateAsks: async (asks: Parameters<JobTools['estimateAsks']>[0]) =>
      estimateAsks(db, await openModel(db, secrets), asks),
    handleClaimed: (keys: readonly string[]) => handleClaimed(messages, keys),
    stopping: () => stopping,
    jobLeases: leases.jobs,
  };
  const mail = {
    messages: messageSlots(messages, pollMs),
    answers: answerSlots({ ...shared, leases: leases.wants }, pollMs),
    deliveries: deliverySlots({ ...shared, leases: leases.deliveries }, pollMs),
  };
  const all = [
    ...Object.values(mail),
    new Lane({ name: 'jobs', pollMs, log, round: () => jobRound(jobs) }),
    ...upkeepLanes(config, { db, secrets, outgoing, log }),
  ];
  for (const lane of all) lane.start();
  return {
    nudge,
    async stop() {
      stopping = true;
      await Promise.all(all.map((lane) => lane.stop()));
      for (const lease of Object.values(leases)) lease.close();
      await pool.close();
    },
  };
}

/** What is looked after now and then, whatever comes in. */
function upkeepLanes(
  config: Config,
  tools: { db: Database; secrets: Secrets; outgoing: Outgoing; log: Logger },
): Lane[] {
  const { db, log } = tools;
  const drift = new DriftWatch(db, config.driftSeconds);
  const notices = new NoticeWatch({
    ...tools,
    url: consoleUrl(config),
    everySeconds: config.noticeSeconds,
    gatherSeconds: config.gatherSeconds,
  });
  return [
    new Lane({
      name: 'sweep',
      pollMs: sweepMs,
      log,
      round: async () => (await sweepIncomplete(db, new Date(Date.now() - orphanAgeMs))) + (await sweepSessions(db)),
    }),
    new Lane({
      name: 'drift',
      pollMs: Math.min(driftPollMs, config.driftSeconds * 1000),
      log,
      round: () => drift.round(),
    }),
    new Lane({
      name: 'lookups',
      pollMs: followPollMs,
      log,
      round: () => followRound({ ...tools, folder: config.lookupFolder }),
    }),
    new Lane({
      name: 'exports',
      pollMs: Math.min(exportPollMs, config.noticeSeconds * 1000),
      log,
      round: () => mailingRound({ ...tools, url: consoleUrl(config) }),
    }),
    new Lane({
      name: 'notices',
      pollMs: Math.min(noticePollMs, config.noticeSeconds * 1000),
      log,
      round: () => notices.round(),
    }),
    new Lane({ name: 'counts', pollMs: foldMs, log, round: () => foldChanges(db) }),
  ];
}

interface Web {
  port: number;
  close(): Promise<void>;
}

async function startWeb({
  config,
  database: { db, together },
  model,
  log,
  ...context
}: Omit<ServeContext, 'app' | 'db' | 'live' | 'show' | 'trying' | 'together'> & {
  config: Config;
  database: DatabaseHandle;
  model: () => Promise<ModelToAsk>;
  log: Logger;
}): Promise<Web> {
  const live = new LiveHub({ db, log });
  const show = new ShowPool(config.database, config.siftSeconds);
  const trying = { db, databaseUrl: config.database, comparer: show, model };
  const app = await buildApp({ db, together, live, show, trying, ...context }, config, log);
  await app.listen({ host: config.host, port: config.httpPort });
  return {
    port: (app.server.address() as { port: number }).port,
    async close() {
      // Streams would go on for ever, and the server waits for what is open.
      live.close();
      // What is under way may end; browsers keep connections open for nothing, and those are not waited for.
      const impatience = setTimeout(() => app.server.closeAllConnections(), closePatienceMs);
      await app.close();
      clearTimeout(impatience);
      await show.close();
    },
  };
}

/** As long as there are no people, each start makes a one-time link for the owner. */
async function makeOwnerLink({ url, host }: Config, { db }: DatabaseHandle, port: number): Promise<string | null> {
  if (await hasPeople(db)) return null;
  const { secret } = await inviteFirstOwner(db);
  return `${url ?? `http://${host}:${port}`}${welcomePath(secret)}`;
}

/** The first start makes an owner's token and leaves it where the command line finds it. */
async function leaveFirstToken(config: Config, { db }: DatabaseHandle, port: number): Promise<void> {
  if (!config.clientFile || (await hasTokens(db))) return;
  const { token } = await makeToken(db, 'first start', 'owner');
  mkdirSync(dirname(config.clientFile), { recursive: true });
  writeFileSync(config.clientFile, `${JSON.stringify({ url: `http://${config.host}:${port}`, token }, null, 2)}\n`, {
    mode: 0o600,
  });
}

/** No new mail first, then the work under way, then the database. */
async function stop({
  intakes,
  web,
  work,
  files,
  outgoing,
  database,
}: {
  intakes: readonly RunningIntake[];
  web: Web | null;
  work: Work | null;
  files: FilePool;
  outgoing: Outgoing;
  database: DatabaseHandle;
}): Promise<void> {
  await Promise.all(intakes.map((intake) => intake.close()));
  await web?.close();
  await work?.stop();
  await files.close();
  await outgoing.close();
  await database.close();
}
