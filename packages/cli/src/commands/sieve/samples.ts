import type { Command } from '../../command.js';
import { shown } from '../../show/value-text.js';
import { listOptions, listQuery, moreNote } from '../listing.js';

export const samples: Command = {
  args: '<sieve>',
  options: listOptions,
  examples: ['yellow-sieve samples berth-request'],
  async run(input) {
    const page = await input.client().samples.list({ params: { name: input.args[0] ?? '' }, query: listQuery(input) });
    return {
      kind: 'table',
      columns: ['sample', 'subject', 'from', 'expected', 'by'],
      rows: page.items.map(({ name, subject, from, expect, by }) => [
        name,
        subject,
        from ?? '',
        Object.entries(expect ?? {})
          .map(([field, value]) => `${field} ${value === null ? 'nothing' : shown(value)}`)
          .join(', '),
        by ?? '',
      ]),
      json: page,
      ...moreNote(page.next),
    };
  },
};

export const samplesAdd: Command = {
  args: '<sieve> <message>',
  options: [
    { flags: '--confirm', about: 'the values of its record are as expected' },
    { flags: '--name <name>', about: 'name of the sample, such as samples/012.eml' },
  ],
  examples: ['yellow-sieve samples add berth-request 0199… --confirm'],
  async run({ args: [name = '', message = ''], options, client }) {
    const sample = typeof options.name === 'string' ? options.name : undefined;
    const body = { message, confirm: options.confirm === true, sample };
    const made = await client().samples.fromMessage({ params: { name }, body });
    return { kind: 'text', text: `${made.name} is a sample of ${name}.`, json: made };
  },
};

export const samplesConfirm: Command = {
  args: '<sieve> <sample> [fields...]',
  examples: [
    'yellow-sieve samples confirm berth-request samples/012.eml',
    'yellow-sieve samples confirm berth-request samples/012.eml vessel nights',
  ],
  async run({ args: [name = '', sample = '', ...fields], client }) {
    const body = fields.length > 0 ? { fields } : {};
    const made = await client().samples.confirm({ params: { name, sample }, body });
    const count = Object.keys(made.expect ?? {}).length;
    return { kind: 'text', text: `${count} values are expected of ${sample}.`, json: made };
  },
};
