import { Readable } from 'node:stream';
import { recordEndpoints } from '@yellow-sieve/contract';
import { compileSieve } from '@yellow-sieve/core';
import { csvOf } from '../../exports/csv.js';
import { type RowsLayout, recordTable } from '../../exports/record-file.js';
import { xlsxOf } from '../../exports/xlsx.js';
import { enterValues, judgeValue } from '../../sieves/correct.js';
import { journalOf } from '../../store/journal-store.js';
import { allRecords, getRecord, listRecords, type RecordFilter, revisionsOf } from '../../store/record-store.js';
import { getSieve } from '../../store/sieve-store.js';
import type { ServeContext } from '../serve-context.js';
import { type FileReply, serveEndpoint } from '../serve-endpoint.js';

export function serveRecords({ app, db, onward }: ServeContext): void {
  serveEndpoint(app, db, recordEndpoints.export, ({ query }) => exportFile(db, query));
  serveEndpoint(app, db, recordEndpoints.list, ({ query }) => listRecords(db, query));
  serveEndpoint(app, db, recordEndpoints.enter, async ({ params, body }, { caller }) => {
    const message = await enterValues(db, params.key, body, caller?.name ?? '');
    onward();
    return { message };
  });
  serveEndpoint(app, db, recordEndpoints.judge, async ({ params, body }, { caller }) => {
    await judgeValue(db, params.key, body, caller?.name ?? '');
    return { done: true as const };
  });
  serveEndpoint(app, db, recordEndpoints.history, async ({ params }) => {
    const { message } = await getRecord(db, params.key);
    const done = await journalOf(db, message);
    return {
      message,
      revisions: await revisionsOf(db, params.key),
      journal: done.map(({ at, by, act, words }) => ({ at: at.toISOString(), by, act, words })),
    };
  });
  serveEndpoint(app, db, recordEndpoints.get, ({ params }) => getRecord(db, params.key));
}

interface ExportOptions {
  sieve: string;
  format: 'csv' | 'xlsx' | 'jsonl';
  columns?: string | undefined;
  rows: RowsLayout;
}

async function exportFile(
  db: ServeContext['db'],
  { format, columns, rows, ...filter }: RecordFilter & ExportOptions,
): Promise<FileReply> {
  const { source, title } = await getSieve(db, filter.sieve);
  const name = `${filter.sieve}.${format}`;
  const records = () => allRecords(db, filter);
  if (format === 'jsonl')
    return { type: 'application/jsonl', name, body: Readable.from(jsonLines(records()), { objectMode: false }) };
  const sieve = compileSieve(source);
  const { header, lines } = await recordTable({ sieve, records, rows, picked: columns?.split(',') });
  const cells = plain(lines);
  if (format === 'xlsx')
    return {
      type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      name,
      body: xlsxOf(title, header, cells),
    };
  return { type: 'text/csv; charset=utf-8', name, body: Readable.from(csvOf(header, cells), { objectMode: false }) };
}

async function* jsonLines(records: AsyncIterable<object>): AsyncGenerator<string> {
  for await (const record of records) yield `${JSON.stringify(record)}\n`;
}

async function* plain(lines: AsyncIterable<(string | number | null)[]>) {
  for await (const line of lines)
    yield line.map((value) => (typeof value === 'string' ? { kind: 'text' as const, text: value } : value));
}
