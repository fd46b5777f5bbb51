import { type Delivery, deliveryStates } from '@yellow-sieve/contract';
import type { Command } from '../command.js';
import { listOptions, listQuery, moreNote, optional, shortTime } from './listing.js';

const rowOf = (item: Delivery) => [
  shortTime(item.updated),
  item.state,
  item.destination,
  item.route,
  String(item.attempts),
  item.answer ?? '',
  item.key,
];
const columns = ['updated', 'state', 'destination', 'route', 'tries', 'answer', 'key'];

export const deliveries: Command = {
  args: '[key]',
  options: [
    ...listOptions,
    { flags: '--state <state>', about: 'only in this state', choices: deliveryStates },
    { flags: '--destination <name>', about: 'only to this destination' },
  ],
  examples: ['yellow-sieve deliveries --state stopped', 'yellow-sieve deliveries 0199… --json'],
  async run(input) {
    const [key] = input.args;
    const service = input.client();
    if (key) {
      const delivery = await service.deliveries.get({ params: { key } });
      return { kind: 'text', text: JSON.stringify(delivery, null, 2), json: delivery };
    }
    const query = {
      ...listQuery(input),
      state: optional<Delivery['state']>(input, 'state'),
      destination: optional(input, 'destination'),
    };
    const page = await service.deliveries.list({ query });
    return { kind: 'table', columns, rows: page.items.map(rowOf), json: page, ...moreNote(page.next) };
  },
};

export const retry: Command = {
  args: '<key>',
  examples: ['yellow-sieve deliveries retry 0199…'],
  async run({ args: [key = ''], client }) {
    const delivery = await client().deliveries.retry({ params: { key } });
    return { kind: 'table', columns, rows: [rowOf(delivery)], json: delivery };
  },
};

/** One of the two acts on a delivery that is kept back. */
const settling = (doing: 'release' | 'drop'): Command => ({
  args: '<key>',
  examples: [`yellow-sieve deliveries ${doing} 0199…`],
  async run({ args: [key = ''], client }) {
    const delivery = await client().deliveries[doing]({ params: { key } });
    return { kind: 'table', columns, rows: [rowOf(delivery)], json: delivery };
  },
});

export const deliveryRelease = settling('release');
export const deliveryDrop = settling('drop');
