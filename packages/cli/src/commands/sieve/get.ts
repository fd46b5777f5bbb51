import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { Client } from '@yellow-sieve/client';
import type { SampleItem } from '@yellow-sieve/contract';
import { type ExpectSource, withSamples } from '@yellow-sieve/core';
import type { Command } from '../../command.js';

export const sieveGet: Command = {
  words: 'sieve get',
  about: 'Print the source text of a sieve as it was put, or write it with all its samples into a folder',
  args: '<name>',
  options: [
    { flags: '--folder <folder>', about: 'write NAME.sieve.yaml and the samples there, with what is expected of them' },
    { flags: '--version <number>', about: 'that version instead of the live one' },
    { flags: '--draft', about: 'the draft instead of the live version' },
  ],
  examples: [
    'yellow-sieve sieve get berth-request > berth-request.sieve.yaml',
    'yellow-sieve sieve get berth-request --folder sieves',
  ],
  async run({ args: [name = ''], options, client: connect }) {
    const client = connect();
    const found = await stateOf(client, name, options);
    const { folder } = options;
    if (typeof folder !== 'string') return { kind: 'bytes', bytes: Buffer.from(found.source), json: found };
    const samples = await allSamples(client, name);
    const text = withSamples(
      found.source,
      samples.map((item) => ({ message: item.name, expect: item.expect as ExpectSource | null })),
    );
    const written = [write(folder, `${name}.sieve.yaml`, text)];
    for (const { name: sample } of samples)
      written.push(write(folder, sample, await client.samples.raw({ params: { name, sample } })));
    return { kind: 'table', columns: ['written'], rows: written.map((file) => [file]), json: written };
  },
};

async function stateOf(client: Client, name: string, { version, draft }: Readonly<Record<string, unknown>>) {
  if (draft === true) return client.sieves.draft({ params: { name } });
  if (typeof version === 'string') return client.sieves.version({ params: { name, number: Number(version) } });
  return client.sieves.get({ params: { name } });
}

async function allSamples(client: Client, name: string): Promise<SampleItem[]> {
  const all: SampleItem[] = [];
  let cursor: string | undefined;
  do {
    const page = await client.samples.list({ params: { name }, query: { limit: '200', cursor } });
    all.push(...page.items);
    cursor = page.next ?? undefined;
  } while (cursor !== undefined);
  return all;
}

/** Names of samples have no `..` in them: the service takes none that has. */
function write(folder: string, name: string, content: string | Uint8Array): string {
  const path = join(folder, name);
  mkdirSync(dirname(path), { recursive: true });
  writeFileSync(path, content);
  return path;
}
