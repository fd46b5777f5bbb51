import { type ItemList, listsIn, listsOf, type Range } from '../../../reading/index.js';
import { align } from '../align/align.js';
import type { Alignment, BlockRows, Candidate, CompiledLayout, ItemMark, PlacedBlock, Source } from '../model.js';
import { type PreparedText, withFields } from '../text/prepared-text.js';
import { itemMarks } from './cut-items.js';
import { listedRows } from './listed-items.js';
import { wordedRows } from './worded-items.js';
import { bareItems, shapedRows } from './wordless-items.js';

/** Aligns what stands around a repeated block, and reads the block’s items. `source` has the columns as its fields. */
export function readBlock(
  around: CompiledLayout,
  { block, before }: PlacedBlock,
  text: PreparedText,
  source: Source,
): { alignment: Alignment; rows: BlockRows } {
  const max = source.run.facts.limits.templateCandidates;
  const prepared = withFields(text, source.fields, source.run.context);
  const marks = block.kind === 'words' ? itemMarks(block.layout, prepared, max) : [];
  const alignment = align(around, text, max, (places) => outsideItems(places, marks, before));
  const region = regionOf(alignment, before, text.text.length);
  const lists = listsIn(source.view, listsOf(source.run.scene.form)).filter(({ made_of }) => isSure(made_of));
  const listed = listedRows(block, lists, region, source, prepared);
  if (listed) return { alignment, rows: listed };
  switch (block.kind) {
    case 'shape':
      return { alignment, rows: shapedRows(block.shape, region, source) };
    case 'bare': {
      const rows = bareItems(block.lines, region, source).map(({ row }) => row);
      return { alignment, rows: { rows, known: [], passedOver: [] } };
    }
    case 'words':
      return { alignment, rows: wordedRows(block, region, source, prepared, marks, lists) };
  }
}

/** Items told by the make of their lines alone are better told by the words and types of a block's lines. */
const isSure = (madeOf: ItemList['made_of']) => madeOf === 'elements' || madeOf === 'bullets';

/**
 * What stands once, around a block, is looked for outside its items where it can be: “See more” and “Total” may be words of
 * every item too. `before`: how many landmarks stand above the block.
 */
function outsideItems(candidates: readonly Candidate[][], marks: readonly ItemMark[], before: number): Candidate[][] {
  const [first, last] = [marks[0], marks.at(-1)];
  if (!first || !last) return [...candidates];
  return candidates.map((places, index) => {
    const outside = places.filter(({ from }) => (index < before ? from < first.from : from >= last.from));
    // Mere words behind a block may end every item: the last of them ends the block.
    const ending = outside.filter(({ landmark: { slots, below } }) => index >= before && slots.length === 0 && !below);
    if (ending.length > 1) return [ending.reduce((a, b) => (b.from > a.from ? b : a))];
    return outside.length > 0 ? outside : places;
  });
}

/** Where the items of a repeated block may be: between what stands before it and what stands behind it. */
function regionOf({ claimed, places }: Alignment, before: number, length: number): Range {
  const above = [...claimed.values()].filter(({ landmark }) => landmark.index < before);
  const ends = [
    ...above.map(({ line }) => line.end),
    ...places.filter(({ candidate }) => above.includes(candidate)).map(({ place }) => place.end),
  ];
  const start = Math.max(0, ...ends);
  const below = [...claimed.values()].filter(({ landmark, from }) => landmark.index >= before && from >= start);
  return { start, end: Math.min(length, ...below.map(({ line }) => line.start)) };
}
