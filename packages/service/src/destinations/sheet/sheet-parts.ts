import { count, eq, max, min } from 'drizzle-orm';
import { DateTime } from 'luxon';
import type { Executor } from '../../database/connect.js';
import { sheetRow } from '../../database/schema.js';

/** Lines of a part where nothing is said: what spreadsheets still open at once. */
export const usualPartLines = 50_000;

/** A stretch of a sheet's lines: of a month, or so many of them. */
export interface SheetPart {
  /** `2026-11` of a month, `3` of the third so many. */
  name: string;
  from?: Date;
  until?: Date;
  skip?: number;
  take?: number;
}

/**
 * The parts of a sheet, the newest first; null where it is one whole. Months between the first and the last line count, also those
 * without a line. Lines are counted in the order of their messages: one that comes late moves those behind it.
 */
export async function sheetParts(
  db: Executor,
  name: string,
  definition: Record<string, unknown>,
): Promise<SheetPart[] | null> {
  if (definition.rolls === 'by month') return monthsOf(db, name, String(definition.zone ?? 'UTC'));
  if (definition.rolls !== 'by size') return null;
  const take = Number(definition.lines ?? usualPartLines);
  const [row] = await db.select({ lines: count() }).from(sheetRow).where(eq(sheetRow.destination, name));
  const parts = Math.max(1, Math.ceil((row?.lines ?? 0) / take));
  return Array.from({ length: parts }, (_, i) => ({ name: String(i + 1), skip: i * take, take })).reverse();
}

async function monthsOf(db: Executor, name: string, zone: string): Promise<SheetPart[]> {
  const [row] = await db
    .select({ first: min(sheetRow.messageTime), last: max(sheetRow.messageTime) })
    .from(sheetRow)
    .where(eq(sheetRow.destination, name));
  const monthOf = (at: Date) => DateTime.fromJSDate(at, { zone }).startOf('month');
  const last = monthOf(row?.last ?? new Date());
  const first = monthOf(row?.first ?? new Date());
  const months: SheetPart[] = [];
  for (let month = last; month >= first; month = month.minus({ months: 1 }))
    months.push({
      name: month.toFormat('yyyy-MM'),
      from: month.toJSDate(),
      until: month.plus({ months: 1 }).toJSDate(),
    });
  return months;
}
