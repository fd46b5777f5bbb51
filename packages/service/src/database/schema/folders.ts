import {
  bigint,
  boolean,
  index,
  int,
  mysqlTable,
  primaryKey,
  text,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import { exactText, key, moment } from '../columns.js';
import { claim } from './claim.js';

/** Folders of mail servers that mailboxes take messages from. One that its mailbox no longer names is kept: what was taken of it is known. */
export const mailFolder = mysqlTable(
  'mail_folder',
  {
    id: key('id').primaryKey(),
    mailboxId: key('mailbox_id').notNull(),
    connection: varchar('connection', { length: 64 }).notNull(),
    folder: exactText('folder', 200).notNull(),
    unread: boolean('unread').notNull().default(false),
    /** What becomes of a message there once it is taken: `mark read`, `flag`, `move: NAME`; null: nothing. */
    after: varchar('after_taking', { length: 220 }),
    /** Whether its mailbox names it. */
    named: boolean('named').notNull().default(true),
    /** As the server numbers its messages (RFC 9051, 2.3.1.1); null before it was opened. */
    uidvalidity: bigint('uidvalidity', { mode: 'number' }),
    /** Messages below this number are not watched for: they were there before, or were looked at. */
    beginsUid: bigint('begins_uid', { mode: 'number' }),
    state: varchar('state', { length: 12, enum: ['waiting', 'watched', 'trouble'] }).notNull(),
    /** What is wrong, in words. */
    detail: text('detail'),
    /** What people should know though nothing is wrong. */
    remark: text('remark'),
    tries: int('tries').notNull().default(0),
    /** When it is tried next. */
    dueAt: moment('due_at').notNull(),
    lastTakenAt: moment('last_taken_at'),
    updatedAt: moment('updated_at').notNull(),
    ...claim,
  },
  (t) => [
    uniqueIndex('mail_folder_of_mailbox').on(t.mailboxId, t.connection, t.folder),
    index('mail_folder_due').on(t.named, t.dueAt),
  ],
);

/** Messages of folders that were taken, by their number there. Committed with the message itself, so that none is taken twice. */
export const folderMessage = mysqlTable(
  'folder_message',
  {
    folderId: key('folder_id').notNull(),
    uidvalidity: bigint('uidvalidity', { mode: 'number' }).notNull(),
    uid: bigint('uid', { mode: 'number' }).notNull(),
    /** Null where it could not be taken. */
    messageId: key('message_id'),
    /** Why it could not be taken. */
    trouble: text('trouble'),
    /** Whether what was to become of it there has been done. */
    settled: boolean('settled').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.folderId, t.uidvalidity, t.uid] }),
    index('folder_message_open').on(t.folderId, t.settled),
    index('folder_message_of_message').on(t.messageId),
  ],
);
