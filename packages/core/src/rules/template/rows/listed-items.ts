import type { ItemList, Range } from '../../../reading/index.js';
import { addsUp } from '../../table/totals.js';
import { align } from '../align/align.js';
import type { Alignment, BareLine, BlockRows, CompiledBlock, CutLine, Laid, Source } from '../model.js';
import { narrowed, type PreparedText } from '../text/prepared-text.js';
import { layLines } from './lay-lines.js';
import { cutLine, readShaped, readWorded } from './line-shape.js';

/** Of the lines a block has, the part that the items of a list must have on average for it to be theirs. */
const wantedShare = 0.6;
/** An item with less than this share of what most have is none: an advert among them. */
const strangerShare = 0.4;
/** Points, and shares of items, as elsewhere where lines are laid on others. */
const aSpotPassedOver = 0.2;
const minPoints = 0.4;
/** What speaks against a spot that cannot be cut so in some item. */
const cannotBe = -1;

/** A spot of a list, to lay the lines of a block on: it has the range it has in the first item that has it. */
interface Spot extends Range {
  at: number;
}

/** What a list's items make of a block. */
interface Listed {
  list: ItemList;
  alignments: (Alignment | null)[];
  /** For each line without words, the spot that serves it in all items. */
  laid: Laid<Spot>[];
  /** The part of the block's lines that were found, 0 to 1. */
  share: number;
}

/**
 * The items of a block by the structure of the message: where it tells where items begin, no words inside them can be taken for
 * another's, and which spot serves a line without words is decided once, over all items together. Null where no list is one of these.
 */
export function listedRows(
  block: CompiledBlock,
  lists: readonly ItemList[],
  region: Range,
  source: Source,
  whole: PreparedText,
): BlockRows | null {
  const fitting = lists
    .filter(({ start, end }) => start >= region.start && end <= region.end)
    .flatMap((list) => listedIn(block, list, source, whole) ?? []);
  const best = fitting.reduce<Listed | null>((a, b) => (a && a.share >= b.share ? a : b), null);
  return best && rowsOf(best, source);
}

function listedIn(block: CompiledBlock, list: ItemList, source: Source, whole: PreparedText): Listed | null {
  const layout = block.kind === 'words' ? block.layout : null;
  const max = source.run.facts.limits.templateCandidates;
  const alignments = list.items.map((item) => layout && align(layout, narrowed(whole, item), max));
  const bare = bareLines(block);
  const wanted = (layout?.landmarks.length ?? 0) + bare.length;
  // A line alone may be wrapped, or cut short: that its own reading tells.
  if (wanted < 2) return null;
  const ofWords = wordSpots(alignments, list);
  const taken = new Set(ofWords.values());
  const free = [...(list.items[0]?.spots ?? []).keys()].flatMap((at): Spot[] => {
    const first = list.items.find(({ spots }) => spots[at])?.spots[at];
    return first && !taken.has(at) ? [{ ...first, at }] : [];
  });
  const laid = laySpots(free, bare, list, source, (at, line) => sideOf(block, ofWords, at, line));
  const found = list.items.map(
    ({ spots }, i) => (alignments[i]?.claimed.size ?? 0) + laid.filter(({ line }) => spots[line.at]).length,
  );
  const share = found.reduce((sum, count) => sum + count, 0) / (wanted * list.items.length);
  const points = laid.reduce((sum, { cut }) => sum + cut.points, 0);
  const needed = bare.every((line, at) => !line.required || laid.some((one) => one.at === at));
  const told = alignments.some((one) => one && one.claimed.size > 0) || points >= minPoints * bare.length;
  return needed && told && share >= wantedShare ? { list, alignments, laid, share } : null;
}

function bareLines(block: CompiledBlock): BareLine[] {
  if (block.kind === 'shape') return [{ shape: block.shape, required: true }];
  if (block.kind === 'bare') return [...block.lines];
  return [...block.above, ...[...block.below.values()].flat()];
}

/** The spot of each landmark: where its words, or its values, stand in most of the items that have it; also of its other values. */
function wordSpots(alignments: readonly (Alignment | null)[], list: ItemList): Map<number, number> {
  const counts = new Map<string, number>();
  const note = (landmark: number, offset: number, item: number) => {
    const at = list.items[item]?.spots.findIndex((spot) => spot && offset >= spot.start && offset < spot.end) ?? -1;
    if (at >= 0) counts.set(`${landmark} ${at}`, (counts.get(`${landmark} ${at}`) ?? 0) + 1);
  };
  for (const [i, alignment] of alignments.entries()) {
    if (!alignment) continue;
    for (const [landmark, { from }] of alignment.claimed) note(landmark, from, i);
    for (const { place, candidate } of alignment.places)
      if (place.end > place.start) note(-1 - candidate.landmark.index, place.start, i);
  }
  const have = (at: number) => list.items.filter(({ spots }) => spots[at]).length;
  const found = [...counts].flatMap(([key, count]): [number, number][] => {
    const [landmark = 0, at = 0] = key.split(' ').map(Number);
    return 2 * count >= have(at) ? [[landmark, at]] : [];
  });
  return new Map(found);
}

