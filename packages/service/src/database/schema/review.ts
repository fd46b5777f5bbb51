import { index, json, mysqlTable, varchar } from 'drizzle-orm/mysql-core';
import { exactText, key, moment } from '../columns.js';

/** What people did with a message, and their notes; kept as long as the message is. */
export const journal = mysqlTable(
  'journal',
  {
    id: key('id').primaryKey(),
    messageId: key('message_id').notNull(),
    at: moment('at').notNull(),
    by: varchar('done_by', { length: 100 }).notNull(),
    act: varchar('act', {
      length: 24,
      enum: [
        'confirmed',
        'taken back',
        'entered',
        'not for us',
        'for us again',
        'judged',
        'taken in',
        'taught',
        'note',
      ],
    }).notNull(),
    /** What it was about, in words: places that were entered, a reason, the note itself. */
    words: varchar('words', { length: 2000 }).notNull(),
  },
  (t) => [index('journal_of_message').on(t.messageId, t.id)],
);

/** Messages in review that somebody has before them: until then nobody else is given them. */
export const reviewHold = mysqlTable(
  'review_hold',
  {
    messageId: key('message_id').primaryKey(),
    /** The page it is open in: a person may have two. */
    desk: key('desk').notNull(),
    by: varchar('held_by', { length: 100 }).notNull(),
    until: moment('held_until').notNull(),
  },
  (t) => [index('review_hold_of_desk').on(t.desk)],
);

/** What a message is found by: its head and the values of its record, folded, as one text. */
export const finding = mysqlTable('finding', {
  messageId: key('message_id').primaryKey(),
  folded: exactText('folded', 4000).notNull(),
});

/** A choice of messages that somebody gave a name. */
export const savedView = mysqlTable('saved_view', {
  name: varchar('name', { length: 64 }).primaryKey(),
  title: varchar('title', { length: 200 }).notNull(),
  /** By the names of the filters. */
  filters: json('filters').$type<Record<string, string>>().notNull(),
  by: varchar('saved_by', { length: 100 }).notNull(),
  at: moment('at').notNull(),
});
