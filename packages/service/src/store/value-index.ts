import { type FieldRename, measureOf, type TypedValues, toText, type Value } from '@yellow-sieve/core';
import { and, eq } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { rowValue, value } from '../database/schema.js';

/** Values put into the index by one statement: a row has a few, and a message may have a thousand rows. */
const atOnce = 1000;

/** Writes the narrow indexes of a record's current values, of its fields and of its rows. */
export async function indexValues(tx: Executor, recordId: string, { fields, rows }: TypedValues): Promise<void> {
  await tx.delete(value).where(eq(value.recordId, recordId));
  await tx.delete(rowValue).where(eq(rowValue.recordId, recordId));
  const ofFields = fields.map(([field, read]) => ({ recordId, field, ...indexOf(read) }));
  if (ofFields.length > 0) await tx.insert(value).values(ofFields);
  const ofRows = rows.flatMap((row, number) =>
    row.map(([field, read]) => ({ recordId, row: number, field, ...indexOf(read) })),
  );
  for (let at = 0; at < ofRows.length; at += atOnce) await tx.insert(rowValue).values(ofRows.slice(at, at + atOnce));
}

/** A value as the index keeps it: always as text, and by number or day where it is one. */
function indexOf(read: Value): { text: string; number: string | null; day: string | null } {
  const measure = measureOf(read);
  const number = measure?.scale === 'figure' && measure.decimal.length < 30 ? measure.decimal : null;
  const day = measure?.scale === 'day' && measure.moment === null ? measure.day : null;
  return { text: toText(read).slice(0, 191), number, day };
}

/** Follows the renaming of a field, or of a column, in the indexes. */
export async function renameIndexed(tx: Executor, recordId: string, { from, to }: FieldRename): Promise<void> {
  for (const index of [value, rowValue]) {
    const named = (name: string) => and(eq(index.recordId, recordId), eq(index.field, name));
    const [known] = await tx.select({ field: index.field }).from(index).where(named(from)).limit(1);
    if (!known) continue;
    await tx.delete(index).where(named(to));
    await tx.update(index).set({ field: to }).where(named(from));
  }
}
