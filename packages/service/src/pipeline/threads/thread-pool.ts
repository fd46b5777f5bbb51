import { fileURLToPath } from 'node:url';
import { YsError } from '@yellow-sieve/core';
import { Piscina } from 'piscina';
import { FairQueue } from './fair-queue.js';
import type { Works } from './worker.js';
import { type Answered, newClock, replyOf, startOf, type Timed } from './worker-clock.js';

export interface ThreadPoolOptions {
  threads: number;
  /** Threads that stay when there is nothing to do; all when left out. Each takes some 45 MB. */
  resting?: number;
  /** Seconds of work after which a task's thread is ended. Waiting for a thread does not count. */
  seconds: number;
  /** Tasks of one `on` that may wait for a thread; unbounded where the caller bounds them. */
  maxWaiting?: number;
  /** Whose default export does the works, as `worker.ts`, which is taken when left out. */
  worker?: URL;
}

/** The task of a work, and what comes of it. */
export type TaskOf<N extends keyof Works> = Parameters<Works[N]>[0];
export type ReplyOf<N extends keyof Works> = Awaited<ReturnType<Works[N]>>;

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
export class ThreadPool {
  private readonly pool: Piscina<Timed<unknown> & { name: keyof Works }, Answered<unknown>>;
  private readonly waiting: FairQueue<() => void>;
  private running = 0;

  constructor(private readonly options: ThreadPoolOptions) {
    const { threads, resting = threads, maxWaiting = Number.POSITIVE_INFINITY } = options;
    const fromSource = import.meta.url.endsWith('.ts') && !options.worker;
    const worker = options.worker ?? new URL(`./worker.${fromSource ? 'ts' : 'js'}`, import.meta.url);
    this.waiting = new FairQueue(maxWaiting);
    this.pool = new Piscina({
      filename: fileURLToPath(worker),
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
   * Has a thread do a work: the reply, or `tooSlow`, and the milliseconds it had the thread. `on` is on whose behalf: each has their turn, and who asks for much waits
   * behind themselves. Rejects when the thread ended for another reason.
   * @throws YsError YS-SERVICE-BUSY when too many of the same wait already; and what the work itself throws as such.
   */
  async run<N extends keyof Works>(
    name: N,
    task: TaskOf<N>,
    on: string,
  ): Promise<({ reply: ReplyOf<N> } | { tooSlow: true }) & { ms: number }> {
    await this.turn(on);
    const from = performance.now();
    try {
      const done = await this.inThread(name, task);
      return { ...done, ms: performance.now() - from };
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

  private async inThread<N extends keyof Works>(
    name: N,
    task: TaskOf<N>,
  ): Promise<{ reply: ReplyOf<N> } | { tooSlow: true }> {
    const clock = newClock();
    const impatience = new AbortController();
    const timer = setInterval(() => {
      const started = startOf(clock);
      if (started !== null && Date.now() - started > this.options.seconds * 1000) impatience.abort();
    }, lookMs);
    try {
      const answered = await this.pool.run({ name, clock, task }, { signal: impatience.signal });
      return { reply: replyOf(answered as Answered<ReplyOf<N>>) };
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
