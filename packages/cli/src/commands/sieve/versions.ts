import type { VersionItem } from '@yellow-sieve/contract';
import type { Command } from '../../command.js';
import { listOptions, listQuery, moreNote, shortTime } from '../listing.js';

export const sieveVersions: Command = {
  args: '<name>',
  options: listOptions,
  examples: ['yellow-sieve sieve versions berth-request'],
  async run(input) {
    const page = await input
      .client()
      .sieves.versions({ params: { name: input.args[0] ?? '' }, query: listQuery(input) });
    return {
      kind: 'table',
      columns: ['version', 'published', 'by', 'why'],
      rows: page.items.map((item) => [
        String(item.number),
        shortTime(item.created),
        item.by ?? '',
        [item.back_to === null ? '' : `back to version ${item.back_to}`, renamedText(item.renamed), item.why ?? '']
          .filter(Boolean)
          .join(': '),
      ]),
      json: page,
      ...moreNote(page.next),
    };
  },
};

const renamedText = (renamed: VersionItem['renamed']) => (renamed ? `${renamed.from} is now ${renamed.to}` : '');

export const sieveCompare: Command = {
  args: '<name> [from] [to]',
  examples: ['yellow-sieve sieve compare berth-request', 'yellow-sieve sieve compare berth-request 3 live'],
  async run({ args: [name = '', from = 'live', to = 'draft'], client }) {
    const compared = await client().sieves.compare({ params: { name }, query: { from, to } as never });
    const text = compared.same ? `${from} and ${to} are the same.` : compared.diff.trimEnd();
    return { kind: 'text', text, json: compared };
  },
};
