import {
  boolean,
  decimal,
  index,
  int,
  json,
  mediumtext,
  mysqlTable,
  primaryKey,
  text,
  varchar,
} from 'drizzle-orm/mysql-core';
import { digest, key, moment } from '../columns.js';
import { claim } from './claim.js';

export const keptAnswer = mysqlTable('kept_answer', {
  digest: digest('digest').primaryKey(),
  model: varchar('model', { length: 200 }).notNull(),
  content: mediumtext('content').notNull(),
  complete: boolean('complete').notNull(),
  tokens: int('tokens'),
  /** Which sieve asked first, and by which rule. */
  sieve: varchar('sieve', { length: 80 }),
  rule: varchar('rule', { length: 200 }),
  ms: int('ms'),
  price: decimal('price', { precision: 18, scale: 6 }),
  currency: varchar('currency', { length: 3 }),
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
    sieve: varchar('sieve', { length: 80 }),
    rule: varchar('rule', { length: 200 }),
    /** It waits since its sieve has used up what it may cost today. */
    overCeiling: boolean('over_ceiling').notNull().default(false),
    ...claim,
  },
  (t) => [index('want_work').on(t.state, t.dueAt)],
);

export const messageWant = mysqlTable(
  'message_want',
  { messageId: key('message_id').notNull(), digest: digest('digest').notNull() },
  (t) => [primaryKey({ columns: [t.messageId, t.digest] }), index('message_want_digest').on(t.digest)],
);

/** What asking took, by day, sieve and rule. */
export const modelUse = mysqlTable(
  'model_use',
  {
    /** ISO 8601, in UTC. */
    day: varchar('day', { length: 10 }).notNull(),
    sieve: varchar('sieve', { length: 80 }).notNull(),
    rule: varchar('rule', { length: 200 }).notNull(),
    /** Empty where the connection states no price. */
    currency: varchar('currency', { length: 3 }).notNull(),
    asked: int('asked').notNull().default(0),
    tokens: int('tokens').notNull().default(0),
    ms: int('ms').notNull().default(0),
    price: decimal('price', { precision: 18, scale: 6 }).notNull().default('0'),
  },
  (t) => [primaryKey({ columns: [t.day, t.sieve, t.rule, t.currency] })],
);
