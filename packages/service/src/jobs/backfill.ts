import { YsError } from '@yellow-sieve/core';
import { sql } from 'drizzle-orm';
import { message } from '../database/schema.js';
import { inWords } from '../intake/imap/connection.js';
import { type FolderSelection, type OpenFolder, openFolder, selectUids } from '../intake/imap/open-folder.js';
import { takeUids } from '../intake/imap/take.js';
import { type FolderRow, folderById, setFolder } from '../store/folder-store.js';
import { mailboxById } from '../store/mailbox-store.js';
import { type JobKind, JobLater, type JobTools } from './job-kind.js';

/** Takes what lies in a folder of a mail server, the oldest first. */
export interface BackfillParams {
  folderId: string;
  selection: FolderSelection;
  /** Destinations that may tell people of it. */
  tells: string[];
}

interface At {
  /** The last number that was done with, and the last of all that are meant. */
  after: number;
  last: number;
  uidvalidity: number;
  /** The first number that is meant. */
  first: number;
}

type Result = { taken: number };

/** Messages of a step: less than a second’s work. */
const perStep = 200;
/** Messages that wait to be sifted at the most: what comes meanwhile goes before them, so they only take room. */
const maxWaiting = 20_000;
/** Seconds until a server that cannot be reached is tried again, and until room is looked for again. */
const troubleSeconds = 5;
const roomSeconds = 0.5;

export const backfill: JobKind<BackfillParams, At | null, Result> = {
  kind: 'backfill',

  async begin(tools, { folderId, selection }) {
    const row = await folderOf(tools, folderId);
    const open = await opened(tools, row);
    const uids = await asked(row, open, () => selectUids(open, selection));
    const [first = 0] = uids;
    const at = { first, after: first - 1, last: uids.at(-1) ?? -1, uidvalidity: open.uidvalidity };
    selected.set(nameOf(folderId, selection, at), uids);
    return { total: uids.length, done: 0, at, result: { taken: 0 } };
  },

  async step(tools, { folderId, selection, tells }, stand) {
    const { at, result } = stand;
    const row = await folderOf(tools, folderId);
    if (!at || at.after >= at.last) return { ...stand, over: true, findings: [] };
    if ((await waitingBehind(tools, row)) > maxWaiting) throw new JobLater(roomSeconds, null);
    const open = await opened(tools, row);
    if (open.uidvalidity !== at.uidvalidity) throw new YsError('YS-FOLDER-RENUMBERED-JOB', { folder: row.folder });
    const uids = await asked(row, open, () => pending(open, folderId, selection, at));
    const some = uids.slice(0, perStep);
    const mailbox = await mailboxById(tools.db, row.mailboxId);
    const taking = {
      intake: tools.intake,
      row,
      recipient: mailbox?.addresses[0] ?? '',
      job: { tells },
      since: selection.since === undefined ? undefined : new Date(selection.since),
    };
    const taken = await asked(row, open, () => takeUids(open, taking, some));
    if (taken > 0) await setFolder(tools.db, row, { lastTakenAt: new Date() });
    tools.onward('messages');
    const after = some.at(-1) ?? at.last;
    const over = uids.length <= perStep;
    if (over) close(row.id);
    return {
      total: stand.total,
      done: stand.done + some.length,
      at: { ...at, after },
      result: { taken: result && 'taken' in result ? result.taken + taken : taken },
      over,
      findings: [],
    };
  },
};

async function folderOf({ db }: JobTools, id: string): Promise<FolderRow> {
  const row = await folderById(db, id);
  if (!row?.named)
    throw new YsError('YS-FOLDER-UNKNOWN', { folder: row?.folder ?? '', connection: row?.connection ?? '' });
  return row;
}

async function waitingBehind({ db }: JobTools, { mailboxId }: FolderRow): Promise<number> {
  const [row] = await db
    .select({ count: sql<number>`COUNT(*)` })
    .from(message)
    .where(sql`${message.mailboxId} = ${mailboxId} AND ${message.state} = 'waiting' AND ${message.behind} = 1`);
  return Number(row?.count ?? 0);
}

/** Folders that are open between two steps, by their keys; one that nobody asks for is closed after a while. */
const kept = new Map<string, { open: OpenFolder; end: NodeJS.Timeout }>();
const keptMs = 20_000;
/** What is left of a selection: asked of the server once, not with every step. */
const selected = new Map<string, number[]>();
const maxSelections = 20;

function close(id: string): void {
  const known = kept.get(id);
  if (!known) return;
  clearTimeout(known.end);
  kept.delete(id);
  known.open.client.close();
}

async function opened(tools: JobTools, row: FolderRow): Promise<OpenFolder> {
  const known = kept.get(row.id);
  if (known?.open.client.usable) {
    known.end.refresh();
    return known.open;
  }
  close(row.id);
  try {
    const open = await openFolder(tools, row);
    kept.set(row.id, { open, end: setTimeout(() => close(row.id), keptMs).unref() });
    return open;
  } catch (error) {
    throw later(error);
  }
}

/** Trouble with the server passes: the job goes on when it is back. What a person has to mend ends it. */
async function asked<T>(row: FolderRow, open: OpenFolder, ask: () => Promise<T>): Promise<T> {
  try {
    return await ask();
  } catch (error) {
    if (open.client.usable && error instanceof YsError) throw error;
    close(row.id);
    throw later(open.client.usable ? error : inWords(error, open.connection, open.host));
  }
}

const later = (error: unknown) =>
  error instanceof YsError && error.code === 'YS-FOLDER-UNREACHABLE'
    ? new JobLater(troubleSeconds, error.message)
    : error;

const nameOf = (folderId: string, selection: FolderSelection, { first, uidvalidity }: At) =>
  JSON.stringify([folderId, selection, first, uidvalidity]);

async function pending(open: OpenFolder, folderId: string, selection: FolderSelection, at: At): Promise<number[]> {
  const name = nameOf(folderId, selection, at);
  let uids = selected.get(name);
  if (!uids) {
    // What was read meanwhile was unread when it was selected: the numbers tell what was meant.
    const { newest: _, ...rest } = selection;
    uids = await selectUids(open, rest, at.after + 1);
    if (selected.size >= maxSelections) selected.clear();
  }
  const left = uids.filter((uid) => uid > at.after && uid >= at.first && uid <= at.last);
  selected.set(name, left);
  return left;
}
