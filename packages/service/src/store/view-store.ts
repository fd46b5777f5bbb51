import type { SavedView } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { asc, eq } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { savedView } from '../database/schema.js';

type Row = typeof savedView.$inferSelect;

const published = ({ at, ...row }: Row): SavedView => ({ ...row, at: at.toISOString() });

export const listViews = async (db: Executor): Promise<SavedView[]> =>
  (await db.select().from(savedView).orderBy(asc(savedView.title))).map(published);

/** Saves a view under its name, over one that has it. */
export async function putView(db: Executor, view: Omit<Row, 'at'>): Promise<SavedView> {
  const row = { ...view, at: new Date() };
  await db
    .insert(savedView)
    .values(row)
    .onDuplicateKeyUpdate({ set: { title: row.title, filters: row.filters, by: row.by, at: row.at } });
  return published(row);
}

export async function removeView(db: Executor, name: string): Promise<void> {
  const [done] = await db.delete(savedView).where(eq(savedView.name, name));
  if (done.affectedRows === 0) throw new YsError('YS-NOT-FOUND', { what: 'view', name });
}
