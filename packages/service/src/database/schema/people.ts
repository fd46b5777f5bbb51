import { index, mysqlTable, varchar } from 'drizzle-orm/mysql-core';
import { digest, key, moment } from '../columns.js';

const role = () => varchar('role', { length: 12, enum: ['owner', 'author', 'reviewer', 'viewer'] }).notNull();

export const user = mysqlTable('user', {
  id: key('id').primaryKey(),
  /** In lower case. */
  email: varchar('email', { length: 320 }).notNull().unique(),
  name: varchar('name', { length: 100 }).notNull(),
  role: role(),
  /** Argon2id, with its salt and parameters. */
  password: varchar('password', { length: 200 }).notNull(),
  createdAt: moment('created_at').notNull(),
});

/** Log-ins that hold. Only the digest of what the browser keeps is stored. */
export const session = mysqlTable(
  'session',
  {
    hash: digest('hash').primaryKey(),
    userId: key('user_id').notNull(),
    createdAt: moment('created_at').notNull(),
    seenAt: moment('seen_at').notNull(),
    expiresAt: moment('expires_at').notNull(),
  },
  (t) => [index('session_of_user').on(t.userId), index('session_expiry').on(t.expiresAt)],
);

/** One-time links that make a person. The first start makes one for the owner. */
export const invitation = mysqlTable('invitation', {
  hash: digest('hash').primaryKey(),
  role: role(),
  expiresAt: moment('expires_at').notNull(),
  createdAt: moment('created_at').notNull(),
});

/** Log-ins that failed, by what they are counted under; they slow down who guesses. */
export const failedLogIn = mysqlTable(
  'failed_log_in',
  { id: key('id').primaryKey(), counted: digest('counted').notNull(), at: moment('at').notNull() },
  (t) => [index('failed_log_in_counted').on(t.counted, t.at)],
);

export const accessToken = mysqlTable('access_token', {
  hash: digest('hash').primaryKey(),
  name: varchar('name', { length: 100 }).notNull(),
  role: role(),
  expiresAt: moment('expires_at'),
  createdAt: moment('created_at').notNull(),
});
