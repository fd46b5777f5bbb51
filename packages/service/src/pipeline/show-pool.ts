import { YsError } from '@yellow-sieve/core';
import type { ShowReply, ShowTask } from './show-task.js';
import { ThreadPool } from './thread-pool.js';

/** The worker thread that reads messages for people who look at them, so that a long one holds nobody else up. */
export class ShowPool {
  private pool: ThreadPool<ShowTask, ShowReply> | null = null;

  constructor(
    private readonly database: string,
    private readonly seconds: number,
  ) {}

  /** @throws YsError YS-MESSAGE-TOO-SLOW when reading takes too long. */
  async show(task: Omit<ShowTask, 'database'>): Promise<ShowReply> {
    // The thread is started by the first who looks.
    this.pool ??= new ThreadPool({ worker: 'show-worker', threads: 1, seconds: this.seconds });
    const done = await this.pool.run({ database: this.database, ...task });
    if (!('reply' in done)) throw new YsError('YS-MESSAGE-TOO-SLOW', { seconds: this.seconds });
    return done.reply;
  }

  async close(): Promise<void> {
    await this.pool?.close();
  }
}
