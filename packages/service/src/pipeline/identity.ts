import { createHash } from 'node:crypto';

/** The identity of a delivery: message, mailbox, route and row key. The same for ever, whatever the revision. */
export function deliveryIdentity(message: string, mailbox: string, route: string, row: string | null): string {
  return createHash('sha256')
    .update(JSON.stringify([message, mailbox, route, row]))
    .digest('hex');
}
