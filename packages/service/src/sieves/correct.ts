import {
  type CompiledSieve,
  compileExpected,
  compileSieve,
  type ExpectSource,
  type JsonValue,
  Report,
  writtenContext,
  YsError,
} from '@yellow-sieve/core';
import type { Database } from '../database/connect.js';
import { retryDeadlocks } from '../database/trouble.js';
import { forgetConfirmation } from '../store/confirmation-store.js';
import { enter, takeBack } from '../store/entered-store.js';
import { judge } from '../store/judgement-store.js';
import { messageDetail, waitAgain } from '../store/message-store.js';
import { getRecord } from '../store/record-store.js';
import { versionNow } from '../store/rename-store.js';

type Rows = Record<string, JsonValue>[];

export interface Correction {
  fields: Record<string, unknown>;
  rows?: Record<string, unknown>[] | undefined;
  take_back: string[];
}

/**
 * Enters values for a record and puts its message through, by the version that made the record, so that nothing changes
 * but what was entered and what is worked out of it. Returns the message's key.
 * @throws YsError YS-EXPECTED when a value does not fit its field.
 */
export async function enterValues(db: Database, record: string, change: Correction, by: string): Promise<string> {
  const { message, sieve } = await getRecord(db, record);
  const { version, compiled } = await madeWith(db, message);
  const { fields, rows } = change;
  const values = checkedValues(compiled, { ...fields, ...(rows ? { rows } : {}) } as ExpectSource);
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      await takeBack(tx, message, change.take_back);
      // What was confirmed was another record.
      await forgetConfirmation(tx, message);
      await enter(tx, message, values, by);
      await waitAgain(tx, message, { through: version === null ? null : { sieve, version }, forget: false });
    }),
  );
  return message;
}

/** Keeps what a person says of a field of a record, or of its rows. Where it is right, what stands there is the right value. */
export async function judgeValue(
  db: Database,
  record: string,
  { path, right, value }: { path: string; right: boolean; value?: unknown },
  by: string,
): Promise<void> {
  const { message, sieve, revision, fields, rows } = await getRecord(db, record);
  const { version, compiled } = await madeWith(db, message);
  if (path !== 'rows' && !(path in compiled.fields)) checkedValues(compiled, { [path]: null });
  const said = value === undefined ? undefined : checkedValues(compiled, { [path]: value } as ExpectSource)[path];
  const stands = path === 'rows' ? rows : (fields[path] ?? null);
  await judge(db, {
    messageId: message,
    recordId: record,
    revision,
    sieve,
    sieveVersion: version,
    path,
    right,
    known: right || said !== undefined,
    value: (right ? stands : (said ?? null)) as JsonValue | Rows,
    by,
  });
}

/** The version that made a message's current revision; null where a draft did. */
async function madeWith(db: Database, message: string): Promise<{ version: number | null; compiled: CompiledSieve }> {
  const { revision } = await messageDetail(db, message);
  if (!revision) throw new YsError('YS-MESSAGE-NO-RECORD');
  const version = revision.madeFrom.sieveVersion;
  if (version === null) throw new YsError('YS-MESSAGE-NO-RECORD');
  const { source } = await versionNow(db, revision.sieve, version);
  return { version, compiled: compileSieve(source) };
}

/**
 * Values in the form of records, each of its field's type.
 * @throws YsError YS-EXPECTED when a value is of no field, or can never be that field's.
 */
export function checkedValues(sieve: CompiledSieve, values: ExpectSource): Record<string, JsonValue | Rows> {
  const report = new Report(() => ({ line: 1, column: 1 }));
  const { fields, columns } = sieve;
  const read = compileExpected(values, [], { fields, columns, context: writtenContext(sieve), report });
  const [first] = report.problems;
  if (first) throw new YsError('YS-EXPECTED', { detail: `${first.path}: ${first.text.replace(/\.$/, '')}` });
  return { ...read.fields, ...(read.rows ? { rows: read.rows as Rows } : {}) };
}
