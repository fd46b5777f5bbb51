import { type Edited, type GuessedField, type HandleResult, type Suggestion, YsError } from '@yellow-sieve/core';
import type { CompareReply, CompareTask } from './compare-task.js';
import type { ShowReply, ShowTask } from './show-task.js';
import type { SuggestTask } from './suggest-worker.js';
import { ThreadPool } from './thread-pool.js';
import type { EditTask, GuessTask, ShownTask } from './workbench-task.js';

/** The worker threads that read and try messages for people who look at them, so that a long one holds nobody else up. */
export class ShowPool {
  private pool: ThreadPool<ShowTask, ShowReply> | null = null;
  private comparing: ThreadPool<CompareTask, CompareReply[]> | null = null;

  constructor(
    private readonly database: string,
    private readonly seconds: number,
  ) {}

  /** @throws YsError YS-MESSAGE-TOO-SLOW when reading takes too long. */
  async show(task: Omit<ShowTask, 'database'>): Promise<ShowReply> {
    const done = await this.started().run({ database: this.database, ...task });
    if (!('reply' in done)) throw new YsError('YS-MESSAGE-TOO-SLOW', { seconds: this.seconds });
    return done.reply;
  }

  /**
   * Compares some messages; null when that takes longer than one of them may. In a thread of its own: who edits a sieve has thousands
   * of messages tried behind the one on screen, and must not wait for them.
   */
  async compare(task: CompareTask): Promise<CompareReply[] | null> {
    this.comparing ??= new ThreadPool({ worker: 'compare-worker', threads: 1, seconds: this.seconds });
    const done = await this.comparing.run(task);
    return 'reply' in done ? done.reply : null;
  }

  /** Suggests a sieve; null when nothing was found. @throws YsError YS-MESSAGE-TOO-SLOW */
  async suggest(task: Omit<SuggestTask, 'database'>): Promise<Suggestion | null> {
    const done = await this.started().run<SuggestTask, Suggestion | null>(
      { database: this.database, ...task },
      'suggest',
    );
    if (!('reply' in done)) throw new YsError('YS-MESSAGE-TOO-SLOW', { seconds: this.seconds });
    return done.reply;
  }

  /** What a text makes of one message; does an act to it; guesses what was selected. @throws YsError YS-MESSAGE-TOO-SLOW */
  shown = (task: ShownTask): Promise<HandleResult> => this.asked(task, 'shown');
  edit = (task: EditTask): Promise<Edited> => this.asked(task, 'edit');
  guess = (task: GuessTask): Promise<GuessedField> => this.asked(task, 'guess');

  private async asked<Task, Reply>(task: Task, name: string): Promise<Reply> {
    const done = await this.started().run<Task, Reply>(task, name);
    if (!('reply' in done)) throw new YsError('YS-MESSAGE-TOO-SLOW', { seconds: this.seconds });
    return done.reply;
  }

  /** The thread is started by the first who looks. */
  private started(): ThreadPool<ShowTask, ShowReply> {
    this.pool ??= new ThreadPool({ worker: 'show-worker', threads: 1, seconds: this.seconds });
    return this.pool;
  }

  async close(): Promise<void> {
    await Promise.all([this.pool?.close(), this.comparing?.close()]);
  }
}
