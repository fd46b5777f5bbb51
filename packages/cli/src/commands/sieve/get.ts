import type { Client } from '@yellow-sieve/client';
import type { SampleItem } from '@yellow-sieve/contract';
import { withSamples } from '@yellow-sieve/core';
import type { Command } from '../../command.js';
import { writeUnder } from '../../offline/files.js';
import { scrubOptions, writeScrubbed } from '../scrub.js';

export const sieveGet: Command = {
  args: '<name>',
  options: [
    { flags: '--folder <folder>', about: 'write NAME.sieve.yaml and the samples there, with what is expected of them' },
    { flags: '--version <number>', about: 'that version instead of the live one' },
    { flags: '--draft', about: 'the draft instead of the live version' },
    { flags: '--scrub', about: 'with other names, addresses and numbers in the samples, to be shown to others' },
    ...scrubOptions,
  ],
  examples: [
    'yellow-sieve sieve get berth-request > berth-request.sieve.yaml',
    'yellow-sieve sieve get berth-request --folder sieves',
    'yellow-sieve sieve get berth-request --folder shown --scrub',
  ],
  async run(input) {
    const [name = ''] = input.args;
    const { options } = input;
    const client = input.client();
    const found = await stateOf(client, name, options);
    const { folder } = options;
    if (typeof folder !== 'string') return { kind: 'bytes', bytes: Buffer.from(found.source), json: found };
    const samples = await allSamples(client, name);
    if (options.scrub === true) {
      const files = [];
      for (const { name: sample, expect } of samples)
        files.push({
          name: sample,
          raw: await client.samples.raw({ params: { name, sample } }),
          expect,
        });
      return writeScrubbed(input, { name, source: found.source, files, folder, answers: {} });
    }
    const written = await writeSieve(client, { name, source: found.source, samples, folder });
    return { kind: 'table', columns: ['written'], rows: written.map((file) => [file]), json: written };
  },
};

export interface ToWrite {
  name: string;
  source: string;
  samples: readonly SampleItem[];
  folder: string;
}

/** Writes a sieve file that expects what the service expects, and its samples beside it; returns their paths. */
export async function writeSieve(client: Client, { name, source, samples, folder }: ToWrite): Promise<string[]> {
  const text = withSamples(
    source,
    samples.map((item) => ({ message: item.name, expect: item.expect })),
  );
  const written = [writeUnder(folder, `${name}.sieve.yaml`, text)];
  for (const { name: sample } of samples)
    written.push(writeUnder(folder, sample, await client.samples.raw({ params: { name, sample } })));
  return written;
}

async function stateOf(client: Client, name: string, { version, draft }: Readonly<Record<string, unknown>>) {
  if (draft === true) return client.sieves.draft({ params: { name } });
  if (typeof version === 'string') return client.sieves.version({ params: { name, number: Number(version) } });
  return client.sieves.get({ params: { name } });
}

/** All samples of a sieve, by name. */
export async function allSamples(client: Client, name: string): Promise<SampleItem[]> {
  const all: SampleItem[] = [];
  let cursor: string | undefined;
  do {
    const page = await client.samples.list({ params: { name }, query: { limit: '200', cursor } });
    all.push(...page.items);
    cursor = page.next ?? undefined;
  } while (cursor !== undefined);
  return all;
}
