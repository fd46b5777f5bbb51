import type { Readable } from 'node:stream';
import { YsError } from '@yellow-sieve/core';
import type { Database } from '../database/connect.js';
import { type Receipt, storeMessage } from '../store/message-store.js';
import { RawWriter } from '../store/raw-store.js';

/**
 * Takes a raw message in from any intake: streams it into the database and commits it with a message per receipt. When
 * this resolves, the message is on disk. A message over the limit, or an empty one, leaves nothing behind.
 */
export async function acceptMessage(
  db: Database,
  source: Readable,
  receipts: readonly Receipt[],
  limit: number,
): Promise<string[]> {
  const writer = new RawWriter(db);
  try {
    for await (const bytes of source) {
      await writer.write(bytes as Buffer);
      if (writer.size > limit) break;
    }
    if (writer.size > limit)
      throw new YsError('YS-INTAKE-TOO-LARGE', { limit: `${Math.round(limit / 1024 / 102.4) / 10} MB` });
    if (writer.size === 0) throw new YsError('YS-INTAKE-EMPTY');
    return await storeMessage(db, writer, receipts);
  } catch (error) {
    // The sweep removes what cannot be removed now.
    await writer.abandon().catch(() => undefined);
    throw error;
  }
}
