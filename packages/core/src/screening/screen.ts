import { type CompiledCondition, decide } from '../conditions/index.js';
import { say } from '../errors/index.js';
import type { Scene } from '../names/index.js';
import { loopReason } from '../reading/index.js';
import type { Reason } from '../sieve/index.js';

/**
 * Why a mailbox does not take a message in; null when it does. Loops never come in; else its acceptance decides. What a
 * person took in is not screened again.
 */
export function screen(accept: CompiledCondition | null, scene: Scene): Reason | null {
  const { reading, arrival } = scene;
  if (arrival.admitted) return null;
  const loop = loopReason(reading, arrival.mailbox);
  if (loop) return { code: 'YS-MESSAGE-LOOP', text: `${say('YS-MESSAGE-LOOP')} ${loop}` };
  const decision = accept && decide(accept, scene);
  if (!decision || decision.holds) return null;
  return { code: 'YS-MESSAGE-SCREENED', text: `${say('YS-MESSAGE-SCREENED')} ${decision.why}.${background(scene)}` };
}

/** What a reader of the reason will ask next: how the message was told to be automatic or an answer. */
function background({ reading }: Scene): string {
  const automatic =
    reading.automaticReason === null ? '' : ` It counts as automatic because ${reading.automaticReason}.`;
  return reading.thread === 'reply' ? `${automatic} It counts as a reply because ${reading.threadReason}.` : automatic;
}
