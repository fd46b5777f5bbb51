import type { DestinationColumn } from '@yellow-sieve/contract';
import { type Cell, canonicalJson, digestOf, say, YsError } from '@yellow-sieve/core';
import * as v from 'valibot';
import type { Outgoing } from '../../outgoing/outgoing.js';
import type { DeliveryAbout, DestinationContext, DestinationKind, SentLine, Tried } from '../destination-kind.js';
import { type ColumnWriting, columnsOf, isColumnName, type TableColumn } from './columns.js';

const entries = {
  table: v.pipe(
    v.string(),
    v.regex(/^[A-Za-z_][A-Za-z0-9_]{0,62}$/),
    v.title('Table'),
    v.description('It is made where there is none.'),
  ),
  /** Columns by whose values a row is found again, whichever message it comes from: the newest message's stays. */
  key: v.optional(
    v.pipe(
      v.array(v.string()),
      v.minLength(1),
      v.title('Key'),
      v.description('Columns by which a row is found again, whichever message it comes from; with commas.'),
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
  render(line, _about, definition) {
    const wrong = line.cells.find(({ name }) => !isColumnName(name));
    if (wrong) return { refused: say('YS-DESTINATION-COLUMN', { column: wrong.name }) };
    if (!definition.key) return { payload: line.cells };
    const key = keyOf(line.cells, definition);
    return key.missing ? { refused: key.missing } : { payload: line.cells, order: key.digest };
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
        identityOf(written as Cell[], about, context),
      ),
    }));
    return 'cells' in asked ? { cells: asked.cells } : { answer: asked.answer };
  },
  takeOut: (written, about, context) =>
    connected<Connection, Taken>(dialect, context, async (connection) =>
      (await dialect.delete(
        connection,
        String(context.definition.table),
        identityOf(written as Cell[], about, context),
        about.message,
      ))
        ? { result: 'delivered', answer: 'taken out again: no longer part of the record' }
        : { result: 'left', answer: 'left over: the table was not made here' },
    ),
  async deliver(payload, about, context) {
    const written = await write(dialect, [{ payload, about }], context);
    return Array.isArray(written) ? { result: 'delivered', answer: written[0] ?? '' } : written;
  },
  deliverTogether: (lines, context) => write(dialect, lines, context),
});

/** Writes rows by one connection, those of the same columns by one statement. */
function write<Connection>(
  dialect: Dialect<Connection>,
  lines: readonly SentLine[],
  context: DestinationContext,
): Promise<string[] | Tried> {
  const table = String(context.definition.table);
  const rows = lines.map(({ payload, about }) => ({
    identity: identityOf(payload as Cell[], about, context),
    message: about.message,
    columns: columnsOf(payload as Cell[], dialect.columns),
  }));
  const alike = new Map<string, TableRow[]>();
  for (const row of rows) {
    const shape = row.columns.map(({ name, type }) => `${name} ${type}`).join();
    alike.set(shape, [...(alike.get(shape) ?? []), row]);
  }
  return connected<Connection, Tried | string[]>(dialect, context, async (connection) => {
    const answers = new Map<string, string>();
    for (const some of alike.values()) {
      const wrong = await dialect.prepare(connection, table, some[0]?.columns ?? []);
      if (wrong) return { result: 'refused', answer: wrong };
      const said = await dialect.upsert(connection, table, some);
      for (const [i, { identity }] of some.entries()) answers.set(identity, said[i] ?? '');
    }
    return rows.map(({ identity }) => answers.get(identity) ?? '');
  });
}

/** The identity a row is found again by: the delivery's own, or that of the key it has. */
function identityOf(cells: readonly Cell[], { identity }: DeliveryAbout, { definition }: DestinationContext): string {
  return definition.key ? keyOf(cells, definition).digest : identity;
}

/** The digest of a line's key; `missing` says which column of the key is not there, or has no value. */
function keyOf(
  cells: readonly Cell[],
  definition: Record<string, unknown>,
): { digest: string; missing: string | null } {
  const columns = definition.key as string[];
  const values = columns.map((column) => cells.find(({ name }) => name === column)?.value ?? null);
  const without = columns.find((_, i) => values[i] === null);
  return {
    digest: digestOf(canonicalJson(values)),
    missing: without === undefined ? null : say('YS-DESTINATION-KEY', { column: without }),
  };
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
