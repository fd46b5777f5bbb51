import type { Found, Job } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { and, asc, desc, eq, gt, lt, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database, Executor } from '../database/connect.js';
import { job, jobFinding } from '../database/schema.js';
import { noteChanges } from './change-store.js';

export type JobRow = typeof job.$inferSelect;

export interface NewJob {
  kind: string;
  title: string;
  sieve: string | null;
  by: string;
  params: unknown;
}

/** Starts a job: it waits for a worker to take it up. */
export async function createJob(db: Executor, made: NewJob): Promise<string> {
  const id = uuid();
  const now = new Date();
  await db
    .insert(job)
    .values({ id, ...made, title: made.title.slice(0, 300), state: 'waiting', dueAt: now, createdAt: now });
  await noteJob(db, id);
  return id;
}

export async function getJob(db: Executor, id: string): Promise<JobRow> {
  const [row] = await db.select().from(job).where(eq(job.id, id));
  if (!row) throw new YsError('YS-NOT-FOUND', { what: 'job', name: id });
  return row;
}

/** The newest job of the past day that takes what lies in a folder; null where there is none. */
export async function lastBackfill(db: Executor, folderId: string): Promise<string | null> {
  const since = new Date(Date.now() - 24 * 3600_000);
  const [row] = await db
    .select({ id: job.id })
    .from(job)
    .where(
      and(
        eq(job.kind, 'backfill'),
        gt(job.createdAt, since),
        sql`JSON_VALUE(${job.params}, '$.folderId') = ${folderId}`,
      ),
    )
    .orderBy(desc(job.id))
    .limit(1);
  return row?.id ?? null;
}

export interface JobFilter {
  limit: number;
  before?: string | undefined;
  state?: JobRow['state'] | undefined;
  sieve?: string | undefined;
}

/** Jobs, newest first; one more than the limit. */
export async function listJobs(db: Executor, { limit, before, state, sieve }: JobFilter): Promise<JobRow[]> {
  return db
    .select()
    .from(job)
    .where(
      and(
        before ? lt(job.id, before) : undefined,
        state ? eq(job.state, state) : undefined,
        sieve ? eq(job.sieve, sieve) : undefined,
      ),
    )
    .orderBy(desc(job.id))
    .limit(limit + 1);
}

/** What a job found, in order, from after a number; one more than the limit. */
export async function listFindings(db: Executor, id: string, after: number, limit: number) {
  return db
    .select()
    .from(jobFinding)
    .where(and(eq(jobFinding.jobId, id), gt(jobFinding.seq, after)))
    .orderBy(asc(jobFinding.seq))
    .limit(limit + 1);
}

/** Asks a job to stop. One that nobody works on stops at once, the others after the step they are at. */
export async function stopJob(db: Database, id: string): Promise<void> {
  const { state } = await getJob(db, id);
  if (state !== 'waiting') throw new YsError('YS-JOB-OVER', { state });
  await db.update(job).set({ stopAsked: true, dueAt: new Date() }).where(eq(job.id, id));
}

/** What a step of a job did. */
export interface JobProgress {
  total: number | null;
  done: number;
  at: unknown;
  result: Job['result'];
  /** Milliseconds it took. */
  worked: number;
  findings: readonly { message: string; detail: Found }[];
  /** How many findings there were before. */
  found: number;
}

/**
 * Commits what a step did together with where the next one begins, and holds the claim for longer; returns false when the
 * claim was lost.
 */
export async function saveStep(
  db: Database,
  { id, worker, leaseSeconds }: { id: string; worker: string; leaseSeconds: number },
  { total, done, at, result, worked, findings, found }: JobProgress,
): Promise<boolean> {
  return db.transaction(async (tx) => {
    const [held] = await tx
      .select({ id: job.id })
      .from(job)
      .where(and(eq(job.id, id), eq(job.claimedBy, worker)))
      .for('update');
    if (!held) return false;
    if (findings.length > 0)
      await tx.insert(jobFinding).values(findings.map((one, i) => ({ jobId: id, seq: found + i + 1, ...one })));
    await tx
      .update(job)
      .set({
        total,
        done,
        at,
        result,
        worked: sql`${job.worked} + ${Math.round(worked)}`,
        lost: 0,
        claimedUntil: sql`NOW(3) + INTERVAL ${leaseSeconds} SECOND`,
      })
      .where(eq(job.id, id));
    await noteJob(tx, id);
    return true;
  });
}

/** Ends a job, or lays it down for others to go on with. */
export async function leaveJob(
  db: Database,
  { id, worker }: { id: string; worker: string },
  state: JobRow['state'],
  detail: string | null = null,
  due = new Date(),
): Promise<void> {
  const now = new Date();
  await db
    .update(job)
    .set({
      state,
      detail,
      dueAt: due,
      lost: 0,
      claimedBy: null,
      claimedUntil: null,
      ...(state === 'waiting' ? {} : { finishedAt: now }),
    })
    .where(and(eq(job.id, id), eq(job.claimedBy, worker)));
  if (state !== 'waiting') await noteJob(db, id);
}

export async function startedJob(db: Database, id: string): Promise<void> {
  await db.update(job).set({ startedAt: new Date() }).where(eq(job.id, id));
}

/** Told to browsers, counted nowhere. */
const noteJob = (tx: Executor, id: string): Promise<void> =>
  noteChanges(tx, [{ kind: 'job', what: id, owner: '', day: new Date(), was: null, is: null }]);
