import { type Message, messageStates } from '@yellow-sieve/contract';
import { CallError } from '../call-error.js';
import type { Command } from '../command.js';
import { waitForJob } from '../wait-for-job.js';
import { jobText } from './jobs.js';
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

const selectionOptions = [
  { flags: '--mailbox <name>', about: 'those of this mailbox' },
  { flags: '--sieve <name>', about: 'those this sieve took' },
  { flags: '--state <state>', about: 'those in this state', choices: ['done', 'review', 'skipped', 'failed'] },
  { flags: '--from <moment>', about: 'received at or after this moment, such as 2026-11-01T00:00:00Z' },
  { flags: '--to <moment>', about: 'received before this moment' },
  { flags: '--all', about: 'every message there is' },
] as const;

export const again: Command = {
  words: 'messages again',
  about: 'Put messages through again: those with these keys, or as a job those of a mailbox, sieve, state or time',
  args: '[keys...]',
  options: [
    ...selectionOptions,
    { flags: '--draft <sieve>', about: 'with the draft of this sieve; what it would newly deliver is kept back' },
    { flags: '--forget', about: 'forget what people entered' },
    { flags: '--yes', about: 'do not ask' },
  ],
  examples: [
    'yellow-sieve messages again 0199…',
    'yellow-sieve messages again --state review --sieve berth-request',
    'yellow-sieve messages again --from 2026-11-01T00:00:00Z',
  ],
  async run(input) {
    const { args, options } = input;
    const client = input.client();
    const query = {
      draft: optional(input, 'draft'),
      forget: options.forget === true ? ('true' as const) : ('false' as const),
    };
    const chosen = ['mailbox', 'sieve', 'state', 'from', 'to'].filter((name) => optional(input, name) !== undefined);
    const [key] = args;
    if (key !== undefined && args.length === 1 && chosen.length === 0) {
      const answer = await client.messages.again({ params: { key }, query });
      return { kind: 'text', text: `${answer.key} is put through again.`, json: answer };
    }
    if (args.length === 0 && chosen.length === 0 && options.all !== true) throw new CallError('YS-CLI-SELECTION');
    const body = Object.fromEntries(chosen.map((name) => [name, optional(input, name)]));
    if (args.length === 0 && options.yes !== true && !(await input.confirm(questionOf(body))))
      throw new CallError('YS-CLI-DECLINED');
    const { job } = await client.messages.againMany({
      query,
      body: { ...body, ...(args.length > 0 ? { keys: [...args] } : {}) },
    });
    const done = await waitForJob(client, job, input.progress);
    return { kind: 'text', text: jobText(done), json: done, exit: done.state === 'done' ? 0 : 1 };
  },
};

const questionOf = (selection: Record<string, unknown>) => {
  const parts = Object.entries(selection).map(([name, value]) => `${name} ${value}`);
  return `Put ${parts.length > 0 ? `the messages of ${parts.join(', ')}` : 'every message'} through again?`;
};
