import {
  type CompiledSieve,
  type FieldOptions,
  type JsonValue,
  limits,
  nearest,
  numberedName,
  YsError,
} from '@yellow-sieve/core';
import type { PublishedRecord } from '../store/record-store.js';

type CellValue = string | number | null;
type Row = Readonly<Record<string, JsonValue>>;

interface Column {
  /** What the caller picks it by. */
  name: string;
  header: string[];
  /** `row` is null for the record as a whole. */
  cells(record: PublishedRecord, row: Row | null): CellValue[];
}

/** What becomes of rows: left out, a line each with the record's fields repeated, or spread over numbered columns. */
export type RowsLayout = 'leave out' | 'each' | 'spread';

/** What is exported, and how. */
export interface RecordTableOptions {
  sieve: Pick<CompiledSieve, 'fields' | 'columns'>;
  /** Reads the records; called once more where rows are spread, to learn how many there are at most. */
  records: () => AsyncIterable<PublishedRecord>;
  rows: RowsLayout;
  picked?: readonly string[] | undefined;
}

/**
 * Records as lines: the columns picked, in their order, or what they are and then all their fields, and columns of rows where
 * these are wanted. Amounts take two.
 * @throws YsError YS-REQUEST-INVALID for a column that does not exist.
 */
export async function recordTable({
  sieve,
  records,
  rows,
  picked,
}: RecordTableOptions): Promise<{ header: string[]; lines: AsyncIterable<CellValue[]> }> {
  const fields = Object.entries(sieve.fields).map(([name, options]) => fieldColumn(name, options));
  const ofRows = rows === 'leave out' ? [] : Object.entries(sieve.columns);
  const all = [...ownColumns, ...fields, ...ofRows.map(([name, options]) => rowColumn(name, options))];
  const columns = picked ? picked.map((name) => columnNamed(name, all)) : all;
  const laid = rows === 'spread' ? spread(columns, sieve.columns, await mostRows(records())) : columns;
  return { header: laid.flatMap(({ header }) => header), lines: linesOf(laid, records(), rows === 'each') };
}

async function mostRows(records: AsyncIterable<PublishedRecord>): Promise<number> {
  let most = 0;
  for await (const { rows } of records) most = Math.max(most, rows.length);
  return Math.min(most, limits.spreadRows);
}

/** The columns of rows once for each row, behind those of the record. */
function spread(columns: readonly Column[], ofRows: CompiledSieve['columns'], most: number): Column[] {
  const repeated = columns.filter(({ name }) => name in ofRows);
  const numbered = [...Array(most).keys()].flatMap((at) =>
    repeated.map(
      (column): Column => ({
        name: column.name,
        header: column.header.map((name) => numberedName(name, at + 1)),
        cells: (record) => column.cells(record, record.rows[at] ?? null),
      }),
    ),
  );
  return [...columns.filter(({ name }) => !(name in ofRows)), ...numbered];
}

const ownColumns: Column[] = (['key', 'message', 'received', 'verdict'] as const).map((name) => {
  const header = name === 'key' ? 'record' : name;
  return { name: header, header: [header], cells: (record) => [record[name]] };
});

function fieldColumn(name: string, { type, many, separator = ', ' }: FieldOptions): Column {
  const amount = type === 'amount' && !many;
  return {
    name,
    header: amount ? [name, `${name}_currency`] : [name],
    cells: ({ fields }) => cellsOf(fields[name] ?? null, amount, separator),
  };
}

function rowColumn(name: string, options: FieldOptions): Column {
  const { header } = fieldColumn(name, options);
  const { type, many, separator = ', ' } = options;
  return { name, header, cells: (_, row) => cellsOf(row?.[name] ?? null, type === 'amount' && !many, separator) };
}

function columnNamed(wanted: string, all: readonly Column[]): Column {
  const column = all.find(({ name }) => name === wanted);
  if (column) return column;
  const near = nearest(
    wanted,
    all.map(({ name }) => name),
  );
  throw new YsError('YS-REQUEST-INVALID', { detail: `there is no column “${wanted.slice(0, 64)}”${near}` });
}

async function* linesOf(
  columns: readonly Column[],
  records: AsyncIterable<PublishedRecord>,
  each: boolean,
): AsyncGenerator<CellValue[]> {
  for await (const record of records) {
    // A record without rows has its line all the same.
    const rows = each && record.rows.length > 0 ? record.rows : [null];
    for (const row of rows) yield columns.flatMap(({ cells }) => cells(record, row));
  }
}

function cellsOf(value: JsonValue, amount: boolean, separator: string): CellValue[] {
  if (amount) {
    const pair = value as { value: number; currency: string } | null;
    return [pair?.value ?? null, pair?.currency ?? null];
  }
  return [value === null || typeof value === 'number' ? value : written(value, separator)];
}

/** A value as one text, as texts and cells have it. */
function written(value: JsonValue, separator: string): string {
  if (Array.isArray(value)) return value.map((item) => written(item, separator)).join(separator);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return value !== null && typeof value === 'object' ? `${value.value} ${value.currency}` : String(value);
}
