import { partOf, type Range } from '../../reading/index.js';
import type { ReadContext } from '../../values/index.js';
import { findBullets } from './find-bullets.js';
import { findCells } from './find-cells.js';
import { findList } from './find-list.js';
import { findRepeats } from './find-repeats.js';
import { findTable } from './find-table.js';
import type { FoundRows, LookedForRows } from './found-rows.js';

/** The items of a message: of a table, of blocks that repeat their labels, or of a list. */
export const findRows = (message: LookedForRows, context: ReadContext): FoundRows | null =>
  findTable(message, context) ??
  findListOrCells(message, context) ??
  findRepeats(message) ??
  findBullets(message, context);

/**
 * The items that a person chose: of a table or list that they belong to, with its headings and its other items; or, where the message
 * has no such structure, of the lines themselves.
 */
export function findChosenRows(message: LookedForRows, lines: Range, context: ReadContext): FoundRows | null {
  const whole = { ...message, chosen: lines };
  const [table, list] = [findTable(whole, context), findListOrCells(whole, context)];
  const isPart = table && list && shareOf(lines, list.over) > shareOf(lines, table.over) + clearly;
  const found = isPart ? list : (table ?? list);
  if (found) return found;
  const view = partOf(message.view, lines.start, lines.end);
  const part = findRows({ ...message, view, chosen: { start: 0, end: view.text.length } }, context);
  return part && { ...part, over: { start: lines.start + part.over.start, end: lines.start + part.over.end } };
}

/** By how much more of what was chosen a list has to cover than a table, for that to be but a part of one of its items. */
const clearly = 0.3;

const shareOf = (all: Range, { start, end }: Range): number =>
  Math.max(0, Math.min(all.end, end) - Math.max(all.start, start)) / Math.max(1, all.end - all.start);

/** The items of a list, or the rows of cells without headings, whichever tell more; cells of a list's items are its own. */
function findListOrCells(message: LookedForRows, context: ReadContext): FoundRows | null {
  const [list, cells] = [findList(message, context), findCells(message, context)];
  if (!list || !cells) return list ?? cells;
  const apart = list.over.end <= cells.over.start || list.over.start >= cells.over.end;
  return apart && weightOf(cells) > weightOf(list) ? cells : list;
}

const weightOf = ({ count, columns }: FoundRows) => count * columns.length;
