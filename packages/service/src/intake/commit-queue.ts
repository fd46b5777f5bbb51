import type { DatabaseHandle } from '../database/connect.js';
import { Together } from '../database/together.js';
import { type Arrived, storeMessages } from '../store/message-store.js';

export type CommitQueue = Together<Arrived, string[]>;

/** Commits messages that arrive side by side together; gives the new messages' keys once they are on disk. */
export const commitQueue = (database: DatabaseHandle): CommitQueue =>
  new Together({ run: (arrived) => storeMessages(database, arrived), atOnce: 1, most: 50 });
