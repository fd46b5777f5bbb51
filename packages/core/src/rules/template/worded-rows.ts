import type { Range, View } from '../../reading/index.js';
import type { Finding, RuleRun } from '../rule-kind.js';
import { align } from './align.js';
import { type BareItem, bareItems, type LaidLine } from './bare-items.js';
import { boundariesOf } from './boundaries.js';
import type { CompiledLayout } from './compile.js';
import { cutItems } from './cut-items.js';
import type { ItemMark } from './item-marks.js';
import { type BareLine, type Laid, layLines } from './lay-lines.js';
import { bulletOf, cutLine, type LineShape, shapedLine } from './line-shape.js';
import type { Line } from './normalise.js';
import { type BlockRows, type Columns, readShaped, shapeOptions } from './read-slot-at.js';
import { readSlots } from './read-slots.js';
import { type IndexedText, linesWithin, narrowed } from './search.js';

/** An item that is known by its words. */
export interface WordedItem {
  /** Lines without words, above its first words. */
  above: BareLine[];
  /** Lines without words that stand below one of its landmarks, by its index. */
  below: ReadonlyMap<number, readonly BareLine[]>;
  layout: CompiledLayout;
  /** For each landmark, whether a required column stands there. */
  required: boolean[];
  /** For an item of one line with a bullet: the line without its last part, for items that lack it; null for others. */
  short: LineShape | null;
}

/** What the items of a stretch are read with. */
interface Scene {
  item: WordedItem;
  view: View;
  region: Range;
  /** The stretch, as it is indexed with the columns. */
  indexed: IndexedText;
  lines: readonly Line[];
  run: RuleRun;
  columns: Columns;
}

/** The items of a stretch that have the same words; `marks` are the places of these in the whole text. */
export function wordedRows(
  item: WordedItem,
  region: Range,
  {
    marks: all,
    indexed: whole,
    view,
    run,
    columns,
  }: Pick<Scene, 'view' | 'indexed' | 'run' | 'columns'> & {
    marks: readonly ItemMark[];
  },
): BlockRows {
  const indexed = narrowed(whole, region);
  const scene: Scene = { item, view, region, indexed, lines: indexed.lines, run, columns };
  const marks = all.filter(({ from }) => from >= region.start && from < region.end);
  const below = item.layout.landmarks.map(({ index }) => item.below.get(index)?.length ?? 0);
  const boundaries = boundariesOf(marks, scene.lines, item.above.length, below, (line) => isHead(line, scene));
  const items = cutItems(marks, boundaries, item);
  const laid = layBetween(items, scene);
  const begins = items.map((own, i) => beginOf(own[0] as ItemMark, items[i - 1]?.at(-1)));
  const shortened = [...shortRows(marks, scene), ...wordlessItems(items, laid, scene)];
  const found: BlockRows = { rows: [], known: [], passedOver: [] };
  const rows = [...shortened];
  for (const [i, begin] of begins.entries()) {
    const end = begins[i + 1] ?? region.end;
    // What is found by its place alone is no part of a value that runs on.
    const others = [
      ...(laid[i] ?? []).map(({ line }) => line.start),
      ...(laid[i + 1] ?? []).map(({ line }) => line.start),
    ];
    const stops = [...others, ...shortened.map((one) => one.begin)].filter(
      (start) => start >= (items[i]?.at(-1)?.end ?? begin) && start < end,
    );
    const { row, known } = readItem({ start: begin, end: Math.min(end, ...stops) }, laid[i] ?? [], scene);
    // Words that merely look like those of an item, with nothing of one behind them.
    if (!row.some(({ state }) => state !== 'closed')) continue;
    rows.push({ begin, row });
    found.known.push(...known);
  }
  found.rows = rows.sort((a, b) => a.begin - b.begin).map(({ row }) => row);
  return found;
}

/** Items of a list that lack the words the others have: told by their bullet, which is that of the others. */
function shortRows(
  marks: readonly ItemMark[],
  { item, view, lines, run, columns }: Scene,
): { begin: number; row: Finding[] }[] {
  const { short } = item;
  if (!short) return [];
  const bulletAt = ({ start, end }: Range) => bulletOf(short, view.text.slice(start, end));
  const marked = new Set(marks.map(({ line }) => line.start));
  const [first] = marks;
  const bullet = first && bulletAt(first.line);
  return lines.flatMap((line) => {
    const own = bulletAt(line);
    if (own === null || marked.has(line.start) || (bullet && own !== bullet)) return [];
    const shaped = shapedLine(short, view, line, shapeOptions(view, line.start, run, columns));
    return shaped ? [{ begin: line.start, row: readShaped(short, shaped, view, run, columns) }] : [];
  });
}

