import { type JsonValue, YsError } from '@yellow-sieve/core';
import type { Database } from '../database/connect.js';
import type { ShowPool } from '../pipeline/threads/show-pool.js';
import { findDraft, putDraft } from '../store/draft-store.js';
import { enteredOf } from '../store/entered-store.js';
import { noteAct } from '../store/journal-store.js';
import { messageDetail, messageRow } from '../store/message-store.js';
import { copySample, setExpected } from '../store/sample-store.js';
import { madeWith } from './correct.js';
import { workingSource } from './working-source.js';

/** What a sieve learns of a message: a sample with what is expected of it, and in its draft a worked example or a layout. */
export interface Teaching {
  key: string;
  as: 'sample' | 'example' | 'layout';
  by: string;
  /** On whose behalf work waits for its turn. */
  on: string;
}

interface Tools {
  db: Database;
  show: ShowPool;
  databaseUrl: string;
}

/**
 * Teaches the sieve that took a message by its record as people left it. What is live is not changed: the draft has it.
 * @throws YsError YS-LEARN-NOTHING where nothing of it can be learned, YS-MESSAGE-NO-RECORD where there is no record
 */
export async function teach(tools: Tools, { key, as, by, on }: Teaching): Promise<{ sieve: string; sample: string }> {
  const { db, show, databaseUrl: database } = tools;
  const { sieve } = await madeWith(db, key);
  const right = await rightValues(db, key);
  const { rawId, subject, fromAddress } = await messageRow(db, key);
  const sample = `samples/${key}.eml`;
  const message = { name: sample, rawId };
  const { source } = await workingSource(db, sieve);
  if (as !== 'sample') {
    const edited = await show.edit({ database, source, act: { act: 'learn', as, ...right }, message }, on);
    if (!edited.ok) throw new YsError(edited.problems[0]?.code ?? 'YS-LEARN-NOTHING', {}, edited.problems);
    const match = (await findDraft(db, sieve))?.digest;
    if (edited.source !== source) await putDraft(db, { name: sieve, source: edited.source, by, match });
  }
  await copySample(db, { sieve, name: sample, subject: subject ?? '', fromAddress, messageId: key }, rawId);
  const { fields, rows } = right;
  await setExpected(db, { sieve, name: sample }, { ...fields, ...(rows.length > 0 ? { rows } : {}) }, by);
  await noteAct(db, { messageId: key, by, act: 'taught', words: `${as} of ${sieve}` });
  return { sieve, sample };
}

/** The record as it stands, with what people entered over it: it may wait for its turn yet. */
async function rightValues(db: Database, key: string) {
  const { revision } = await messageDetail(db, key);
  const entered = (await enteredOf(db, [key])).get(key);
  const fields: Record<string, JsonValue> = { ...revision?.fields, ...entered?.fields };
  return { fields, rows: [...(entered?.rows ?? revision?.rows ?? [])] };
}
