import { asc, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Executor } from '../database/connect.js';
import { journal } from '../database/schema.js';

export type JournalRow = typeof journal.$inferSelect;

/** Notes what somebody did with a message. */
export async function noteAct(tx: Executor, entry: Omit<JournalRow, 'id' | 'at'> & { at?: Date }): Promise<void> {
  await tx.insert(journal).values({ at: new Date(), ...entry, id: uuid(), words: entry.words.slice(0, 2000) });
}

/** What was done with a message, oldest first. */
export const journalOf = (db: Executor, messageId: string): Promise<JournalRow[]> =>
  db.select().from(journal).where(eq(journal.messageId, messageId)).orderBy(asc(journal.id));
