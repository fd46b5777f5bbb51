import type { JsonValue } from '@yellow-sieve/core';
import type { PublishedRecord } from '../store/record-store.js';

type CellValue = string | number | null;

/** Records as lines: what they are, then their fields. Amounts take two columns. */
export async function recordTable(
  fields: Readonly<Record<string, { type: string }>>,
  records: AsyncIterable<PublishedRecord>,
): Promise<{ header: string[]; lines: AsyncIterable<CellValue[]> }> {
  const columns = Object.entries(fields).flatMap(([name, { type }]) =>
    type === 'amount' ? [name, `${name}_currency`] : [name],
  );
  return {
    header: ['record', 'message', 'received', 'verdict', ...columns],
    lines: linesOf(Object.keys(fields), fields, records),
  };
}

async function* linesOf(
  names: readonly string[],
  fields: Readonly<Record<string, { type: string }>>,
  records: AsyncIterable<PublishedRecord>,
): AsyncGenerator<CellValue[]> {
  for await (const record of records) {
    const values = names.flatMap((name) => cellsOf(record.fields[name] ?? null, fields[name]?.type === 'amount'));
    yield [record.key, record.message, record.received, record.verdict, ...values];
  }
}

function cellsOf(value: JsonValue, amount: boolean): CellValue[] {
  if (amount) {
    const pair = value as { value: number; currency: string } | null;
    return [pair?.value ?? null, pair?.currency ?? null];
  }
  return [value === null || typeof value === 'number' ? value : String(value)];
}
