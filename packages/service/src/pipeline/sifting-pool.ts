import { say } from '@yellow-sieve/core';
import type { CompareReply, CompareTask } from './compare-task.js';
import type { HandleReply, HandleTask } from './handle-task.js';
import { ThreadPool } from './thread-pool.js';

export type SiftingReply = HandleReply | { stopped: string };

/** The worker threads that read and sift. A message that takes too long says so. */
export class SiftingPool {
  private readonly pool: ThreadPool<HandleTask, HandleReply>;

  constructor(
    threads: number,
    private readonly seconds: number,
  ) {
    this.pool = new ThreadPool({ worker: 'sift-worker', threads, seconds });
  }

  async handle(task: HandleTask): Promise<SiftingReply> {
    const done = await this.pool.run(task, { on: task.arrival.mailbox });
    return 'reply' in done ? done.reply : { stopped: say('YS-MESSAGE-TOO-SLOW', { seconds: this.seconds }) };
  }

  /** Compares some messages; null when that takes longer than one of them may. */
  async compare(task: CompareTask): Promise<CompareReply[] | null> {
    const done = await this.pool.run<CompareTask, CompareReply[]>(task, { name: 'compare', on: 'jobs' });
    return 'reply' in done ? done.reply : null;
  }

  close(): Promise<void> {
    return this.pool.close();
  }
}
