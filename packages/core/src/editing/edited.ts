import { type Code, type FileProblem, say } from '../errors/index.js';
import type { Reading } from '../reading/index.js';
import { tryCompileSieve } from '../sieve/index.js';

/** A source text after an act, or why it cannot be done. */
export type Edited =
  | {
      ok: true;
      source: string;
      /** The field it was about, with the name it got. */
      field?: string;
      /** The fields that were proposed. */
      names?: string[];
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

/** An act that cannot be done, for a reason of the catalogue. */
export const refused = (code: Code, about: Record<string, string> = {}): Edited => ({
  ok: false,
  problems: [{ code, text: say(code, about), path: '', line: 1, column: 1 }],
});
