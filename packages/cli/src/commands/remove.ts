import type { Client } from '@yellow-sieve/client';
import type { Removal } from '@yellow-sieve/contract';
import type { Command } from '../command.js';

type Remove = (client: Client, name: string, dry: 'true' | 'false') => Promise<Removal>;

function removeCommand(family: string, remove: Remove): Command {
  return {
    args: '<name>',
    options: [{ flags: '--dry', about: 'say what would go, and change nothing' }],
    examples: [`yellow-sieve ${family} remove old-one --dry`, `yellow-sieve ${family} remove old-one`],
    async run({ args: [name = ''], options, client }) {
      const dry = options.dry === true;
      const removal = await remove(client(), name, dry ? 'true' : 'false');
      return { kind: 'text', text: told(`The ${family} ${name}`, removal, dry), json: removal };
    },
  };
}

/** What becomes of it, in a sentence, and what goes and stays with it. */
function told(what: string, { outcome, goes, stays }: Removal, dry: boolean): string {
  const list = (all: Removal['goes']) => all.map(({ what: thing, count }) => `${thing}: ${count}`).join(', ');
  return [
    `${what} ${dry ? 'would be' : 'is'} ${outcome}.`,
    ...(goes.length > 0 ? [`Goes with it – ${list(goes)}.`] : []),
    ...(stays.length > 0 ? [`Stays – ${list(stays)}.`] : []),
  ].join('\n');
}

export const mailboxRemove = removeCommand('mailbox', (client, name, dry) =>
  client.mailboxes.remove({ params: { name }, query: { dry } }),
);
export const sieveRemove = removeCommand('sieve', (client, name, dry) =>
  client.sieves.remove({ params: { name }, query: { dry } }),
);
export const destinationRemove = removeCommand('destination', (client, name, dry) =>
  client.destinations.remove({ params: { name }, query: { dry } }),
);
export const connectionRemove = removeCommand('connection', (client, name, dry) =>
  client.connections.remove({ params: { name }, query: { dry } }),
);

export const lookupRemove = removeCommand('lookup', (client, name, dry) =>
  client.lookups.remove({ params: { name }, query: { dry } }),
);

export const samplesRemove: Command = {
  args: '<sieve> <sample>',
  examples: ['yellow-sieve samples remove berth-request samples/012.eml'],
  async run({ args: [name = '', sample = ''], client }) {
    await client().samples.remove({ params: { name, sample } });
    return { kind: 'text', text: `${sample} is no sample of ${name} any more.`, json: { done: true } };
  },
};
