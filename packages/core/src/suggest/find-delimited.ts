import { linesOf, type Range } from '../reading/index.js';
import { isFree, ownTypes, type ReadContext, readValue } from '../values/index.js';
import { quantityOf, unitNamed } from '../values/units.js';
import { guessType } from './guess-type.js';
import type { Marked } from './marked.js';
import { ColumnNames } from './rows/column-names.js';
import { cellsOf } from './write-layout.js';

/** A line of values that only marks part, and their names by type, unit or the thing that is numbered. */
export interface DelimitedLine extends Range {
  marked: Marked[];
  /** The same line in other messages has the same; others are another layout. */
  shape: string;
}

/** Of its values, so many have to be told by their looks; where commas part them, one more. */
const minTyped = 1;
/** A word in capitals that a line begins with says what kind of line it is, and one that it ends with that it ends. */
const key = /^\p{Lu}{3,}$/u;

/** The only line of a message that is cut into values by marks, such as a telegram of a machine: `2025-03-14 02:17 | Unit 7 | -14.2 C`. */
export function findDelimited(text: string, context: ReadContext): DelimitedLine | null {
  const lines = linesOf(text).flatMap((line) => {
    const cells = cellsOf(text.slice(line.start, line.end)).map(({ start, end }) => ({
      start: line.start + start,
      end: line.start + end,
    }));
    return cells.length > 0 ? [{ ...line, cells }] : [];
  });
  const [only, another] = lines;
  if (!only || another) return null;
  const filled = only.cells.filter(({ start, end }) => end > start);
  const isKey = ({ start, end }: Range) => key.test(text.slice(start, end));
  const values = filled.filter((cell, i) => !isKey(cell) || (i > 0 && i < filled.length - 1));
  const said = values.map(({ start, end }) => text.slice(start, end));
  const types = said.map((value) => guessType('', [value], context).type);
  const [first, second] = only.cells;
  const mark = first && second ? text.slice(first.end, second.start).trim() : '';
  if (types.filter((type) => !isFree({ type })).length < minTyped + (mark === ',' ? 1 : 0)) return null;
  const names = new ColumnNames();
  const marked = values.map((range, i): Marked => {
    const own = ownName(said[i] ?? '', types[i] ?? '', context);
    return { label: own === null ? names.next(types[i] ?? '') : names.own(own), ...range, by: 'label' };
  });
  return { start: only.start, end: only.end, marked, shape: `${mark || 'tab'} ${only.cells.length}` };
}

/** What a value says of its own name: what its unit measures, or the thing it numbers. */
function ownName(value: string, type: string, context: ReadContext): string | null {
  const unit = readValue(value, { type: ownTypes.number }, context).ok ? /[^\d.,\s+-]+$/.exec(value)?.[0] : undefined;
  const quantity = unit && quantityOf(unitNamed(unit.toLowerCase()) ?? '');
  if (quantity) return quantity;
  return isFree({ type }) ? (/^(\p{Lu}\p{Ll}{2,}) \d{1,4}$/u.exec(value)?.[1] ?? null) : null;
}
