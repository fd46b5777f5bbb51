import { boolean, index, int, json, mediumtext, mysqlTable, primaryKey, text, varchar } from 'drizzle-orm/mysql-core';
import { digest, key, moment } from '../columns.js';
import { claim } from './claim.js';

export const keptAnswer = mysqlTable('kept_answer', {
  digest: digest('digest').primaryKey(),
  model: varchar('model', { length: 200 }).notNull(),
  content: mediumtext('content').notNull(),
  complete: boolean('complete').notNull(),
  tokens: int('tokens'),
  createdAt: moment('created_at').notNull(),
});

export const want = mysqlTable(
  'want',
  {
    digest: digest('digest').primaryKey(),
    request: json('request').$type<unknown>().notNull(),
    state: varchar('state', { length: 12, enum: ['waiting', 'answered', 'failed'] }).notNull(),
    attempts: int('attempts').notNull().default(0),
    dueAt: moment('due_at').notNull(),
    detail: text('detail'),
    ...claim,
  },
  (t) => [index('want_work').on(t.state, t.dueAt)],
);

export const messageWant = mysqlTable(
  'message_want',
  { messageId: key('message_id').notNull(), digest: digest('digest').notNull() },
  (t) => [primaryKey({ columns: [t.messageId, t.digest] }), index('message_want_digest').on(t.digest)],
);
