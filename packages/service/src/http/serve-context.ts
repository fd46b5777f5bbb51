import type { FastifyInstance } from 'fastify';
import type { Database } from '../database/connect.js';
import type { Intake } from '../intake/accept.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { ShowPool } from '../pipeline/show-pool.js';
import type { Secrets } from '../secrets.js';

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
  /** Wakes those who do the work. */
  onward: () => void;
}
