import { keepPreviousData } from '@tanstack/react-query';
import { recordEndpoints } from '@yellow-sieve/contract';
import { service } from '../../service';

export const valueTests = ['is', 'starts', 'at_least', 'at_most'] as const;
type ValueTest = (typeof valueTests)[number];

/** What narrows the table; kept in the address. */
export interface RecordsFilter {
  sieve: string;
  verdict: string;
  field: string;
  test: ValueTest;
  value: string;
  /** `true`: only those with rows that a person holds back. */
  held: string;
  cursor: string;
}

export const recordsFilterOf = (get: (name: string) => string): RecordsFilter => ({
  sieve: get('sieve'),
  verdict: get('verdict'),
  field: get('field'),
  test: valueTests.find((test) => test === get('test')) ?? 'is',
  value: get('value'),
  held: get('held'),
  cursor: get('cursor'),
});

/** The filter as the API takes it. A field without a value keeps everything. */
const queryOf = ({ sieve, verdict, field, test, value, held }: RecordsFilter) => ({
  sieve: sieve || undefined,
  verdict: (verdict || undefined) as 'sound' | 'review' | undefined,
  ...(held === 'true' ? { held: 'true' as const } : {}),
  ...(field && value ? { field, [test]: value } : {}),
});

export const recordsQuery = (filter: RecordsFilter) => ({
  queryKey: ['records', queryOf(filter), filter.cursor],
  enabled: filter.sieve !== '',
  queryFn: () => service.records.list({ query: { ...queryOf(filter), cursor: filter.cursor || undefined } }),
  placeholderData: keepPreviousData,
});

export const sieveQuery = (name: string) => ({
  queryKey: ['sieves', name],
  enabled: name !== '',
  queryFn: () => service.sieves.get({ params: { name } }),
});

export const fileFormats = ['csv', 'xlsx', 'jsonl'] as const;

/** The address of the whole selection as a file, with the columns in sight. */
export function downloadPath(
  filter: RecordsFilter,
  format: (typeof fileFormats)[number],
  columns: readonly string[],
): string {
  const query = Object.entries({ ...queryOf(filter), format, columns: ['received', 'verdict', ...columns].join(',') });
  const search = new URLSearchParams(query.flatMap(([name, value]) => (value ? [[name, value]] : [])));
  return `${recordEndpoints.export.path}?${search}`;
}
