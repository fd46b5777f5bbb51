import type { ItemList, Range } from '../../../reading/index.js';
import { addsUp } from '../../table/totals.js';
import { align } from '../align/align.js';
import type { Alignment, BareLine, BlockRows, CompiledBlock, CutLine, Laid, Source } from '../model.js';
import { readSlots } from '../read/read-slots.js';
import { narrowed, type PreparedText } from '../text/prepared-text.js';
import { layLines } from './lay-lines.js';
import { cutLine, readShaped } from './line-shape.js';

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
  const taken = spotsOf(alignments, list);
  const free = [...(list.items[0]?.spots ?? []).keys()].flatMap((at): Spot[] => {
    const first = list.items.find(({ spots }) => spots[at])?.spots[at];
    return first && !taken.has(at) ? [{ ...first, at }] : [];
  });
  const laid = laySpots(free, bare, list, source);
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

/** Spots whose words, or values, are claimed by words of the block in most of the items that have them. */
function spotsOf(alignments: readonly (Alignment | null)[], list: ItemList): Set<number> {
  const counts = new Map<number, number>();
  for (const [i, alignment] of alignments.entries()) {
    if (!alignment) continue;
    const offsets = [
      ...[...alignment.claimed.values()].map(({ from }) => from),
      ...alignment.places.filter(({ place }) => place.end > place.start).map(({ place }) => place.start),
    ];
    const own = new Set(
      offsets.map((offset) =>
        list.items[i]?.spots.findIndex((spot) => spot && offset >= spot.start && offset < spot.end),
      ),
    );
    for (const at of own) if (at !== undefined && at >= 0) counts.set(at, (counts.get(at) ?? 0) + 1);
  }
  const have = (at: number) => list.items.filter(({ spots }) => spots[at]).length;
  return new Set([...counts].filter(([at, count]) => 2 * count >= have(at)).map(([at]) => at));
}

/** Lays the lines without words on the free spots, in their order: each spot is judged by all items that have it. */
function laySpots(free: readonly Spot[], bare: readonly BareLine[], list: ItemList, source: Source): Laid<Spot>[] {
  if (free.length === 0 || bare.length === 0) return [];
  const judged = new Map<string, CutLine | null>();
  const [laid = []] = layLines(free, bare, {
    repeated: false,
    strangerPrice: () => aSpotPassedOver,
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
  return { ...first, points };
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
    const worded = alignment ? readSlots(alignment, source) : [];
    const row = [...bare, ...worded];
    if (!row.some(({ state }) => state !== 'closed')) continue;
    found.rows.push(row);
    for (const { from, end } of alignment?.claimed.values() ?? []) found.known.push({ start: from, end });
  }
  return found;
}
