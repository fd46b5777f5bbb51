import type { Client } from '@yellow-sieve/client';
import type { SieveItem } from '@yellow-sieve/contract';
import { createTwoFilesPatch, FILE_HEADERS_ONLY } from 'diff';
import { CallError } from '../../call-error.js';
import type { Command, Input } from '../../command.js';
import { readBytes, readText } from '../../offline/files.js';
import { type FileKind, type SetUpFile, setUpFiles } from '../../offline/set-up-files.js';
import { effectOptions } from '../sieve/effect-job.js';
import { orNothing } from '../sieve/or-nothing.js';
import { howItIs, liveOption, putOne, trialNote } from '../sieve/put.js';

export const filesPut: Command = {
  args: '<folder>',
  options: [
    ...effectOptions,
    { flags: '--dry', about: 'show line by line what would change, and change nothing' },
    { flags: '--yes', about: 'do not ask' },
    { flags: '--why <reason>', about: 'why, where expected values that hold now would break' },
    liveOption,
  ],
  examples: [
    'yellow-sieve files put mail-rules',
    'yellow-sieve files put mail-rules --dry',
    'yellow-sieve files put mail-rules --yes',
  ],
  async run(input) {
    const client = input.client();
    const rows: string[][] = [];
    const differences: string[] = [];
    const sieves: SieveItem[] = [];
    for (const file of setUpFiles(input.args[0] ?? '')) {
      const before = await sourceNow(client, file);
      const state = before === null ? 'new' : before === readText(file.file) ? 'as it was' : 'changed';
      let now = '';
      if (input.options.dry === true) {
        if (state !== 'as it was') differences.push(changes(file.file, before ?? '', readText(file.file)));
      } else if (file.kind === 'sieve') {
        const item = await putOne(state === 'as it was' ? unasked(input) : input, client, file.file);
        sieves.push(item);
        now = howItIs(item);
      } else if (state !== 'as it was') await putOther(input, client, file, before);
      rows.push([file.kind, file.name, state, now]);
    }
    if (input.options.dry === true)
      return {
        kind: 'text',
        text: [
          ...differences,
          ...rows.map(([kind, name, state]) => `${kind} ${name}: ${state}`),
          'Nothing was changed.',
        ].join('\n'),
        json: { files: rows.map(([kind, name, state]) => ({ kind, name, state })), differences },
        exit: differences.length > 0 ? 1 : 0,
      };
    return {
      kind: 'table',
      columns: ['kind', 'name', 'it was', 'it is'],
      rows,
      json: rows.map(([kind, name, state, now]) => ({ kind, name, state, ...(now === '' ? {} : { now }) })),
      note: ['What is in the service and not in the folder stays there.', trialNote(sieves).note ?? '']
        .join(' ')
        .trim(),
    };
  },
};

/** Two states of a file, line by line. */
const changes = (file: string, before: string, after: string): string =>
  createTwoFilesPatch(`${file} in the service`, file, before, after, undefined, undefined, {
    context: 2,
    headerOptions: FILE_HEADERS_ONLY,
  }).trimEnd();

/** The rules stay as they are, so there is no effect to be shown; samples and what is expected of them may differ. */
const unasked = (input: Input): Input => ({ ...input, options: { ...input.options, yes: true } });

async function sourceNow(client: Client, { kind, name, file }: SetUpFile): Promise<string | null> {
  const params = { name };
  const call: Record<FileKind, () => Promise<{ source: string }>> = {
    destination: () => client.destinations.get({ params }),
    lookup: async () => {
      const { source } = await client.lookups.get({ params });
      // One that is read where it is kept is put by nobody.
      const table = source ? null : await client.lookups.file({ params });
      return { source: table ? Buffer.from(table).toString() : readText(file) };
    },
    mailbox: () => client.mailboxes.get({ params }),
    sieve: () => client.sieves.get({ params }),
    export: () => client.exports.get({ params }),
  };
  return (await orNothing(call[kind]()))?.source ?? null;
}

async function putOther(
  input: Input,
  client: Client,
  { kind, name, file }: SetUpFile,
  before: string | null,
): Promise<void> {
  const asks = before !== null && input.options.yes !== true;
  const question = () => `${changes(file, before ?? '', readText(file))}\nChange the ${kind} ${name}?`;
  if (asks && !(await input.confirm(question()))) throw new CallError('YS-CLI-DECLINED');
  const call = { params: { name }, body: readBytes(file) };
  const put: Record<Exclude<FileKind, 'sieve'>, () => Promise<unknown>> = {
    lookup: () => client.lookups.put(call),
    mailbox: () => client.mailboxes.put(call),
    destination: () => client.destinations.put(call),
    export: () => client.exports.put(call),
  };
  if (kind !== 'sieve') await put[kind]();
}
