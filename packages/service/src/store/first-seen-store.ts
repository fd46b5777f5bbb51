import { and, inArray } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { firstSeen } from '../database/schema.js';
import { takenOver } from '../database/taken-over.js';

/** A message, and the digest of what tells a copy of it. */
export interface Seen {
  id: string;
  mailboxId: string;
  digest: string;
}

/**
 * The first message of its mailbox with this Message-ID and content, by message: itself, where there was none before. The rows are
 * locked until the caller's transaction ends, so that a copy that is handled at the same moment waits here, and finds them.
 */
export async function firstOnes(tx: Executor, seen: readonly Seen[]): Promise<Map<string, string>> {
  if (seen.length === 0) return new Map();
  const nameOf = ({ mailboxId, digest }: Omit<Seen, 'id'>) => `${mailboxId} ${digest}`;
  // Always in the same order: two transactions that hold each other up would have to begin again.
  const ordered = [...seen].sort((a, b) =>
    nameOf(a) < nameOf(b) ? -1 : nameOf(a) > nameOf(b) ? 1 : a.id < b.id ? -1 : 1,
  );
  await tx
    .insert(firstSeen)
    .values(ordered.map(({ id, mailboxId, digest }) => ({ mailboxId, digest, messageId: id })))
    .onDuplicateKeyUpdate({ set: takenOver({ digest: firstSeen.digest }) });
  const rows = await tx
    .select()
    .from(firstSeen)
    .where(
      and(
        inArray(firstSeen.mailboxId, [...new Set(seen.map(({ mailboxId }) => mailboxId))]),
        inArray(
          firstSeen.digest,
          seen.map(({ digest }) => digest),
        ),
      ),
    );
  const firsts = new Map(rows.map((row) => [nameOf(row), row.messageId]));
  return new Map(seen.map((one) => [one.id, firsts.get(nameOf(one)) ?? one.id]));
}
