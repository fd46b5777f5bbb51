import type { Client } from '@yellow-sieve/client';
import { CallError } from '../../call-error.js';
import type { Command } from '../../command.js';
import { writeUnder } from '../../offline/files.js';
import { allSamples, writeSieve } from '../sieve/get.js';

export const filesGet: Command = {
  args: '<folder>',
  examples: ['yellow-sieve files get mail-rules'],
  async run({ args: [folder = ''], client: connect }) {
    const client = connect();
    const written = [
      ...(await getDestinations(client, folder)),
      ...(await getLookups(client, folder)),
      ...(await getSieves(client, folder)),
      ...(await getMailboxes(client, folder)),
      ...(await getExports(client, folder)),
    ];
    return {
      kind: 'table',
      columns: ['written'],
      rows: written.map((file) => [file]),
      json: written,
      note: 'Connections are not among them: what is secret in them never comes back out.',
    };
  },
};

async function getDestinations(client: Client, folder: string): Promise<string[]> {
  const written = [];
  for (const { name } of (await client.destinations.list()).items) {
    const { source } = await client.destinations.get({ params: { name } });
    written.push(writeUnder(folder, `destinations/${name}.destination.yaml`, source));
  }
  return written;
}

/** Tables lie where the command line looks for them: beside the sieves that look in them. */
async function getLookups(client: Client, folder: string): Promise<string[]> {
  const written = [];
  for (const { name } of (await client.lookups.list()).items) {
    const table = await client.lookups.file({ params: { name } });
    if (table) written.push(writeUnder(folder, `lookups/${name}.csv`, table));
  }
  return written;
}

async function getExports(client: Client, folder: string): Promise<string[]> {
  const written = [];
  for (const { name } of (await client.exports.list()).items) {
    const { source } = await client.exports.get({ params: { name } });
    written.push(writeUnder(folder, `${name}.export.yaml`, source));
  }
  return written;
}

async function getMailboxes(client: Client, folder: string): Promise<string[]> {
  const written = [];
  for (const { name } of (await client.mailboxes.list()).items) {
    const { source } = await client.mailboxes.get({ params: { name } });
    written.push(writeUnder(folder, `${name}.mailbox.yaml`, source));
  }
  return written;
}

async function getSieves(client: Client, folder: string): Promise<string[]> {
  const written = [];
  /** Which sieve a sample's name belongs to: two may have the same sample, but not two of one name. */
  const owners = new Map<string, string>();
  for (const { name } of (await client.sieves.list()).items) {
    const { source } = await client.sieves.get({ params: { name } });
    const samples = await allSamples(client, name);
    for (const { name: sample } of samples) {
      const other = owners.get(sample);
      if (other && !(await sameSample(client, other, name, sample)))
        throw new CallError('YS-CLI-SAMPLE-TWICE', { one: other, other: name, name: sample });
      owners.set(sample, name);
    }
    written.push(...(await writeSieve(client, { name, source, samples, folder })));
  }
  return written;
}

async function sameSample(client: Client, one: string, other: string, sample: string): Promise<boolean> {
  const [a, b] = await Promise.all([one, other].map((name) => client.samples.raw({ params: { name, sample } })));
  return a !== undefined && b !== undefined && Buffer.compare(a, b) === 0;
}
