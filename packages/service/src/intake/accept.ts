import type { Readable } from 'node:stream';
import { YsError } from '@yellow-sieve/core';
import type { Database } from '../database/connect.js';
import type { FolderPlace, Receipt } from '../store/message-store.js';
import { RawWriter } from '../store/raw-store.js';
import type { CommitQueue } from './commit-queue.js';

/** What every intake works with. */
export interface Intake {
  db: Database;
  queue: CommitQueue;
  /** Bytes of the largest message that is taken. */
  limit: number;
}

/**
 * Takes a raw message in from any intake: streams it into the database and commits it with a message per receipt. When
 * this resolves, the message is on disk. A message over the limit, or an empty one, leaves nothing behind.
 */
export async function acceptMessage(
  intake: Intake,
  source: Readable,
  receipts: readonly Receipt[] | Promise<readonly Receipt[]>,
  place?: FolderPlace,
): Promise<string[]> {
  return takeRaw(intake, source, async (writer) => intake.queue.add({ writer, receipts: await receipts, place }));
}

/** Streams a raw message into the database; `keep` commits it with whatever it belongs to. */
export async function takeRaw<T>(
  { db, limit }: Pick<Intake, 'db' | 'limit'>,
  source: Readable,
  keep: (writer: RawWriter) => Promise<T>,
): Promise<T> {
  const writer = new RawWriter(db);
  try {
    await writeAll(writer, source, limit);
    if (writer.size === 0) throw new YsError('YS-INTAKE-EMPTY');
    return await keep(writer);
  } catch (error) {
    // The sweep removes what cannot be removed now.
    await writer.abandon().catch(() => undefined);
    throw error;
  }
}

/** Reads the source to its end whatever happens: who sends hears an answer only after the last byte. */
async function writeAll(writer: RawWriter, source: Readable, limit: number): Promise<void> {
  let trouble: unknown = null;
  for await (const bytes of source) {
    if (trouble !== null) continue;
    try {
      await writer.write(bytes as Buffer);
      if (writer.size > limit) trouble = new YsError('YS-INTAKE-TOO-LARGE', { limit: megabytes(limit) });
    } catch (error) {
      trouble = error;
    }
  }
  if (trouble !== null) throw trouble;
}

/** A size as people write it. */
export const megabytes = (bytes: number): string => `${Math.round(bytes / 1024 / 102.4) / 10} MB`;
