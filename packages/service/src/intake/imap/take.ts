import { Readable } from 'node:stream';
import { say, YsError } from '@yellow-sieve/core';
import type { FetchMessageObject } from 'imapflow';
import { isDatabaseDown, isDuplicate } from '../../database/trouble.js';
import { type FolderRow, knownUids, noteUntaken, settleUids, unsettledUids } from '../../store/folder-store.js';
import { acceptMessage, type Intake, megabytes } from '../accept.js';
import type { OpenFolder } from './open-folder.js';
import { imapKind } from './settings.js';

/** How messages of a folder are taken. */
export interface Taking {
  intake: Intake;
  row: FolderRow;
  /** The first address of the mailbox. */
  recipient: string;
  /** A job takes them: what arrives now goes before them, and people are told of them only as it was said. */
  job?: { tells: string[] } | undefined;
  /** Only what was received there at or after this moment. */
  since?: Date | undefined;
}

/** Messages that are fetched together: so many, and so many bytes. A longer message comes by itself, piece by piece. */
export const togetherMessages = 50;
const togetherBytes = 4 * 1024 * 1024;

/** Takes those of some messages that are not known yet; returns how many it took. Each is on disk when this resolves. */
export async function takeUids(open: OpenFolder, taking: Taking, uids: readonly number[]): Promise<number> {
  const { intake, row } = taking;
  const known = await knownUids(intake.db, row, open.uidvalidity, uids);
  const wanted = uids.filter((uid) => !known.has(uid));
  let taken = 0;
  for (let at = 0; at < wanted.length; at += togetherMessages) {
    const some = wanted.slice(at, at + togetherMessages);
    const heads = await open.client.fetchAll(
      some.join(','),
      { uid: true, size: true, internalDate: true },
      { uid: true },
    );
    const meant = heads.filter(
      ({ internalDate }) => !taking.since || !internalDate || new Date(internalDate) >= taking.since,
    );
    for (const group of groupsOf(meant, (uid) => suspects.has(suspectName(open, taking, uid))))
      taken += await takeTogether(open, taking, group);
  }
  await settle(open, row, intake);
  return taken;
}

/** Messages in their order, in groups that are fetched at once; what a fetch failed over before comes by itself. */
function groupsOf(heads: readonly FetchMessageObject[], isSuspect: (uid: number) => boolean): FetchMessageObject[][] {
  const groups: FetchMessageObject[][] = [];
  let bytes = Number.POSITIVE_INFINITY;
  for (const head of [...heads].sort((a, b) => a.uid - b.uid)) {
    const size = isSuspect(head.uid) ? togetherBytes : (head.size ?? 0);
    if (bytes + size > togetherBytes) {
      groups.push([]);
      bytes = 0;
    }
    bytes += size;
    groups.at(-1)?.push(head);
  }
  return groups;
}

/** Takes a group; where the server fails over it each by itself, so that one that it cannot deliver holds up no other. */
async function takeTogether(open: OpenFolder, taking: Taking, group: readonly FetchMessageObject[]): Promise<number> {
  try {
    const taken = await fetchTogether(open, taking, group);
    for (const { uid } of group) suspects.delete(suspectName(open, taking, uid));
    return taken;
  } catch (error) {
    const { responseStatus } = error as { responseStatus?: string };
    if (responseStatus === undefined) suspect(open, taking, group);
    if (responseStatus !== 'NO' && responseStatus !== 'BAD') return untakenAfter(open, taking, group, error);
    const [only] = group;
    if (group.length > 1) {
      let taken = 0;
      for (const one of group) taken += await takeTogether(open, taking, [one]);
      return taken;
    }
    if (only) await noteTrouble(open, taking, only.uid, sentenceOf(error));
    return 0;
  }
}

const sentenceOf = (error: unknown): string => {
  const { responseText, message } = error as { responseText?: string; message?: string };
  return responseText ?? message ?? 'it gives no reason';
};

/** How often the connection was lost over a message. Kept in memory: after a restart it is found out anew. */
const suspects = new Map<string, number>();
const maxSuspects = 10_000;
/** Times the connection may be lost over one message alone. */
const maxLost = 3;

const suspectName = ({ uidvalidity }: OpenFolder, { row }: Taking, uid: number) => `${row.id} ${uidvalidity} ${uid}`;

function suspect(open: OpenFolder, taking: Taking, group: readonly FetchMessageObject[]): void {
  if (suspects.size > maxSuspects) suspects.clear();
  // Of a group nobody knows which it was: each comes by itself the next time, and only then it counts.
  for (const { uid } of group) {
    const name = suspectName(open, taking, uid);
    const lost = suspects.get(name) ?? 0;
    suspects.set(name, group.length > 1 ? Math.max(lost, 1) : lost + 1);
  }
}

/** The connection is gone. A message over which that happened again and again is given up, and the others go on with the next one. */
async function untakenAfter(
  open: OpenFolder,
  taking: Taking,
  group: readonly FetchMessageObject[],
  error: unknown,
): Promise<never> {
  const [only] = group;
  const lost = only && group.length === 1 ? (suspects.get(suspectName(open, taking, only.uid)) ?? 0) : 0;
  if (only && lost > maxLost)
    await noteTrouble(open, taking, only.uid, `the server ended the connection over it ${lost} times`);
  throw error;
}

