import { fileURLToPath } from 'node:url';
import { YsError } from '@yellow-sieve/core';
import { Piscina } from 'piscina';
import { FairQueue } from './fair-queue.js';
import { type Answered, newClock, replyOf, startOf, type Timed } from './worker-clock.js';

export interface ThreadPoolOptions {
  /** The worker's file beside this one, without its ending. */
  worker: string;
  threads: number;
  /** Threads that stay when there is nothing to do; all when left out. Each takes some 45 MB. */
  resting?: number;
  /** Seconds of work after which a task's thread is ended. Waiting for a thread does not count. */
  seconds: number;
  /** Tasks of one `on` that may wait for a thread; unbounded where the caller bounds them. */
  mostWaiting?: number;
}

export interface RunOptions {
  /** Another function of the worker's file than its default one. */
  name?: string;
  /** On whose behalf: each has their turn, and who asks for much waits behind themselves. */
  on: string;
}

/** What decoding long mail makes and drops at once; more room gains no speed, and each thread keeps it. */
const youngMegabytes = 12;
/** Milliseconds after which a thread that is not to stay, and has nothing to do, ends. */
const idleMs = 20_000;
/** How often running tasks are held against the clock. */
const lookMs = 100;

/**
 * Worker threads for what costs time with a message. A task that takes too long has its thread ended; the others have threads of
 * their own, and those that wait are not touched.
 */
export class ThreadPool<Task, Reply> {
  private readonly pool: Piscina<Timed<Task>, Answered<Reply>>;
  private readonly waiting: FairQueue<() => void>;
  private running = 0;

  constructor(private readonly options: ThreadPoolOptions) {
    const { worker, threads, resting = threads, mostWaiting = Number.POSITIVE_INFINITY } = options;
    const fromSource = import.meta.url.endsWith('.ts');
    this.waiting = new FairQueue(mostWaiting);
    this.pool = new Piscina({
      filename: fileURLToPath(new URL(`./${worker}.${fromSource ? 'ts' : 'js'}`, import.meta.url)),
      minThreads: resting,
      idleTimeout: idleMs,
      maxThreads: threads,
      concurrentTasksPerWorker: 1,
      // A message that eats memory ends its own thread, not the service.
      resourceLimits: { maxOldGenerationSizeMb: 400, maxYoungGenerationSizeMb: youngMegabytes },
      ...(fromSource ? { execArgv: ['--import', 'tsx', '--conditions=source'] } : {}),
    });
  }

  /**
   * The reply, or `tooSlow`. Rejects when the thread ended for another reason.
   * @throws YsError YS-SERVICE-BUSY when too many of the same wait already; and what the work itself throws as such.
   */
  async run<T = Task, R = Reply>(task: T, { name, on }: RunOptions): Promise<{ reply: R } | { tooSlow: true }> {
    await this.turn(on);
    try {
      return await this.inThread<T, R>(task, name);
    } finally {
      this.running--;
      this.waiting.take()?.();
    }
  }

  /** Resolves when a thread is free for it; the place in `running` is taken then. */
  private turn(on: string): Promise<void> {
    const begin = () => void this.running++;
    if (this.running < this.options.threads) return Promise.resolve(begin());
    return new Promise((resolve, reject) => {
      const taken = this.waiting.add(on, () => resolve(begin()));
      if (!taken) reject(new YsError('YS-SERVICE-BUSY'));
    });
  }

  private async inThread<T, R>(task: T, name?: string): Promise<{ reply: R } | { tooSlow: true }> {
    const clock = newClock();
    const impatience = new AbortController();
    const timer = setInterval(() => {
      const started = startOf(clock);
      if (started !== null && Date.now() - started > this.options.seconds * 1000) impatience.abort();
    }, lookMs);
    const options = { signal: impatience.signal, ...(name === undefined ? {} : { name }) };
    try {
      return { reply: replyOf((await this.pool.run({ clock, task } as never, options)) as unknown as Answered<R>) };
    } catch (error) {
      if (impatience.signal.aborted) return { tooSlow: true };
      throw error;
    } finally {
      clearInterval(timer);
    }
  }

  close(): Promise<void> {
    return this.pool.close();
  }
}