/**
 * Items that lack all of the block's words: told by the lines without words they have. All that are required must be there, and
 * one by its type, since mere text could be anything.
 */
function wordlessItems(items: readonly ItemMark[][], laid: readonly Laid[][], scene: Scene): BareItem[] {
  const { item, view, region, run, columns } = scene;
  const wanted = [...item.above, ...[...item.below.values()].flat()];
  if (wanted.length < 2) return [];
  const needed = wanted.filter(({ required }) => required);
  const isOne = (found: readonly LaidLine[]) =>
    needed.every((bare) => found.some((line) => line.bare === bare)) && found.some(({ cut }) => cut.points >= telling);
  const edges = items.map((own, i) => {
    const lines = [...own.map(({ line }) => line), ...(laid[i] ?? []).map(({ line }) => line)];
    return { start: Math.min(...lines.map(({ start }) => start)), end: Math.max(...lines.map(({ end }) => end)) };
  });
  return [...edges, null].flatMap((edge, i) => {
    const gap = { start: edges[i - 1]?.end ?? region.start, end: edge?.start ?? region.end };
    return gap.end > gap.start ? bareItems(wanted, view, gap, run, columns, isOne) : [];
  });
}

/** Points of a line that only a value of its type, or a link where one is wanted, gives. */
const telling = 1;

/** Whether a line can only be one of those above an item's words: by a value of its type, or a link where one is wanted. */
const isHead = (line: Line, { item, view, run, columns }: Scene): boolean =>
  item.above.some(
    ({ shape }) => (cutLine(shape, view, line, shapeOptions(view, line.start, run, columns))?.points ?? 0) >= telling,
  );

/** Where an item begins: with its line, or behind the one before it on the same line. */
const beginOf = ({ line, from }: ItemMark, before: ItemMark | undefined) =>
  before && before.end > line.start ? from : line.start;

/** A bare line of the item behind (`from` is its number), found between its marks. */
interface LaidFor extends Laid {
  item: number;
}

/** The lines without words, found between the marks of all items: for each item, its own. */
function layBetween(items: readonly ItemMark[][], scene: Scene): Laid[][] {
  const { above, below } = scene.item;
  const marks = items.flatMap((own, item) => own.map((mark, i) => ({ mark, item, begins: i === 0 })));
  const found: LaidFor[] = [];
  if (above.length === 0 && below.size === 0) return items.map(() => []);
  for (let i = 0; i <= marks.length; i++) {
    const [over, under] = [marks[i - 1], marks[i]];
    const first = over ? (below.get(over.mark.landmark) ?? []) : [];
    const last = under?.begins ? above : [];
    if (first.length + last.length === 0) continue;
    const between = freeLines(over?.mark ?? null, under?.mark ?? null, scene);
    const laid = layLines(between, first, last, (shape, line) =>
      cutLine(shape, scene.view, line, shapeOptions(scene.view, line.start, scene.run, scene.columns)),
    );
    if (over) found.push(...laid.first.map((one) => ({ ...one, item: over.item })));
    if (under) found.push(...laid.last.map((one) => ({ ...one, item: under.item })));
  }
  return items.map((_, item) => found.filter((one) => one.item === item));
}

/** Lines looked at on either side of a stretch between two marks; what is farther off belongs to neither. */
const mostAway = 12;

function freeLines(over: ItemMark | null, under: ItemMark | null, { lines, region }: Scene): Range[] {
  const from = over ? Math.max(over.line.end, over.end) : region.start;
  const to = under ? under.line.start : region.end;
  const all = linesWithin(lines, from, to).filter(
    ({ start, end, kind }) => start >= from && end <= to && kind !== 'blank' && kind !== 'ruling',
  );
  return all.length <= 2 * mostAway ? all : [...all.slice(0, over ? mostAway : 0), ...all.slice(-mostAway)];
}

function readItem(
  stretch: Range,
  laid: readonly Laid[],
  { item, view, indexed, run, columns }: Scene,
): { row: Finding[]; known: Range[] } {
  const alignment = align(item.layout, narrowed(indexed, stretch), run.facts.limits.templateCandidates);
  return {
    row: [
      ...laid.flatMap(({ bare: { shape }, cut }) => readShaped(shape, cut, view, run, columns)),
      ...readSlots(alignment, view, run, columns),
    ],
    known: [...alignment.claimed.values()].map(({ from, end }) => ({ start: from, end })),
  };
}
