import { Readable } from 'node:stream';
import { compileSieve, type ExportSource, periodOf } from '@yellow-sieve/core';
import iconv from 'iconv-lite';
import type { Database } from '../database/connect.js';
import { allRecords, type PublishedRecord, type RecordFilter } from '../store/record-store.js';
import { getSieve } from '../store/sieve-store.js';
import { csvOf } from './csv.js';
import { datedText, type FileCell, type Writing } from './dated.js';
import { type CellValue, recordTable } from './record-file.js';
import { xlsxOf } from './xlsx.js';

/** A file as it is sent. */
export interface MadeFile {
  type: string;
  name: string;
  body: Readable;
}

/** Which records, and how they are written: what a saved export says, and a call that asks for a file once. */
export type FileOptions = Omit<ExportSource, 'export' | 'mail' | 'where'> & { name: string; filter: RecordFilter };

const types = {
  csv: 'text/csv',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  jsonl: 'application/jsonl',
};

/** The records of a choice as one file, streamed. @throws YsError for a column that does not exist. */
export async function recordsFile(db: Database, options: FileOptions, now = new Date()): Promise<MadeFile> {
  const { format = 'csv', zone = 'UTC', rows = 'leave out', heading = true, encoding = 'utf-8' } = options;
  const { source, title } = await getSieve(db, options.sieve);
  const records = () => allRecords(db, { ...withinPeriod(options, now), sieve: options.sieve });
  const name = `${options.name}.${format}`;
  if (format === 'jsonl' && !options.columns) return { type: types.jsonl, name, body: asStream(jsonLines(records())) };
  const picked = options.columns?.map((column) => (typeof column === 'string' ? { take: column } : column));
  const { header, lines } = await recordTable({ sieve: compileSieve(source), records, rows, picked });
  if (format === 'jsonl') return { type: types.jsonl, name, body: asStream(objects(header, lines, { zone })) };
  const head = heading ? header : null;
  const cells = asCells(lines);
  if (format === 'xlsx') return { type: types.xlsx, name, body: xlsxOf(options.title ?? title, head, cells, zone) };
  const { separator = ',', decimals = 'point', dates } = options;
  const text = csvOf(head, cells, {
    separator: separator === 'tab' ? '\t' : separator,
    decimals,
    dates,
    zone,
    mark: encoding === 'utf-8',
  });
  const isOld = encoding === 'windows-1252';
  const body = asStream(isOld ? encoded(text) : text);
  return { type: `text/csv; charset=${isOld ? 'windows-1252' : 'utf-8'}`, name, body };
}

function withinPeriod({ filter, period, zone = 'UTC' }: FileOptions, now: Date): RecordFilter {
  if (period === undefined) return filter;
  const { from, to } = periodOf(period, zone, now);
  return { ...filter, from: from?.toISOString(), to: to?.toISOString() };
}

/** What that charset has no place for becomes a question mark. */
async function* encoded(pieces: AsyncIterable<string>): AsyncGenerator<Buffer> {
  for await (const piece of pieces) yield iconv.encode(piece, 'windows-1252');
}

const asStream = (pieces: AsyncIterable<string | Buffer>) => Readable.from(pieces, { objectMode: false });

async function* jsonLines(records: AsyncIterable<PublishedRecord>): AsyncGenerator<string> {
  for await (const { subject: _, from: __, recipient: ___, sent: ____, ...record } of records)
    yield `${JSON.stringify(record)}\n`;
}

async function* objects(
  header: readonly string[],
  lines: AsyncIterable<CellValue[]>,
  writing: Writing,
): AsyncGenerator<string> {
  const plain = (cell: CellValue) => (typeof cell === 'object' && cell ? datedText(cell, writing) : cell);
  for await (const line of lines)
    yield `${JSON.stringify(Object.fromEntries(header.map((name, i) => [name, plain(line[i] ?? null)])))}\n`;
}

/** Texts are texts, whatever they look like. */
async function* asCells(lines: AsyncIterable<CellValue[]>): AsyncGenerator<FileCell[]> {
  for await (const line of lines)
    yield line.map((value) => (typeof value === 'string' ? { kind: 'text' as const, text: value } : value));
}
