import { type Cell, flatCells, partsText } from '@yellow-sieve/core';
import { and, eq, sql } from 'drizzle-orm';
import { IANAZone } from 'luxon';
import * as v from 'valibot';
import { sheetRow } from '../../database/schema.js';
import type { DestinationContext, DestinationKind, SentLine } from '../destination-kind.js';

const answer = 'written';

async function write(lines: readonly SentLine[], { db, name }: DestinationContext): Promise<void> {
  const updatedAt = new Date();
  await db
    .insert(sheetRow)
    .values(
      lines.map(({ payload, about }) => ({
        destination: name,
        identity: about.identity,
        messageTime: new Date(about.messageTime),
        message: about.message,
        position: Number(about.row ?? 0),
        cells: payload as Cell[],
        updatedAt,
      })),
    )
    .onDuplicateKeyUpdate({
      set: {
        position: sql`VALUES(${sql.identifier(sheetRow.position.name)})`,
        cells: sql`VALUES(${sql.identifier(sheetRow.cells.name)})`,
        updatedAt: sql`VALUES(${sql.identifier(sheetRow.updatedAt.name)})`,
      },
    });
}

/** Rows kept in the service's own database; files are rendered from them behind a secret link. */
export const sheet: DestinationKind = {
  kind: 'sheet',
  title: 'sheet',
  linked: true,
  about: 'rows kept here, downloaded as .csv or .xlsx behind a secret link',
  entries: {
    zone: v.optional(
      v.pipe(
        v.string(),
        v.check((zone) => IANAZone.isValidZone(zone), 'a time zone such as Europe/Lisbon is wanted'),
        v.title('Time zone'),
        v.description(
          'By whose clock moments stand in the workbook, such as Europe/Lisbon; UTC where nothing is said.',
        ),
      ),
    ),
  },
  connection: null,
  render: (line) => ({ payload: line.cells }),
  test: async () => ({ ok: true, detail: 'a sheet is kept in the service itself' }),
  async withdraw(tx, destination, identity) {
    await tx.delete(sheetRow).where(and(eq(sheetRow.destination, destination), eq(sheetRow.identity, identity)));
  },
  async standing(_written, about, { db, name }) {
    const [row] = await db
      .select()
      .from(sheetRow)
      .where(and(eq(sheetRow.destination, name), eq(sheetRow.identity, about.identity)));
    return { cells: row ? flatCells(row.cells).map((cell) => [cell.name, partsText(cell.value)]) : null };
  },
  async deliver(payload, about, context) {
    await write([{ payload, about }], context);
    return { result: 'delivered', answer };
  },
  async deliverTogether(lines, context) {
    await write(lines, context);
    return lines.map(() => answer);
  },
};
