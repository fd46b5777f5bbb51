import { madeOf, readMessage, wouldFire } from '@yellow-sieve/core';
import type { ModelToAsk } from '../../store/model-store.js';
import { handled, type RuleState } from './compare.js';

/** Tries the live rules on messages that are not ours yet. */
export interface WouldTask {
  database: string;
  state: RuleState;
  model: ModelToAsk;
  mailbox: string;
  recipient: string;
  messages: { source: Uint8Array; received: string }[];
}

/** The routes that a message would fire; null where a model would have to be asked first. */
export type WouldReply = string[] | null;

export async function would({ messages, mailbox, recipient, ...task }: WouldTask): Promise<WouldReply[]> {
  const replies: WouldReply[] = [];
  for (const { source, received } of messages) {
    const came = {
      arrival: { key: '', mailbox, recipient, received, trusted: [], admitted: false },
      record: { key: '', link: '' },
    };
    const rules = { ...task, sieve: '', answers: {} };
    const reading = await readMessage(source);
    const made = madeOf(await handled(reading, task.state, rules, { came, entered: undefined }));
    replies.push(made.wants.length > 0 ? null : wouldFire(made).map(({ route }) => route));
  }
  return replies;
}
