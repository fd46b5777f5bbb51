import { say } from '@yellow-sieve/core';
import type { CompareReply, CompareTask } from './compare.js';
import type { HandleReply, HandleTask } from './handle.js';
import { ThreadPool } from './thread-pool.js';

/** What became of a message, and the milliseconds it took. */
export type SiftingReply = (HandleReply | { stopped: string }) & { ms: number };

/** The worker threads that read and sift. A message that takes too long says so. */
export class SiftingPool {
  private readonly pool: ThreadPool;

  constructor(
    threads: number,
    private readonly seconds: number,
  ) {
    this.pool = new ThreadPool({ threads, seconds });
  }

  async handle(task: HandleTask): Promise<SiftingReply> {
    const done = await this.pool.run('handle', task, task.arrival.mailbox);
    const { ms } = done;
    return 'reply' in done
      ? { ...done.reply, ms }
      : { stopped: say('YS-MESSAGE-TOO-SLOW', { seconds: this.seconds }), ms };
  }

  /** Compares some messages; null when that takes longer than one of them may. */
  async compare(task: CompareTask): Promise<CompareReply[] | null> {
    const done = await this.pool.run('compare', task, 'jobs');
    return 'reply' in done ? done.reply : null;
  }

  close(): Promise<void> {
    return this.pool.close();
  }
}
