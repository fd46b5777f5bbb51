import { basename } from 'node:path';
import { type Client, ClientError } from '@yellow-sieve/client';
import { say } from '@yellow-sieve/core';
import type { Progress } from './command.js';
import { momentOf } from './moment.js';
import { messagesIn } from './offline/archives.js';

/** A message that was put in. */
export interface PutIn {
  file: string;
  key: string;
}

interface Feeding {
  mailbox: string;
  file: string;
  received: string;
  tells: string;
}

/** Messages on their way at the same time. */
const atOnce = 8;
/** Refusals that are one message’s own: the others are put in all the same. */
const ofOne: readonly string[] = ['YS-INTAKE-TOO-LARGE', 'YS-INTAKE-EMPTY'];

/** Puts all messages of an archive in, some at a time; they are handled after what comes now. Says which could not be taken, and why. */
export async function feedArchive(
  service: Client,
  { mailbox, file, received, tells }: Feeding,
  progress: Progress,
): Promise<{ keys: PutIn[]; refused: string[] }> {
  const keys: PutIn[] = [];
  const refused: string[] = [];
  const messages = messagesIn(file)[Symbol.asyncIterator]();
  const worker = async () => {
    for (let next = await messages.next(); !next.done; next = await messages.next()) {
      const { name, raw } = next.value;
      if (raw === null) {
        refused.push(`${name}: ${say('YS-CLI-TOO-LONG')}`);
        continue;
      }
      const query = { ...momentOf(received, raw), tells };
      try {
        keys.push({ file: name, key: (await service.messages.feed({ params: { mailbox }, query, body: raw })).key });
      } catch (error) {
        if (!(error instanceof ClientError) || !ofOne.includes(error.code)) throw error;
        refused.push(`${name}: ${error.message}`);
      }
      progress.show(keys.length, null, basename(file));
    }
  };
  try {
    await Promise.all(Array.from({ length: atOnce }, worker));
  } finally {
    progress.end();
  }
  return { keys, refused };
}
