import { type Entered, type HandleResult, type JsonValue, type ModelQuestion, untilAnswered } from '@yellow-sieve/core';
import type { Database } from '../database/connect.js';
import { keptAnswers } from '../pipeline/compare.js';
import type { ShowPool } from '../pipeline/threads/show-pool.js';
import { versionNow } from '../store/rename-store.js';
import type { Correcting, MadeWith } from './correct.js';
import { storedItem } from './items.js';
import type { Trying } from './publish.js';
import { ruleStates } from './rule-state.js';

/** What trying a correction needs, beside the database. */
export interface Corrector {
  db: Database;
  show: ShowPool;
  trying: Trying;
}

/** What would become of a record by a correction, and where it would go; nothing is kept. `on` names who waits for it. */
export async function triedCorrection(
  { db, show, trying }: Corrector,
  made: MadeWith,
  correcting: Correcting,
  on: string,
): Promise<HandleResult> {
  const { sieve, version, message } = made;
  const { source } = await versionNow(db, sieve, version ?? 0);
  const { after: state } = await ruleStates(db, sieve, source);
  const item = await storedItem(db, message, sieve);
  const entered = correctedEntered(item.entered, correcting);
  const model = await trying.model();
  const task = { database: trying.databaseUrl, sieve, state, model, item: { ...item, entered } };
  return untilAnswered(
    (answers) => show.shown({ ...task, answers }, on),
    (wants: readonly ModelQuestion[]) =>
      keptAnswers(
        db,
        wants.map(({ digest }) => digest),
      ),
  );
}

/** What people entered, with a correction over it. Nothing is confirmed by it yet. */
function correctedEntered(known: Entered | undefined, { values, held, takenBack }: Correcting): Entered {
  const { rows, ...fields } = values;
  const kept = Object.entries(known?.fields ?? {}).filter(([path]) => !takenBack.includes(path));
  const before = takenBack.includes('rows') ? undefined : known;
  return {
    fields: { ...Object.fromEntries(kept), ...(fields as Record<string, JsonValue>) },
    rows: (rows as Record<string, JsonValue>[] | undefined) ?? before?.rows ?? null,
    held: held ?? before?.held,
  };
}