async function fetchTogether(open: OpenFolder, taking: Taking, group: readonly FetchMessageObject[]): Promise<number> {
  const [only] = group;
  if (group.length === 1 && only && (only.size ?? 0) > togetherBytes) return takeLong(open, taking, only);
  const range = group.map(({ uid }) => uid).join(',');
  const found = await open.client.fetchAll(range, { uid: true, source: true, internalDate: true }, { uid: true });
  const whole = found.flatMap(({ uid, source, internalDate }) => (source ? [{ uid, source, internalDate }] : []));
  const taken = await Promise.all(
    whole.map(({ uid, source, internalDate }) => keep(open, taking, { uid, internalDate }, Readable.from([source]))),
  );
  await noteLeftOut(open, taking, group, new Set(whole.map(({ uid }) => uid)));
  return taken.filter(Boolean).length;
}

/** What the server left out of its answer is gone, or it says nothing of why. */
async function noteLeftOut(
  open: OpenFolder,
  taking: Taking,
  group: readonly FetchMessageObject[],
  got: ReadonlySet<number>,
): Promise<void> {
  const missing = group.filter(({ uid }) => !got.has(uid)).map(({ uid }) => uid);
  if (missing.length === 0) return;
  const there = (await open.client.search({ uid: missing.join(',') }, { uid: true })) || [];
  for (const uid of there) await noteTrouble(open, taking, uid, 'the server does not hand it over');
}

async function takeLong(open: OpenFolder, taking: Taking, head: FetchMessageObject): Promise<number> {
  const { limit } = taking.intake;
  if ((head.size ?? 0) > limit) {
    await noteTrouble(open, taking, head.uid, say('YS-INTAKE-TOO-LARGE', { limit: megabytes(limit) }));
    return 0;
  }
  const { content } = await open.client.download(String(head.uid), undefined, { uid: true, chunkSize: 256 * 1024 });
  if (!content) return 0;
  return (await keep(open, taking, head, content)) ? 1 : 0;
}

/** Commits one message with its place; false where somebody else has taken it, or it cannot be taken. */
async function keep(
  open: OpenFolder,
  taking: Taking,
  { uid, internalDate }: Pick<FetchMessageObject, 'uid' | 'internalDate'>,
  source: Readable,
): Promise<boolean> {
  const { intake, row, recipient, job } = taking;
  const receivedAt = internalDate ? new Date(internalDate) : new Date();
  const receipt = {
    mailboxId: row.mailboxId,
    recipient,
    sender: '',
    intake: imapKind,
    receivedAt,
    ...(job ? { behind: true, tells: job.tells } : {}),
  };
  const place = { folderId: row.id, uidvalidity: open.uidvalidity, uid, settled: row.after === null };
  try {
    await acceptMessage(intake, source, [receipt], place);
    return true;
  } catch (error) {
    if (isDuplicate(error)) return false;
    if (!(error instanceof YsError) || isDatabaseDown(error)) throw error;
    await noteTrouble(open, taking, uid, error.message);
    return false;
  }
}

const noteTrouble = (
  { uidvalidity }: OpenFolder,
  { intake, row }: Taking,
  uid: number,
  detail: string,
): Promise<void> =>
  noteUntaken(intake.db, [
    {
      folderId: row.id,
      uidvalidity,
      uid,
      settled: true,
      messageId: null,
      trouble: say('YS-FOLDER-MESSAGE', { uid, detail }),
    },
  ]);

/** Does with taken messages what the folder says, also with those a crash left behind. */
export async function settle({ client, uidvalidity }: OpenFolder, row: FolderRow, { db }: Intake): Promise<void> {
  if (row.after === null) return;
  for (let uids = await unsettledUids(db, row, uidvalidity); uids.length > 0; ) {
    const range = uids.join(',');
    const target = /^move: (.*)$/.exec(row.after)?.[1];
    if (target !== undefined) await move(client, range, target);
    else await client.messageFlagsAdd(range, [row.after === 'flag' ? '\\Flagged' : '\\Seen'], { uid: true });
    await settleUids(db, row, uidvalidity, uids);
    uids = await unsettledUids(db, row, uidvalidity);
  }
}

async function move(client: OpenFolder['client'], range: string, target: string): Promise<void> {
  const fail = (error: unknown) => {
    const { responseText, message } = error as { responseText?: string; message?: string };
    return new YsError('YS-FOLDER-MOVE', { folder: target, detail: responseText ?? message ?? 'it gives no reason' });
  };
  const paths = (await client.list()).map(({ path }) => path);
  try {
    if (!paths.includes(target)) await client.mailboxCreate(target);
    const moved = await client.messageMove(range, target, { uid: true });
    if (!moved && ((await client.search({ uid: range }, { uid: true })) || []).length > 0)
      throw new Error('it refuses');
  } catch (error) {
    throw fail(error);
  }
}
