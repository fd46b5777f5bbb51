import type { Client } from '@yellow-sieve/client';
import { effectOf, type FoundWithin, type Message, messageStates } from '@yellow-sieve/contract';
import { reasonText } from '@yellow-sieve/core/shapes';
import { CallError } from '../call-error.js';
import type { Command, Input } from '../command.js';
import { waitForJob } from '../wait-for-job.js';
import { jobText } from './jobs.js';
import { listOptions, listQuery, moreNote, optional, shortTime } from './listing.js';

/** What narrows a list of messages, found or not. */
const narrowing: Command['options'] = [
  { flags: '--mailbox <name>', about: 'only of this mailbox' },
  { flags: '--state <state>', about: 'only in this state', choices: messageStates },
  { flags: '--sieve <name>', about: 'only those this sieve took' },
  { flags: '--category <name>', about: 'only of this category' },
  { flags: '--cause <code>', about: 'only with this code as the first reason' },
  { flags: '--from <day>', about: 'received at or after this day or moment' },
  { flags: '--to <day>', about: 'received before this day or moment' },
  { flags: '--view <name>', about: 'as a saved view says' },
];

export const messages: Command = {
  args: '[key]',
  options: [...listOptions, ...narrowing],
  examples: [
    'yellow-sieve messages --state review',
    'yellow-sieve messages 0199… --json',
    'yellow-sieve messages --from 2026-11-01 --sieve berth-request',
  ],
  async run(input) {
    const [key] = input.args;
    const service = input.client();
    if (key) {
      const detail = await service.messages.get({ params: { key } });
      return { kind: 'text', text: JSON.stringify(detail, null, 2), json: detail };
    }
    const filters = await filtersOf(input);
    const page = await service.messages.list({ query: { ...filters, ...listQuery(input) } });
    return {
      kind: 'table',
      columns,
      rows: page.items.map(rowOf),
      json: page,
      ...(Object.keys(filters).length > 0 ? { none: 'No message fits these filters.' } : {}),
      ...moreNote(page.next),
    };
  },
};

const columns = ['received', 'mailbox', 'state', 'subject', 'why', 'key'];

const rowOf = (item: Message) => [
  shortTime(item.received),
  item.mailbox,
  item.state,
  item.subject ?? '',
  item.reasons.map(({ text }) => reasonText(text)).join(' '),
  item.key,
];

/** What the shell gave as one word belongs together: its blanks, also those of a field's value. */
function asOne(word: string): string {
  if (!/\s/.test(word) || /["“”„]/.test(word)) return word;
  const [, field = '', rest = word] = /^([a-z]\w*=)(.*)$/s.exec(word) ?? [];
  return `${field}"${rest}"`;
}

/** What narrows a list of messages: a saved view, and the options over it. */
async function filtersOf(input: Input) {
  const named = optional(input, 'view');
  const views = named === undefined ? [] : (await input.client().views.list()).items;
  const view = views.find(({ name }) => name === named);
  if (named !== undefined && !view)
    throw new CallError('YS-CLI-WORD', {
      word: named,
      known: views.map(({ name }) => name).join(', ') || 'no view yet',
    });
  const names = ['mailbox', 'sieve', 'category', 'cause', 'from', 'to'];
  const given = Object.fromEntries(
    names.flatMap((name) => {
      const value = optional(input, name);
      return value === undefined ? [] : [[name, value]];
    }),
  );
  const state = optional<Message['state']>(input, 'state');
  return { ...view?.filters, ...given, ...(state ? { state } : {}) };
}

export const find: Command = {
  args: '<words...>',
  options: [
    ...listOptions,
    ...narrowing,
    { flags: '--within', about: 'also look through the texts of messages, as far back as there are any' },
  ],
  examples: [
    'yellow-sieve find kittiwake',
    'yellow-sieve find vessel=Kittiwake --cause YS-CHECK-FAILED',
    'yellow-sieve find "shore power" --within',
  ],
  async run(input) {
    const words = input.args.map(asOne).join(' ');
    const filters = await filtersOf(input);
    const client = input.client();
    const page = await client.messages.list({ query: { ...filters, ...listQuery(input), find: words } });
    const known = new Set(page.items.map(({ key }) => key));
    const within = input.options.within === true ? await allWithin(client, words, filters) : [];
    const more = within.filter(({ key }) => !known.has(key));
    return {
      kind: 'table',
      columns: [...columns, 'stands in it'],
      rows: [...page.items.map((item) => [...rowOf(item), '']), ...more.map((item) => [...rowOf(item), item.excerpt])],
      json: { ...page, within: more },
      none: 'No message has these words.',
      ...moreNote(page.next),
    };
  },
};

type Filters = Awaited<ReturnType<typeof filtersOf>>;

async function allWithin(client: Client, words: string, filters: Filters): Promise<FoundWithin[]> {
  const found: FoundWithin[] = [];
  let cursor: string | undefined;
  do {
    const stretch = await client.messages.within({ query: { ...filters, words, ...(cursor ? { cursor } : {}) } });
    found.push(...stretch.items);
    cursor = stretch.next ?? undefined;
  } while (cursor);
  return found;
}

export const takeIn: Command = {
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
  { flags: '--cause <code>', about: 'those with this code as the first reason' },
  { flags: '--from <moment>', about: 'received at or after this moment, such as 2026-11-01T00:00:00Z' },
  { flags: '--to <moment>', about: 'received before this moment' },
  { flags: '--all', about: 'every message there is' },
] as const;

export const again: Command = {
  args: '[keys...]',
  options: [
    ...selectionOptions,
    { flags: '--draft <sieve>', about: 'with the draft of this sieve; what it would newly deliver is kept back' },
    { flags: '--forget', about: 'forget what people entered' },
    { flags: '--tells <destinations>', about: 'destinations, with commas between, that may tell people of it' },
    { flags: '--dry', about: 'only say what would come of it, by what is live' },
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
    const dry = options.dry === true;
    const chosen = ['mailbox', 'sieve', 'state', 'cause', 'from', 'to'].filter(
      (name) => optional(input, name) !== undefined,
    );
    const [key] = args;
    if (key !== undefined && args.length === 1 && chosen.length === 0 && !dry) {
      const answer = await client.messages.again({ params: { key }, query });
      return { kind: 'text', text: `${answer.key} is put through again.`, json: answer };
    }
    if (args.length === 0 && chosen.length === 0 && options.all !== true) throw new CallError('YS-CLI-SELECTION');
    const body = Object.fromEntries(chosen.map((name) => [name, optional(input, name)]));
    if (args.length === 0 && options.yes !== true && !dry && !(await input.confirm(questionOf(body))))
      throw new CallError('YS-CLI-DECLINED');
    const { job } = await client.messages.againMany({
      query: { ...query, tells: optional(input, 'tells') ?? '', dry: dry ? 'true' : 'false' },
      body: { ...body, ...(args.length > 0 ? { keys: [...args] } : {}) },
    });
    const done = await waitForJob(client, job, input.progress);
    // Which ones, what becomes of each, and what of it was delivered already.
    const { affected = 0 } = effectOf(done) ?? {};
    const text = [jobText(done), ...(affected > 0 ? [`Each of them: yellow-sieve jobs findings ${job}`] : [])].join(
      '\n',
    );
    return { kind: 'text', text, json: done, exit: done.state === 'done' ? 0 : 1 };
  },
};

const questionOf = (selection: Record<string, unknown>) => {
  const parts = Object.entries(selection).map(([name, value]) => `${name} ${value}`);
  return `Put ${parts.length > 0 ? `the messages of ${parts.join(', ')}` : 'every message'} through again?`;
};
