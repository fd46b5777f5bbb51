import type { DestinationColumn } from '@yellow-sieve/contract';
import { type Cell, say, YsError } from '@yellow-sieve/core';
import * as v from 'valibot';
import type { Outgoing } from '../../outgoing/outgoing.js';
import type { DeliveryAbout, DestinationContext, DestinationKind, SentLine, Tried } from '../destination-kind.js';
import { isLeft, keyEntries, keyOf } from '../key.js';
import { type ColumnWriting, columnsOf, isColumnName, type TableColumn } from './columns.js';

const entries = {
  table: v.pipe(
    v.string(),
    v.regex(/^[A-Za-z_][A-Za-z0-9_]{0,62}$/),
    v.title('Table'),
    v.description('It is made where there is none.'),
  ),
  ...keyEntries,
  /** Table for the rows of a record, which go and come with it. */
  rows_table: v.optional(
    v.pipe(
      v.string(),
      v.regex(/^[A-Za-z_][A-Za-z0-9_]{0,62}$/),
      v.title('Table for rows'),
      v.description('For routes that give “rows”: each has the record’s identity (ys_record) and its number (ys_row).'),
      v.metadata({ aside: true }),
    ),
  ),
};
/** What tells one kind of database from another. */
export interface Dialect<Connection> {
  kind: string;
  title: string;
  about: string;
  connection: NonNullable<DestinationKind['connection']>;
  columns: ColumnWriting;
  /** Does some work with a connection that is opened for it and ended after it. */
  connect<T>(
    options: Record<string, unknown> | null,
    outgoing: Outgoing,
    work: (connection: Connection) => Promise<T>,
  ): Promise<T>;
  answers(connection: Connection): Promise<unknown>;
  /** Makes the table, or adds columns to one made here. Returns a sentence when the table is not as it must be. */
  prepare(connection: Connection, table: string, columns: readonly TableColumn[]): Promise<string | null>;
  /** The columns of a table that was made elsewhere; null where there is none yet, or it was made here. */
  ownColumns(connection: Connection, table: string): Promise<DestinationColumn[] | null>;
  /** The row of an identity as texts, without the columns of our own; null where there is none. */
  row(connection: Connection, table: string, identity: string): Promise<[name: string, text: string][] | null>;
  /** Inserts the rows of some identities, or brings them up to date; tells which it was for each. Doing it twice changes nothing. */
  upsert(connection: Connection, table: string, rows: readonly TableRow[]): Promise<('inserted' | 'updated')[]>;
  /** Makes the table of rows, or adds columns to one made here. Returns a sentence when it is not as it must be. */
  prepareRows(connection: Connection, table: string, columns: readonly TableColumn[]): Promise<string | null>;
  /** Puts these rows in place of those a record has; none deletes them. */
  replaceRows(connection: Connection, table: string, identity: string, rows: readonly TableColumn[][]): Promise<void>;
  /** Does some work whole or not at all. */
  whole(connection: Connection, work: () => Promise<void>): Promise<void>;
  /** Deletes the row of an identity, if the table was made here and no other message wrote it since; tells whether it was made here. */
  delete(connection: Connection, table: string, identity: string, message: string): Promise<boolean>;
  /** Whether an error passes, and what it is called; `isOpen`: the connection had been opened. */
  trouble(error: unknown, isOpen: boolean): { passing: boolean; detail: string };
}

/** A row as it is written: all rows of one call have the same columns. */
export interface TableRow {
  identity: string;
  message: string;
  columns: readonly TableColumn[];
}

/** A table made from the fields. Rows are found again by `ys_identity`: the delivery's, or their key's. */
export const tableKind = <Connection>(dialect: Dialect<Connection>): DestinationKind => ({
  kind: dialect.kind,
  title: dialect.title,
  about: dialect.about,
  entries,
  connection: dialect.connection,
  withRows: true,
  render(line, _about, definition) {
    const wrong = [line.cells, ...(line.rows ?? [])].flat().find(({ name }) => !isColumnName(name));
    if (wrong) return { refused: say('YS-DESTINATION-COLUMN', { column: wrong.name }) };
    if (line.rows && definition.rows_table === undefined) return { refused: say('YS-DESTINATION-ROWS-TABLE') };
    const payload = line.rows ? { cells: line.cells, rows: line.rows } : line.cells;
    if (!definition.key) return { payload };
    const key = keyOf(line.cells, definition);
    return key.missing ? { refused: key.missing } : { payload, order: key.digest };
  },
  async test(context) {
    const tried = await connected(dialect, context, async (connection) => {
      await dialect.answers(connection);
      return { result: 'delivered', answer: 'the database answers' };
    });
    return { ok: tried.result === 'delivered', detail: tried.answer };
  },
  async columns(context) {
    const asked = await connected(dialect, context, async (connection) => ({
      result: 'delivered',
      answer: '',
      columns: await dialect.ownColumns(connection, String(context.definition.table)),
    }));
    if ('columns' in asked) return asked.columns;
    throw new YsError('YS-DESTINATION-COLUMNS', { detail: asked.answer.replace(/\.$/, '') });
  },
  async standing(written, about, context) {
    const asked = await connected(dialect, context, async (connection) => ({
      result: 'delivered',
      answer: '',
      columns: null,
      cells: await dialect.row(
        connection,
        String(context.definition.table),
        identityOf(cellsOf(written), about, context),
      ),
    }));
    return 'cells' in asked ? { cells: asked.cells } : { answer: asked.answer };
  },
  takeOut: (written, about, context) =>
    connected<Connection, Taken>(dialect, context, async (connection) =>
      (await takenOut(dialect, connection, written, about, context))
        ? { result: 'delivered', answer: 'taken out again: no longer part of the record' }
        : { result: 'left', answer: 'left over: the table was not made here' },
    ),
  async deliver(payload, about, context) {
    const written = await write(dialect, [{ payload, about }], context);
    return Array.isArray(written) ? { result: 'delivered', answer: written[0] ?? '' } : written;
  },
  deliverTogether: (lines, context) => write(dialect, lines, context),
});

