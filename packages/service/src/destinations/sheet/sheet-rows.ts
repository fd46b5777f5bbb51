import type { Cell } from '@yellow-sieve/core';
import { and, asc, eq, gt, or } from 'drizzle-orm';
import type { Database } from '../../database/connect.js';
import { destination, sheetRow } from '../../database/schema.js';

/** The sheet behind a secret, or null. */
export async function sheetBySecret(db: Database, secret: string): Promise<{ name: string; title: string } | null> {
  // A link that was withdrawn is kept as an empty one.
  if (secret === '') return null;
  const [row] = await db
    .select({ name: destination.name, title: destination.title, kind: destination.kind })
    .from(destination)
    .where(eq(destination.secret, secret));
  return row?.kind === 'sheet' ? row : null;
}

const pageSize = 1000;

/** All lines of a sheet in the order their messages came. */
export async function* sheetLines(db: Database, name: string): AsyncGenerator<Cell[]> {
  let last: { messageTime: Date; identity: string } | null = null;
  for (;;) {
    const after = last
      ? or(
          gt(sheetRow.messageTime, last.messageTime),
          and(eq(sheetRow.messageTime, last.messageTime), gt(sheetRow.identity, last.identity)),
        )
      : undefined;
    const rows: (typeof sheetRow.$inferSelect)[] = await db
      .select()
      .from(sheetRow)
      .where(and(eq(sheetRow.destination, name), after))
      .orderBy(asc(sheetRow.messageTime), asc(sheetRow.identity))
      .limit(pageSize);
    for (const row of rows) yield row.cells;
    last = rows.at(-1) ?? null;
    if (rows.length < pageSize) return;
  }
}
