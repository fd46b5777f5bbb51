import type { Code, Params } from '../../errors/index.js';

/** Something about the structure that could not be read as it stands. */
export interface Flaw {
  code: Code;
  params: Params;
}
