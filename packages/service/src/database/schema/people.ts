import { boolean, index, mysqlTable, primaryKey, varchar } from 'drizzle-orm/mysql-core';
import { digest, exactText, key, moment } from '../columns.js';

const role = () => varchar('role', { length: 12, enum: ['owner', 'author', 'reviewer', 'viewer'] }).notNull();

export const user = mysqlTable('user', {
  id: key('id').primaryKey(),
  /** Folded; compared byte by byte so that a look-alike is somebody else. */
  email: exactText('email', 320).notNull().unique(),
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
  /** The link of a service that has no owner yet: there is one at a time, and it opens nothing once there is an owner. */
  first: boolean('first').notNull().default(false),
  expiresAt: moment('expires_at').notNull(),
  createdAt: moment('created_at').notNull(),
});

/** Places people logged in from: tries from elsewhere do not lock them out there. Places are kept as digests. */
export const knownPlace = mysqlTable(
  'known_place',
  { userId: key('user_id').notNull(), place: digest('place').notNull(), seenAt: moment('seen_at').notNull() },
  (t) => [primaryKey({ columns: [t.userId, t.place] })],
);

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
