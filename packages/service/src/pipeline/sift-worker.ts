import { handleMessage, limits, type Reading, readMessage, sameness, wayOf } from '@yellow-sieve/core';
import { rawPieces } from '../store/raw-store.js';
import type { HandleReply, HandleTask, Summary } from './handle-task.js';
import { timed } from './worker-clock.js';
import { compiledMailbox, databaseOf } from './worker-state.js';

export { default as compare } from './compare-worker.js';

/** Runs in a worker thread: reads the raw message piece by piece, and handles it. */
async function handle(task: HandleTask): Promise<HandleReply> {
  const { db } = databaseOf(task.database);
  const reading = await readMessage(rawPieces(db, task.rawId));
  const { record, answers, model, entered } = task;
  const facts = { record, answers, model, limits, entered };
  const result = handleMessage(reading, compiledMailbox(task.mailbox, task.sieves), facts, task.arrival);
  return { summary: summaryOf(reading), same: sameness(reading), result };
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

export default timed(handle);
