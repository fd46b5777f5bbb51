import type { RecordItem } from '@yellow-sieve/contract';
import type { JsonValue } from '@yellow-sieve/core';
import { CallError } from '../call-error.js';
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
  ...fields.map((field) => shown(item.fields[field])),
  item.key,
];

export const exportRecords: Command = {
  words: 'records export',
  about: 'Write all records of a sieve to standard output as one file',
  args: '<sieve>',
  options: [
    { flags: '--format <format>', about: 'kind of file', choices: ['csv', 'xlsx', 'jsonl'], default: 'csv' },
    {
      flags: '--rows <layout>',
      about: 'a line for each row, or rows spread over columns',
      choices: ['each', 'spread'],
    },
    verdictOption,
  ],
  examples: [
    'yellow-sieve records export berth-request > berths.csv',
    'yellow-sieve records export berth-request --format xlsx > berths.xlsx',
    'yellow-sieve records export fuel-docket --rows each > lines.csv',
  ],
  async run(input) {
    const format = optional<'csv' | 'xlsx' | 'jsonl'>(input, 'format') ?? 'csv';
    const query = {
      sieve: input.args[0] ?? '',
      format,
      rows: optional<'each' | 'spread'>(input, 'rows') ?? ('leave out' as const),
      verdict: optional<(typeof verdicts)[number]>(input, 'verdict'),
    };
    return { kind: 'bytes', bytes: await input.client().records.export({ query }) };
  },
};

/** `nights=3` as a field and its value; nothing behind the sign says that there is none. */
function pairOf(text: string): [string, string | null] {
  const [field = '', value = ''] = text.split(/=(.*)/s);
  if (!text.includes('=')) throw new CallError('YS-CLI-PAIR', { text });
  return [field, value === '' ? null : value];
}

export const enterRecord: Command = {
  words: 'records enter',
  about: 'Enter values for a record; they survive putting its message through again',
  args: '<key> <values...>',
  examples: [
    'yellow-sieve records enter 0199… nights=3',
    'yellow-sieve records enter 0199… pier=',
    `yellow-sieve records enter 0199… 'rows=[{"product": "Diesel", "litres": 20}]'`,
  ],
  async run({ args: [key = '', ...values], client }) {
    const { rows, ...fields } = Object.fromEntries(values.map(pairOf));
    const body = { fields, ...(typeof rows === 'string' ? { rows: rowsOf(rows) } : {}) };
    const answer = await client().records.enter({ params: { key }, body });
    return { kind: 'text', text: 'Entered; the next revision has it.', json: answer };
  },
};

/** The whole list of rows, as JSON. */
function rowsOf(text: string): Record<string, JsonValue>[] {
  try {
    const rows: unknown = JSON.parse(text);
    if (Array.isArray(rows)) return rows;
  } catch {
    // Said below, whatever it is.
  }
  throw new CallError('YS-CLI-ROWS');
}

export const judgeRecord: Command = {
  words: 'records judge',
  about: 'Say of fields of a record whether they are right; FIELD=VALUE says what would be',
  args: '<key> <word> <fields...>',
  examples: ['yellow-sieve records judge 0199… right vessel nights', 'yellow-sieve records judge 0199… wrong nights=4'],
  async run({ args: [key = '', word = '', ...fields], client }) {
    if (word !== 'right' && word !== 'wrong') throw new CallError('YS-CLI-WORD', { word, known: 'right or wrong' });
    const right = word === 'right';
    for (const field of fields) {
      const [path, value] = field.includes('=') ? pairOf(field) : [field, undefined];
      const said = value === undefined || right ? {} : { value };
      await client().records.judge({ params: { key }, body: { path, right, ...said } });
    }
    return { kind: 'text', text: `${fields.join(', ')}: ${word}.`, json: { key, right, fields } };
  },
};
