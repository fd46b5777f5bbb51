import type { Range, View } from '../../reading/index.js';
import type { RuleRun } from '../rule-kind.js';
import { compileLayout, type LayoutFault } from './compile.js';
import { type LineShape, lineShapeOf } from './line-shape.js';
import { hasWords, namesOf, type Piece, piecesOf } from './parse-layout.js';
import type { BlockRows, Columns } from './read-slot-at.js';
import { shapedRows } from './shaped-rows.js';
import type { Token } from './token.js';
import { type WordedItem, wordedRows } from './worded-rows.js';

/** The item of a repeated block: known by its words, or, where it has none, by the shape of its line. */
export type CompiledBlock =
  | ({ kind: 'words'; fields: string[] } & WordedItem)
  | { kind: 'shape'; shape: LineShape; fields: string[] };

/** Compiles the lines between `[[rows:]]` and `[[:rows]]`. */
export function compileBlock(name: string, text: string, columns: Columns): CompiledBlock | LayoutFault {
  const lines = text.split('\n').filter((line) => line.trim() !== '');
  const pieces = lines.map(piecesOf);
  const fault = pieces.find((one) => 'code' in one);
  if (fault && 'code' in fault) return fault;
  const [first] = pieces;
  const worded = pieces.findIndex((one) => !('code' in one) && hasWordsOfItsOwn(one));
  if (worded < 0) {
    const shape = lines.length === 1 && first && !('code' in first) ? lineShapeOf(first) : null;
    return shape ? { kind: 'shape', shape, fields: shape.slots.flatMap(namesOf) } : { code: 'YS-TEMPLATE-BLOCK' };
  }
  const above = pieces
    .slice(0, worded)
    .flatMap((one) => ('code' in one ? [] : one.flatMap(({ slot }) => (slot ? [slot] : []))));
  if (above.length !== worded) return { code: 'YS-TEMPLATE-BLOCK' };
  const layout = compileLayout(name, lines.slice(worded).join('\n'), columns);
  if ('code' in layout) return layout;
  const fields = [...above.flatMap(namesOf), ...layout.fields];
  return fields.length > 0 ? { kind: 'words', above, layout, fields } : { code: 'YS-TEMPLATE-BLOCK' };
}

/** Whether a line has words besides the number it may begin with. */
function hasWordsOfItsOwn(pieces: readonly Piece[]): boolean {
  const [head, ...rest] = pieces;
  const behind = head?.slot === null ? head.constant.slice(enumerationOf(head.constant)) : [];
  return hasWords(rest) || behind.some(({ word }) => word);
}

/** A number alone before the first slot: nothing but the value stands behind it. */
const enumerationOf = (constant: readonly Token[]): number =>
  /^(?:\d{1,3}|[a-z])$/.test(constant[0]?.norm ?? '') && /^[.)]$/.test(constant[1]?.norm ?? '') ? 2 : 0;

/** Finds the items of a block in a stretch of a view. */
export function blockRows(block: CompiledBlock, view: View, region: Range, run: RuleRun, columns: Columns): BlockRows {
  return block.kind === 'shape'
    ? shapedRows(block.shape, view, region, run, columns)
    : wordedRows(block, view, region, run, columns);
}
