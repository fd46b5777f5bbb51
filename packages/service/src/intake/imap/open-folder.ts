import { YsError } from '@yellow-sieve/core';
import type { ImapFlow } from 'imapflow';
import { imapConnection, inWords, openImap } from './connection.js';
import type { ImapTools } from './settings.js';

/** A folder that is open on its server. */
export interface OpenFolder {
  client: ImapFlow;
  connection: string;
  host: string;
  folder: string;
  uidvalidity: number;
  /** What the next message will be numbered. */
  uidNext: number;
}

/** @throws YsError as `openImap`, and YS-FOLDER-GONE with the folders there are */
export async function openFolder(
  tools: ImapTools,
  { connection, folder }: { connection: string; folder: string },
  silenceMs?: number,
): Promise<OpenFolder> {
  const { host } = await imapConnection(tools, connection);
  const client = await openImap(tools, connection, silenceMs);
  try {
    const { uidValidity, uidNext } = await client.mailboxOpen(folder);
    return { client, connection, host, folder, uidvalidity: Number(uidValidity), uidNext: Number(uidNext) };
  } catch (error) {
    const gone = await whyGone(client, folder).catch(() => null);
    client.close();
    throw gone ?? inWords(error, connection, host);
  }
}

const maxNamed = 12;

/** Null where the folder is there, so that it is something else that is wrong. */
async function whyGone(client: ImapFlow, folder: string): Promise<YsError | null> {
  const paths = (await client.list()).map(({ path }) => path);
  if (paths.includes(folder)) return null;
  const known = paths.slice(0, maxNamed).join(', ');
  return new YsError('YS-FOLDER-GONE', { folder, known: paths.length > maxNamed ? `${known} …` : known });
}

/** Which messages of a folder are meant. */
export interface FolderSelection {
  unread?: boolean | undefined;
  /** Received there at or after, in ISO 8601. */
  since?: string | undefined;
  /** The newest so many of what the others leave. */
  newest?: number | undefined;
}

/** The numbers of the selected messages, ascending. Servers know days only: what is meant to the minute is looked at again when it is taken. */
export async function selectUids(
  { client }: OpenFolder,
  { unread, since, newest }: FolderSelection,
  from = 1,
): Promise<number[]> {
  const found = await client.search(
    {
      uid: `${from}:*`,
      ...(unread ? { seen: false } : {}),
      ...(since === undefined ? {} : { since: new Date(since) }),
    },
    { uid: true },
  );
  // `n:*` always has the last message, even where its number is lower.
  const uids = (found || []).filter((uid) => uid >= from).sort((a, b) => a - b);
  return newest === undefined ? uids : uids.slice(-newest);
}
