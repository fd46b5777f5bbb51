import type { FastifyInstance } from 'fastify';
import type { Database } from '../database/connect.js';
import type { Intake } from '../intake/accept.js';
import type { Secrets } from '../secrets.js';

/** What the families of calls are served with. */
export interface ServeContext {
  app: FastifyInstance;
  db: Database;
  secrets: Secrets;
  intake: Intake;
  /** Wakes those who do the work. */
  onward: () => void;
}
