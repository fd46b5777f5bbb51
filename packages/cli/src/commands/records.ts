import type { RecordItem } from '@yellow-sieve/contract';
import type { JsonValue } from '@yellow-sieve/core';
import type { Command } from '../command.js';
import { shown } from '../show/value-text.js';
import { listOptions, listQuery, moreNote, optional, shortTime } from './listing.js';

const verdicts = ['sound', 'review', 'skipped', 'failed'] as const;
const verdictOption = { flags: '--verdict <verdict>', about: 'only with this verdict', choices: verdicts };

export const records: Command = {
  words: 'records',
  about: 'List records, newest first; with a key, show that one with its evidence',
  args: '[key]',
  options: [
    ...listOptions,
    { flags: '--sieve <name>', about: 'only of this sieve' },
    verdictOption,
    { flags: '--where <field=value>', about: 'only where a field has this value' },
  ],
  examples: ['yellow-sieve records --sieve berth-request', 'yellow-sieve records --where vessel=Kittiwake --json'],
  async run(input) {
    const [key] = input.args;
    const service = input.client();
    if (key) {
      const record = await service.records.get({ params: { key } });
      return { kind: 'text', text: JSON.stringify(record, null, 2), json: record };
    }
    const [field, is] = optional(input, 'where')?.split(/=(.*)/s) ?? [];
    const query = {
      ...listQuery(input),
      sieve: optional(input, 'sieve'),
      verdict: optional<(typeof verdicts)[number]>(input, 'verdict'),
      field,
      is,
    };
    const page = await service.records.list({ query });
    const fields = [...new Set(page.items.flatMap((item) => Object.keys(item.fields)))];
    return {
      kind: 'table',
      columns: ['received', 'sieve', 'verdict', ...fields, 'key'],
      rows: page.items.map((item) => rowOf(item, fields)),
      json: page,
      ...moreNote(page.next),
    };
  },
};

const rowOf = (item: RecordItem, fields: readonly string[]) => [
  shortTime(item.received),
  item.sieve,
  item.verdict,
  ...fields.map((field) => shown(item.fields[field] as JsonValue)),
  item.key,
];

export const exportRecords: Command = {
  words: 'records export',
  about: 'Write all records of a sieve to standard output as one file',
  args: '<sieve>',
  options: [
    { flags: '--format <format>', about: 'kind of file', choices: ['csv', 'xlsx', 'jsonl'], default: 'csv' },
    verdictOption,
  ],
  examples: [
    'yellow-sieve records export berth-request > berths.csv',
    'yellow-sieve records export berth-request --format xlsx > berths.xlsx',
  ],
  async run(input) {
    const format = optional<'csv' | 'xlsx' | 'jsonl'>(input, 'format') ?? 'csv';
    const query = {
      sieve: input.args[0] ?? '',
      format,
      verdict: optional<(typeof verdicts)[number]>(input, 'verdict'),
    };
    return { kind: 'bytes', bytes: await input.client().records.export({ query }) };
  },
};
