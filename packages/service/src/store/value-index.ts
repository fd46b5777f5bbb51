import { type FieldRename, measureOf, type TypedValues, toText, type Value } from '@yellow-sieve/core';
import { and, eq, inArray } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { rowValue, value } from '../database/schema.js';

/** Values put into the index by one statement: a row has a few, and a message may have a thousand rows. */
const atOnce = 1000;

/** The current values of a record; `isNew` where nothing of it is in the index yet. */
export interface Indexed {
  recordId: string;
  values: TypedValues;
  isNew: boolean;
}

/** Writes the narrow indexes of the current values of some records, of their fields and of their rows. */
export async function indexValues(tx: Executor, records: readonly Indexed[]): Promise<void> {
  const known = records.flatMap(({ recordId, isNew }) => (isNew ? [] : [recordId]));
  for (const index of known.length > 0 ? [value, rowValue] : [])
    await tx.delete(index).where(inArray(index.recordId, known));
  const ofFields = records.flatMap(({ recordId, values }) =>
    values.fields.map(([field, read]) => ({ recordId, field, ...indexOf(read) })),
  );
  const ofRows = records.flatMap(({ recordId, values }) =>
    values.rows.flatMap((row, number) =>
      row.map(([field, read]) => ({ recordId, row: number, field, ...indexOf(read) })),
    ),
  );
  for (let at = 0; at < ofFields.length; at += atOnce) await tx.insert(value).values(ofFields.slice(at, at + atOnce));
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
