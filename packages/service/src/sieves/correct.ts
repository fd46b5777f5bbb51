import {
  type CompiledSieve,
  canonicalJson,
  compileExpected,
  compileSieve,
  type ExpectSource,
  type JsonValue,
  Report,
  writtenContext,
  YsError,
} from '@yellow-sieve/core';
import type { Database, Executor } from '../database/connect.js';
import { retryDeadlocks } from '../database/trouble.js';
import { forgetConfirmation } from '../store/confirmation-store.js';
import { enter, heldRows, takeBack } from '../store/entered-store.js';
import { noteAct } from '../store/journal-store.js';
import { judge } from '../store/judgement-store.js';
import { messageDetail, waitAgain } from '../store/message-store.js';
import { getRecord } from '../store/record-store.js';
import { versionNow } from '../store/rename-store.js';

type Rows = Record<string, JsonValue>[];

/** What a person changes of a record, as they write it. */
export interface Correction {
  fields?: Record<string, unknown> | undefined;
  /** The whole list of rows. */
  rows?: Record<string, unknown>[] | undefined;
  /** Single cells, such as `rows[2].amount`, of the list as it is; the place behind the last one adds a row. */
  cells?: Record<string, unknown> | undefined;
  /** Places of rows that go nowhere for now. */
  held_rows?: number[] | undefined;
  take_back?: string[] | undefined;
}

/** The same, read by the types of its fields. */
export interface Correcting {
  values: Record<string, JsonValue | Rows>;
  held: number[] | null;
  takenBack: string[];
}

/** A revision as far as corrections look at it. */
interface Corrected {
  fields: Record<string, JsonValue>;
  rows: Rows;
}

/** A correction that was read, and what of it could not be: it is left out. */
export interface ReadCorrection {
  correcting: Correcting;
  refused: { path: string; text: string }[];
}

/** Reads a correction by the sieve that made the record, and by the day its message came. */
export function readCorrection({ compiled, made, received }: MadeWith, change: Correction): ReadCorrection {
  const { fields = {}, take_back: takenBack = [], held_rows: held } = change;
  const rows = rowsOf(made, change);
  const { values, refused } = readValues(compiled, { ...fields, ...(rows ? { rows } : {}) } as ExpectSource, received);
  const outside = held?.find((at) => at >= (rows?.length ?? 0));
  if (outside !== undefined) refused.push({ path: heldRows, text: `There is no row ${outside + 1}.` });
  return { correcting: { values, held: held ?? null, takenBack }, refused };
}

/** The same, where all of it must be fine. @throws YsError YS-EXPECTED when a value does not fit its field, or a cell is of no row. */
export function fineCorrection(made: MadeWith, change: Correction): Correcting {
  const { correcting, refused } = readCorrection(made, change);
  refuseFirst(refused);
  return correcting;
}

/** The list of rows a correction leaves; null where it says nothing of rows. Rows that are held back are held as they are now. */
function rowsOf(made: Corrected, { rows, cells, held_rows: held }: Correction): Record<string, unknown>[] | null {
  if (!rows && !cells && !held) return null;
  const list = (rows ?? made.rows).map((row) => ({ ...row }));
  for (const [path, value] of Object.entries(cells ?? {})) {
    const [, place, column = ''] = /^rows\[(\d{1,6})\]\.(\w+)$/.exec(path) ?? [];
    const at = Number(place);
    if (place === undefined || at > list.length)
      throw new YsError('YS-EXPECTED', { detail: `“${path}” is no cell: there are ${list.length} rows` });
    list[at] = { ...list[at], [column]: value };
  }
  return list;
}

/** A message with what made its record, as corrections need it. */
export interface MadeWith {
  message: string;
  record: string;
  revision: number;
  sieve: string;
  /** The version that made it; null where a draft did. */
  version: number | null;
  compiled: CompiledSieve;
  /** The day dates are counted from in what people write, ISO 8601. */
  received: string;
  made: Corrected;
}

/**
 * Enters values for a record and puts its message through, by the version that made the record, so that nothing changes
 * but what was entered and what is worked out of it. Returns the message's key.
 * @throws YsError YS-EXPECTED when a value does not fit its field, YS-CONFIRM-CHANGED when another revision was seen.
 */
export async function enterValues(
  db: Database,
  record: string,
  { revision, ...change }: Correction & { revision?: number | undefined },
  by: string,
): Promise<string> {
  const { message } = await getRecord(db, record);
  const made = await madeWith(db, message);
  if (revision !== undefined && made.revision !== revision)
    throw new YsError('YS-CONFIRM-CHANGED', { revision: made.revision });
  const read = fineCorrection(made, change);
  await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      // What was confirmed was another record.
      await forgetConfirmation(tx, message);
      await keepCorrection(tx, made, read, { by, at: new Date() });
      const through = made.version === null ? null : { sieve: made.sieve, version: made.version };
      await waitAgain(tx, message, { through, forget: false });
    }),
  );
  return message;
}

