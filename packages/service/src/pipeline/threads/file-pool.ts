import { YsError } from '@yellow-sieve/core';
import type { FileWork, OwnFileTask } from '../../outgoing/file-work.js';
import { type ReplyOf, type TaskOf, ThreadPool } from './thread-pool.js';
import type { Works } from './worker.js';

/** Seconds of work with one file; twenty megabytes take one. */
const seconds = 60;

/** A thread for files, so that nobody else waits for them. It is started when it is first needed, and ends when it is not. */
export class FilePool implements FileWork {
  private pool: ThreadPool | null = null;

  constructor(private readonly database: string) {}

  attached = (rawId: string, called: string) => this.run('attached', { database: this.database, rawId, called });
  putInto = (task: OwnFileTask) => this.run('putInto', task);
  standsIn = (task: OwnFileTask) => this.run('standsIn', task);

  async close(): Promise<void> {
    await this.pool?.close();
  }

  private async run<N extends keyof Works>(name: N, task: TaskOf<N>): Promise<ReplyOf<N>> {
    this.pool ??= new ThreadPool({ threads: 1, resting: 0, seconds });
    const done = await this.pool.run(name, task, 'files');
    if ('tooSlow' in done) throw new YsError('YS-FOLDER-SLOW', { seconds });
    return done.reply;
  }
}
