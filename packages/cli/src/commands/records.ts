import type { Client } from '@yellow-sieve/client';
import type { RecordItem, RecordRevision } from '@yellow-sieve/contract';
import type { JsonValue } from '@yellow-sieve/core';
import { CallError } from '../call-error.js';
import type { Command, Input } from '../command.js';
import { shown } from '../show/value-text.js';
import { listOptions, listQuery, moreNote, optional, shortTime } from './listing.js';

const verdicts = ['sound', 'review', 'skipped', 'failed'] as const;
const verdictOption = { flags: '--verdict <verdict>', about: 'only with this verdict', choices: verdicts };

export const records: Command = {
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
  args: '<key> [values...]',
  options: [
    { flags: '--remove-row <numbers>', about: 'take these rows out, such as 2 or 2,5' },
    { flags: '--hold-row <numbers>', about: 'hold these rows back: they go nowhere, the others do' },
    { flags: '--let-go', about: 'hold no row back any more' },
  ],
  examples: [
    'yellow-sieve records enter 0199… nights=3',
    'yellow-sieve records enter 0199… pier=',
    'yellow-sieve records enter 0199… rows[2].litres=20',
    'yellow-sieve records enter 0199… --hold-row 3',
    `yellow-sieve records enter 0199… 'rows=[{"product": "Diesel", "litres": 20}]'`,
  ],
  async run(input) {
    const { args, client } = input;
    const [key = '', ...values] = args;
    const pairs = values.map(pairOf);
    const cells = pairs.filter(([name]) => name.startsWith('rows['));
    const { rows, ...fields } = Object.fromEntries(pairs.filter(([name]) => !name.startsWith('rows[')));
    const held = input.options.letGo === true ? [] : numbersOf(input, 'holdRow');
    const body = {
      fields,
      ...(typeof rows === 'string' ? { rows: rowsOf(rows) } : {}),
      ...(cells.length > 0
        ? { cells: Object.fromEntries(cells.map(([path, value]) => [countedFromZero(path), value])) }
        : {}),
      ...(held ? { held_rows: held } : {}),
    };
    const removed = numbersOf(input, 'removeRow');
    const changed = removed ? await withoutRows(client(), key, body, removed) : body;
    const answer = await client().records.enter({ params: { key }, body: changed });
    return { kind: 'text', text: 'Entered; the next revision has it.', json: answer };
  },
};

/** `rows[2].litres` as people count is the second row. */
function countedFromZero(path: string): string {
  const [, number, column] = /^rows\[(\d+)\]\.(\w+)$/.exec(path) ?? [];
  if (number === undefined || number === '0') throw new CallError('YS-CLI-ROWS');
  return `rows[${Number(number) - 1}].${column}`;
}

/** Numbers of rows as people count, from 0. */
function numbersOf(input: Input, option: string): number[] | null {
  const text = optional(input, option);
  if (text === undefined) return null;
  const numbers = text.split(',').map((one) => Number(one.trim()) - 1);
  if (numbers.some((one) => !Number.isInteger(one) || one < 0)) throw new CallError('YS-CLI-ROWS');
  return numbers;
}

interface Entering {
  rows?: Record<string, JsonValue>[];
  cells?: Record<string, JsonValue>;
}

/** The same without some rows: the whole list is sent, with the cells in it. Numbers are those of the list as it was. */
async function withoutRows<B extends Entering>(client: Client, key: string, body: B, removed: readonly number[]) {
  const { cells = {}, ...rest } = body;
  const rows = (body.rows ?? (await client.records.get({ params: { key } })).rows).map((row) => ({ ...row }));
  for (const [path, value] of Object.entries(cells)) {
    const [, at, column = ''] = /^rows\[(\d+)\]\.(\w+)$/.exec(path) ?? [];
    rows[Number(at)] = { ...rows[Number(at)], [column]: value };
  }
  return { ...rest, rows: rows.filter((_, at) => !removed.includes(at)) };
}

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

export const recordHistory: Command = {
  args: '<key>',
  examples: ['yellow-sieve records history 0199…'],
  async run({ args: [key = ''], client }) {
    const history = await client().records.history({ params: { key } });
    const { revisions, journal } = history;
    const lines = revisions.flatMap((revision, i) => {
      const { number, verdict, sieve, made, made_from: from } = revision;
      const by = from.sieveVersion === null ? `draft of ${sieve}` : `version ${from.sieveVersion} of ${sieve}`;
      return [`revision ${number}  ${shortTime(made)}  ${verdict}  ${by}`, ...changesOf(revision, revisions[i - 1])];
    });
    const done = journal.map(({ at, by, act, words }) => `${shortTime(at)}  ${by}  ${act}${words && `: ${words}`}`);
    return { kind: 'text', text: [...lines, ...(done.length > 0 ? ['', ...done] : [])].join('\n'), json: history };
  },
};

function changesOf(revision: RecordRevision, before: RecordRevision | undefined): string[] {
  const names = [...new Set([...Object.keys(before?.fields ?? {}), ...Object.keys(revision.fields)])];
  const fields = names.flatMap((name) => {
    const [was, is] = [shown(before?.fields[name]), shown(revision.fields[name])];
    return was === is ? [] : [`  ${name}  ${before ? `${was || '–'} → ` : ''}${is || '–'}`];
  });
  const [wasRows, isRows] = [before?.rows ?? [], revision.rows];
  const rows = isRows.flatMap((row, at) => {
    const [was, is] = [JSON.stringify(wasRows[at] ?? null), JSON.stringify(row)];
    return was === is
      ? []
      : [
          `  row ${at + 1}  ${Object.values(row)
            .map((cell) => shown(cell) || '–')
            .join(', ')}`,
        ];
  });
  const gone = wasRows.length > isRows.length ? [`  ${wasRows.length - isRows.length} rows fewer`] : [];
  const numbers = revision.held_rows.map((at) => at + 1);
  return [
    ...fields,
    ...rows,
    ...gone,
    ...(numbers.length > 0 ? [`  held back: row${numbers.length === 1 ? '' : 's'} ${numbers.join(', ')}`] : []),
  ];
}

export const recordNote: Command = {
  args: '<key> <words...>',
  examples: ['yellow-sieve records note 0199… "the owner rang: she comes a day later"'],
  async run({ args: [key = '', ...words], client }) {
    const { message } = await client().records.get({ params: { key } });
    const done = await client().review.note({ params: { key: message }, body: { text: words.join(' ') } });
    return { kind: 'text', text: 'It is kept.', json: done };
  },
};

export const judgeRecord: Command = {
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
