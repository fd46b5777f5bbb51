import type { MadeFrom } from '@yellow-sieve/contract';
import type { Handled } from '@yellow-sieve/core';
import { v7 as uuid } from 'uuid';
import type { Executor } from '../database/connect.js';
import { record, recordRevision } from '../database/schema.js';
import { takenOver } from '../database/taken-over.js';
import { indexValues } from '../store/value-index.js';

/** What a message came to, and the record it is kept in. */
interface Made {
  claimed: {
    id: string;
    mailboxId: string;
    /** Key the record will have, and its current revision (0 when there is none yet). */
    record: { key: string; revision: number };
  };
  handled: Handled;
  madeFrom: MadeFrom;
}

/** A new key for a message's record. Listings go by the time in it, which is that of the message's arrival. */
export const newRecordKey = (receivedAt: Date) => uuid({ msecs: receivedAt.getTime() });

/** Writes the next revision of the records that some outcomes make, and the index of their values. */
export async function writeRecords(tx: Executor, outcomes: readonly Made[]): Promise<void> {
  const now = new Date();
  const made = outcomes.flatMap(({ claimed, handled: { outcome, values }, madeFrom }) =>
    outcome && values ? [{ claimed, outcome, values, madeFrom, number: claimed.record.revision + 1 }] : [],
  );
  if (made.length === 0) return;
  await tx
    .insert(record)
    .values(
      made.map(({ claimed, outcome, number }) => ({
        id: claimed.record.key,
        messageId: claimed.id,
        mailboxId: claimed.mailboxId,
        createdAt: now,
        sieve: outcome.sieve,
        revision: number,
        verdict: outcome.verdict,
        held: outcome.held_rows?.length ?? 0,
        updatedAt: now,
      })),
    )
    .onDuplicateKeyUpdate({
      set: takenOver({
        sieve: record.sieve,
        revision: record.revision,
        verdict: record.verdict,
        held: record.held,
        updatedAt: record.updatedAt,
      }),
    });
  await tx.insert(recordRevision).values(
    made.map(({ claimed, outcome: { held_rows: heldRows = null, ...rest }, madeFrom, number }) => ({
      recordId: claimed.record.key,
      number,
      ...rest,
      heldRows,
      madeFrom,
      createdAt: now,
    })),
  );
  await indexValues(
    tx,
    made.map(({ claimed, values }) => ({
      recordId: claimed.record.key,
      values,
      isNew: claimed.record.revision === 0,
    })),
  );
}
