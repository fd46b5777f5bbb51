import { setTimeout as sleep } from 'node:timers/promises';
import type { Client } from '@yellow-sieve/client';
import type { MessageDetail } from '@yellow-sieve/contract';
import { reasonText } from '@yellow-sieve/core/shapes';
import { CallError } from '../call-error.js';
import type { Command } from '../command.js';
import { readBytes } from '../offline/files.js';
import { shown } from '../show/value-text.js';

const pollMs = 150;

export const feed: Command = {
  args: '<mailbox> <messages...>',
  options: [
    { flags: '--wait', about: 'wait until each is done and delivered, and return the records' },
    { flags: '--seconds <seconds>', about: 'how long to wait at the most', default: '60' },
  ],
  examples: [
    'yellow-sieve feed berths inbox/*.eml',
    'yellow-sieve feed berths inbox/001.eml --wait --json',
    'cat mail.eml | yellow-sieve feed berths -',
  ],
  async run({ args: [mailbox = '', ...files], options, client, stdin }) {
    const service = client();
    const keys: { file: string; key: string }[] = [];
    for (const file of files) {
      const body = file === '-' ? await stdin() : readBytes(file);
      keys.push({ file, key: (await service.messages.feed({ params: { mailbox }, body })).key });
    }
    if (!options.wait)
      return { kind: 'table', columns: ['message', 'key'], rows: keys.map(({ file, key }) => [file, key]), json: keys };
    const details = [];
    for (const { key } of keys) details.push(await whenDone(service, key, Number(options.seconds)));
    return recordsOf(details);
  },
};

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
