import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';

export interface ThreadPoolOptions {
  /** The worker's file beside this one, without its ending. */
  worker: string;
  threads: number;
  /** Seconds after which a task's thread is ended. */
  seconds: number;
}

/** What decoding long mail makes and drops at once; more room gains no speed, and each thread keeps it. */
const youngMegabytes = 12;

/** Worker threads for what costs time with a message. A task that takes too long has its thread ended. */
export class ThreadPool<Task, Reply> {
  private readonly pool: Piscina<Task, Reply>;
  private readonly seconds: number;

  constructor({ worker, threads, seconds }: ThreadPoolOptions) {
    const fromSource = import.meta.url.endsWith('.ts');
    this.seconds = seconds;
    this.pool = new Piscina({
      filename: fileURLToPath(new URL(`./${worker}.${fromSource ? 'ts' : 'js'}`, import.meta.url)),
      minThreads: threads,
      maxThreads: threads,
      concurrentTasksPerWorker: 1,
      // A message that eats memory ends its own thread, not the service.
      resourceLimits: { maxOldGenerationSizeMb: 400, maxYoungGenerationSizeMb: youngMegabytes },
      ...(fromSource ? { execArgv: ['--import', 'tsx', '--conditions=source'] } : {}),
    });
  }

  /**
   * The reply, or `tooSlow`. Rejects when the thread ended for another reason. `name` is that of another function of the
   * worker's file than its default one.
   */
  async run<T = Task, R = Reply>(task: T, name?: string): Promise<{ reply: R } | { tooSlow: true }> {
    const clock = new AbortController();
    const timer = setTimeout(() => clock.abort(), this.seconds * 1000);
    try {
      const options = { signal: clock.signal, ...(name === undefined ? {} : { name }) };
      return { reply: (await this.pool.run(task as never, options)) as R };
    } catch (error) {
      if (clock.signal.aborted) return { tooSlow: true };
      throw error;
    } finally {
      clearTimeout(timer);
    }
  }

  close(): Promise<void> {
    return this.pool.close();
  }
}