/** Deletes a row, and with it the rows of its record; false where the table is not ours to take from. */
async function takenOut<Connection>(
  dialect: Dialect<Connection>,
  connection: Connection,
  written: unknown,
  about: DeliveryAbout,
  context: DestinationContext,
): Promise<boolean> {
  const { table, rows_table: rowsTable } = context.definition;
  const identity = identityOf(cellsOf(written), about, context);
  let deleted = false;
  await dialect.whole(connection, async () => {
    deleted = await dialect.delete(connection, String(table), identity, about.message);
    if (deleted && rowsOf(written)) await dialect.replaceRows(connection, String(rowsTable), identity, []);
  });
  return deleted;
}

/** What is kept in the outbox: the cells, or these with those of rows. */
type Payload = Cell[] | { cells: Cell[]; rows: Cell[][] };
const cellsOf = (payload: unknown): Cell[] => (Array.isArray(payload) ? payload : (payload as { cells: Cell[] }).cells);
const rowsOf = (payload: unknown): Cell[][] | null =>
  Array.isArray(payload) ? null : (payload as Exclude<Payload, Cell[]>).rows;

/** Writes rows by one connection, those of the same columns by one statement. */
function write<Connection>(
  dialect: Dialect<Connection>,
  lines: readonly SentLine[],
  context: DestinationContext,
): Promise<string[] | Tried> {
  const table = String(context.definition.table);
  const rows = lines.map(({ payload, about }) => ({
    identity: identityOf(cellsOf(payload), about, context),
    message: about.message,
    columns: columnsOf(cellsOf(payload), dialect.columns, (column) => isLeft(column, context.definition)),
    rows: rowsOf(payload)?.map((cells) => columnsOf(cells, dialect.columns)) ?? null,
  }));
  const rowsTable = String(context.definition.rows_table);
  const alike = new Map<string, typeof rows>();
  for (const row of rows) {
    const shape = row.columns.map(({ name, type }) => `${name} ${type}`).join();
    alike.set(shape, [...(alike.get(shape) ?? []), row]);
  }
  return connected<Connection, Tried | string[]>(dialect, context, async (connection) => {
    const answers = new Map<string, string>();
    const withRows = rows.filter((row) => row.rows !== null);
    for (const some of alike.values()) {
      const wrong = await dialect.prepare(connection, table, some[0]?.columns ?? []);
      if (wrong) return { result: 'refused', answer: wrong };
    }
    for (const shape of withRows.flatMap((row) => row.rows?.slice(0, 1) ?? [])) {
      const wrong = await dialect.prepareRows(connection, rowsTable, shape);
      if (wrong) return { result: 'refused', answer: wrong };
    }
    const writeAll = async () => {
      for (const some of alike.values()) {
        const said = await dialect.upsert(connection, table, some);
        for (const [i, { identity }] of some.entries()) answers.set(identity, said[i] ?? '');
      }
      for (const { identity, rows: own } of withRows)
        await dialect.replaceRows(connection, rowsTable, identity, own ?? []);
    };
    await (withRows.length > 0 ? dialect.whole(connection, writeAll) : writeAll());
    return rows.map(({ identity }) => answers.get(identity) ?? '');
  });
}

/** The identity a row is found again by: the delivery's own, or that of the key it has. */
function identityOf(cells: readonly Cell[], { identity }: DeliveryAbout, { definition }: DestinationContext): string {
  return definition.key ? keyOf(cells, definition).digest : identity;
}

type Taken =
  | Tried
  | { result: 'left'; answer: string }
  | { result: 'delivered'; answer: string; columns: DestinationColumn[] | null };

async function connected<Connection, T extends Taken | string[] = Tried>(
  dialect: Dialect<Connection>,
  { connection: options, outgoing }: DestinationContext,
  work: (connection: Connection) => Promise<T>,
): Promise<T | Tried> {
  let isOpen = false;
  try {
    return await dialect.connect(options, outgoing, (connection) => {
      isOpen = true;
      return work(connection);
    });
  } catch (error) {
    if (error instanceof YsError) return { result: 'refused', answer: error.message };
    const { passing, detail } = dialect.trouble(error, isOpen);
    return passing
      ? { result: 'unreachable', answer: say('YS-DELIVERY-UNREACHABLE', { detail }) }
      : { result: 'refused', answer: detail };
  }
}
