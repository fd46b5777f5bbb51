import {
  type CompiledMailbox,
  type CompiledSieve,
  compileMailbox,
  compileSieve,
  handleMessage,
  limits,
  type Reading,
  readMessage,
  sameness,
  wayOf,
} from '@yellow-sieve/core';
import { connectDatabase, type DatabaseHandle } from '../database/connect.js';
import { rawPieces } from '../store/raw-store.js';
import type { HandleReply, HandleTask, Summary } from './handle-task.js';

/** Runs in a worker thread: reads the raw message piece by piece, and handles it. */
export default async function handle(task: HandleTask): Promise<HandleReply> {
  const { db } = databaseOf(task.database);
  const reading = await readMessage(rawPieces(db, task.rawId));
  const facts = { record: task.record, answers: task.answers, model: task.model, limits };
  const result = handleMessage(reading, mailboxOf(task), facts, task.arrival);
  return { summary: summaryOf(reading), same: sameness(reading), result };
}

const handles = new Map<string, DatabaseHandle>();

function databaseOf(url: string): DatabaseHandle {
  const handle = handles.get(url) ?? connectDatabase(url, 1);
  handles.set(url, handle);
  return handle;
}

/** Compiled mailboxes by what they were compiled from; a handful is enough, for old versions are not asked for again. */
const mailboxes = new Map<string, CompiledMailbox>();
const sieves = new Map<string, CompiledSieve>();
const mostKept = 200;

function mailboxOf({ mailbox, sieves: sources }: HandleTask): CompiledMailbox {
  const key = [mailbox.digest, ...sources.map(({ digest }) => digest)].join(' ');
  return kept(mailboxes, key, () => {
    const compiled = sources.map(
      ({ name, digest, source }) => [name, kept(sieves, digest, () => compileSieve(source))] as const,
    );
    return compileMailbox(mailbox.source, new Map(compiled));
  });
}

function kept<T>(cache: Map<string, T>, key: string, make: () => T): T {
  const known = cache.get(key);
  if (known) return known;
  if (cache.size >= mostKept) cache.clear();
  const made = make();
  cache.set(key, made);
  return made;
}

function summaryOf(reading: Reading): Summary {
  const { subject, from, id, date } = reading;
  return {
    subject: subject.slice(0, 500),
    fromAddress: from?.address.slice(0, 320) ?? null,
    fromName: from?.name.slice(0, 320) || null,
    messageId: id?.slice(0, 500) ?? null,
    sentAt: date,
    way: wayOf(reading).join(' ').slice(0, 500),
  };
}
