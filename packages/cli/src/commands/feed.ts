import { setTimeout as sleep } from 'node:timers/promises';
import type { Client } from '@yellow-sieve/client';
import type { MessageDetail } from '@yellow-sieve/contract';
import { reasonText } from '@yellow-sieve/core/shapes';
import { CallError } from '../call-error.js';
import type { Command, Output } from '../command.js';
import { feedArchive, type PutIn } from '../feed-archive.js';
import { momentOf } from '../moment.js';
import { isArchive } from '../offline/archives.js';
import { readBytes } from '../offline/files.js';
import { shown } from '../show/value-text.js';

const pollMs = 150;

export const feed: Command = {
  args: '<mailbox> <messages...>',
  options: [
    { flags: '--wait', about: 'wait until each is done and delivered, and return the records' },
    { flags: '--seconds <seconds>', about: 'how long to wait at the most', default: '60' },
    {
      flags: '--received <when>',
      about: 'when they were received: “mail”, as their headers say, or a moment; without it now, for archives “mail”',
    },
    {
      flags: '--tells <destinations>',
      about: 'for archives: destinations, with commas between, that may tell people of them',
    },
  ],
  examples: [
    'yellow-sieve feed berths inbox/*.eml',
    'yellow-sieve feed berths inbox/001.eml --wait --json',
    'cat mail.eml | yellow-sieve feed berths -',
    'yellow-sieve feed berths old.mbox Maildir/ mails.zip',
  ],
  async run({ args: [mailbox = '', ...files], options, client, stdin, progress }) {
    const service = client();
    const keys: PutIn[] = [];
    const refused: string[] = [];
    const received = options.received as string | undefined;
    for (const file of files) {
      if (isArchive(file)) {
        const tells = typeof options.tells === 'string' ? options.tells : '';
        const fed = await feedArchive(service, { mailbox, file, received: received ?? 'mail', tells }, progress);
        keys.push(...fed.keys);
        refused.push(...fed.refused);
        continue;
      }
      const body = file === '-' ? await stdin() : readBytes(file);
      const query = momentOf(received, body);
      keys.push({ file, key: (await service.messages.feed({ params: { mailbox }, query, body })).key });
    }
    if (!options.wait) return putIn(keys, refused);
    const details = [];
    for (const { key } of keys) details.push(await whenDone(service, key, Number(options.seconds)));
    return recordsOf(details);
  },
};

/** More keys than this nobody reads. */
const shownKeys = 100;

/** What was put in, and what was not. */
function putIn(keys: readonly PutIn[], refused: readonly string[]): Output {
  const json = refused.length > 0 ? { keys, refused } : keys;
  const exit = refused.length > 0 ? 1 : 0;
  const left = refused.length > 0 ? `${refused.length} were not taken:\n${refused.join('\n')}` : '';
  if (keys.length > 0 && keys.length <= shownKeys) {
    const rows = keys.map(({ file, key }) => [file, key]);
    return { kind: 'table', columns: ['message', 'key'], rows, json, exit, ...(left ? { note: left } : {}) };
  }
  const said =
    keys.length === 0
      ? 'There is no message in what was named.'
      : `${keys.length} messages were put in. What had been there before is skipped as its twin.`;
  return { kind: 'text', text: [said, left].filter(Boolean).join('\n'), json, exit: keys.length === 0 ? 1 : exit };
}

async function whenDone(service: Client, key: string, seconds: number): Promise<MessageDetail> {
  for (const until = Date.now() + seconds * 1000; Date.now() < until; await sleep(pollMs)) {
    const detail = await service.messages.get({ params: { key } });
    const onItsWay = detail.deliveries.some(({ state }) => state === 'waiting');
    if (detail.state !== 'waiting' && !onItsWay) return detail;
  }
  throw new CallError('YS-CLI-WAITED', { seconds, message: key });
}

function recordsOf(details: MessageDetail[]) {
  const rows = details.flatMap((detail) => {
    const fields = (detail.outcome as { fields?: Record<string, never> } | null)?.fields ?? {};
    const head = [detail.subject ?? '', detail.state, detail.reasons.map(({ text }) => reasonText(text)).join(' ')];
    const values = Object.entries(fields).map(([field, value]) => ['', field, shown(value)]);
    return [
      head,
      ...values,
      ...detail.deliveries.map(({ destination, state, answer }) => [
        '',
        `→ ${destination}`,
        `${state}${answer ? `: ${answer}` : ''}`,
      ]),
    ];
  });
  const fine = details.every(({ state }) => state === 'done' || state === 'skipped');
  return {
    kind: 'table' as const,
    columns: ['message', 'state or field', 'why or value'],
    rows,
    json: details,
    exit: fine ? (0 as const) : (1 as const),
  };
}
