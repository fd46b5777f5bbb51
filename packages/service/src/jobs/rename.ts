import { countRecords, renameInRecords } from '../store/rename-store.js';
import type { JobKind } from './job-kind.js';

/** Gives the fields of a sieve's stored records the names they have by now. */
export interface RenameParams {
  sieve: string;
}

interface At {
  /** Key of the last record looked at. */
  after: string;
  /** Whether any record was behind since the first one was looked at. */
  found: boolean;
}

/** Records of one transaction. */
const together = 100;

export const rename: JobKind<RenameParams, At, { renamed: number }> = {
  kind: 'rename',

  async begin({ db }, { sieve }) {
    return { total: await countRecords(db, sieve), done: 0, at: { after: '', found: false }, result: { renamed: 0 } };
  },

  async step({ db }, { sieve }, { total, done, at, result }) {
    const { keys, changed } = await renameInRecords(db, sieve, at.after, together);
    const ended = keys.length < together;
    const found = at.found || changed > 0;
    return {
      total,
      done: Math.min(done + keys.length, total ?? 0),
      // A message that was under way with the old names comes in behind: so it looks again, until none is.
      at: ended ? { after: '', found: false } : { after: keys.at(-1) ?? '', found },
      result: { renamed: result.renamed + changed },
      over: ended && !found,
      findings: [],
    };
  },
};
