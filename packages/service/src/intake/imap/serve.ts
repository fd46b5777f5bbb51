import { folderEndpoints } from '@yellow-sieve/contract';
import { mailboxWithFolder, mailboxWithoutFolder, parseFile, parseMailbox, YsError } from '@yellow-sieve/core';
import { destinationKinds } from '../../destinations/index.js';
import type { ServeContext } from '../../http/serve-context.js';
import { serveEndpoint } from '../../http/serve-endpoint.js';
import { liveState } from '../../sieves/rule-state.js';
import { destinationsByName } from '../../store/destination-names.js';
import { type FolderRow, folderRow, foldersOf, folderTroubles, knownUids } from '../../store/folder-store.js';
import { createJob, lastBackfill } from '../../store/job-store.js';
import { getMailbox, mailboxHead, putMailbox } from '../../store/mailbox-store.js';
import { liveSieves } from '../../store/sieve-store.js';
import { openImap } from './connection.js';
import { type FolderSelection, type OpenFolder, openFolder, selectUids } from './open-folder.js';

/** Folders of mail servers: what there is, what mailboxes take, and taking what lies there. */
export function serveFolders(context: ServeContext): void {
  const { app, db, onward } = context;
  serveEndpoint(app, db, folderEndpoints.offered, async ({ params }) => {
    const client = await openImap(context, params.name);
    try {
      const paths = await client.list({ statusQuery: { messages: true, unseen: true } });
      const items = paths
        .filter(({ flags }) => !flags.has('\\Noselect'))
        .map(({ path, status }) => ({ folder: path, messages: status?.messages ?? 0, unread: status?.unseen ?? 0 }));
      return { items };
    } finally {
      client.close();
    }
  });
  serveEndpoint(app, db, folderEndpoints.list, async ({ params }) => {
    const { id } = await mailboxHead(db, params.name);
    return { items: await Promise.all((await foldersOf(db, id)).map((one) => published(context, one))) };
  });
  serveEndpoint(app, db, folderEndpoints.look, ({ params, body }, { caller }) =>
    look(context, params.name, body, caller?.name ?? ''),
  );
  serveEndpoint(app, db, folderEndpoints.put, async ({ params, body }) => {
    const { source } = await getMailbox(db, params.name);
    // A folder that is not there is said now, not at the mailbox later.
    (await openFolder(context, body)).client.close();
    await putMailbox(db, params.name, mailboxWithFolder(source, foldersIn(source), body));
    return { done: true as const };
  });
  serveEndpoint(app, db, folderEndpoints.remove, async ({ params, body }) => {
    const { source, id } = await getMailbox(db, params.name);
    await folderRow(db, id, body);
    await putMailbox(db, params.name, mailboxWithoutFolder(source, foldersIn(source), body));
    return { done: true as const };
  });
  serveEndpoint(app, db, folderEndpoints.backfill, async ({ params, body }, { caller }) => {
    const { tells, connection, folder, ...selection } = body;
    const head = await mailboxHead(db, params.name);
    const { id } = await folderRow(db, head.id, { connection, folder });
    const job = await createJob(db, {
      kind: 'backfill',
      title: `Taking ${wordsOf(selection)} of ${folder} into ${head.title}`,
      sieve: null,
      by: caller?.name ?? '',
      params: { folderId: id, selection, tells },
    });
    onward();
    return { job };
  });
}

const foldersIn = (source: string) => parseMailbox(source).data?.folders ?? [];

/** A selection as the title of its job says it. */
function wordsOf({ unread, since, newest }: FolderSelection): string {
  const what = unread ? 'unread messages' : 'messages';
  return [
    newest === undefined ? `all ${what}` : `the newest ${newest} ${what}`,
    since === undefined ? '' : `since ${since.slice(0, 10)}`,
  ]
    .filter(Boolean)
    .join(' ');
}

async function published({ db }: ServeContext, one: { row: FolderRow; taken: number; failed: number }) {
  const { row, taken, failed } = one;
  return {
    connection: row.connection,
    folder: row.folder,
    unread: row.unread,
    after: row.after,
    state: row.state,
    detail: row.state === 'trouble' ? row.detail : null,
    remark: row.remark,
    next_try: row.state === 'watched' ? null : row.dueAt.toISOString(),
    taken,
    failed,
    troubles: failed > 0 ? await folderTroubles(db, row, 3) : [],
    last_taken: row.lastTakenAt?.toISOString() ?? null,
    job: await lastBackfill(db, row.id),
  };
}

