import { type FieldOptions, type JsonValue, nearest, YsError } from '@yellow-sieve/core';
import type { PublishedRecord } from '../store/record-store.js';

type CellValue = string | number | null;

interface Column {
  /** What the caller picks it by. */
  name: string;
  header: string[];
  cells(record: PublishedRecord): CellValue[];
}

/**
 * Records as lines: the columns picked, in their order, or what they are and then all their fields. Amounts take two.
 * @throws YsError YS-REQUEST-INVALID for a column that does not exist.
 */
export function recordTable(
  fields: Readonly<Record<string, FieldOptions>>,
  records: AsyncIterable<PublishedRecord>,
  picked?: readonly string[],
): { header: string[]; lines: AsyncIterable<CellValue[]> } {
  const all = [...ownColumns, ...Object.entries(fields).map(([name, options]) => fieldColumn(name, options))];
  const columns = picked ? picked.map((name) => columnNamed(name, all)) : all;
  return { header: columns.flatMap(({ header }) => header), lines: linesOf(columns, records) };
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
): AsyncGenerator<CellValue[]> {
  for await (const record of records) yield columns.flatMap(({ cells }) => cells(record));
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
