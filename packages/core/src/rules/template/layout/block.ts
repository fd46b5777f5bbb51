import type { BareLine, CompiledBlock, Fields, LineShape, Piece, Slot, Token } from '../model.js';
import { below, blank, gap } from '../rows/line-shape.js';
import { compileLayout, fieldsOf, type LayoutFault } from './landmarks.js';
import { hasWords, isBlank, isBreak, namesOf, piecesOf, touchingSlots } from './pieces.js';

type Fault = LayoutFault | { code: 'YS-TEMPLATE-BLOCK' };

/** Compiles the lines between `[[rows:]]` and `[[:rows]]`. */
export function compileBlock(name: string, text: string, columns: Fields): CompiledBlock | Fault {
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

function compileBare(lines: readonly BlockLine[], columns: Fields): CompiledBlock | Fault {
  const touching = lines.map(({ pieces }) => touchingSlots(pieces, columns)).find((fault) => fault !== null);
  if (touching) return touching;
  const bare = lines.map((line) => bareLine(line, columns));
  const [first] = bare;
  if (!first || bare.includes(null)) return { code: 'YS-TEMPLATE-BLOCK' };
  const fields = (bare as BareLine[]).flatMap(({ shape }) => shapeFields(shape));
  return bare.length === 1
    ? { kind: 'shape', shape: first.shape, fields }
    : { kind: 'bare', lines: bare as BareLine[], fields };
}

/** Lines with words make a layout; those without stand above its first words, or below some of its lines. */
function compileWorded(name: string, lines: readonly BlockLine[], columns: Fields): CompiledBlock | Fault {
  const above: BareLine[] = [];
  const below = new Map<number, BareLine[]>();
  const worded: string[] = [];
  for (const [i, line] of lines.entries()) {
    const bare = isBare(line, lines[i - 1], worded.length > 0);
    if (!bare) {
      worded.push(withAnyNumber(line.written));
      continue;
    }
    const touching = touchingSlots(line.pieces, columns);
    if (touching) return touching;
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
  return { kind: 'words', above, below, layout, required, short, signs: signsOf(lines), fields };
}

/** What stands alone on a line and is no word: an arrow between where one leaves and where one comes to. */
const signsOf = (lines: readonly BlockLine[]): Set<string> =>
  new Set(
    lines.flatMap(({ pieces }) =>
      pieces.some(({ slot }) => slot) || hasWords(pieces) ? [] : joined(pieces.flatMap(({ constant }) => constant)),
    ),
  );

/** Another item has another number before its first value: it is a bullet like any other. */
const withAnyNumber = (line: string): string => line.replace(/^(\s*)(?:\d{1,3}|[a-z])[.)](?=\s+\[\[)/, '$1-');

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

function bareLine({ pieces }: BlockLine, columns: Fields): BareLine | null {
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

/** The shape of a template line without words; null where its slots have nothing between them that could be found again. */
function lineShapeOf(pieces: readonly Piece[]): LineShape | null {
  const first = pieces.findIndex(({ slot }) => slot !== null);
  if (first < 0) return null;
  const head = pieces.slice(0, first).flatMap(({ constant }) => constant);
  const slots: Slot[] = [];
  const between: string[] = [];
  const tight: string[] = [];
  for (const piece of pieces.slice(first)) {
    if (piece.slot) slots.push(piece.slot);
    else if (slots.length > between.length) {
      const mark = separatorOf(piece, pieces);
      between.push(mark);
      if (touchesBoth(piece)) tight.push(mark);
    }
  }
  const needed = between.slice(0, slots.length - 1);
  if (needed.length < slots.length - 1 || needed.some((mark) => mark === '')) return null;
  const opens = opening(head);
  const last = pieces.findLastIndex(({ slot }) => slot !== null);
  const closes = pieces.slice(last + 1).flatMap(({ constant }) => constant);
  return {
    bullet: head.length > opens.length,
    opens: joined(opens),
    closes: joined(closes),
    slots,
    between: needed,
    tight,
  };
}

const joined = (tokens: readonly Token[]) => tokens.map(({ norm }) => norm).join('');

/** Brackets and the like that stand right before a value, and are no bullet. */
function opening(head: readonly Token[]): readonly Token[] {
  const from = head.findIndex(({ norm }) => /^[[({<#"]$/.test(norm));
  return from >= 0 && head.slice(from).every(({ word }) => !word) ? head.slice(from) : [];
}

/** Whether no blank stands between a mark and the slots beside it. */
const touchesBoth = ({ constant, gap: behind }: Piece): boolean => constant[0]?.gap === 0 && behind === 0;

function separatorOf(piece: Piece, line: readonly Piece[]): string {
  const mark = piece.constant.map(({ norm }) => norm).join('');
  if (isBlank(piece)) return blank;
  if (isBreak(piece, line)) return below;
  return mark === '\t' || mark === '' ? gap : mark;
}
