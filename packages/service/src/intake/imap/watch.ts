import { once } from 'node:events';
import { setTimeout as sleep } from 'node:timers/promises';
import { say, YsError } from '@yellow-sieve/core';
import { troubleName } from '../../database/trouble.js';
import {
  adoptFolder,
  type FolderRow,
  folderById,
  messagesWithIds,
  noteUntaken,
  setFolder,
} from '../../store/folder-store.js';
import { mailboxById } from '../../store/mailbox-store.js';
import { backoffSeconds } from '../../work/backoff.js';
import type { IntakeTools } from '../intake-kind.js';
import { knownToken } from './access-token.js';
import { inWords } from './connection.js';
import { type OpenFolder, openFolder, selectUids } from './open-folder.js';
import { settle, takeUids, togetherMessages } from './take.js';

/** Milliseconds after which a folder is looked at though the server told of nothing, and between looks at what its mailbox says. */
const lookMs = 30_000;
const checkMs = 2000;
/** A server that has nothing to tell says nothing for a long time. */
const silenceMs = 10 * 60_000;
/** Seconds between tries at the most: a server that is back is noticed soon. */
const longestWait = 300;
/** A refused login is not tried often: servers lock people out. */
const loginWait = 300;
/** Days before the end of a permission from which on it is said. */
const warnDays = 14;
const dayMs = 24 * 3600_000;

/** Watches a folder until it is told to stop, or something is wrong: then that is said at the mailbox, with the time of the next try. */
export async function watchFolder(tools: IntakeTools, row: FolderRow, stop: AbortSignal): Promise<void> {
  let open: OpenFolder | null = null;
  try {
    open = await openFolder(tools, row, silenceMs);
    await watch(tools, row, open, stop);
  } catch (error) {
    if (stop.aborted) return;
    await noteTrouble(tools, row, open, error);
  } finally {
    open?.client.close();
  }
}

async function noteTrouble({ intake, log }: IntakeTools, row: FolderRow, open: OpenFolder | null, error: unknown) {
  const said = error instanceof YsError || !open ? error : inWords(error, row.connection, open.host);
  if (!(said instanceof YsError)) log.warn({ folder: row.id, trouble: troubleName(error) }, 'watching a folder failed');
  // One that was open is tried again soon.
  const tries = open ? 1 : row.tries + 1;
  const isLogin = said instanceof YsError && (said.code === 'YS-FOLDER-LOGIN' || said.code === 'YS-FOLDER-TOKEN');
  const seconds = isLogin ? loginWait : Math.min(longestWait, backoffSeconds(tries, Math.random()));
  await setFolder(intake.db, row, {
    state: 'trouble',
    detail: said instanceof YsError ? said.message : say('YS-DATABASE-DOWN'),
    tries,
    dueAt: new Date(Date.now() + seconds * 1000),
    claimedBy: null,
    claimedUntil: null,
  }).catch(() => undefined);
}

async function watch(tools: IntakeTools, first: FolderRow, open: OpenFolder, stop: AbortSignal): Promise<void> {
  const { intake, onward } = tools;
  let row = await begin(tools, first, open);
  const mailbox = await mailboxById(intake.db, row.mailboxId);
  if (!mailbox) return;
  const taking = { intake, recipient: mailbox.addresses[0] ?? '' };
  await settle(open, row, intake);
  while (!stop.aborted) {
    const uids = await selectUids(open, { unread: row.unread }, row.beginsUid ?? 1);
    let taken = 0;
    for (let at = 0; at < uids.length && !stop.aborted; at += togetherMessages) {
      const some = uids.slice(at, at + togetherMessages);
      taken += await takeUids(open, { ...taking, row }, some);
      onward('messages');
      row = { ...row, beginsUid: Math.max(row.beginsUid ?? 1, (some.at(-1) ?? 0) + 1) };
      await setFolder(intake.db, row, { beginsUid: row.beginsUid });
    }
    if (taken > 0) await setFolder(intake.db, row, { lastTakenAt: new Date() });
    if (!(await untilSomething(open, stop, async () => isSame(await folderById(intake.db, row.id), row)))) return;
  }
}

