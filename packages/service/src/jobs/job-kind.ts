import type { Estimate, Found, Job } from '@yellow-sieve/contract';
import type { Intake } from '../intake/accept.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { Secrets } from '../secrets.js';
import type { Trying } from '../sieves/publish.js';
import type { Onward } from '../work/onward.js';

/** Thrown by a step that cannot be done now, and will be: the job is gone on with so many seconds later. */
export class JobLater extends Error {
  constructor(
    readonly seconds: number,
    /** What it waits for, in words; null where that is nobody’s business. */
    readonly detail: string | null,
  ) {
    super('later');
  }
}

/** What jobs work with. */
export interface JobTools extends Trying {
  intake: Intake;
  secrets: Secrets;
  outgoing: Outgoing;
  /** Called when there may be new messages. */
  onward: Onward;
  /** Worker threads; a step should give each of them something to do. */
  threads: number;
  /** Puts messages through that this worker holds; resolves when each has its next revision, or waits for a model. */
  handleClaimed(keys: readonly string[]): Promise<void>;
  /** What questions to the model would take. */
  estimateAsks(asks: { questions: number; characters: number }): Promise<Estimate>;
  worker: string;
  leaseSeconds: number;
}

/** Where a job stands: it begins with `begin`, and each step gives the next. All of it is kept as JSON. */
export interface JobStand<At, Result> {
  /** Messages to go through; null while nobody knows. */
  total: number | null;
  done: number;
  at: At;
  result: Result;
}

export interface JobStep<At, Result> extends JobStand<At, Result> {
  over: boolean;
  findings: { message: string; detail: Found }[];
}

/**
 * One kind of long work: a file, and one line in the registry. A step is short (about a second at the most), and may be done
 * twice: when the service ends in the middle of one, it is begun again.
 */
export interface JobKind<Params = unknown, At = unknown, Result extends Job['result'] = Job['result']> {
  readonly kind: string;
  begin(tools: JobTools, params: Params): Promise<JobStand<At, Result>>;
  step(tools: JobTools, params: Params, stand: JobStand<At, Result>): Promise<JobStep<At, Result>>;
}
