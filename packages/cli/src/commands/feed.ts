import { basename } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import type { Client } from '@yellow-sieve/client';
import type { MessageDetail } from '@yellow-sieve/contract';
import { reasonText } from '@yellow-sieve/core/shapes';
import { CallError } from '../call-error.js';
import type { Command, Progress } from '../command.js';
import { isArchive, messagesIn, receivedOf } from '../offline/archives.js';
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
    const keys: { file: string; key: string }[] = [];
    const received = options.received as string | undefined;
    for (const file of files) {
      if (isArchive(file)) {
        const tells = typeof options.tells === 'string' ? options.tells : '';
        keys.push(...(await feedArchive(service, { mailbox, file, received: received ?? 'mail', tells }, progress)));
        continue;
      }
      const body = file === '-' ? await stdin() : readBytes(file);
      const query = momentOf(received, body);
      keys.push({ file, key: (await service.messages.feed({ params: { mailbox }, query, body })).key });
    }
    if (!options.wait && keys.length > shownKeys)
      return {
        kind: 'text',
        text: `${keys.length} messages were put in. What had been there before is skipped as its twin.`,
        json: keys,
      };
    if (!options.wait)
      return { kind: 'table', columns: ['message', 'key'], rows: keys.map(({ file, key }) => [file, key]), json: keys };
    const details = [];
    for (const { key } of keys) details.push(await whenDone(service, key, Number(options.seconds)));
    return recordsOf(details);
  },
};

/** More keys than this nobody reads. */
const shownKeys = 100;
/** Messages on their way at the same time. */
const atOnce = 8;

interface Feeding {
  mailbox: string;
  file: string;
  received: string;
  tells: string;
}

/** Puts all messages of an archive in, some at a time; they are handled after what comes now. */
async function feedArchive(service: Client, { mailbox, file, received, tells }: Feeding, progress: Progress) {
  const keys: { file: string; key: string }[] = [];
  const messages = messagesIn(file)[Symbol.asyncIterator]();
  const worker = async () => {
    for (let next = await messages.next(); !next.done; next = await messages.next()) {
      const { name, raw } = next.value;
      const query = { ...momentOf(received, raw), tells };
      keys.push({ file: name, key: (await service.messages.feed({ params: { mailbox }, query, body: raw })).key });
      progress.show(keys.length, null, basename(file));
    }
  };
  try {
    await Promise.all(Array.from({ length: atOnce }, worker));
  } finally {
    progress.end();
  }
  return keys;
}

/** When a message was received, for the call; nothing where that is now. @throws CallError YS-CLI-RECEIVED */
function momentOf(received: string | undefined, raw: Uint8Array): { received?: string } {
  if (received === undefined) return {};
  const moment = received === 'mail' ? receivedOf(raw) : isoOf(received);
  return moment === null ? {} : { received: moment };
}

function isoOf(text: string): string {
  const moment = new Date(text);
  if (Number.isNaN(moment.getTime())) throw new CallError('YS-CLI-RECEIVED', { text });
  return moment.toISOString();
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