/** Keeps what was entered, and with it what it says of the values that stood there. */
export async function keepCorrection(
  tx: Executor,
  made: MadeWith,
  { values, held, takenBack }: Correcting,
  { by, at }: { by: string; at: Date },
): Promise<void> {
  const { message } = made;
  await takeBack(tx, message, takenBack.includes('rows') ? [...takenBack, heldRows] : takenBack);
  await enter(tx, message, { ...values, ...(held === null ? {} : { [heldRows]: held }) }, by);
  const stood = (path: string) => (path === 'rows' ? made.made.rows : (made.made.fields[path] ?? null));
  const wrong = Object.entries(values).filter(([path, value]) => canonicalJson(value) !== canonicalJson(stood(path)));
  await judge(
    tx,
    wrong.map(([path, value]) => ({ ...judgedOf(made), path, right: false, known: true, value, by, at })),
  );
  const words = [
    ...Object.keys(values),
    ...(held?.length
      ? [`held back: row${held.length === 1 ? '' : 's'} ${held.map((place) => place + 1).join(', ')}`]
      : []),
    ...(takenBack.length > 0 ? [`taken back: ${takenBack.join(', ')}`] : []),
  ].join(', ');
  if (words !== '') await noteAct(tx, { messageId: message, by, at, act: 'entered', words });
}

/** What a judgement of a record is about. */
export const judgedOf = ({ message, record, revision, sieve, version }: MadeWith) => ({
  messageId: message,
  recordId: record,
  revision,
  sieve,
  sieveVersion: version,
});

/** Keeps what a person says of a field of a record, or of its rows. Where it is right, what stands there is the right value. */
export async function judgeValue(
  db: Database,
  record: string,
  { path, right, value }: { path: string; right: boolean; value?: unknown },
  by: string,
): Promise<void> {
  const { message } = await getRecord(db, record);
  const made = await madeWith(db, message);
  const { fields, rows } = made.made;
  if (path !== 'rows' && !(path in made.compiled.fields)) checkedValues(made.compiled, { [path]: null });
  const said = value === undefined ? undefined : checkedValues(made.compiled, { [path]: value } as ExpectSource)[path];
  const stands = path === 'rows' ? rows : (fields[path] ?? null);
  const judged = { ...judgedOf(made), path, right, known: right || said !== undefined, by, at: new Date() };
  await db.transaction(async (tx) => {
    await judge(tx, [{ ...judged, value: (right ? stands : (said ?? null)) as JsonValue | Rows }]);
    await noteAct(tx, { messageId: message, by, act: 'judged', words: `${path}: ${right ? 'right' : 'wrong'}` });
  });
}

/**
 * What made a message's current revision.
 * @throws YsError YS-MESSAGE-NO-RECORD where it has none, or a draft made it.
 */
export async function madeWith(db: Executor, message: string): Promise<MadeWith> {
  const { row, record, revision } = await messageDetail(db, message);
  if (!record || !revision) throw new YsError('YS-MESSAGE-NO-RECORD');
  const { sieve, number, fields, rows } = revision;
  const version = revision.madeFrom.sieveVersion;
  if (version === null) throw new YsError('YS-MESSAGE-NO-RECORD');
  const { source } = await versionNow(db, sieve, version);
  return {
    message,
    record,
    revision: number,
    sieve,
    version,
    compiled: compileSieve(source),
    received: row.received,
    made: { fields, rows },
  };
}

/** Values in the form of records, each of its field's type; what is of no field, or can never be that field's, is refused. */
function readValues(sieve: CompiledSieve, values: ExpectSource, received: string | null) {
  const report = new Report(() => ({ line: 1, column: 1 }));
  const { fields, columns } = sieve;
  const written = writtenContext(sieve);
  const context = received === null ? written : { ...written, reference: received };
  const read = compileExpected(values, [], { fields, columns, context, report });
  return {
    values: { ...read.fields, ...(read.rows ? { rows: read.rows as Rows } : {}) } as Correcting['values'],
    refused: report.problems.map(({ path, text }) => ({ path, text })),
  };
}

/**
 * Values in the form of records, all of them.
 * @throws YsError YS-EXPECTED when a value is of no field, or can never be that field's.
 */
export function checkedValues(sieve: CompiledSieve, values: ExpectSource): Correcting['values'] {
  const { values: read, refused } = readValues(sieve, values, null);
  refuseFirst(refused);
  return read;
}

function refuseFirst([first]: ReadCorrection['refused']): void {
  if (first) throw new YsError('YS-EXPECTED', { detail: `${first.path}: ${first.text.replace(/\.$/, '')}` });
}