type Look = FolderSelection & { connection: string; folder: string };

async function look(context: ServeContext, name: string, { connection, folder, ...selection }: Look, on: string) {
  const { db } = context;
  const head = await mailboxHead(db, name);
  const open = await openFolder(context, { connection, folder });
  try {
    const uids = await selectUids(open, selection);
    const row = await folderRow(db, head.id, { connection, folder }).catch(() => null);
    const known = row ? await knownUids(db, row, open.uidvalidity, uids) : new Set();
    const fired = await tryNewest(
      context,
      { name, open, on },
      uids.filter((uid) => !known.has(uid)),
    );
    const tried = fired.filter((routes) => routes !== null);
    return {
      ...(await stateOf(open)),
      selected: uids.length,
      known: known.size,
      tried: fired.length,
      unasked: fired.length - tried.length,
      routes: (await routesOf(context, name)).map((route) => ({
        ...route,
        would: tried.filter((routes) => routes.includes(route.route)).length,
      })),
    };
  } finally {
    open.client.close();
  }
}

/** The newest messages that are tried while somebody waits for it, and how long each may be in bytes. */
const mostTried = 30;
const longestTried = 128 * 1024;

/** The routes that the newest of some messages would fire, as the rules are now. Long ones are left out. */
async function tryNewest(
  { db, show, trying }: ServeContext,
  { name, open, on }: { name: string; open: OpenFolder; on: string },
  uids: readonly number[],
) {
  const newest = uids.slice(-mostTried).join(',');
  if (newest === '') return [];
  const heads = await open.client.fetchAll(newest, { uid: true, size: true }, { uid: true });
  const short = heads.filter(({ size = 0 }) => size <= longestTried).map(({ uid }) => uid);
  if (short.length === 0) return [];
  const found = await open.client.fetchAll(short.join(','), { source: true, internalDate: true }, { uid: true });
  const messages = found.flatMap(({ source, internalDate }) =>
    source ? [{ source, received: new Date(internalDate ?? Date.now()).toISOString() }] : [],
  );
  const { addresses } = parseMailbox((await getMailbox(db, name)).source).data ?? {};
  const [recipient = ''] = addresses ?? [];
  const rules = { state: await liveState(db), model: await trying.model(), mailbox: name, recipient };
  try {
    return await show.would({ ...rules, messages }, on);
  } catch (error) {
    // What takes too long to be tried is no reason not to say what lies there.
    if (error instanceof YsError && error.code === 'YS-MESSAGE-TOO-SLOW') return [];
    throw error;
  }
}

/** Messages at the end of a folder among which the newest is looked for: what was moved in comes last, though it is older. */
const lastLooked = 200;

async function stateOf({ client }: OpenFolder) {
  const { exists = 0 } = client.mailbox || {};
  const unread = (await client.search({ seen: false }, { uid: true })) || [];
  const last = exists > 0 ? await client.fetchAll(`${Math.max(1, exists - lastLooked)}:*`, { internalDate: true }) : [];
  const days = last.flatMap(({ internalDate }) => (internalDate ? [new Date(internalDate).getTime()] : []));
  const newest = days.length > 0 ? new Date(Math.max(...days)).toISOString() : null;
  return { messages: exists, unread: unread.length, newest };
}

interface NamedRoute {
  to: string;
  name?: string;
}

/** The routes of a mailbox and its sieves, with what people read marked. */
async function routesOf({ db }: ServeContext, name: string) {
  const { source, sieves } = await getMailbox(db, name);
  const files = [
    { scope: `mailbox ${name}`, source },
    ...[...(await liveSieves(db, sieves)).values()].map((sieve) => ({ scope: sieve.name, source: sieve.source })),
  ];
  const destinations = await destinationsByName(db);
  return files.flatMap((file) => {
    const { routes = [] } = (parseFile(file.source).data ?? {}) as { routes?: NamedRoute[] };
    return routes.map(({ to, name: named = to }) => {
      const kind = destinations.get(to) ?? null;
      return {
        route: `${file.scope}/${named}`,
        destination: to,
        kind,
        tells: kind !== null && destinationKinds[kind]?.tells === true,
      };
    });
  });
}
