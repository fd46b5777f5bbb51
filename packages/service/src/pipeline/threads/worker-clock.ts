import { type Code, type FileProblem, YsError } from '@yellow-sieve/core';

/** A task on its way to a thread, with the clock that the thread starts. */
export interface Timed<Task> {
  /** Milliseconds since the epoch at which a thread began; 0 before. Memory that both sides see. */
  clock: SharedArrayBuffer;
  task: Task;
}

/** What a thread answers. Errors that users meet are told as data: what is thrown across threads loses its class and code. */
export type Answered<Reply> =
  | { reply: Reply }
  | { refused: { code: Code; message: string; problems: readonly FileProblem[] } };

export const newClock = (): SharedArrayBuffer => new SharedArrayBuffer(Float64Array.BYTES_PER_ELEMENT);

/** When the work began, in milliseconds since the epoch; null while it waits for its thread. */
export const startOf = (clock: SharedArrayBuffer): number | null => new Float64Array(clock)[0] || null;

/** A function of a worker's file: starts the task's clock, then does the work. */
export const timed =
  <Task, Reply>(work: (task: Task) => Reply | Promise<Reply>) =>
  async ({ clock, task }: Timed<Task>): Promise<Answered<Reply>> => {
    new Float64Array(clock)[0] = Date.now();
    try {
      return { reply: await work(task) };
    } catch (error) {
      if (!(error instanceof YsError)) throw error;
      const { code, message, problems } = error;
      return { refused: { code, message, problems } };
    }
  };

/** @throws YsError what the thread refused the task for. */
export function replyOf<Reply>(answered: Answered<Reply>): Reply {
  if ('refused' in answered) throw YsError.told(answered.refused);
  return answered.reply;
}
