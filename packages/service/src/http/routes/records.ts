import { recordEndpoints } from '@yellow-sieve/contract';
import { recordsFile } from '../../exports/saved-file.js';
import { enterValues, judgeValue } from '../../sieves/correct.js';
import { journalOf } from '../../store/journal-store.js';
import { getRecord, listRecords, type RecordFilter, revisionsOf } from '../../store/record-store.js';
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
  rows: 'leave out' | 'each' | 'spread';
}

const exportFile = (
  db: ServeContext['db'],
  { sieve, format, columns, rows, ...filter }: RecordFilter & ExportOptions,
): Promise<FileReply> => recordsFile(db, { name: sieve, sieve, format, rows, columns: columns?.split(','), filter });
