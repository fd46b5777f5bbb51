import type { Range } from '../../reading/index.js';

/** What values at one spot have in common as one part of them: its type, and its range in each; null where a value lacks it. */
export interface AlikePart {
  type: string;
  /** The same words before it in all values, if they may name it. */
  label: string | null;
  ranges: (Range | null)[];
}

/** The share of the values that have to be cut alike. */
export const most = 0.8;
