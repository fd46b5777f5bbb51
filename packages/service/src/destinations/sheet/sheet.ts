import { type Cell, canonicalJson, flatCells, partsText, YsError } from '@yellow-sieve/core';
import { and, count, eq, inArray, sql } from 'drizzle-orm';
import * as v from 'valibot';
import type { Executor } from '../../database/connect.js';
import { inPortions } from '../../database/in-portions.js';
import { applied, message, sheetRow } from '../../database/schema.js';
import type { DestinationContext, DestinationKind, SentLine } from '../destination-kind.js';
import { isLeft, keyEntries, keyOf } from '../key.js';
import { zoneEntry } from '../zone-entry.js';
import { sheetParts, usualPartLines } from './sheet-parts.js';

const answer = 'written';

/** Writes lines; of a sheet with a key, into the line that has it. */
async function write(lines: readonly SentLine[], context: DestinationContext): Promise<void> {
  const { db, name, definition } = context;
  const keyed = definition.key !== undefined;
  await db.transaction(async (tx) => {
    const identities = lines.map(({ payload, about }) => identityOf(payload as Cell[], about, definition));
    const before = keyed ? await standingLines(tx, name, identities) : new Map<string, Cell[]>();
    const updatedAt = new Date();
    await tx
      .insert(sheetRow)
      .values(
        lines.map(({ payload, about }, i) => {
          const identity = identities[i] ?? about.identity;
          return {
            destination: name,
            identity,
            messageTime: new Date(about.messageTime),
            message: about.message,
            position: Number(about.row ?? 0),
            cells: merged(before.get(identity), payload as Cell[], definition),
            updatedAt,
          };
        }),
      )
      .onDuplicateKeyUpdate({
        set: {
          // A line that is found by its key keeps its place, and is of the message that wrote it last.
          ...(keyed
            ? { message: sql`VALUES(${sql.identifier(sheetRow.message.name)})` }
            : { position: sql`VALUES(${sql.identifier(sheetRow.position.name)})` }),
          cells: sql`VALUES(${sql.identifier(sheetRow.cells.name)})`,
          updatedAt: sql`VALUES(${sql.identifier(sheetRow.updatedAt.name)})`,
        },
      });
  });
}

async function standingLines(tx: Executor, name: string, identities: readonly string[]): Promise<Map<string, Cell[]>> {
  const rows = await tx
    .select({ identity: sheetRow.identity, cells: sheetRow.cells })
    .from(sheetRow)
    .where(and(eq(sheetRow.destination, name), inArray(sheetRow.identity, [...identities])))
    .for('update');
  return new Map(rows.map(({ identity, cells }) => [identity, cells]));
}

/** Bound of lines that a key is given to after they were written: what a person waits for. */
const mostRekeyed = 100_000;

type Row = typeof sheetRow.$inferSelect;

/** Lines that were written without a key, or by another one, stand by theirs from now on: of several with the same the newest word counts. */
async function rekey(tx: Executor, name: string, definition: Record<string, unknown>): Promise<void> {
  const own = eq(sheetRow.destination, name);
  // What is being written there waits; the messages are only looked at, so that nothing else does.
  await tx.select({ identity: sheetRow.identity }).from(sheetRow).where(own).for('update');
  const found = await tx
    .select({ row: sheetRow, received: message.receivedAt })
    .from(sheetRow)
    .leftJoin(message, eq(message.id, sheetRow.message))
    .where(own)
    .limit(mostRekeyed + 1);
  if (found.length > mostRekeyed) {
    const counted = await tx.select({ count: count() }).from(sheetRow).where(own);
    throw new YsError('YS-SHEET-KEY-LATE', { sheet: name, count: counted[0]?.count ?? 0, most: mostRekeyed });
  }
  // A line that was found by another key stands where its first message put it, and says what its last one did.
  const written = found.map(({ row, received }) => ({ row, at: received ?? row.messageTime }));
  written.sort((a, b) => a.at.getTime() - b.at.getTime() || a.row.position - b.row.position);
  const lines = new Map<string, Row>();
  const newest = new Map<string, Date>();
  for (const { row, at } of written) {
    const { digest, missing } = keyOf(row.cells, definition);
    // What has no value for the key stays a line of its own.
    if (missing === null) newest.set(digest, at);
    const identity = missing === null ? digest : row.identity;
    const before = lines.get(identity);
    const first = before && before.messageTime < row.messageTime ? before : row;
    const cells = merged(before?.cells, row.cells, definition);
    lines.set(identity, { ...first, message: row.message, identity, cells });
  }
  await tx.delete(sheetRow).where(own);
  await inPortions([...lines.values()], (some) => tx.insert(sheetRow).values(some));
  await rememberNewest(tx, name, newest);
}

