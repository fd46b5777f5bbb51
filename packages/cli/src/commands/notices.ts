import { type NoticeKind, noticeKinds } from '@yellow-sieve/contract';
import { CallError } from '../call-error.js';
import type { Command } from '../command.js';
import { shortTime } from './listing.js';

export const notices: Command = {
  options: [{ flags: '--past', about: 'also what is over, of the last 30 days' }],
  examples: ['yellow-sieve notices'],
  async run({ options, client }) {
    const { items } = await client().notices.list({ query: { past: options.past === true ? 'true' : 'false' } });
    if (items.length === 0) return { kind: 'text', text: 'There is nothing to hear of.', json: { items } };
    return {
      kind: 'table',
      columns: ['since', 'until', 'kind', 'about', 'what', 'told you'],
      rows: items.map(({ began, ended, kind, about, text, muted }) => [
        shortTime(began),
        ended === null ? 'still' : shortTime(ended),
        kind,
        about,
        text,
        muted ? 'no, muted' : 'yes',
      ]),
      json: { items },
    };
  },
};

export const noticePlans: Command = {
  examples: ['yellow-sieve notices plans'],
  async run({ client }) {
    const { items } = await client().notices.plans();
    if (items.length === 0)
      return { kind: 'text', text: 'Nobody is told of notices yet: yellow-sieve notices tell NAME …', json: { items } };
    return {
      kind: 'table',
      columns: ['plan', 'by', 'to', 'of', 'when', 'last', 'trouble'],
      rows: items.map(({ name, destination, to, kinds, hour, sent, trouble }) => [
        name,
        destination,
        to ?? '',
        kinds.length === noticeKinds.length ? 'everything' : kinds.join(', '),
        hour === undefined ? 'as they come' : `daily at ${hour}:00 UTC`,
        sent === null ? 'never' : shortTime(sent),
        trouble ?? '',
      ]),
      json: { items },
    };
  },
};

/** @throws CallError YS-CLI-NOTICE-KIND */
function kindOf(text: string): NoticeKind {
  const found = noticeKinds.find((kind) => kind === text.trim());
  if (!found) throw new CallError('YS-CLI-NOTICE-KIND', { kind: text.trim(), known: noticeKinds.join(', ') });
  return found;
}

export const noticeTell: Command = {
  args: '<name>',
  options: [
    { flags: '--by <destination>', about: 'a destination of the kind mail, chat or webhook' },
    { flags: '--to <address>', about: 'whom a mail goes to' },
    {
      flags: '--of <kinds>',
      about: `what is told, with commas between; everything when left out: ${noticeKinds.join(', ')}`,
    },
    { flags: '--daily <hour>', about: 'all of a day at once, at this hour (UTC)' },
  ],
  examples: [
    'yellow-sieve notices tell desk --by desks --to ada@gannetbay.example --of "delivery stopped,review waiting"',
    'yellow-sieve notices tell room --by harbour-master-chat --daily 7',
  ],
  async run({ args: [name = ''], options, client }) {
    if (typeof options.by !== 'string') throw new CallError('YS-CLI-NOTICE-BY');
    const body = {
      destination: options.by,
      ...(typeof options.to === 'string' ? { to: options.to } : {}),
      ...(typeof options.of === 'string' ? { kinds: options.of.split(',').map(kindOf) } : {}),
      ...(typeof options.daily === 'string' ? { hour: Number(options.daily) } : {}),
    };
    const plan = await client().notices.putPlan({ params: { name }, body });
    return {
      kind: 'text',
      text: `${plan.name} tells by ${plan.destination}. Try it: yellow-sieve notices try ${name}`,
      json: plan,
    };
  },
};

export const noticeTry: Command = {
  args: '<name>',
  examples: ['yellow-sieve notices try desk'],
  async run({ args: [name = ''], client }) {
    const tried = await client().notices.tryPlan({ params: { name } });
    return { kind: 'text', text: tried.detail, json: tried, exit: tried.ok ? 0 : 1 };
  },
};

export const noticeRemove: Command = {
  args: '<name>',
  examples: ['yellow-sieve notices remove desk'],
  async run({ args: [name = ''], client }) {
    const done = await client().notices.removePlan({ params: { name } });
    return { kind: 'text', text: `Nobody is told by ${name} any more.`, json: done };
  },
};
