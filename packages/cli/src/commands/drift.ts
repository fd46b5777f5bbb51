import type { Command } from '../command.js';
import { shortTime } from './listing.js';

export const drift: Command = {
  options: [{ flags: '--all', about: 'also what somebody has seen' }],
  examples: ['yellow-sieve drift'],
  async run({ options, client }) {
    const { items } = await client().drift.list();
    const shown = items.filter(({ seen_by }) => options.all === true || seen_by === null);
    if (shown.length === 0)
      return { kind: 'text', text: 'The mail of every mailbox is as it was.', json: { items: shown } };
    return {
      kind: 'table',
      columns: ['found', 'mailbox', 'sieve', 'what', 'for example', 'key'],
      rows: shown.map(({ found, mailbox, sieve, text, message, key }) => [
        shortTime(found),
        mailbox,
        sieve ?? '',
        text,
        message,
        key,
      ]),
      json: { items: shown },
      exit: 1,
    };
  },
};

export const driftSeen: Command = {
  args: '<key>',
  examples: ['yellow-sieve drift seen 0199…'],
  async run({ args: [key = ''], client }) {
    const done = await client().drift.seen({ params: { key } });
    return { kind: 'text', text: 'Noted.', json: done };
  },
};
