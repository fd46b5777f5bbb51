import { basename } from 'node:path';
import type { LookupChanges, LookupSource } from '@yellow-sieve/contract';
import type { Command, Input } from '../command.js';
import { readBytes } from '../offline/files.js';
import { awaitEffect, effectOptions, storedOf } from './sieve/effect-job.js';

export const lookups: Command = {
  args: '[name]',
  examples: ['yellow-sieve lookup', 'yellow-sieve lookup buoys'],
  async run({ args: [name], client }) {
    if (name) {
      const table = await client().lookups.get({ params: { name } });
      return { kind: 'table', columns: table.columns, rows: table.lines, json: table };
    }
    const page = await client().lookups.list();
    return {
      kind: 'table',
      columns: ['name', 'title', 'revision', 'lines', 'used by', 'last read'],
      rows: page.items.map((item) => [
        item.name,
        item.title,
        String(item.revision),
        String(item.count),
        item.used_by.join(', '),
        item.trouble ? `${item.fetched ?? ''}; ${item.trouble}` : (item.fetched ?? ''),
      ]),
      json: page,
    };
  },
};

export const lookupFollow: Command = {
  args: '<name>',
  options: [
    { flags: '--file <file>', about: 'a .csv or .xlsx file in the service’s folder of tables' },
    { flags: '--url <url>', about: 'the address of a CSV' },
    { flags: '--connection <name>', about: 'a connection to a database, with --table' },
    { flags: '--table <table>', about: 'a table or view of it' },
    { flags: '--every <minutes>', about: 'minutes between two looks; 1 for files, 60 for others when left out' },
    { flags: '--end', about: 'read it no more; the last copy stays' },
  ],
  examples: [
    'yellow-sieve lookup follow buoys --file buoys.xlsx',
    'yellow-sieve lookup follow buoys --connection harbour-database --table buoys --every 30',
    'yellow-sieve lookup follow buoys --end',
  ],
  async run({ args: [name = ''], options, client }) {
    const params = { name };
    const { table } = await (options.end === true
      ? client().lookups.unfollow({ params })
      : client().lookups.follow({ params, body: sourceOf(options) }));
    const text = table.source
      ? `${name} is at revision ${table.revision}, and read there from now on.`
      : `${name} is read from elsewhere no more.`;
    return { kind: 'text', text, json: table };
  },
};

/** The service says what is lacking, or is too much. */
function sourceOf({ file, url, connection, table, every }: Input['options']): LookupSource {
  const often = every === undefined ? {} : { every_minutes: Number(every) };
  const given = { file, url, connection, table };
  return {
    ...Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined)),
    ...often,
  } as LookupSource;
}

export const lookupEffect: Command = {
  args: '<file>',
  options: [{ flags: '--name <name>', about: 'the table; the file’s name when left out' }, ...effectOptions],
  examples: ['yellow-sieve lookup effect lookups/buoys.csv', 'yellow-sieve lookup effect buoys.csv --stored all'],
  async run(input) {
    const [file = ''] = input.args;
    const query = { stored: String(storedOf(input)) };
    const { jobs } = await input
      .client()
      .lookups.effect({ params: { name: nameOf(input, file) }, query, body: readBytes(file) });
    const found = [];
    for (const { sieve, job } of jobs) found.push({ sieve, ...(await awaitEffect(input, input.client(), job)) });
    const text = found.map((one) => `${one.sieve}\n${one.text}`).join('\n\n');
    return {
      kind: 'text',
      text: found.length > 0 ? text : 'No live sieve looks in it.',
      json: found.map(({ sieve, summary, messages }) => ({ sieve, summary, messages })),
      exit: found.some(({ summary }) => summary.breaks > 0) ? 1 : 0,
    };
  },
};

/** The table that is meant: by its name, or by that of its file. */
const nameOf = ({ options }: Pick<Input, 'options'>, file: string): string =>
  typeof options.name === 'string' ? options.name : (basename(file).split('.')[0] ?? '');

export const lookupPut: Command = {
  args: '<file>',
  options: [
    { flags: '--name <name>', about: 'its name; the file’s when left out' },
    { flags: '--title <title>', about: 'its title' },
    { flags: '--dry', about: 'say what would change, and keep nothing' },
  ],
  examples: ['yellow-sieve lookup put lookups/buoys.csv --dry', 'yellow-sieve lookup put lookups/buoys.csv'],
  async run({ args: [file = ''], options, client }) {
    const name = nameOf({ options }, file);
    const dry = options.dry === true;
    const query = {
      dry: dry ? ('true' as const) : ('false' as const),
      ...(typeof options.title === 'string' ? { title: options.title } : {}),
    };
    const reply = await client().lookups.put({ params: { name }, query, body: readBytes(file) });
    const kept = reply.table ? `${name} is at revision ${reply.table.revision}.` : 'Nothing is kept.';
    return { kind: 'text', text: `${told(reply.changes)}\n${kept}`, json: reply };
  },
};

function told({
  added,
  changed,
  removed,
  same,
  columns_added: more,
  columns_removed: less,
  examples,
}: LookupChanges): string {
  const mark = { added: '+', changed: '~', removed: '-' };
  return [
    `${added} added, ${changed} changed, ${removed} removed, ${same} as before.`,
    ...(more.length > 0 ? [`New columns: ${more.join(', ')}.`] : []),
    ...(less.length > 0 ? [`Columns that go: ${less.join(', ')}.`] : []),
    ...examples.map(
      ({ kind, before, after }) =>
        `${mark[kind]} ${[before, after].flatMap((line) => (line ? [line.join(' | ')] : [])).join('  =>  ')}`,
    ),
  ].join('\n');
}
