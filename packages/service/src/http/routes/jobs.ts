import { type Job, jobEndpoints } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { getJob, type JobRow, listFindings, listJobs, stopJob } from '../../store/job-store.js';
import { cursorId, pageOf } from '../../store/paging.js';
import type { ServeContext } from '../serve-context.js';
import { serveEndpoint } from '../serve-endpoint.js';

/** Jobs: how far they are, what they found, and stopping them. */
export function serveJobs({ app, db, onward }: ServeContext): void {
  serveEndpoint(app, db, jobEndpoints.list, async ({ query }) => {
    const { limit, cursor, sieve } = query;
    const rows = await listJobs(db, { limit, before: cursorId(cursor), sieve });
    return pageOf(rows.map(published), limit);
  });
  serveEndpoint(app, db, jobEndpoints.get, async ({ params }) => published(await getJob(db, params.key)));
  serveEndpoint(app, db, jobEndpoints.findings, async ({ params, query }) => {
    await getJob(db, params.key);
    const rows = await listFindings(db, params.key, after(query.cursor), query.limit);
    const items = rows.slice(0, query.limit);
    return {
      items: items.map(({ message, detail }) => ({ message, detail })),
      next: rows.length > query.limit ? String(items.at(-1)?.seq) : null,
    };
  });
  serveEndpoint(app, db, jobEndpoints.stop, async ({ params }) => {
    await stopJob(db, params.key);
    onward();
    return { done: true as const };
  });
}

function after(cursor: string | undefined): number {
  if (cursor === undefined) return 0;
  if (!/^\d{1,9}$/.test(cursor)) throw new YsError('YS-REQUEST-CURSOR');
  return Number(cursor);
}

function published(row: JobRow): Job {
  const { id, kind, title, sieve, by, done, total, worked, detail } = row;
  const rate = worked > 0 && done > 0 ? done / (worked / 1000) : null;
  const over = row.state !== 'waiting';
  return {
    key: id,
    kind,
    title,
    sieve,
    by,
    // A job that has begun is at work, though between two steps nobody may hold it.
    state: row.state === 'waiting' && row.startedAt ? 'running' : row.state,
    done,
    total,
    rate: rate === null ? null : Math.round(rate * 10) / 10,
    left: rate === null || total === null || over ? null : Math.ceil(Math.max(0, total - done) / rate),
    detail,
    created: row.createdAt.toISOString(),
    started: row.startedAt?.toISOString() ?? null,
    finished: row.finishedAt?.toISOString() ?? null,
    result: row.result,
  };
}
