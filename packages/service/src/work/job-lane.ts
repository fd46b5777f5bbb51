import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { say, YsError } from '@yellow-sieve/core';
import { sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import { job } from '../database/schema.js';
import { framesOf, troubleName } from '../database/trouble.js';
import { type JobKind, JobLater, type JobStand, type JobTools, jobKinds } from '../jobs/index.js';
import { getJob, type JobRow, leaveJob, saveStep, startedJob } from '../store/job-store.js';
import { type ClaimOptions, claimAlone, claimRows, lostBeforeAlone } from './claims.js';
import type { LeaseKeeper } from './lease-keeper.js';

export interface JobLaneOptions extends JobTools {
  log: Logger;
  jobLeases: LeaseKeeper;
  /** True once the service is to stop: the step under way is the last. */
  stopping: () => boolean;
}

/** Milliseconds a job is worked on before the others have their turn. */
const sliceMs = 2000;
/** Milliseconds a step waits at the most while live mail is waiting: live mail goes first, but jobs do not starve. */
const maxDeference = 1000;

/** One round: takes up a job, works on it for a while, and lays it down. What it did is committed step by step. */
export async function jobRound(options: JobLaneOptions): Promise<number> {
  const claim: ClaimOptions = {
    table: job,
    keyColumn: 'id',
    waiting: sql`state = 'waiting' AND due_at <= NOW(3)`,
    worker: options.worker,
    max: 1,
    leaseSeconds: options.leaseSeconds,
  };
  const [id] = [...(await claimRows(options.db, claim)), ...(await claimAlone(options.db, claim))];
  if (id === undefined) return 0;
  options.jobLeases.hold(id);
  try {
    await workOn(options, await getJob(options.db, id));
  } catch (error) {
    await afterTrouble(options, id, error);
  } finally {
    options.jobLeases.drop(id);
  }
  return 1;
}

async function workOn(options: JobLaneOptions, row: JobRow): Promise<void> {
  const { db, worker } = options;
  const held = { id: row.id, worker };
  const kind = jobKinds[row.kind];
  if (!kind) return leaveJob(db, held, 'failed', say('YS-NOT-FOUND', { what: 'kind of job', name: row.kind }));
  const turn = new Turn(options, kind, row);
  const until = performance.now() + sliceMs;
  if (row.startedAt === null) await startedJob(db, row.id);
  do {
    if ((await getJob(db, row.id)).stopAsked) return leaveJob(db, held, 'stopped');
    const came = await turn.step();
    if (came === 'lost') return;
    if (came === 'over') return leaveJob(db, held, 'done');
  } while (performance.now() < until && !options.stopping());
  await leaveJob(db, held, 'waiting');
}

/** A job while this worker holds it. */
class Turn {
  private stand: JobStand<unknown, JobRow['result']> | null;
  private found: number | null = null;

  constructor(
    private readonly options: JobLaneOptions,
    private readonly kind: JobKind,
    private readonly row: JobRow,
  ) {
    const { total, done, at, result } = row;
    this.stand = at === null ? null : { total, done, at, result };
  }

  /** Does the next step and commits it; `lost` when another worker has taken the job over. */
  async step(): Promise<'on' | 'over' | 'lost'> {
    const { options, kind, row } = this;
    await deferToLiveMail(options);
    const from = performance.now();
    const stand = this.stand;
    const step = stand
      ? await kind.step(options, row.params, stand)
      : { ...(await kind.begin(options, row.params)), over: false, findings: [] };
    const found = this.found ?? (await findingsOf(options, row.id));
    const saved = await saveStep(
      options.db,
      { id: row.id, worker: options.worker, leaseSeconds: options.leaseSeconds },
      { ...step, worked: performance.now() - from, found },
    );
    if (!saved) return 'lost';
    this.found = found + step.findings.length;
    this.stand = step;
    return step.over ? 'over' : 'on';
  }
}

async function findingsOf({ db }: JobLaneOptions, id: string): Promise<number> {
  const [rows] = (await db.execute(
    sql`SELECT COALESCE(MAX(seq), 0) AS seq FROM job_finding WHERE job_id = ${id}`,
  )) as unknown as [{ seq: number }[]];
  return Number(rows[0]?.seq ?? 0);
}

async function deferToLiveMail({ db }: JobLaneOptions): Promise<void> {
  const until = performance.now() + maxDeference;
  while (performance.now() < until) {
    const [rows] = (await db.execute(
      sql`SELECT id FROM message WHERE state = 'waiting' AND wants = 0 AND behind = 0 AND due_at <= NOW(3) AND claimed_by IS NULL LIMIT 1`,
    )) as unknown as [{ id: string }[]];
    if (rows.length === 0) return;
    await sleep(50);
  }
}

/** A step that throws is tried again when the claim has run out; after a few times the job is given up, with a reference. */
async function afterTrouble({ db, worker, log }: JobLaneOptions, id: string, error: unknown): Promise<void> {
  if (error instanceof JobLater) {
    const due = new Date(Date.now() + error.seconds * 1000);
    return leaveJob(db, { id, worker }, 'waiting', error.detail, due);
  }
  // What a person can mend is said to them, and trying again would not help.
  if (error instanceof YsError) return leaveJob(db, { id, worker }, 'failed', error.message);
  const { lost } = await getJob(db, id);
  const reference = randomUUID();
  const trouble = troubleName(error);
  log.error(
    { job: id, trouble, lost, reference, stack: error instanceof Error ? framesOf(error) : null },
    'a job failed',
  );
  if (lost < lostBeforeAlone) return;
  await leaveJob(db, { id, worker }, 'failed', say('YS-JOB-TROUBLE', { lost, reference }));
}
