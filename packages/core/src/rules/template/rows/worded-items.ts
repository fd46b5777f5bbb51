import { makeOf, type Range } from '../../../reading/index.js';
import type { Finding } from '../../rule-kind.js';
import { align } from '../align/align.js';
import type { BlockRows, ItemMark, Laid, Line, Source, WordedItem } from '../model.js';
import { isFiller } from '../text/lines.js';
import { linesWithin, narrowed, type PreparedText } from '../text/prepared-text.js';
import { boundariesOf, cutItems } from './cut-items.js';
import { layLines } from './lay-lines.js';
import { bulletOf, cutLine, readShaped, readWorded, shapedLine } from './line-shape.js';
import { bareItems, type FoundItem } from './wordless-items.js';

/** What the items of a stretch are read with. */
interface ItemSearch extends Source {
  item: WordedItem;
  region: Range;
  /** The stretch, as it is prepared with the columns. */
  prepared: PreparedText;
}

/** The items of a stretch that have the same words; `all` are the places of these in the whole text, `lists` those that its structure tells. */
export function wordedRows(
  item: WordedItem,
  region: Range,
  source: Source,
  whole: PreparedText,
  all: readonly ItemMark[],
  lists: readonly Range[],
): BlockRows {
  const scene: ItemSearch = { ...source, item, region, prepared: narrowed(whole, region) };
  const marks = all.filter(({ from }) => from >= region.start && from < region.end);
  const below = item.layout.landmarks.map(({ index }) => item.below.get(index)?.length ?? 0);
  const boundaries = boundariesOf(marks, scene.prepared.lines, item.above.length, below, (line) => isHead(line, scene));
  const items = cutItems(marks, boundaries, item);
  const laid = layBetween(items, scene);
  const begins = items.map((own, i) => beginOf(own[0] as ItemMark, items[i - 1]?.at(-1)));
  const shortened = [...shortRows(marks, lists, scene), ...wordlessItems(items, laid, scene)];
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

/** Items of a list that lack the words the others have: told by their bullet, which is that of the others, and by no list of their own. */
function shortRows(marks: readonly ItemMark[], lists: readonly Range[], scene: ItemSearch): FoundItem[] {
  const { short } = scene.item;
  if (!short) return [];
  const bulletAt = ({ start, end }: Range) => bulletOf(short, scene.view.text.slice(start, end));
  const isIn = (line: Range) => (list: Range) => list.start <= line.start && line.end <= list.end;
  const makeAt = ({ start, end }: Range) => makeOf(scene.view.text.slice(start, end));
  const ownLines = new Map(marks.map(({ line }) => [line.start, line]));
  const makes = new Set([...ownLines.values()].map(makeAt));
  const others = lists.filter(
    (list) =>
      marks.length > 0 &&
      !marks.some(({ line }) => isIn(line)(list)) &&
      linesWithin(scene.prepared.lines, list.start, list.end).every((line) => !makes.has(makeAt(line))),
  );
  const [first] = marks;
  const bullet = first && bulletAt(first.line);
  return scene.prepared.lines.flatMap((line) => {
    const own = bulletAt(line);
    if (own === null || ownLines.has(line.start) || (bullet && own !== bullet) || others.some(isIn(line))) return [];
    const shaped = shapedLine(short, line, scene);
    return shaped ? [{ begin: line.start, row: readShaped(short, shaped, scene) }] : [];
  });
}

/**
 * Items that lack all of the block's words: told by the lines without words they have. All that are required must be there, and
 * one by its type, since mere text could be anything.
 */
function wordlessItems(items: readonly ItemMark[][], laid: readonly Laid[][], scene: ItemSearch): FoundItem[] {
  const { item, region } = scene;
  const wanted = [...item.above, ...[...item.below.values()].flat()];
  if (wanted.length < 2) return [];
  const needed = wanted.filter(({ required }) => required);
  // Of three lines or more one alone, such as a link at the foot of a message, is no item.
  const least = wanted.length > 2 ? 2 : 1;
  const isOne = (found: readonly Laid[]) =>
    found.length >= least &&
    needed.every((bare) => found.some((line) => line.bare === bare)) &&
    found.some(({ cut }) => cut.points >= telling);
  const edges = items.map((own, i) => {
    const lines = [...own.map(({ line }) => line), ...(laid[i] ?? []).map(({ line }) => line)];
    return { start: Math.min(...lines.map(({ start }) => start)), end: Math.max(...lines.map(({ end }) => end)) };
  });
  return [...edges, null].flatMap((edge, i) => {
    const gap = { start: edges[i - 1]?.end ?? region.start, end: edge?.start ?? region.end };
    return gap.end > gap.start ? bareItems(wanted, gap, scene, isOne) : [];
  });
}

/** Points of a line that only a value of its type, or a link where one is wanted, gives. */
const telling = 1;

/** Whether a line can only be one of those above an item's words: by a value of its type, or a link where one is wanted. */
const isHead = (line: Line, scene: ItemSearch): boolean =>
  scene.item.above.some(({ shape }) => (cutLine(shape, line, scene)?.points ?? 0) >= telling);

/** Where an item begins: with its line, or behind the one before it on the same line. */
const beginOf = ({ line, from }: ItemMark, before: ItemMark | undefined) =>
  before && before.end > line.start ? from : line.start;

const aLinePassedOver = 0.6;

/** The lines without words, found between the marks of all items: for each item, its own. */
function layBetween(items: readonly ItemMark[][], scene: ItemSearch): Laid[][] {
  const { above, below } = scene.item;
  const laid: Laid[][] = items.map(() => []);
  if (above.length === 0 && below.size === 0) return laid;
  const marks = items.flatMap((own, item) => own.map((mark, i) => ({ mark, item, begins: i === 0 })));
  for (let i = 0; i <= marks.length; i++) {
    const [over, under] = [marks[i - 1], marks[i]];
    const first = over ? (below.get(over.mark.landmark) ?? []) : [];
    const last = under?.begins ? above : [];
    if (first.length + last.length === 0) continue;
    const [found = []] = layLines(freeLines(over?.mark, under?.mark, scene), [...first, ...last], {
      repeated: false,
      cutAt: (line, { shape }) => cutLine(shape, line, scene),
      // Between what belongs above and what belongs below anything may stand.
      strangerPrice: (behind) => (behind === first.length ? 0 : aLinePassedOver),
    });
    for (const one of found) {
      const owner = one.at < first.length ? over : under;
      if (owner) laid[owner.item]?.push(one);
    }
  }
  return laid;
}

/** Lines looked at on either side of a stretch between two marks; what is farther off belongs to neither. */
const maxAway = 12;

function freeLines(
  over: ItemMark | undefined,
  under: ItemMark | undefined,
  { prepared, region, item: { signs } }: ItemSearch,
): Range[] {
  const from = over ? Math.max(over.line.end, over.end) : region.start;
  const to = under ? under.line.start : region.end;
  const all = linesWithin(prepared.lines, from, to).filter(
    (line) =>
      line.start >= from &&
      line.end <= to &&
      !isFiller(line) &&
      !(signs.size > 0 && signs.has(line.tokens.map(({ norm }) => norm).join(''))),
  );
  return all.length <= 2 * maxAway ? all : [...all.slice(0, over ? maxAway : 0), ...all.slice(-maxAway)];
}

function readItem(stretch: Range, laid: readonly Laid[], scene: ItemSearch): { row: Finding[]; known: Range[] } {
  const { item, run, prepared } = scene;
  const alignment = align(item.layout, narrowed(prepared, stretch), run.facts.limits.templateCandidates);
  return {
    row: [
      ...laid.flatMap(({ bare: { shape }, cut }) => readShaped(shape, cut, scene)),
      ...readWorded(alignment, scene),
    ],
    known: [...alignment.claimed.values()].map(({ from, end }) => ({ start: from, end })),
  };
}
