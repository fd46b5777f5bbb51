import { dirname, join, resolve } from 'node:path';
import type { Client } from '@yellow-sieve/client';
import type { SieveItem } from '@yellow-sieve/contract';
import { compileSieve } from '@yellow-sieve/core';
import { CallError } from '../../call-error.js';
import type { Command, Input } from '../../command.js';
import { readBytes, readText } from '../../offline/files.js';
import { effectOptions, findEffect } from './effect-job.js';
import { orNothing } from './or-nothing.js';

export const liveOption = {
  flags: '--live',
  about: 'what was never published delivers at once; without this it begins on trial, its deliveries kept back',
};

/** What a sieve is after it was put, in words. */
export const howItIs = ({ version, trial }: Pick<SieveItem, 'version' | 'trial'>): string =>
  version === 0 ? 'a draft' : trial ? 'on trial' : 'live';

/** What to do about what is on trial, where something is. */
export function trialNote(items: readonly Pick<SieveItem, 'name' | 'version' | 'trial'>[]): { note?: string } {
  const [first] = items.filter((item) => howItIs(item) === 'on trial');
  return first
    ? {
        note: `On trial, deliveries are kept back. See them with “sieve trial ${first.name}”, then “sieve turn-on ${first.name}”.`,
      }
    : {};
}

export const sievePut: Command = {
  args: '<files...>',
  options: [
    ...effectOptions,
    { flags: '--yes', about: 'do not ask' },
    { flags: '--why <reason>', about: 'why, where expected values that hold now would break' },
    liveOption,
    { flags: '--draft', about: 'keep it as the draft alone, and publish nothing' },
  ],
  examples: [
    'yellow-sieve sieve put berth-request.sieve.yaml',
    'yellow-sieve sieve put *.sieve.yaml --yes',
    'yellow-sieve sieve put berth-request.sieve.yaml --draft',
  ],
  async run(input) {
    const client = input.client();
    const done: SieveItem[] = [];
    for (const file of input.args) done.push(await putOne(input, client, file));
    return {
      kind: 'table',
      columns: ['file', 'title', 'version', 'by', 'it is'],
      rows: done.map((item, i) => [
        input.args[i] ?? '',
        item.title,
        String(item.version),
        item.by ?? '',
        howItIs(item),
      ]),
      json: done,
      ...trialNote(done),
    };
  },
};

/** Publishes one file, after showing what that changes. */
export async function putOne(input: Input, client: Client, file: string): Promise<SieveItem> {
  const source = readText(file);
  const compiled = compileSieve(source);
  const params = { name: compiled.name };
  const body = readBytes(file);
  const live = await orNothing(client.sieves.get({ params }));
  if (input.options.draft === true) {
    const draft = await client.sieves.putDraft({ params, body });
    return {
      ...(live ?? { version: 0, trial: null }),
      name: compiled.name,
      title: `${compiled.title} (draft)`,
      digest: draft.digest,
      by: draft.by,
      updated: draft.updated,
    };
  }
  // A sieve must be there before it can have samples.
  const first =
    live ??
    (await client.sieves.put({ params, body, query: { live: input.options.live === true ? 'true' : 'false' } }));
  await putSamples(client, compiled.name, file, [
    ...new Set([...compiled.samples.map(({ message }) => message), ...compiled.examples]),
  ]);
  if (live && input.options.yes !== true) {
    input.tell((await findEffect(input, client, compiled.name, { source })).text);
    if (!(await input.confirm(`Publish ${compiled.name} over version ${live.version}?`)))
      throw new CallError('YS-CLI-DECLINED');
  }
  // What is expected of samples that were not there yet is taken over by putting the same text once more.
  return client.sieves.put({ params, body, match: first.digest, query: { why: whyOf(input) } });
}

export const whyOf = ({ options }: Input) => (typeof options.why === 'string' ? options.why : undefined);

async function putSamples(client: Client, name: string, file: string, samples: readonly string[]): Promise<void> {
  const folder = dirname(resolve(file));
  for (const sample of samples) {
    const body = readBytes(join(folder, sample));
    const known = await orNothing(client.samples.raw({ params: { name, sample } }));
    if (!known || Buffer.compare(known, body) !== 0) await client.samples.put({ params: { name, sample }, body });
  }
}
