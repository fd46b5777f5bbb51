import { basename } from 'node:path';
import type { Client } from '@yellow-sieve/client';
import type { Command } from '../command.js';
import { readBytes } from '../offline/files.js';

/** The name in `name.kind.yaml`. */
const nameOf = (file: string) => basename(file).split('.')[0] ?? '';

function putCommand(
  family: 'mailbox' | 'destination',
  put: (client: Client, name: string, body: Uint8Array) => Promise<{ title: string }>,
): Command {
  return {
    args: '<files...>',
    examples: [`yellow-sieve ${family} put berth.${family}.yaml`],
    async run({ args, client }) {
      const done = [];
      for (const file of args) done.push(await put(client(), nameOf(file), readBytes(file)));
      return {
        kind: 'table',
        columns: ['file', 'title'],
        rows: done.map(({ title }, i) => [args[i] ?? '', title]),
        json: done,
      };
    },
  };
}

export const mailboxPut = putCommand('mailbox', (client, name, body) =>
  client.mailboxes.put({ params: { name }, body }),
);
export const destinationPut = putCommand('destination', (client, name, body) =>
  client.destinations.put({ params: { name }, body }),
);

const pausing = (paused: boolean): Command => ({
  args: '<name>',
  examples: [`yellow-sieve destination ${paused ? 'pause' : 'go-on'} berth-table`],
  async run({ args: [name = ''], client }) {
    const item = await client().destinations.pause({ params: { name }, body: { paused } });
    const text = paused
      ? `${item.title} is paused: what goes there waits.`
      : `${item.title} goes on: what waited is tried.`;
    return { kind: 'text', text, json: item };
  },
});
export const destinationPause = pausing(true);
export const destinationGoOn = pausing(false);

export const destinationRetry: Command = {
  args: '<name>',
  examples: ['yellow-sieve destination retry berth-table'],
  async run({ args: [name = ''], client }) {
    const done = await client().destinations.retry({ params: { name } });
    return { kind: 'text', text: `Tried again: ${done.count} that had stopped.`, json: done };
  },
};

export const destinationLink: Command = {
  args: '<name>',
  options: [{ flags: '--withdraw', about: 'leave it without a link' }],
  examples: ['yellow-sieve destination link berth-book', 'yellow-sieve destination link berth-book --withdraw'],
  async run({ args: [name = ''], options, client }) {
    const { destinations } = client();
    const params = { name };
    const item = await (options.withdraw === true
      ? destinations.withdrawLink({ params })
      : destinations.renewLink({ params }));
    const text =
      item.links.length > 0
        ? `${item.title} is downloaded from ${item.links.join(' and ')} from now on.`
        : `${item.title} has no link any more.`;
    return { kind: 'text', text, json: item };
  },
};

export const sieves: Command = {
  args: '[name]',
  examples: ['yellow-sieve sieve', 'yellow-sieve sieve berth-request > berth-request.sieve.yaml'],
  async run({ args: [name], client }) {
    if (name) {
      const sieve = await client().sieves.get({ params: { name } });
      return { kind: 'text', text: sieve.source.trimEnd(), json: sieve };
    }
    const page = await client().sieves.list();
    return {
      kind: 'table',
      columns: ['name', 'title', 'version', ''],
      rows: page.items.map((item) => [item.name, item.title, String(item.version), item.trial ? 'on trial' : '']),
      json: page,
    };
  },
};

export const mailboxes: Command = {
  examples: ['yellow-sieve mailbox'],
  async run({ client }) {
    const page = await client().mailboxes.list();
    return {
      kind: 'table',
      columns: ['name', 'title', 'addresses', 'messages'],
      rows: page.items.map((item) => [item.name, item.title, item.addresses.join(', '), String(item.messages)]),
      json: page,
    };
  },
};

export const connections: Command = {
  examples: ['yellow-sieve connection'],
  async run({ client }) {
    const page = await client().connections.list();
    return {
      kind: 'table',
      columns: ['name', 'kind'],
      rows: page.items.map(({ name, kind }) => [name, kind]),
      json: page,
    };
  },
};

export const destinations: Command = {
  args: '[name]',
  examples: ['yellow-sieve destination', 'yellow-sieve destination berth-table'],
  async run({ args: [name], client }) {
    if (name) {
      const test = await client().destinations.test({ params: { name } });
      return { kind: 'text', text: test.detail, json: test, exit: test.ok ? 0 : 1 };
    }
    const page = await client().destinations.list();
    return {
      kind: 'table',
      columns: ['name', 'title', 'kind', 'links'],
      rows: page.items.map((item) => [item.name, item.title, item.kind, item.links.join(' ')]),
      json: page,
    };
  },
};
