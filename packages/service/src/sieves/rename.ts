import { asksModel, compileSieve, type FieldRename, type Renamed, renameField, YsError } from '@yellow-sieve/core';
import type { Database, Executor } from '../database/connect.js';
import { retryDeadlocks } from '../database/trouble.js';
import type { RenameParams } from '../jobs/index.js';
import { type Draft, findDraft, putDraftIn } from '../store/draft-store.js';
import { createJob } from '../store/job-store.js';
import { countRecords, renameWhatPeopleSaid } from '../store/rename-store.js';
import { listSamples } from '../store/sample-store.js';
import { getSieve, type LiveSieve, publishIn } from '../store/sieve-store.js';

export interface RenameRequest extends FieldRename {
  name: string;
  by: string;
  why?: string | undefined;
  /** Digest of the live version its author saw. */
  match?: string | undefined;
}

type Done = Extract<Renamed, { ok: true }>;

/** What renaming a field would do. */
export interface RenamePlan {
  live: LiveSieve;
  renamed: Done;
  /** The draft as it would be; null where there is none. */
  draft: { was: Draft; source: string } | null;
  /** Names of the prompt rules that ask for the field. */
  asks: string[];
  samples: number;
  records: number;
}

/**
 * What renaming a field of a sieve would do; nothing is changed.
 * @throws YsError when it cannot be renamed in the live version, or not in the draft.
 */
export async function planRename(db: Executor, { name, from, to }: RenameRequest): Promise<RenamePlan> {
  const live = await getSieve(db, name);
  const renamed = renameField(live.source, from, to);
  if (!renamed.ok) throw new YsError(renamed.problems[0]?.code ?? 'YS-RENAME-NAME', {}, renamed.problems);
  return {
    live,
    renamed,
    draft: await planDraft(await findDraft(db, name), { from, to }),
    asks: rulesThatAsk(renamed.source, to),
    samples: (await listSamples(db, name)).length,
    records: await countRecords(db, name),
  };
}

async function planDraft(was: Draft | null, { from, to }: FieldRename): Promise<RenamePlan['draft']> {
  if (!was) return null;
  const renamed = renameField(was.source, from, to);
  if (renamed.ok) return { was, source: renamed.source };
  const [first] = renamed.problems;
  // A draft that has neither name took the field out: it goes on as it is.
  const without = first?.code === 'YS-SIEVE-UNKNOWN-FIELD' && first.path === 'from';
  if (without && !(to in compileSieve(was.source).fields)) return { was, source: was.source };
  throw new YsError('YS-RENAME-DRAFT', { sieve: was.sieve, by: was.by, detail: first?.text ?? '' });
}

function rulesThatAsk(source: string, field: string): string[] {
  const { rules } = compileSieve(source);
  return rules.filter(({ kind, fills }) => asksModel(kind) && fills.includes(field)).map(({ name }) => name);
}

/**
 * Renames a field: rules, draft, and what people said in one transaction; stored records by a job.
 * @throws YsError YS-SIEVE-CHANGED or YS-DRAFT-CHANGED when somebody changed it since the plan was made.
 */
export async function rename(
  db: Database,
  { name, by, from, to, why, match }: RenameRequest,
  { live, renamed, draft }: RenamePlan,
): Promise<{ version: number; job: string }> {
  const change = { from, to };
  const job = await retryDeadlocks(() =>
    db.transaction(async (tx) => {
      await renameWhatPeopleSaid(tx, name, change, by);
      const publication = { name, source: renamed.source, by, why, match: match ?? live.digest, renamed: change };
      await publishIn(tx, publication);
      if (draft) await putDraftIn(tx, draftChange(draft, live, by));
      const params: RenameParams = { sieve: name };
      return createJob(tx, { kind: 'rename', title: `Renaming ${from} to ${to} in ${name}`, sieve: name, by, params });
    }),
  );
  return { version: live.version + 1, job };
}

/** A draft that was begun from what is live stays so. */
const draftChange = ({ was, source }: NonNullable<RenamePlan['draft']>, live: LiveSieve, by: string) => ({
  name: was.sieve,
  source,
  by: was.by || by,
  match: was.digest,
  base: was.base === live.version ? live.version + 1 : (was.base ?? undefined),
});
