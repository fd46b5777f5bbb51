import { readMessage, type SuggestFrom, type Suggestion, suggestSieve } from '@yellow-sieve/core';
import { CallError } from '../call-error.js';
import type { Command } from '../command.js';
import { readBytes } from '../offline/files.js';

export const suggest: Command = {
  args: '<messages...>',
  options: [
    { flags: '--sieve <name>', about: 'name of the sieve', default: 'suggested' },
    { flags: '--locale <locale>', about: 'locale of the sieve, such as en-GB; else the language of the messages' },
  ],
  examples: [
    'yellow-sieve suggest inbox/001.eml > berths.sieve.yaml',
    'yellow-sieve suggest inbox/*.eml --sieve berths --locale en-GB > berths.sieve.yaml && yellow-sieve check berths.sieve.yaml',
  ],
  async run({ args, options }) {
    const messages: SuggestFrom[] = [];
    for (const name of args) messages.push({ name, reading: await readMessage(readBytes(name)) });
    const locale = typeof options.locale === 'string' ? { locale: options.locale } : {};
    const found = suggestSieve(messages, { sieve: String(options.sieve), ...locale });
    if (!found) throw new CallError('YS-SUGGEST-NOTHING');
    return { kind: 'bytes', bytes: Buffer.from(found.source + leftOut(found, messages.length)), json: found };
  },
};

/** What was left out, as comments below the sieve. */
const leftOut = ({ left_out }: Suggestion, messages: number): string =>
  left_out
    .map(({ label, found, why }) => {
      const because = {
        rare: `it stands in ${found} of ${messages} messages`,
        same: 'every message says just that',
        unread: 'it was not read again where it stands',
      };
      return `# Left out: “${label.replace(/\s+/g, ' ')}”, for ${because[why]}.\n`;
    })
    .join('');
