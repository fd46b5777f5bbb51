import { YsError } from '@yellow-sieve/core';
import { and, asc, eq } from 'drizzle-orm';
import type { Database } from '../database/connect.js';
import { delivery } from '../database/schema.js';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { Secrets } from '../secrets.js';
import { openDestination } from '../store/destination-store.js';
import { messageRow } from '../store/message-store.js';

/**
 * Sends what is kept back of a message to one person instead of where it is meant to go, as far as it is mail. It stays kept back.
 * @throws YsError YS-NOT-FOUND, YS-TRIAL-NO-MAIL
 */
export async function tryOut(
  { db, secrets, outgoing }: { db: Database; secrets: Secrets; outgoing: Outgoing },
  messageId: string,
  to: string,
): Promise<{ count: number; to: string; answers: string[] }> {
  await messageRow(db, messageId);
  const rows = await db
    .select()
    .from(delivery)
    .where(and(eq(delivery.messageId, messageId), eq(delivery.state, 'kept back')))
    .orderBy(asc(delivery.id));
  const answers: string[] = [];
  for (const row of rows) {
    const { kind, context } = await openDestination(db, secrets, outgoing, row.destination);
    if (!kind.tryOut) continue;
    const { identity, messageTime, route, rowKey, revision } = row;
    const about = {
      identity,
      message: messageId,
      messageTime: messageTime.toISOString(),
      route,
      row: rowKey,
      revision,
    };
    answers.push((await kind.tryOut(row.payload, about, context, to)).answer);
  }
  if (answers.length === 0) throw new YsError('YS-TRIAL-NO-MAIL');
  return { count: answers.length, to, answers };
}