/** What speaks against a spot on the other side of the words that a line stands above, or below, in the sample. */
const wrongSide = -0.5;

function sideOf(block: CompiledBlock, ofWords: ReadonlyMap<number, number>, at: number, line: BareLine): number {
  if (block.kind !== 'words') return 0;
  const spots = [...ofWords].flatMap(([landmark, spot]) => (landmark >= 0 ? [spot] : []));
  if (block.above.includes(line)) return spots.some((spot) => spot < at) ? wrongSide : 0;
  const [landmark] = [...block.below].find(([, lines]) => lines.includes(line)) ?? [];
  const above = landmark === undefined ? undefined : ofWords.get(landmark);
  return above !== undefined && above > at ? wrongSide : 0;
}

/** Lays the lines without words on the free spots, in their order: each spot is judged by all items that have it. */
function laySpots(
  free: readonly Spot[],
  bare: readonly BareLine[],
  list: ItemList,
  source: Source,
  side: (at: number, line: BareLine) => number,
): Laid<Spot>[] {
  if (free.length === 0 || bare.length === 0) return [];
  const judged = new Map<string, CutLine | null>();
  const [laid = []] = layLines(free, bare, {
    repeated: false,
    strangerPrice: () => aSpotPassedOver,
    seam: ({ at }, wanted) => (bare[wanted] ? side(at, bare[wanted]) : 0),
    cutAt: (spot, line) => {
      const key = `${spot.at} ${bare.indexOf(line)}`;
      if (!judged.has(key)) judged.set(key, judgeSpot(spot, line, list, source));
      return judged.get(key) ?? null;
    },
  });
  return laid;
}

function judgeSpot({ at }: Spot, { shape }: BareLine, list: ItemList, source: Source): CutLine | null {
  const there = list.items.flatMap(({ spots }) => spots[at] ?? []);
  const cuts = there.map((line) => cutLine(shape, line, source));
  const first = cuts.find((cut) => cut !== null);
  if (!first) return null;
  const points = cuts.reduce((sum, cut) => sum + (cut?.points ?? cannotBe), 0) / cuts.length;
  // What only some items have is an extra of theirs, where another spot would do.
  return { ...first, points: points * (list.items.length > 0 ? there.length / list.items.length : 1) };
}

/** Values that run on end before a line of the item that is another column's. */
function endingBefore(alignment: Alignment, others: readonly Range[], { view }: Source): Alignment {
  const places = alignment.places.map((one) => {
    const next = Math.min(
      ...others.flatMap(({ start }) => (start > one.place.start && start < one.place.end ? [start] : [])),
    );
    if (!Number.isFinite(next)) return one;
    const end = one.place.start + view.text.slice(one.place.start, next).trimEnd().length;
    return { ...one, place: { ...one.place, end } };
  });
  return { ...alignment, places };
}

function rowsOf({ list, alignments, laid }: Listed, source: Source): BlockRows {
  const found: BlockRows = { rows: [], known: [], passedOver: [], list: list.made_of };
  const items = list.items.map((item, i) => {
    const alignment = alignments[i] ?? null;
    const own = laid.filter(({ line }) => item.spots[line.at]);
    return { item, alignment, own, count: (alignment?.claimed.size ?? 0) + own.length };
  });
  const most = Math.max(...items.map(({ count }) => count));
  for (const { item, alignment, own, count } of items) {
    const words = source.view.text.slice(item.start, item.end).trim();
    if (count < strangerShare * most || addsUp(words)) {
      const why = addsUp(words) ? 'it adds up others' : 'it has too few of the lines of an item';
      found.passedOver.push({ text: words.slice(0, 80), why });
      continue;
    }
    const bare = own.flatMap(({ bare: { shape }, line }) => {
      const stretch = item.spots[line.at];
      const cut = stretch && cutLine(shape, stretch, source);
      return cut ? readShaped(shape, cut, source) : [];
    });
    const laidAt = own.flatMap(({ line }) => item.spots[line.at] ?? []);
    const worded = alignment ? readWorded(endingBefore(alignment, laidAt, source), source) : [];
    const row = [...bare, ...worded];
    if (!row.some(({ state }) => state !== 'closed')) continue;
    found.rows.push(row);
    for (const { from, end } of alignment?.claimed.values() ?? []) found.known.push({ start: from, end });
  }
  return found;
}
