import type { LookupSource } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import type { Database } from '../database/connect.js';
import { claimFollowed, type Followed, follow, noteLook } from '../store/followed-store.js';
import { findLookup, putLookup } from '../store/lookup-store.js';
import { fetchTable, minutesOf, type SourceTools } from './sources.js';

export interface FollowTools extends SourceTools {
  db: Database;
}

const minuteMs = 60_000;
/** Minutes after which a source that failed is tried again, if not sooner. */
const retryMinutes = 5;
const dueIn = (minutes: number) => new Date(Date.now() + minutes * minuteMs);

/** Whose word a revision is that was read from elsewhere. */
const keeper = (source: LookupSource): string =>
  'file' in source ? source.file : 'url' in source ? new URL(source.url).host : `${source.connection}.${source.table}`;

/**
 * Has a table read where it is kept, from now on; made when it is not there.
 * @throws YsError YS-LOOKUP-SOURCE, YS-LOOKUP-FILE: then nothing changes
 */
export async function beginToFollow(name: string, source: LookupSource, tools: FollowTools): Promise<void> {
  const fetched = await fetchTable(source, null, tools);
  if (!fetched) return;
  await putLookup(tools.db, { name, title: undefined, by: keeper(source), ...fetched.table });
  await follow(tools.db, { name, source, stamp: fetched.stamp }, dueIn(minutesOf(source)));
}

/** Looks at a table where it is kept. What cannot be read leaves the copy from before, and says so. */
export async function lookAgain({ name, source, stamp }: Followed, tools: FollowTools): Promise<void> {
  const { db } = tools;
  try {
    const fetched = await fetchTable(source, stamp, tools);
    if (fetched) await putLookup(db, { name, title: undefined, by: keeper(source), ...fetched.table });
    await noteLook(db, name, { stamp: fetched?.stamp ?? stamp ?? '' });
  } catch (error) {
    if (!(error instanceof YsError)) throw error;
    await noteLook(db, name, { trouble: error.message, due: dueIn(Math.min(retryMinutes, minutesOf(source))) });
  }
}

/** Looks at the table whose look is due; how many there were. */
export async function followRound(tools: FollowTools): Promise<number> {
  const due = await claimFollowed(tools.db, (source) => dueIn(minutesOf(source)));
  // One that was deleted meanwhile is not made again.
  if (due && (await findLookup(tools.db, due.name))) await lookAgain(due, tools);
  return due ? 1 : 0;
}
