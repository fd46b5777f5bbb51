import { type Message, messageStates } from '@yellow-sieve/contract';
import type { Command } from '../command.js';
import { listOptions, listQuery, moreNote, optional, shortTime } from './listing.js';

export const messages: Command = {
  words: 'messages',
  about: 'List messages, newest first; with a key, show that one with its outcome and deliveries',
  args: '[key]',
  options: [
    ...listOptions,
    { flags: '--mailbox <name>', about: 'only of this mailbox' },
    { flags: '--state <state>', about: 'only in this state', choices: messageStates },
    { flags: '--sieve <name>', about: 'only those this sieve took' },
  ],
  examples: ['yellow-sieve messages --state review', 'yellow-sieve messages 0199… --json'],
  async run(input) {
    const [key] = input.args;
    const service = input.client();
    if (key) {
      const detail = await service.messages.get({ params: { key } });
      return { kind: 'text', text: JSON.stringify(detail, null, 2), json: detail };
    }
    const query = {
      ...listQuery(input),
      mailbox: optional(input, 'mailbox'),
      state: optional<Message['state']>(input, 'state'),
      sieve: optional(input, 'sieve'),
    };
    const page = await service.messages.list({ query });
    return {
      kind: 'table',
      columns: ['received', 'mailbox', 'state', 'subject', 'why', 'key'],
      rows: page.items.map((item) => [
        shortTime(item.received),
        item.mailbox,
        item.state,
        item.subject ?? '',
        item.reasons.map(({ text }) => text).join(' '),
        item.key,
      ]),
      json: page,
      ...moreNote(page.next),
    };
  },
};

export const takeIn: Command = {
  words: 'messages take-in',
  about: 'Take a skipped message in: put it through without screening it',
  args: '<key>',
  examples: ['yellow-sieve messages take-in 0199…'],
  async run({ args: [key = ''], client }) {
    const answer = await client().messages.takeIn({ params: { key } });
    return { kind: 'text', text: `${answer.key} is taken in.`, json: answer };
  },
};

export const again: Command = {
  words: 'messages again',
  about: 'Put a message through again with the live version of its sieve',
  args: '<key>',
  examples: ['yellow-sieve messages again 0199…'],
  async run({ args: [key = ''], client }) {
    const answer = await client().messages.again({ params: { key } });
    return { kind: 'text', text: `${answer.key} is put through again.`, json: answer };
  },
};
