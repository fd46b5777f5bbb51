import { basename } from 'node:path';
import type { ExportItem } from '@yellow-sieve/contract';
import type { Command } from '../command.js';
import { readBytes } from '../offline/files.js';
import { shortTime } from './listing.js';

const rowOf = ({ name, sieve, period, format, link, mail, sent, trouble }: ExportItem): string[] => [
  name,
  sieve,
  period,
  format,
  mail ? `${mail.to.join(', ')} by ${mail.by}, next ${shortTime(mail.next)}` : '',
  trouble ?? (sent === null ? '' : shortTime(sent)),
  link,
];
const columns = ['name', 'sieve', 'period', 'format', 'mailed to', 'last', 'link'];

export const exports: Command = {
  args: '[name]',
  examples: ['yellow-sieve export', 'yellow-sieve export berth-month > berth-month.export.yaml'],
  async run({ args: [name], client }) {
    if (name) {
      const found = await client().exports.get({ params: { name } });
      return { kind: 'text', text: found.source.trimEnd(), json: found };
    }
    const { items } = await client().exports.list();
    return { kind: 'table', columns, rows: items.map(rowOf), json: { items } };
  },
};

export const exportPut: Command = {
  args: '<files...>',
  examples: ['yellow-sieve export put berth-month.export.yaml'],
  async run({ args, client }) {
    const items = [];
    for (const file of args) {
      const name = basename(file).split('.')[0] ?? '';
      items.push(await client().exports.put({ params: { name }, body: readBytes(file) }));
    }
    return { kind: 'table', columns, rows: items.map(rowOf), json: { items } };
  },
};

export const exportFile: Command = {
  args: '<name>',
  examples: ['yellow-sieve export file berth-month > berths.csv'],
  async run({ args: [name = ''], client }) {
    return { kind: 'bytes', bytes: await client().exports.file({ params: { name } }) };
  },
};

export const exportRenew: Command = {
  args: '<name>',
  examples: ['yellow-sieve export renew berth-month'],
  async run({ args: [name = ''], client }) {
    const item = await client().exports.renew({ params: { name } });
    return { kind: 'text', text: `${item.title} is downloaded from ${item.link} from now on.`, json: item };
  },
};

export const exportMail: Command = {
  args: '<name>',
  examples: ['yellow-sieve export mail berth-month'],
  async run({ args: [name = ''], client }) {
    const tried = await client().exports.mail({ params: { name } });
    return { kind: 'text', text: tried.detail, json: tried, exit: tried.ok ? 0 : 1 };
  },
};

export const exportRemove: Command = {
  args: '<name>',
  examples: ['yellow-sieve export remove berth-month'],
  async run({ args: [name = ''], client }) {
    const done = await client().exports.remove({ params: { name } });
    return { kind: 'text', text: `The export ${name} is removed, and its link leads nowhere any more.`, json: done };
  },
};
