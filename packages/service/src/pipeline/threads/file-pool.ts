import { YsError } from '@yellow-sieve/core';
import type { FileWork, OwnFileTask } from '../../outgoing/file-work.js';
import { type ReplyOf, type TaskOf, ThreadPool } from './thread-pool.js';
import type { Works } from './worker.js';

/** Seconds of work with one file; twenty megabytes take one. Few enough that who waits behind it is not given up meanwhile. */
const seconds = 15;
/** A file that takes long leaves one to the others. */
const threads = 2;

/** Threads for files, so that nobody else waits for them. They are started when they are first needed, and end when they are not. */
export class FilePool implements FileWork {
  private pool: ThreadPool | null = null;

  constructor(private readonly database: string) {}

  attached = (rawId: string, called: string, on: string) =>
    this.run('attached', { database: this.database, rawId, called }, on);
  putInto = (task: OwnFileTask, on: string) => this.run('putInto', task, on);
  standsIn = (task: OwnFileTask, on: string) => this.run('standsIn', task, on);

  async close(): Promise<void> {
    await this.pool?.close();
  }

  private async run<N extends keyof Works>(name: N, task: TaskOf<N>, on: string): Promise<ReplyOf<N>> {
    this.pool ??= new ThreadPool({ threads, resting: 0, seconds });
    const done = await this.pool.run(name, task, on);
    if ('tooSlow' in done) throw new YsError('YS-FOLDER-SLOW', { seconds });
    return done.reply;
  }
}
