import type { Range, View } from '../../reading/index.js';
import type { RuleRun } from '../rule-kind.js';
import { bareItems } from './bare-items.js';
import { compileLayout, type LayoutFault } from './compile.js';
import { type ItemMark, itemMarks } from './item-marks.js';
import { fieldsOf } from './landmark.js';
import type { BareLine } from './lay-lines.js';
import { type LineShape, lineShapeOf } from './line-shape.js';
import { hasWords, namesOf, type Piece, piecesOf } from './parse-layout.js';
import type { BlockRows, Columns } from './read-slot-at.js';
import { type IndexedText, withFields } from './search.js';
import { shapedRows } from './shaped-rows.js';
import type { Token } from './token.js';
import { type WordedItem, wordedRows } from './worded-rows.js';

/** The item of a repeated block: known by its words; or, where it has none, by the shape of its line, or of its lines. */
export type CompiledBlock =
  | ({ kind: 'words'; fields: string[] } & WordedItem)
  | { kind: 'shape'; shape: LineShape; fields: string[] }
  | { kind: 'bare'; lines: BareLine[]; fields: string[] };

type Fault = LayoutFault | { code: 'YS-TEMPLATE-BLOCK' };

/** Compiles the lines between `[[rows:]]` and `[[:rows]]`. */
export function compileBlock(name: string, text: string, columns: Columns): CompiledBlock | Fault {
  const lines: BlockLine[] = [];
  for (const written of text.split('\n').filter((line) => line.trim() !== '')) {
    const pieces = piecesOf(written);
    if ('code' in pieces) return pieces;
    lines.push({ written, pieces });
  }
  const block = lines.some(({ pieces }) => hasWordsOfItsOwn(pieces))
    ? compileWorded(name, lines, columns)
    : compileBare(lines, columns);
  return 'code' in block || block.fields.length > 0 ? block : { code: 'YS-TEMPLATE-BLOCK' };
}

interface BlockLine {
  written: string;
  pieces: Piece[];
}

function compileBare(lines: readonly BlockLine[], columns: Columns): CompiledBlock | Fault {
  const bare = lines.map((line) => bareLine(line, columns));
  const [first] = bare;
  if (!first || bare.includes(null)) return { code: 'YS-TEMPLATE-BLOCK' };
  const fields = (bare as BareLine[]).flatMap(({ shape }) => shapeFields(shape));
  return bare.length === 1
    ? { kind: 'shape', shape: first.shape, fields }
    : { kind: 'bare', lines: bare as BareLine[], fields };
}

/** Lines with words make a layout; those without stand above its first words, or below some of its lines. */
function compileWorded(name: string, lines: readonly BlockLine[], columns: Columns): CompiledBlock | Fault {
  const above: BareLine[] = [];
  const below = new Map<number, BareLine[]>();
  const worded: string[] = [];
  for (const [i, line] of lines.entries()) {
    const bare = isBare(line, lines[i - 1], worded.length > 0);
    if (!bare) {
      worded.push(line.written);
      continue;
    }
    const made = bareLine(line, columns);
    if (!made) return { code: 'YS-TEMPLATE-BLOCK' };
    const over = compileLayout(name, worded.join('\n'), columns);
    if ('code' in over) return over;
    const at = over.landmarks.length - 1;
    if (at < 0) above.push(made);
    else below.set(at, [...(below.get(at) ?? []), made]);
  }
  const layout = compileLayout(name, worded.join('\n'), columns);
  if ('code' in layout) return layout;
  const bare = [...above, ...[...below.values()].flat()];
  const fields = [...bare.flatMap(({ shape }) => shapeFields(shape)), ...layout.fields];
  const required = layout.landmarks.map((landmark) =>
    fieldsOf(landmark).some((field) => columns[field]?.required === true),
  );
  const [only, ...more] = lines;
  const short = only && more.length === 0 ? shortenedLine(only.pieces) : null;
  return { kind: 'words', above, below, layout, required, short, fields };
}

/** A line with a bullet up to its first word: what is left of an item whose last part was not written. */
function shortenedLine(pieces: readonly Piece[]): LineShape | null {
  const word = pieces.findIndex(({ constant }, i) => i > 0 && constant.some((token) => token.word));
  const shape = word > 1 ? lineShapeOf(pieces.slice(0, word)) : null;
  return shape?.bullet ? shape : null;
}

/** Whether a line is found by its place and values alone. One below a line of mere words has that line for its label. */
function isBare({ pieces }: BlockLine, over: BlockLine | undefined, begun: boolean): boolean {
  if (hasWordsOfItsOwn(pieces) || !pieces.some(({ slot }) => slot)) return false;
  const labelled = begun && over !== undefined && hasWords(over.pieces) && !over.pieces.some(({ slot }) => slot);
  return !labelled;
}

function bareLine({ pieces }: BlockLine, columns: Columns): BareLine | null {
  const shape = lineShapeOf(pieces);
  return shape && { shape, required: shapeFields(shape).some((field) => columns[field]?.required === true) };
}

const shapeFields = ({ slots }: LineShape): string[] => slots.flatMap(namesOf);

/** Whether a line has words besides the number it may begin with. */
function hasWordsOfItsOwn(pieces: readonly Piece[]): boolean {
  const [head, ...rest] = pieces;
  const behind = head?.slot === null ? head.constant.slice(enumerationOf(head.constant)) : [];
  return hasWords(rest) || behind.some(({ word }) => word);
}

/** A number alone before the first slot: nothing but the value stands behind it. */
const enumerationOf = (constant: readonly Token[]): number =>
  /^(?:\d{1,3}|[a-z])$/.test(constant[0]?.norm ?? '') && /^[.)]$/.test(constant[1]?.norm ?? '') ? 2 : 0;

/** What a block is looked for in: the view as it is indexed with the columns, and the places of its own words. */
export interface BlockScene {
  view: View;
  indexed: IndexedText;
  marks: readonly ItemMark[];
  run: RuleRun;
  columns: Columns;
}

/** Looks for a block's own words in a view; a block without words has none. */
export function blockScene(block: CompiledBlock, around: IndexedText, run: RuleRun, columns: Columns): BlockScene {
  const indexed = withFields(around, columns, run.context);
  const marks = block.kind === 'words' ? itemMarks(block.layout, indexed, run.facts.limits.templateCandidates) : [];
  return { view: around.view, indexed, marks, run, columns };
}

/** Finds the items of a block in a stretch of a view. */
export function blockRows(block: CompiledBlock, region: Range, scene: BlockScene): BlockRows {
  const { view, run, columns } = scene;
  switch (block.kind) {
    case 'shape':
      return shapedRows(block.shape, view, region, run, columns);
    case 'bare':
      return {
        rows: bareItems(block.lines, view, region, run, columns).map(({ row }) => row),
        known: [],
        passedOver: [],
      };
    case 'words':
      return wordedRows(block, region, scene);
  }
}
