import type { ExportSource } from '@yellow-sieve/core';
import { nameOf } from '../destinations/destination-form';
import type { RecordsFilter } from '../records/records-query';

/** What a person says of a choice of records that is to be saved. */
export interface Choosing {
  title: string;
  period: string;
  format: 'csv' | 'xlsx' | 'jsonl';
  zone: string;
}

/** The name and the file of a saved export: the filters and columns in sight. JSON is YAML, too. */
export function exportFileOf(
  { title, period, format, zone }: Choosing,
  { sieve, verdict, field, test, value }: RecordsFilter,
  columns: readonly string[],
): { name: string; source: string } {
  const name = nameOf(title);
  const where: ExportSource['where'] = {
    ...(verdict === 'sound' || verdict === 'review' ? { verdict } : {}),
    ...(field && value ? { field, [test]: value } : {}),
  };
  const file: ExportSource = {
    export: name,
    title,
    sieve,
    ...(period === 'all' ? {} : { period, zone }),
    ...(Object.keys(where).length > 0 ? { where } : {}),
    format,
    columns: ['received', ...columns],
  };
  const lines = Object.entries(file).map(([key, value]) => `${key}: ${inOneLine(value)}`);
  return { name, source: `${lines.join('\n')}\n` };
}

const inOneLine = (value: unknown): string => JSON.stringify(value).replace(/,(?=")/g, ', ');
