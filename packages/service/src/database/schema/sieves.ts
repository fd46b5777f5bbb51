import { int, mediumtext, mysqlTable, primaryKey, varchar } from 'drizzle-orm/mysql-core';
import { digest, key, moment } from '../columns.js';

export const sieve = mysqlTable('sieve', {
  id: key('id').primaryKey(),
  name: varchar('name', { length: 64 }).notNull().unique(),
  title: varchar('title', { length: 200 }).notNull(),
  liveVersion: int('live_version').notNull(),
  updatedAt: moment('updated_at').notNull(),
});

export const sieveVersion = mysqlTable(
  'sieve_version',
  {
    sieveId: key('sieve_id').notNull(),
    number: int('number').notNull(),
    source: mediumtext('source').notNull(),
    digest: digest('digest').notNull(),
    createdAt: moment('created_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.sieveId, t.number] })],
);