/** Its mailbox may name it no more, or in another way: whoever takes it up next begins with what holds now. */
const isSame = (now: FolderRow | null, row: FolderRow): boolean =>
  now?.named === true && now.unread === row.unread && now.after === row.after;

/** Waits until the server tells of something (RFC 2177), or for a while; false where there is nothing to wait for any more. */
async function untilSomething(
  { client }: OpenFolder,
  stop: AbortSignal,
  isWanted: () => Promise<boolean>,
): Promise<boolean> {
  const ended = new AbortController();
  const { signal } = ended;
  const came = Promise.race([
    once(client, 'exists', { signal }),
    once(client, 'close', { signal }).then(() => Promise.reject(new Error('the connection was closed'))),
    once(stop, 'abort', { signal }),
  ]).then(() => true);
  came.catch(() => undefined);
  void client.idle().catch(() => undefined);
  try {
    for (const until = Date.now() + lookMs; Date.now() < until; ) {
      if (await Promise.race([came, sleep(checkMs, false, { signal })])) break;
      if (!(await isWanted())) return false;
    }
  } finally {
    ended.abort();
  }
  if (stop.aborted) return false;
  // The next command ends the waiting; without one a connection would not be seen to be dead.
  await client.noop();
  return isWanted();
}

/** Says that a folder is watched, and from where; the first time that is from here on. */
async function begin(tools: IntakeTools, row: FolderRow, open: OpenFolder): Promise<FolderRow> {
  const { db } = tools.intake;
  const { uidvalidity, uidNext } = open;
  const adopted = row.uidvalidity === null ? await adoptFolder(db, row, uidvalidity) : null;
  const renumbered = row.uidvalidity !== null && row.uidvalidity !== uidvalidity;
  const known = renumbered ? await knowAnew(tools, row, open) : (row.beginsUid ?? adopted?.beginsUid ?? uidNext);
  const change = {
    uidvalidity,
    beginsUid: known,
    state: 'watched' as const,
    detail: null,
    remark: renumbered
      ? say('YS-FOLDER-RENUMBERED', { day: new Date().toISOString().slice(0, 10) })
      : permissionEnds(row),
    tries: 0,
  };
  await setFolder(db, row, change);
  return { ...row, ...change };
}

/** Said before it bites. */
function permissionEnds({ connection, remark }: FolderRow): string | null {
  const until = knownToken(connection)?.permissionUntil ?? null;
  if (until === null || until - Date.now() > warnDays * dayMs) return remark;
  return say('YS-FOLDER-PERMISSION', { connection, day: new Date(until).toISOString().slice(0, 10) });
}

/** Messages looked at of a folder that was numbered anew. */
const lookedAnew = 5000;

/**
 * After the server numbered a folder anew (RFC 9051, 2.3.1.1): what was taken is known by its Message-ID and size; of the rest, what
 * came since something was last taken is new. Returns from which number on messages are taken.
 */
async function knowAnew({ intake }: IntakeTools, row: FolderRow, open: OpenFolder): Promise<number> {
  const { client, uidvalidity, uidNext } = open;
  const since = new Date((row.lastTakenAt ?? row.updatedAt).getTime() - dayMs);
  const uids = (await selectUids(open, { since: since.toISOString() })).slice(-lookedAnew);
  const [first] = uids;
  if (first === undefined) return uidNext;
  const heads = await client.fetchAll(uids.join(','), { uid: true, size: true, envelope: true }, { uid: true });
  const idOf = (head: (typeof heads)[number]) => head.envelope?.messageId?.replace(/^<|>$/g, '') ?? '';
  const there = await messagesWithIds(intake.db, row.mailboxId, heads.map(idOf).filter(Boolean));
  const places = heads.flatMap((head) => {
    const same = there.find(({ messageId, size }) => messageId === idOf(head) && size === head.size);
    if (!same) return [];
    return [{ folderId: row.id, uidvalidity, uid: head.uid, settled: true, messageId: same.key, trouble: null }];
  });
  await noteUntaken(intake.db, places);
  return first;
}
