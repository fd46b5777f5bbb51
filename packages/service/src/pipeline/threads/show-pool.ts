import {
  type CrossJudged,
  type Edited,
  type GuessedField,
  type HandleResult,
  must,
  type PublicReading,
  type RuleCount,
  type Seen,
  type Suggestion,
  type TriedRule,
  YsError,
} from '@yellow-sieve/core';
import type { Mark } from '../../original/mark-source.js';
import type { Outline } from '../../sieves/outline.js';
import type { CompareReply, CompareTask } from './compare.js';
import type { FoundWithin, SearchTask } from './search.js';
import type { ShowReply, ShowTask } from './show.js';
import type { CrossTask, SeenTask, SortTask } from './sorting.js';
import type { SuggestTask } from './suggest.js';
import { ThreadPool } from './thread-pool.js';
import type { CountTask, EditTask, GuessTask, RuleTask, ShownTask, TextTask } from './workbench.js';
import type { Works } from './worker.js';
import type { WouldReply, WouldTask } from './would.js';

/** Two, so that a long message holds up nobody but who looks at it. */
const threads = 2;
/** Requests of one person or token that may wait for a thread; a page asks for a handful at once. */
const maxWaiting = 40;
/**
 * Milliseconds of compiling after which a text is not taken: the last net, for what keeps to the bounds of files and is costly all the
 * same. Wide, since a busy machine takes its time with any text.
 */
const maxCompileMs = 1500;

/**
 * The worker threads that read messages, and take apart texts, for people who look at them. `on` names the caller: who asks for
 * much waits behind themselves.
 */
export class ShowPool {
  private pool: ThreadPool | null = null;
  private comparing: ThreadPool | null = null;

  constructor(
    private readonly database: string,
    private readonly seconds: number,
  ) {}

  /** What rules see of a message. @throws YsError YS-MESSAGE-TOO-SLOW when reading takes too long. */
  async reading(task: Pick<ShowTask, 'rawId' | 'body'>, on: string): Promise<PublicReading> {
    const shown = await this.show({ ...task, want: { kind: 'reading' } }, on);
    return must(shown.kind === 'reading' ? shown.reading : null, 'the reading that was asked for');
  }

  /** Its own HTML, marked. @throws YsError YS-MESSAGE-TOO-SLOW */
  original(task: Pick<ShowTask, 'rawId' | 'body'> & { marks: Mark[] }, on: string): Promise<ShowReply> {
    const { marks, ...rest } = task;
    return this.show({ ...rest, want: { kind: 'original', marks } }, on);
  }

  private show(task: Omit<ShowTask, 'database'>, on: string): Promise<ShowReply> {
    return this.asked('show', { database: this.database, ...task }, on);
  }

  /**
   * Compares some messages; null when that takes longer than one of them may. In a thread of its own: who edits a sieve has thousands
   * of messages tried behind the one on screen, and must not wait for them.
   */
  async compare(task: CompareTask): Promise<CompareReply[] | null> {
    const done = await this.background().run('compare', task, task.sieve);
    return 'reply' in done ? done.reply : null;
  }

  /** Counts what a rule finds in some messages, behind the one on screen as well; null where that takes too long, or cannot be. */
  async count(task: CountTask, on: string): Promise<RuleCount | null> {
    const done = await this.background().run('count', task, on);
    return 'reply' in done ? done.reply : null;
  }

  private background(): ThreadPool {
    this.comparing ??= new ThreadPool({ threads: 1, seconds: this.seconds });
    return this.comparing;
  }

  /** Looks for words in what people read of messages. @throws YsError YS-MESSAGE-TOO-SLOW */
  search(task: Omit<SearchTask, 'database'>, on: string): Promise<FoundWithin[]> {
    return this.asked('search', { database: this.database, ...task }, on);
  }

  /** Suggests a sieve; null when nothing was found. @throws YsError YS-MESSAGE-TOO-SLOW */
  suggest(task: Omit<SuggestTask, 'database'>, on: string): Promise<Suggestion | null> {
    return this.asked('suggest', { database: this.database, ...task }, on);
  }

  /** What a sorter looks at of some messages. @throws YsError YS-MESSAGE-TOO-SLOW */
  seen(task: Omit<SeenTask, 'database'>, on: string): Promise<Seen[]> {
    return this.asked('seen', { database: this.database, ...task }, on);
  }

  /** Each label as a sorter judges it that has not seen it; stored messages as one sorts them. @throws YsError YS-MESSAGE-TOO-SLOW */
  cross = (task: CrossTask, on: string): Promise<CrossJudged[]> => this.asked('cross', task, on);
  sortStored(task: Omit<SortTask, 'database'>, on: string): ReturnType<Works['sortStored']> {
    return this.asked('sortStored', { database: this.database, ...task }, on);
  }

  /** What a text makes of one message; does an act to it; guesses what was selected. @throws YsError YS-MESSAGE-TOO-SLOW */
  shown = (task: ShownTask, on: string): Promise<HandleResult> => this.asked('shown', task, on);
  edit = (task: EditTask, on: string): Promise<Edited> => this.asked('edit', task, on);
  rule = (task: RuleTask, on: string): Promise<TriedRule> => this.asked('rule', task, on);
  guess = (task: GuessTask, on: string): Promise<GuessedField> => this.asked('guess', task, on);
  /** The routes that messages would fire which are not ours yet. @throws YsError YS-MESSAGE-TOO-SLOW */
  would(task: Omit<WouldTask, 'database'>, on: string): Promise<WouldReply[]> {
    return this.asked('would', { database: this.database, ...task }, on);
  }
  outline = (task: TextTask, on: string): Promise<Outline> => this.asked('outline', task, on);

  /**
   * Compiles a text that somebody sent, so that nobody else waits for it; what the main thread does with it afterwards is then known to
   * be short. What is wrong with the text otherwise is not said here.
   * @throws YsError YS-FILE-TOO-LONG, YS-FILE-TOO-MANY, YS-FILE-TOO-DEEP or YS-FILE-TOO-COSTLY
   */
  async vet(source: string, on: string): Promise<void> {
    const done = await this.started().run('vet', { source }, on);
    if (!('reply' in done) || done.reply > maxCompileMs) throw new YsError('YS-FILE-TOO-COSTLY');
  }

  private async asked<N extends keyof Works>(
    name: N,
    task: Parameters<Works[N]>[0],
    on: string,
  ): Promise<Awaited<ReturnType<Works[N]>>> {
    const done = await this.started().run(name, task, on);
    if (!('reply' in done)) throw new YsError('YS-MESSAGE-TOO-SLOW', { seconds: this.seconds });
    return done.reply;
  }

  /** The threads are started by the first who looks. */
  private started(): ThreadPool {
    this.pool ??= new ThreadPool({ threads, resting: 1, seconds: this.seconds, maxWaiting });
    return this.pool;
  }

  async close(): Promise<void> {
    await Promise.all([this.pool?.close(), this.comparing?.close()]);
  }
}
