import { setTimeout as sleep } from 'node:timers/promises';
import type { Client } from '@yellow-sieve/client';
import type { Job } from '@yellow-sieve/contract';
import type { Progress } from './command.js';

const pollMs = 250;

/** Waits until a job is over, and shows how far it is meanwhile. */
export async function waitForJob(client: Client, key: string, progress: Progress): Promise<Job> {
  try {
    for (;;) {
      const job = await client.jobs.get({ params: { key } });
      if (job.finished !== null) return job;
      progress.show(job.done, job.total, paceOf(job));
      await sleep(pollMs);
    }
  } finally {
    progress.end();
  }
}

/** How fast a job is, and how long it will take. */
export function paceOf({ rate, left }: Pick<Job, 'rate' | 'left'>): string {
  if (rate === null) return '';
  return left === null ? `${rate}/s` : `${rate}/s, ${timeText(left)} left`;
}

/** A length of time as people say it. */
function timeText(seconds: number): string {
  if (seconds < 90) return `${Math.round(seconds)} s`;
  return seconds < 5400 ? `${Math.round(seconds / 60)} min` : `${Math.round(seconds / 360) / 10} h`;
}
