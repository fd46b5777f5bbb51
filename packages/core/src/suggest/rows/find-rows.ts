import type { ReadContext } from '../../values/index.js';
import { findBullets } from './find-bullets.js';
import { findList } from './find-list.js';
import { findRepeats } from './find-repeats.js';
import { findTable } from './find-table.js';
import type { FoundRows, LookedForRows } from './found-rows.js';

/** The items of a message: of a table, of blocks that repeat their labels, or of a list. */
export const findRows = (message: LookedForRows, context: ReadContext): FoundRows | null =>
  findTable(message, context) ?? findList(message, context) ?? findRepeats(message) ?? findBullets(message, context);