/** An older message that comes late does not go over what stands. */
async function rememberNewest(tx: Executor, name: string, newest: ReadonlyMap<string, Date>): Promise<void> {
  const later = sql`GREATEST(${applied.messageTime}, VALUES(${sql.identifier(applied.messageTime.name)}))`;
  const values = [...newest].map(([orderKey, messageTime]) => ({
    destination: name,
    orderKey,
    messageTime,
    deliveryId: noDelivery,
  }));
  await inPortions(values, (some) =>
    tx
      .insert(applied)
      .values(some)
      .onDuplicateKeyUpdate({ set: { messageTime: later } }),
  );
}

const noDelivery = '00000000-0000-0000-0000-000000000000';

/** A line as it is to stand: what it says nothing of stays, but for what is to be cleared. */
function merged(before: readonly Cell[] | undefined, cells: Cell[], definition: Record<string, unknown>): Cell[] {
  if (!before) return cells;
  const standing = new Map(before.map((cell) => [cell.name, cell]));
  const names = new Set(cells.map(({ name }) => name));
  const now = cells.map((cell) =>
    cell.value === null && isLeft(cell.name, definition) ? (standing.get(cell.name) ?? cell) : cell,
  );
  return [...now, ...before.filter(({ name }) => !names.has(name))];
}

const identityOf = (cells: readonly Cell[], { identity }: { identity: string }, definition: Record<string, unknown>) =>
  definition.key === undefined ? identity : keyOf(cells, definition).digest;

/** Rows kept in the service's own database; files are rendered from them behind a secret link. */
export const sheet: DestinationKind = {
  kind: 'sheet',
  title: 'sheet',
  linked: true,
  about: 'rows kept here, downloaded as .csv or .xlsx behind a secret link',
  entries: {
    zone: zoneEntry('By whose clock moments stand in the workbook, such as Europe/Lisbon; UTC where nothing is said.'),
    ...keyEntries,
    rolls: v.optional(
      v.pipe(
        v.picklist(['by month', 'by size']),
        v.title('Rolled over'),
        v.description('Files of a month, or of so many lines each, instead of one; the link gives the newest.'),
        v.metadata({ aside: true }),
      ),
    ),
    lines: v.optional(
      v.pipe(
        v.number(),
        v.integer(),
        v.minValue(100),
        v.maxValue(1_000_000),
        v.title('Lines of a file'),
        v.description(`Where it is rolled over by size: ${usualPartLines} where nothing is said.`),
        v.metadata({ aside: true }),
      ),
    ),
  },
  connection: null,
  parts: async (db, name, definition) => (await sheetParts(db, name, definition))?.map((part) => part.name) ?? [],
  render({ cells }, _about, definition) {
    if (definition.key === undefined) return { payload: cells };
    const key = keyOf(cells, definition);
    return key.missing ? { refused: key.missing } : { payload: cells, order: key.digest };
  },
  async changed(tx, name, { before, after }) {
    if (after.key !== undefined && canonicalJson(before.key ?? null) !== canonicalJson(after.key))
      await rekey(tx, name, after);
  },
  test: async () => ({ ok: true, detail: 'a sheet is kept in the service itself' }),
  async withdraw(tx, name, definition, written, about) {
    const identity = identityOf(written as Cell[], about, definition);
    // What another message wrote since is its line.
    const own = definition.key === undefined ? undefined : eq(sheetRow.message, about.message);
    // It may have been written before the sheet had a key, or another one.
    const either = inArray(sheetRow.identity, [identity, about.identity]);
    await tx.delete(sheetRow).where(and(eq(sheetRow.destination, name), either, own));
  },
  async standing(written, about, { db, name, definition }) {
    const [row] = await db
      .select()
      .from(sheetRow)
      .where(
        and(eq(sheetRow.destination, name), eq(sheetRow.identity, identityOf(written as Cell[], about, definition))),
      );
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
