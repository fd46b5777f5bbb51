import {
  type Arrival,
  type CompiledMailbox,
  type HandleResult,
  handleMessage,
  type MailboxFacts,
  type Reading,
  seenQuestions,
} from '@yellow-sieve/core';
import { seenBefore } from '../../store/seen-store.js';
import { databaseOf } from './worker-state.js';

/** Where a record is found in the API. */
export const recordLink = (key: string): string => `/api/v1/records/${key}`;

/** Handles a stored message; what its sieve’s checks want to know of earlier records is looked up once its values are read. */
export async function handleKnowing(
  database: string,
  reading: Reading,
  mailbox: CompiledMailbox,
  facts: MailboxFacts,
  arrival: Arrival,
): Promise<HandleResult> {
  const result = handleMessage(reading, mailbox, facts, arrival);
  if (result.kind === 'wants' || !result.values) return result;
  const { sieves, otherwise } = mailbox;
  const all = otherwise.kind === 'sieve' ? [...sieves, otherwise.sieve] : sieves;
  const sieve = all.find(({ name }) => name === result.outcome?.sieve);
  const questions = sieve ? seenQuestions(sieve, result.values) : [];
  const { db } = databaseOf(database);
  const seen: Record<string, { received: string; link: string }> = {};
  for (const question of questions) {
    const earlier = await seenBefore(db, arrival, question, recordLink);
    if (earlier) seen[question.key] = earlier;
  }
  return Object.keys(seen).length === 0 ? result : handleMessage(reading, mailbox, { ...facts, seen }, arrival);
}
