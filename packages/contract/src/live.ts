import * as v from 'valibot';
import type { Endpoint } from './endpoint.js';

/** One server-sent event of `live`, in its data: what changed. Who wants to know more asks for it. */
export const liveChangeSchema = v.object({
  kind: v.picklist(['message', 'delivery', 'set-up', 'job']),
  /** Key of the message, delivery or job; name of the mailbox, sieve or destination. */
  what: v.string(),
});
export type LiveChange = v.InferOutput<typeof liveChangeSchema>;

export const liveEndpoints = {
  changes: {
    method: 'GET',
    path: '/api/v1/live',
    role: 'viewer',
    summary: 'Server-sent events: “change” for each change, “hello” at the start (then ask for everything anew)',
    response: 'events',
  },
} as const satisfies Record<string, Endpoint>;
