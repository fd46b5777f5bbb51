import {
  type CompiledSieve,
  type FieldOptions,
  type JsonValue,
  jsonText,
  limits,
  nearest,
  numberedName,
  typeOfField,
  YsError,
} from '@yellow-sieve/core';
import type { PublishedRecord } from '../store/record-store.js';
import { type Dated, datedJson } from './dated.js';

export type CellValue = string | number | Dated | null;
type Row = Readonly<Record<string, JsonValue>>;

interface Column {
  /** What the caller picks it by. */
  name: string;
  header: string[];
  /** `row` is null for the record as a whole. */
  cells(record: PublishedRecord, row: Row | null): CellValue[];
}

/** What becomes of rows: left out, a line each with the record's fields repeated, or spread over numbered columns. */
type RowsLayout = 'leave out' | 'each' | 'spread';

/** What is exported, and how. */
export interface RecordTableOptions {
  sieve: Pick<CompiledSieve, 'fields' | 'columns'>;
  /** Reads the records; called once more where rows are spread, to learn how many there are at most. */
  records: () => AsyncIterable<PublishedRecord>;
  rows: RowsLayout;
  picked?: readonly Picked[] | undefined;
}

/** A column that is wanted, and what stands over it. */
interface Picked {
  take: string;
  as?: string | undefined;
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
  const columns = picked
    ? picked.map((one) => headed(columnNamed(one.take, [...all, ...messageColumns]), one.as))
    : all;
  const laid = rows === 'spread' ? spread(columns, sieve.columns, await maxRows(records())) : columns;
  return { header: laid.flatMap(({ header }) => header), lines: linesOf(laid, records(), rows === 'each') };
}

async function maxRows(records: AsyncIterable<PublishedRecord>): Promise<number> {
  let max = 0;
  for await (const { rows } of records) max = Math.max(max, rows.length);
  return Math.min(max, limits.spreadRows);
}

/** The columns of rows once for each row, behind those of the record. */
function spread(columns: readonly Column[], ofRows: CompiledSieve['columns'], max: number): Column[] {
  const repeated = columns.filter(({ name }) => name in ofRows);
  const numbered = [...Array(max).keys()].flatMap((at) =>
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
  const cells = ({ [name]: value }: PublishedRecord): CellValue[] => [
    name === 'received' ? { holds: 'moment', iso: value } : value,
  ];
  return { name: header, header: [header], cells };
});

/** Parts of the message, for who picks them. */
const messageColumns: Column[] = (
  [
    ['subject', ({ subject }) => subject],
    ['from', ({ from }) => from],
    ['recipient', ({ recipient }) => recipient],
    ['mailbox', ({ mailbox }) => mailbox],
    ['date', ({ sent }) => (sent === null ? null : { holds: 'moment', iso: sent })],
  ] satisfies [string, (record: PublishedRecord) => CellValue][]
).map(([part, of]) => {
  const name = `message.${part}`;
  return { name, header: [name], cells: (record) => [of(record)] };
});

/** The same column under another name; what stands beside a value keeps its own after it. */
function headed(column: Column, as: string | undefined): Column {
  if (as === undefined) return column;
  const header = column.header.map((name) =>
    name === column.name ? as : `${as} ${name.slice(column.name.length + 1)}`,
  );
  return { ...column, header };
}

function fieldColumn(name: string, options: FieldOptions): Column {
  const cells = cellsFor(options);
  return { name, header: headerOf(name, options), cells: ({ fields }) => cells(fields[name] ?? null) };
}

function rowColumn(name: string, options: FieldOptions): Column {
  const cells = cellsFor(options);
  return { name, header: headerOf(name, options), cells: (_, row) => cells(row?.[name] ?? null) };
}

/** What stands in a column beside a value’s own. */
const besideOf = (options: FieldOptions) => (options.many ? undefined : typeOfField(options)?.beside);

function headerOf(name: string, options: FieldOptions): string[] {
  const beside = besideOf(options);
  return beside ? [name, `${name}_${beside.part}`] : [name];
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

const cellOf = (value: JsonValue, separator: string): CellValue =>
  value === null || typeof value === 'number' ? value : jsonText(value, separator);

function cellsFor(options: FieldOptions): (value: JsonValue) => CellValue[] {
  const { separator = ', ' } = options;
  const beside = besideOf(options);
  if (!beside)
    return (value) => [datedJson(options.many ? '' : (options.type ?? ''), value) ?? cellOf(value, separator)];
  return (value) => {
    const { [beside.part]: second = null, ...own } = (value ?? {}) as Record<string, JsonValue>;
    return [cellOf(Object.values(own)[0] ?? null, separator), cellOf(second, separator)];
  };
}
