import type { Logger } from 'pino';
import type * as v from 'valibot';
import type { Config } from '../config.js';
import type { Database } from '../database/connect.js';
import type { ServeContext } from '../http/serve-context.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { Secrets } from '../secrets.js';
import type { Onward } from '../work/onward.js';
import type { Intake } from './accept.js';

/** What an intake that runs by itself is started with. */
export interface IntakeTools {
  intake: Intake;
  config: Config;
  log: Logger;
  db: Database;
  secrets: Secrets;
  /** The only way to the outside. */
  outgoing: Outgoing;
  /** To be called after a message was taken. */
  onward: Onward;
}

export interface RunningIntake {
  /** Where it listens; null where it does not. */
  port: number | null;
  /** Resolves when nothing of it is under way any more. */
  close(): Promise<void>;
}

/** One way for mail to come in: a folder, and one line in the registry. Whatever the way, `acceptMessage` takes it. */
export interface IntakeKind {
  /** As messages have it. */
  readonly kind: string;
  readonly title: string;
  readonly about: string;
  /** The kind and entries of the connection it needs, where it needs one. */
  readonly connection?: { kind: string; entries: v.ObjectEntries };
  /** Starts what listens for mail, or goes and gets it. */
  start?(tools: IntakeTools): Promise<RunningIntake>;
  /** Serves the calls by which mail comes in. */
  serve?(context: ServeContext): void;
}
