import { and, eq } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { firstSeen } from '../database/schema.js';

/**
 * The first message of a mailbox with this Message-ID and content: the given one, when there was none. The row is locked
 * until the caller's transaction ends, so that a copy that is handled at the same moment waits here, and finds it.
 */
export async function firstLike(
  tx: Executor,
  { id, mailboxId }: { id: string; mailboxId: string },
  digest: string,
): Promise<string> {
  await tx.insert(firstSeen).values({ mailboxId, digest, messageId: id }).onDuplicateKeyUpdate({ set: { digest } });
  const [first] = await tx
    .select({ messageId: firstSeen.messageId })
    .from(firstSeen)
    .where(and(eq(firstSeen.mailboxId, mailboxId), eq(firstSeen.digest, digest)));
  return first?.messageId ?? id;
}
