import type { Arrival, SeenBefore, SeenQuestion } from '@yellow-sieve/core';
import { and, desc, eq, gte, lt, or } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { Executor } from '../database/connect.js';
import { mailbox, message, record, value } from '../database/schema.js';

const dayMs = 86_400_000;
/** As far as the index of values keeps a text. */
const indexed = 191;

/** The newest record with some values among those of a mailbox’s messages that came before one; null where there is none. */
export async function seenBefore(
  db: Executor,
  { key, mailbox: name, received }: Arrival,
  { values, days }: SeenQuestion,
  linkOf: (record: string) => string,
): Promise<SeenBefore | null> {
  const at = new Date(received);
  const fields = Object.entries(values).map(([field, text]) => ({ field, text, read: alias(value, `of_${field}`) }));
  const query = db
    .select({ record: record.id, received: message.receivedAt })
    .from(record)
    .innerJoin(message, eq(message.id, record.messageId))
    .innerJoin(mailbox, eq(mailbox.id, record.mailboxId))
    .$dynamic();
  for (const { field, text, read } of fields)
    query.innerJoin(
      read,
      and(eq(read.recordId, record.id), eq(read.field, field), eq(read.text, text.slice(0, indexed))),
    );
  const earlier = or(lt(message.receivedAt, at), and(eq(message.receivedAt, at), lt(message.id, key)));
  const [found] = await query
    .where(and(eq(mailbox.name, name), gte(message.receivedAt, new Date(at.getTime() - days * dayMs)), earlier))
    .orderBy(desc(message.receivedAt), desc(message.id))
    .limit(1);
  return found ? { received: found.received.toISOString(), link: linkOf(found.record) } : null;
}
