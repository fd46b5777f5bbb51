import type { FastifyInstance } from 'fastify';
import type { Database, DatabaseHandle } from '../database/connect.js';
import type { Intake } from '../intake/accept.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { ShowPool } from '../pipeline/threads/show-pool.js';
import type { Secrets } from '../secrets.js';
import type { Trying } from '../sieves/publish.js';
import type { Onward } from '../work/onward.js';
import type { LiveHub } from './live-hub.js';

/** What the families of calls are served with. */
export interface ServeContext {
  app: FastifyInstance;
  db: Database;
  secrets: Secrets;
  intake: Intake;
  outgoing: Outgoing;
  live: LiveHub;
  show: ShowPool;
  /** Tries rules on samples and messages. */
  trying: Trying;
  /** Connections that take several statements as one transaction. */
  together: DatabaseHandle['together'];
  /** Folder of tables that lookups may be read from. */
  lookupFolder: string | undefined;
  /** Seconds after which what was confirmed leaves; until then it can be taken back. */
  undoSeconds: number;
  /** Seconds for which a message in review is held for the page it is open in, unless that says that it still is. */
  holdSeconds: number;
  /** Where people reach the console; empty where nobody has said. */
  url: string;
  /** Wakes those who do the work. */
  onward: Onward;
}
