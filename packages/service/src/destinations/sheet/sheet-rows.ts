import type { Cell } from '@yellow-sieve/core';
import { and, asc, eq, gte, lt, type SQL, sql } from 'drizzle-orm';
import type { Database } from '../../database/connect.js';
import { destination, sheetRow } from '../../database/schema.js';
import type { SheetPart } from './sheet-parts.js';

/** The sheet behind a secret, or null. */
export async function sheetBySecret(
  db: Database,
  secret: string,
): Promise<{ name: string; title: string; definition: Record<string, unknown> } | null> {
  // A link that was withdrawn is kept as an empty one.
  if (secret === '') return null;
  const [row] = await db
    .select({
      name: destination.name,
      title: destination.title,
      kind: destination.kind,
      definition: destination.definition,
    })
    .from(destination)
    .where(eq(destination.secret, secret));
  if (row?.kind !== 'sheet') return null;
  return { name: row.name, title: row.title, definition: row.definition };
}

const pageSize = 1000;

/** All lines of a sheet, or of a part of it, in the order their messages came, and rows of one in theirs. */
export async function* sheetLines(db: Database, name: string, part: Partial<SheetPart> = {}): AsyncGenerator<Cell[]> {
  const { messageTime, message, position, identity } = sheetRow;
  let last: typeof sheetRow.$inferSelect | null = null;
  for (let left = part.take ?? Number.POSITIVE_INFINITY; left > 0; ) {
    // Compared as one: the index has them in this order.
    const after: SQL | undefined = last
      ? sql`(${messageTime}, coalesce(${message}, ''), ${position}, ${identity}) > (${last.messageTime}, ${last.message ?? ''}, ${last.position}, ${last.identity})`
      : undefined;
    const from: Date | undefined = last?.messageTime ?? part.from;
    const rows: (typeof sheetRow.$inferSelect)[] = await db
      .select()
      .from(sheetRow)
      .where(
        and(
          eq(sheetRow.destination, name),
          from && gte(messageTime, from),
          part.until && lt(messageTime, part.until),
          after,
        ),
      )
      .orderBy(asc(messageTime), asc(message), asc(position), asc(identity))
      .offset(last ? 0 : (part.skip ?? 0))
      .limit(Math.min(pageSize, left));
    for (const row of rows) yield row.cells;
    last = rows.at(-1) ?? last;
    left -= rows.length;
    if (rows.length < pageSize) return;
  }
}
