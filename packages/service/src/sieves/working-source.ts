import { tryCompileSieve, YsError } from '@yellow-sieve/core';
import type { Executor } from '../database/connect.js';
import { findDraft } from '../store/draft-store.js';
import { findSieve } from '../store/sieve-store.js';

/**
 * The text by which values are told what they are: the draft where there is one that compiles, for people confirm what they see
 * on the workbench; else what is live.
 * @throws YsError YS-NOT-FOUND where there is neither.
 */
export async function workingSource(db: Executor, name: string): Promise<{ source: string; by: string | null }> {
  const draft = await findDraft(db, name);
  if (draft && tryCompileSieve(draft.source).ok) return { source: draft.source, by: draft.by };
  const live = await findSieve(db, name);
  if (!live) throw new YsError('YS-NOT-FOUND', { what: 'sieve', name });
  return live;
}
