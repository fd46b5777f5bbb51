import type { Client } from '@yellow-sieve/client';
import { ClientError } from '@yellow-sieve/client';
import { reasonText } from '@yellow-sieve/core/shapes';
import type { Command, Input } from '../command.js';

export const review: Command = {
  options: [
    { flags: '--sieve <name>', about: 'of one sieve' },
    { flags: '--mailbox <name>', about: 'of one mailbox' },
  ],
  examples: ['yellow-sieve review', 'yellow-sieve review --sieve yard-enquiry'],
  async run({ options: { sieve, mailbox }, client }) {
    const query = {
      ...(typeof sieve === 'string' ? { sieve } : {}),
      ...(typeof mailbox === 'string' ? { mailbox } : {}),
    };
    const found = await client().review.causes({ query });
    const held = found.held_rows.map(
      ({ sieve: of, count }) => `${of}: rows held back in records that are done otherwise: ${count}.`,
    );
    return {
      kind: 'table',
      columns: ['waiting', 'mailbox', 'sieve', 'why', 'cause', 'since'],
      rows: found.items.map(({ count, mailbox: of, sieve: by, text, cause, since }) => [
        String(count),
        of,
        by ?? '',
        reasonText(text),
        cause,
        since.slice(0, 16).replace('T', ' '),
      ]),
      json: found,
      ...(held.length > 0 ? { note: held.join('\n') } : {}),
    };
  },
};

/** What became of one of several messages: done, or why not. */
interface Done {
  key: string;
  done: boolean;
  text: string;
}

export const reviewConfirm: Command = {
  args: '[keys...]',
  options: [
    { flags: '--sieve <name>', about: 'all in review of this sieve' },
    {
      flags: '--cause <code>',
      about: 'only those whose first reason has this code, or this cause as `review` lists it',
    },
    { flags: '--yes', about: 'do not ask' },
  ],
  examples: [
    'yellow-sieve review confirm 01a223be-a3a3-7408-90bc-51656fd8d7d7',
    'yellow-sieve review confirm --sieve yard-enquiry --cause YS-REVIEW-PROMPT',
  ],
  async run(input) {
    const { args, options, client } = input;
    const chosen = await chosenBy(client(), args, options);
    input.tell(listOf(chosen));
    if (options.yes !== true && !(await input.confirm(`Confirm ${chosen.length} as they stand?`)))
      return { kind: 'text', text: 'Nothing was confirmed.', json: [], exit: 1 };
    const done: Done[] = [];
    for (const { key, revision } of chosen)
      done.push(await orWhy(key, () => client().review.confirm({ params: { key }, body: { revision } }), 'confirmed'));
    return outputOf(done);
  },
};

export const reviewUndo: Command = {
  args: '<keys...>',
  examples: ['yellow-sieve review undo 01a223be-a3a3-7408-90bc-51656fd8d7d7'],
  async run({ args, client }) {
    const done: Done[] = [];
    for (const key of args) done.push(await orWhy(key, () => takenBack(client(), key), 'in review again'));
    return outputOf(done);
  },
};

export const reviewNotForUs: Command = {
  args: '<keys...>',
  options: [{ flags: '--reason <words>', about: 'why' }],
  examples: ['yellow-sieve review not-for-us 01a223be-a3b8-7308-98ef-fccc58a6a3ad --reason "an advertisement"'],
  async run({ args, options, client }) {
    const reason = typeof options.reason === 'string' ? options.reason : 'no reason given';
    const done: Done[] = [];
    for (const key of args)
      done.push(await orWhy(key, () => client().review.notForUs({ params: { key }, body: { reason } }), 'laid aside'));
    return outputOf(done);
  },
};

/** What was laid aside is taken up again; else it was confirmed. */
async function takenBack(client: Client, key: string): Promise<unknown> {
  const { reasons } = await client.messages.get({ params: { key } });
  return reasons[0]?.code === 'YS-NOT-FOR-US'
    ? client.review.forUs({ params: { key } })
    : client.review.undo({ params: { key } });
}

interface Chosen {
  key: string;
  revision: number;
  subject: string | null;
  why: string;
}

/** The messages that are meant, each with the revision that is shown. */
async function chosenBy(client: Client, keys: readonly string[], options: Input['options']): Promise<Chosen[]> {
  const found = keys.length > 0 ? keys : await inReviewOf(client, options);
  const chosen: Chosen[] = [];
  for (const key of found) {
    const { revision, subject, reasons } = await client.messages.get({ params: { key } });
    chosen.push({ key, revision: revision ?? 0, subject, why: reasons.map(({ text }) => reasonText(text)).join(' ') });
  }
  return chosen;
}

async function inReviewOf(client: Client, { sieve, cause }: Input['options']): Promise<string[]> {
  if (typeof sieve !== 'string' && typeof cause !== 'string') return [];
  const chosen = { ...(typeof sieve === 'string' ? { sieve } : {}), ...(typeof cause === 'string' ? { cause } : {}) };
  const keys: string[] = [];
  let cursor: string | undefined;
  do {
    const query = { state: 'review' as const, ...chosen, limit: '200', ...(cursor ? { cursor } : {}) };
    const page = await client.messages.list({ query });
    keys.push(...page.items.map(({ key }) => key));
    cursor = page.next ?? undefined;
  } while (cursor);
  return keys;
}

const listOf = (chosen: readonly Chosen[]) =>
  chosen.map(({ key, subject, why }) => `${key}  ${subject ?? ''}\n    ${why}`).join('\n');

async function orWhy(key: string, work: () => Promise<unknown>, text: string): Promise<Done> {
  try {
    await work();
    return { key, done: true, text };
  } catch (error) {
    if (!(error instanceof ClientError)) throw error;
    return { key, done: false, text: error.message };
  }
}

const outputOf = (done: readonly Done[]) => ({
  kind: 'table' as const,
  columns: ['message', ''],
  rows: done.map(({ key, text }) => [key, text]),
  json: done,
  exit: done.every((one) => one.done) ? (0 as const) : (1 as const),
});
