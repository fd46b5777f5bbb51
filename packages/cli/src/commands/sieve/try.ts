import { compileSieve } from '@yellow-sieve/core';
import type { Command } from '../../command.js';
import { readText } from '../../offline/files.js';
import { coverageText } from '../../show/coverage-text.js';
import { moreNote } from '../listing.js';
import { effectOptions, findEffect } from './effect-job.js';

export const sieveEffect: Command = {
  args: '<file>',
  options: effectOptions,
  examples: [
    'yellow-sieve sieve effect berth-request.sieve.yaml',
    'yellow-sieve sieve effect x.sieve.yaml --stored all',
  ],
  async run(input) {
    const source = readText(input.args[0] ?? '');
    const { name } = compileSieve(source);
    const found = await findEffect(input, input.client(), name, { source });
    const { summary, messages, text } = found;
    return { kind: 'text', text, json: { summary, messages }, exit: summary.breaks > 0 ? 1 : 0 };
  },
};

export const sieveCheck: Command = {
  args: '<name>',
  options: [
    { flags: '--of <which>', about: 'samples or stored messages', choices: ['samples', 'stored'], default: 'samples' },
    { flags: '--with <state>', about: 'live, draft, or the number of a version', default: 'live' },
    { flags: '--limit <count>', about: 'how many messages, 1 to 200', default: '100' },
    { flags: '--cursor <cursor>', about: 'go on where the page before ended' },
  ],
  examples: [
    'yellow-sieve sieve check berth-request',
    'yellow-sieve sieve check berth-request --of stored --with draft',
  ],
  async run({ args: [name = ''], options, client }) {
    const query = {
      of: options.of as 'samples' | 'stored',
      with: String(options.with) as 'live',
      limit: String(options.limit),
      cursor: typeof options.cursor === 'string' ? options.cursor : undefined,
    };
    const page = await client().sieves.coverage({ params: { name }, query });
    const messages = page.items;
    const wrong = messages.some(({ cells }) => Object.values(cells).some(({ right }) => right === false));
    const { note } = moreNote(page.next) as { note?: string };
    const text = coverageText(name, messages, page.accuracy);
    return { kind: 'text', text: note ? `${text}\n\n${note}` : text, json: page, exit: wrong ? 1 : 0 };
  },
};
