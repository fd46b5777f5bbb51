import type { Found, Job } from '@yellow-sieve/contract';
import { bigint, boolean, index, int, json, mysqlTable, primaryKey, text, varchar } from 'drizzle-orm/mysql-core';
import { key, moment } from '../columns.js';
import { claim } from './claim.js';

/** Long work. It is done a step at a time; what a step did and where the next one begins are committed together. */
export const job = mysqlTable(
  'job',
  {
    id: key('id').primaryKey(),
    kind: varchar('kind', { length: 32 }).notNull(),
    /** In words, for listings. */
    title: varchar('title', { length: 300 }).notNull(),
    /** Name of the sieve it is about, if it is about one. */
    sieve: varchar('sieve', { length: 64 }),
    by: varchar('started_by', { length: 100 }).notNull(),
    state: varchar('state', { length: 12, enum: ['waiting', 'done', 'stopped', 'failed'] }).notNull(),
    params: json('params').$type<unknown>().notNull(),
    /** Where the next step begins. */
    at: json('at').$type<unknown>(),
    result: json('result').$type<Job['result']>(),
    /** Null until it is known. */
    total: int('total'),
    done: int('done').notNull().default(0),
    /** Milliseconds of work so far; pauses do not count. */
    worked: bigint('worked', { mode: 'number' }).notNull().default(0),
    stopAsked: boolean('stop_asked').notNull().default(false),
    /** Why it failed. */
    detail: text('detail'),
    dueAt: moment('due_at').notNull(),
    createdAt: moment('created_at').notNull(),
    startedAt: moment('started_at'),
    finishedAt: moment('finished_at'),
    ...claim,
  },
  (t) => [index('job_work').on(t.state, t.dueAt), index('job_of_sieve').on(t.sieve, t.id)],
);

/** What a job found about single messages, in the order it came to them. */
export const jobFinding = mysqlTable(
  'job_finding',
  {
    jobId: key('job_id').notNull(),
    seq: int('seq').notNull(),
    /** Key of the message, or name of the sample. */
    message: varchar('message', { length: 180 }).notNull(),
    detail: json('detail').$type<Found>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.jobId, t.seq] })],
);
