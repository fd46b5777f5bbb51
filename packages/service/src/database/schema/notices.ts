import type { NoticeKind } from '@yellow-sieve/contract';
import { index, int, json, mysqlTable, primaryKey, text, varchar } from 'drizzle-orm/mysql-core';
import { exactText, key, moment } from '../columns.js';

/** What people should hear of: one row for each cause, as long as it holds and for a while after. */
export const notice = mysqlTable(
  'notice',
  {
    id: key('id').primaryKey(),
    kind: varchar('kind', { length: 24 }).$type<NoticeKind>().notNull(),
    /** What it is about: the name of a destination, mailbox, sieve or folder, the key of a job. With the kind it is the cause. */
    about: exactText('about', 160).notNull(),
    /** Its mailbox, where it is of one. */
    mailbox: varchar('mailbox', { length: 64 }),
    text: text('text').notNull(),
    /** Where in the console it can be seen to. */
    path: varchar('path', { length: 300 }).notNull(),
    /** How many are concerned. */
    count: int('count').notNull(),
    beganAt: moment('began_at').notNull(),
    /** When it was found to hold no longer; null while it does. */
    endedAt: moment('ended_at'),
  },
  (t) => [index('notice_of_cause').on(t.kind, t.about, t.endedAt), index('notice_began').on(t.beganAt)],
);

/** Who is told of which notices, by which destination. */
export const noticePlan = mysqlTable('notice_plan', {
  name: varchar('name', { length: 64 }).primaryKey(),
  destination: varchar('destination', { length: 64 }).notNull(),
  /** The address, for a destination of the kind mail. */
  recipient: varchar('recipient', { length: 320 }),
  kinds: json('kinds').$type<NoticeKind[]>().notNull(),
  /** Hour of the day (UTC) of a digest; null: as they come, gathered. */
  hour: int('hour'),
  by: varchar('made_by', { length: 100 }).notNull(),
  /** Nothing is sent before. */
  dueAt: moment('due_at').notNull(),
  /** Why the last one could not be sent; null when it could. */
  trouble: text('trouble'),
  sentAt: moment('sent_at'),
});

/** Notices a plan has told. */
export const noticeTold = mysqlTable(
  'notice_told',
  { plan: varchar('plan', { length: 64 }).notNull(), noticeId: key('notice_id').notNull(), at: moment('at').notNull() },
  (t) => [primaryKey({ columns: [t.plan, t.noticeId] })],
);

/** Causes a person does not want to hear of. */
export const noticeMute = mysqlTable(
  'notice_mute',
  {
    /** Key of a person, or `token NAME`. */
    owner: exactText('owner', 120).notNull(),
    kind: varchar('kind', { length: 24 }).$type<NoticeKind>().notNull(),
    /** Empty: all of the kind. */
    about: exactText('about', 160).notNull(),
  },
  (t) => [primaryKey({ columns: [t.owner, t.kind, t.about] })],
);
