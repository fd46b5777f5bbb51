import { type CompiledCondition, decide } from '../conditions/index.js';
import { say } from '../errors/index.js';
import type { Scene } from '../names/index.js';
import type { Reason } from '../sieve/index.js';

/** Whether a mailbox takes a message in; null when it does, else why it is skipped. */
export function screen(accept: CompiledCondition | null, scene: Scene): Reason | null {
  if (!accept) return null;
  const decision = decide(accept, scene);
  return decision.holds
    ? null
    : { code: 'YS-MESSAGE-SCREENED', text: `${say('YS-MESSAGE-SCREENED')} ${decision.why}.` };
}
