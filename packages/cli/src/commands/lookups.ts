import { basename } from 'node:path';
import type { LookupChanges } from '@yellow-sieve/contract';
import type { Command, Input } from '../command.js';
import { readBytes } from '../offline/files.js';
import { awaitEffect, effectOptions, storedOf } from './sieve/effect-job.js';

export const lookups: Command = {
  words: 'lookup',
  about: 'List the tables that rules look in; with a name, show one',
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
      columns: ['name', 'title', 'revision', 'lines', 'used by'],
      rows: page.items.map((item) => [
        item.name,
        item.title,
        String(item.revision),
        String(item.count),
        item.used_by.join(', '),
      ]),
      json: page,
    };
  },
};

export const lookupEffect: Command = {
  words: 'lookup effect',
  about:
    'Show what another state of a table would change in the records of the sieves that look in it; the live one stays',
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
  words: 'lookup put',
  about: 'Put a table into the service, from CSV or the first sheet of a workbook; says what changes',
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
