import type { FolderItem, FolderLook } from '@yellow-sieve/contract';
import type { Command, Input, Option } from '../command.js';
import { isoOf } from '../moment.js';
import { waitForJob } from '../wait-for-job.js';
import { jobText } from './jobs.js';
import { shortTime } from './listing.js';

const selectionOptions: readonly Option[] = [
  { flags: '--unread', about: 'only what nobody has read' },
  { flags: '--since <day>', about: 'received there since a day or moment, such as 2026-11-01' },
  { flags: '--newest <count>', about: 'the newest so many' },
];

const selectionOf = ({ options: { unread, since, newest } }: Input) => ({
  ...(unread === true ? { unread: true } : {}),
  ...(typeof since === 'string' ? { since: isoOf(since) } : {}),
  ...(typeof newest === 'string' ? { newest: Number(newest) } : {}),
});

const placeOf = ({ args: [name = '', connection = '', folder = ''] }: Input) => ({
  params: { name },
  place: { connection, folder },
});

export const folders: Command = {
  args: '<mailbox>',
  examples: ['yellow-sieve folder office'],
  async run({ args: [name = ''], client }) {
    const { items } = await client().folders.list({ params: { name } });
    return {
      kind: 'table',
      columns: ['connection', 'folder', 'state', 'taken', 'last', 'takes', 'then'],
      rows: items.map((item) => [
        item.connection,
        item.folder,
        stateOf(item),
        String(item.taken),
        item.last_taken === null ? '' : shortTime(item.last_taken),
        item.unread ? 'unread' : 'all',
        item.after ?? 'leaves it',
      ]),
      json: items,
      ...noteOf(items),
      exit: items.some(({ state }) => state === 'trouble') ? 1 : 0,
    };
  },
};

const stateOf = ({ state, next_try: next }: FolderItem) =>
  state === 'trouble' && next !== null ? `trouble, tried again at ${shortTime(next)}` : state;

function noteOf(items: readonly FolderItem[]): { note?: string } {
  const lines = items.flatMap(({ folder, detail, remark, failed, troubles }) => [
    ...(detail === null ? [] : [`${folder}: ${detail}`]),
    ...(remark === null ? [] : [`${folder}: ${remark}`]),
    ...(failed === 0 ? [] : [`${folder}: ${failed} could not be taken. ${troubles.join(' ')}`]),
  ]);
  return lines.length > 0 ? { note: lines.join('\n') } : {};
}

export const foldersOffered: Command = {
  args: '<connection>',
  examples: ['yellow-sieve folder offered mail-server'],
  async run({ args: [name = ''], client }) {
    const { items } = await client().folders.offered({ params: { name } });
    return {
      kind: 'table',
      columns: ['folder', 'messages', 'unread'],
      rows: items.map(({ folder, messages, unread }) => [folder, String(messages), String(unread)]),
      json: items,
    };
  },
};

const afterOption: Option = {
  flags: '--after <what>',
  about: 'what becomes of a message there once it is taken: “mark read”, “flag”, or “move: NAME”',
};

export const folderAdd: Command = {
  args: '<mailbox> <connection> <folder>',
  options: [{ flags: '--unread', about: 'only what nobody has read' }, afterOption],
  examples: [
    'yellow-sieve folder add office mail-server INBOX --after "mark read"',
    'yellow-sieve folder add office mail-server Forms --unread --after "move: Forms/Taken"',
  ],
  async run(input) {
    const { params, place } = placeOf(input);
    const { unread, after } = input.options;
    const done = await input.client().folders.put({
      params,
      body: {
        ...place,
        ...(unread === true ? { unread: true } : {}),
        ...(typeof after === 'string' ? { after: afterOf(after) } : {}),
      },
    });
    const text = `${params.name} takes what comes to ${place.folder} from now on. What lies there: yellow-sieve folder take ${params.name} ${place.connection} ${place.folder}`;
    return { kind: 'text', text, json: done };
  },
};

function afterOf(text: string) {
  const move = /^move:\s*(.+)$/.exec(text)?.[1];
  // What is none of these the service refuses, and says what there is.
  return move === undefined ? (text as 'mark read' | 'flag') : { move };
}

export const folderRemove: Command = {
  args: '<mailbox> <connection> <folder>',
  examples: ['yellow-sieve folder remove office mail-server INBOX'],
  async run(input) {
    const { params, place } = placeOf(input);
    const done = await input.client().folders.remove({ params, body: place });
    return {
      kind: 'text',
      text: `${params.name} no longer watches ${place.folder}. What was taken stays.`,
      json: done,
    };
  },
};

export const folderTake: Command = {
  args: '<mailbox> <connection> <folder>',
  options: [
    ...selectionOptions,
    { flags: '--tells <destinations>', about: 'destinations, with commas between, that may tell people of it' },
    { flags: '--dry', about: 'only look what there is, and where it could go' },
    { flags: '--yes', about: 'do not ask' },
    { flags: '--wait', about: 'wait until it is over, with a progress bar' },
  ],
  examples: [
    'yellow-sieve folder take office mail-server INBOX --since 2026-01-01 --dry',
    'yellow-sieve folder take office mail-server INBOX --newest 200 --yes --wait',
  ],
  async run(input) {
    const { params, place } = placeOf(input);
    const { options, progress, confirm, tell } = input;
    const client = input.client();
    const selection = selectionOf(input);
    const look = await client.folders.look({ params, body: { ...place, ...selection } });
    const tells = typeof options.tells === 'string' ? options.tells.split(',').map((one) => one.trim()) : [];
    const lines = lookLines(look, tells);
    if (options.dry === true) return { kind: 'text', text: lines.join('\n'), json: look };
    if (options.yes !== true) {
      tell(lines.join('\n'));
      if (!(await confirm(`Take ${look.selected - look.known} messages?`)))
        return { kind: 'text', text: 'Nothing was taken.', json: { job: null } };
    }
    const { job } = await client.folders.backfill({ params, body: { ...place, ...selection, tells } });
    if (options.wait !== true) return { kind: 'text', text: `Job ${job} takes them.`, json: { job } };
    const over = await waitForJob(client, job, progress);
    return { kind: 'text', text: jobText(over), json: over, exit: over.state === 'done' ? 0 : 1 };
  },
};

/** What there is, and which routes it could fire. */
function lookLines(
  { messages, unread, newest, selected, known, routes, ...look }: FolderLook,
  tells: readonly string[],
): string[] {
  const tried = look.tried - look.unasked;
  const last = newest === null ? '' : `, the newest of ${shortTime(newest)}`;
  return [
    `${messages} messages, ${unread} unread${last}. Meant are ${selected}, ${known} of them taken before.`,
    ...(routes.length === 0
      ? []
      : tried > 0
        ? [`By the rules as they are now, of the newest ${tried} would go to:`]
        : [`Each of the ${selected - known} may go to:`]),
    ...routes.map(({ destination, kind, tells: isRead, route, would }) => {
      const held = isRead && !tells.includes(destination) ? '; kept back, since people read it (--tells)' : '';
      const count = tried > 0 ? `${would} ` : '';
      return `  ${count}${destination} (${kind ?? 'no such destination'}), by ${route}${held}`;
    }),
    ...(look.unasked > 0 ? [`${look.unasked} more need a model’s answer first: they are not counted.`] : []),
  ];
}
