import type { FileProblem } from '../errors/index.js';
import type { Reading } from '../reading/index.js';
import { tryCompileSieve } from '../sieve/index.js';

/** A source text after an act, or why it cannot be done. */
export type Edited =
  | {
      ok: true;
      source: string;
      /** The field it was about, with the name it got. */
      field?: string;
    }
  | { ok: false; problems: FileProblem[] };

/** The message a person has before them, under the name its sample has or would have. */
export interface ShownMessage {
  name: string;
  reading: Reading;
}

/** What an act made, if it compiles. */
export function checked(source: string, field?: string): Edited {
  const compiled = tryCompileSieve(source);
  if (!compiled.ok) return { ok: false, problems: compiled.problems };
  return { ok: true, source, ...(field === undefined ? {} : { field }) };
}
