import { fileURLToPath } from 'node:url';
import { say } from '@yellow-sieve/core';
import { Piscina } from 'piscina';
import type { HandleReply, HandleTask } from './handle-task.js';

export type SiftingReply = HandleReply | { stopped: string };

/** The worker threads that read and sift. A message that takes too long has its thread ended, and says so. */
export class SiftingPool {
  private readonly pool: Piscina<HandleTask, HandleReply>;

  constructor(
    threads: number,
    private readonly seconds: number,
  ) {
    const fromSource = import.meta.url.endsWith('.ts');
    this.pool = new Piscina({
      filename: fileURLToPath(new URL(fromSource ? './worker.ts' : './worker.js', import.meta.url)),
      minThreads: threads,
      maxThreads: threads,
      concurrentTasksPerWorker: 1,
      // A message that eats memory ends its own thread, not the service.
      resourceLimits: { maxOldGenerationSizeMb: 400 },
      ...(fromSource ? { execArgv: ['--import', 'tsx', '--conditions=source'] } : {}),
    });
  }

  async handle(task: HandleTask): Promise<SiftingReply> {
    const started = new AbortController();
    const timer = setTimeout(() => started.abort(), this.seconds * 1000);
    try {
      return await this.pool.run(task, { signal: started.signal });
    } catch (error) {
      if (started.signal.aborted) return { stopped: say('YS-MESSAGE-TOO-SLOW', { seconds: this.seconds }) };
      throw error;
    } finally {
      clearTimeout(timer);
    }
  }

  close(): Promise<void> {
    return this.pool.close();
  }
}
