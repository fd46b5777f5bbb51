import type { DestinationColumn } from '@yellow-sieve/contract';
import { type Cell, canonicalJson, digestOf, say, YsError } from '@yellow-sieve/core';
import type { Connection } from 'mysql2/promise';
import * as v from 'valibot';
import { isDatabaseDown } from '../../database/trouble.js';
import type { DeliveryAbout, DestinationContext, DestinationKind, SentLine, Tried } from '../destination-kind.js';
import { columnsOf, isColumnName } from './columns.js';
import { deleteRow, ownColumns, prepareTable, rowOf, type TableRow, upsertRows } from './table.js';
import { withConnection } from './table-rows.js';

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
const connectionEntries = {
  host: v.pipe(v.string(), v.title('Host')),
  port: v.pipe(v.number(), v.title('Port')),
  user: v.pipe(v.string(), v.title('User')),
  password: v.pipe(v.string(), v.title('Password'), v.metadata({ as: 'secret' })),
  database: v.pipe(v.string(), v.title('Database')),
};

/** A table in MariaDB or MySQL, made from the fields. Rows are found again by `ys_identity`: the delivery's, or their key's. */
export const database: DestinationKind = {
  kind: 'database',
  title: 'database',
  about: 'a table in MariaDB or MySQL, made from the fields',
  entries,
  connection: { kind: 'mariadb', entries: connectionEntries },
  render(line, _about, definition) {
    const wrong = line.cells.find(({ name }) => !isColumnName(name));
    if (wrong) return { refused: say('YS-DESTINATION-COLUMN', { column: wrong.name }) };
    if (!definition.key) return { payload: line.cells };
    const key = keyOf(line.cells, definition);
    return key.missing ? { refused: key.missing } : { payload: line.cells, order: key.digest };
  },
  async test(context) {
    const tried = await connected(context, async (connection) => {
      await connection.query('SELECT 1');
      return { result: 'delivered', answer: 'the database answers' };
    });
    return { ok: tried.result === 'delivered', detail: tried.answer };
  },
  async columns(context) {
    const asked = await connected(context, async (connection) => ({
      result: 'delivered',
      answer: '',
      columns: await ownColumns(connection, String(context.definition.table)),
    }));
    if ('columns' in asked) return asked.columns;
    throw new YsError('YS-DESTINATION-COLUMNS', { detail: asked.answer.replace(/\.$/, '') });
  },
  async standing(written, about, context) {
    const asked = await connected(context, async (connection) => ({
      result: 'delivered',
      answer: '',
      columns: null,
      cells: await rowOf(connection, String(context.definition.table), identityOf(written as Cell[], about, context)),
    }));
    return 'cells' in asked ? { cells: asked.cells } : { answer: asked.answer };
  },
  takeOut: (written, about, context) =>
    connected<Taken>(context, async (connection) =>
      (await deleteRow(
        connection,
        String(context.definition.table),
        identityOf(written as Cell[], about, context),
        about.message,
      ))
        ? { result: 'delivered', answer: 'taken out again: no longer part of the record' }
        : { result: 'left', answer: 'left over: the table was not made here' },
    ),
  async deliver(payload, about, context) {
    const written = await write([{ payload, about }], context);
    return Array.isArray(written) ? { result: 'delivered', answer: written[0] ?? '' } : written;
  },
  deliverTogether: write,
};

/** Writes rows by one connection, those of the same columns by one statement. */
function write(lines: readonly SentLine[], context: DestinationContext): Promise<string[] | Tried> {
  const table = String(context.definition.table);
  const rows = lines.map(({ payload, about }) => ({
    identity: identityOf(payload as Cell[], about, context),
    message: about.message,
    columns: columnsOf(payload as Cell[]),
  }));
  const alike = new Map<string, TableRow[]>();
  for (const row of rows) {
    const shape = row.columns.map(({ name, type }) => `${name} ${type}`).join();
    alike.set(shape, [...(alike.get(shape) ?? []), row]);
  }
  return connected<Tried | string[]>(context, async (connection) => {
    const answers = new Map<string, string>();
    for (const some of alike.values()) {
      const wrong = await prepareTable(connection, table, some[0]?.columns ?? []);
      if (wrong) return { result: 'refused', answer: wrong };
      const said = await upsertRows(connection, table, some);
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

async function connected<T extends Taken | string[] = Tried>(
  { connection: options, outgoing }: DestinationContext,
  work: (connection: Connection) => Promise<T>,
): Promise<T | Tried> {
  let isOpen = false;
  try {
    return await withConnection(options, outgoing, (connection) => {
      isOpen = true;
      return work(connection);
    });
  } catch (error) {
    if (error instanceof YsError) return { result: 'refused', answer: error.message };
    const { code = 'no answer', sqlMessage } = error as { code?: string; sqlMessage?: string };
    const passing = isOpen ? isDatabaseDown(error) || /LOCK/.test(code) : !/ACCESS_DENIED|BAD_DB/.test(code);
    return passing
      ? { result: 'unreachable', answer: say('YS-DELIVERY-UNREACHABLE', { detail: code }) }
      : { result: 'refused', answer: sqlMessage ?? code };
  }
}
