import { canonicalJson, type Handled, type JsonValue, type Reason, say } from '@yellow-sieve/core';
import { and, desc, eq, inArray, lte, ne, notLike } from 'drizzle-orm';
import type { Executor } from '../database/connect.js';
import { enteredValue, message, record, recordRevision, value } from '../database/schema.js';
import { forgetConfirmation } from '../store/confirmation-store.js';
import { enter } from '../store/entered-store.js';
import { noteAct } from '../store/journal-store.js';
import { waitAgain } from '../store/message-store.js';
import type { Completing } from './threads/handle.js';

/** A later message, as far as an earlier record is looked for. */
export interface Later {
  id: string;
  mailboxId: string;
  receivedAt: Date;
  /** Who wrote it: what others write completes nothing, since anybody can name a thread or a number. */
  from: string | null;
  completing: Completing | null;
  handled: Handled;
}

/** What became of a message that belongs to an earlier record: it has none of its own. */
export interface Completion {
  verdict: 'sound' | 'review';
  reason: Reason;
}

/**
 * Lets a message complete the record of an earlier one, where its sieve says so and there is one; null where there is none, or it says nothing
 * of it. What a thread still lacked is filled in, and what it says otherwise is left to a person; by a field the newer word counts. The earlier
 * message is put through again with what was filled in, as if a person had entered it; what a person entered stands.
 */
export async function completeEarlier(tx: Executor, later: Later): Promise<Completion | null> {
  const { completing, handled } = later;
  const said = saidBy(handled);
  if (!completing || !later.from || Object.keys(said).length === 0) return null;
  const earlier = await earlierRecord(tx, later, completing);
  if (!earlier) return null;
  const { filled, otherwise } = compared(earlier.fields, said, {
    by: completing.by,
    kept: await protectedFields(tx, earlier.message),
    literal: literalFields(handled),
  });
  const by = `message ${later.id}`;
  if (Object.keys(filled).length > 0) {
    await enter(tx, earlier.message, filled, by);
    await forgetConfirmation(tx, earlier.message);
    await noteAct(tx, { messageId: earlier.message, by, act: 'entered', words: Object.keys(filled).join(', ') });
    await waitAgain(tx, earlier.message, { through: null, forget: false });
  }
  const code = otherwise.length > 0 ? 'YS-MESSAGE-CONTRADICTS' : 'YS-MESSAGE-COMPLETES';
  const fields = otherwise.length > 0 ? otherwise : Object.keys(said);
  const reason = { code, text: say(code, { fields: fields.join(', '), message: earlier.message }) } as const;
  return { verdict: otherwise.length > 0 ? 'review' : 'sound', reason };
}

/** The values a message itself gives, without those that something is wrong with. */
function saidBy({ outcome }: Handled): Record<string, JsonValue> {
  const wrong = new Set(outcome?.problems.map(({ path }) => path));
  const read = (field: string) => outcome?.evidence[field]?.some(({ how }) => how !== 'default') ?? false;
  return Object.fromEntries(
    Object.entries(outcome?.fields ?? {}).filter(([field, one]) => one !== null && !wrong.has(field) && read(field)),
  );
}

/** Fields whose values stand in the message: what a model put into its own words says nothing against an earlier one. */
function literalFields({ outcome }: Handled): Set<string> {
  const stands = (field: string) => outcome?.evidence[field]?.some(({ how }) => how === 'read' || how === 'quoted');
  return new Set(Object.keys(outcome?.fields ?? {}).filter(stands));
}

interface Earlier {
  message: string;
  fields: Record<string, JsonValue>;
}

async function earlierRecord(
  tx: Executor,
  { id, mailboxId, receivedAt, from, handled }: Later,
  completing: Completing,
): Promise<Earlier | null> {
  const told =
    completing.by === 'thread'
      ? inArray(message.messageId, completing.ids)
      : inArray(
          record.id,
          tx
            .select({ id: value.recordId })
            .from(value)
            .where(and(eq(value.field, completing.field), eq(value.text, completing.text))),
        );
  const [found] = await tx
    .select({ message: message.id, fields: recordRevision.fields })
    .from(record)
    .innerJoin(message, eq(message.id, record.messageId))
    .innerJoin(recordRevision, and(eq(recordRevision.recordId, record.id), eq(recordRevision.number, record.revision)))
    .where(
      and(
        told,
        eq(message.mailboxId, mailboxId),
        eq(message.fromAddress, from ?? ''),
        eq(record.sieve, handled.outcome?.sieve ?? ''),
        ne(message.id, id),
        lte(message.receivedAt, receivedAt),
        ne(message.state, 'skipped'),
      ),
    )
    .orderBy(desc(message.receivedAt))
    .limit(1);
  return found ?? null;
}

/** Places that a person entered: no message changes them. */
async function protectedFields(tx: Executor, messageId: string): Promise<Set<string>> {
  const rows = await tx
    .select({ path: enteredValue.path })
    .from(enteredValue)
    .where(and(eq(enteredValue.messageId, messageId), notLike(enteredValue.by, 'message %')));
  return new Set(rows.map(({ path }) => path));
}

function compared(
  stands: Readonly<Record<string, JsonValue>>,
  said: Readonly<Record<string, JsonValue>>,
  { by, kept, literal }: { by: Completing['by']; kept: ReadonlySet<string>; literal: ReadonlySet<string> },
): { filled: Record<string, JsonValue>; otherwise: string[] } {
  const different = Object.entries(said).filter(
    ([field, one]) => canonicalJson(one) !== canonicalJson(stands[field] ?? null) && !kept.has(field),
  );
  const missing = different.filter(([field]) => (stands[field] ?? null) === null);
  return by === 'field'
    ? { filled: Object.fromEntries(different), otherwise: [] }
    : {
        filled: Object.fromEntries(missing),
        otherwise: different.filter((one) => !missing.includes(one) && literal.has(one[0])).map(([field]) => field),
      };
}
