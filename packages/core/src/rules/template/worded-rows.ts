import { linesOf, partOf, type Range, type View } from '../../reading/index.js';
import type { RuleRun } from '../rule-kind.js';
import { align } from './align.js';
import { allCandidates } from './candidates.js';
import type { CompiledLayout } from './compile.js';
import type { Slot } from './parse-layout.js';
import { type BlockRows, type Columns, readSlotAt } from './read-slot-at.js';
import { readSlots } from './read-slots.js';
import { type Candidate, indexText } from './search.js';

/** An item that is known by its words. */
export interface WordedItem {
  /** Slots alone on the lines above its first words. */
  above: Slot[];
  layout: CompiledLayout;
}

/** The items of a stretch that begin with the same words. */
export function wordedRows(
  { above, layout }: WordedItem,
  view: View,
  region: Range,
  run: RuleRun,
  columns: Columns,
): BlockRows {
  const found: BlockRows = { rows: [], known: [], passedOver: [] };
  const starts = startsOf(layout, view, region, run, columns);
  const lines = linesOf(view.text.slice(0, region.end)).filter(
    ({ start, end }) => view.text.slice(start, end).trim() !== '',
  );
  const heads = starts.map(({ from }) => headLines(lines, from, above.length, region.start));
  for (const [i, { line }] of starts.entries()) {
    const next = heads[i + 1]?.[0]?.start ?? starts[i + 1]?.line.start ?? region.end;
    const item = partOf(view, line.start, next);
    const indexed = indexText(item, run.facts.limits.templateLines, columns, run.context);
    const alignment = align(layout, indexed, run.facts.limits.templateCandidates);
    const top = above.flatMap((slot, k) => {
      const range = heads[i]?.[k];
      return range ? readSlotAt(slot, view, range, run, columns) : [];
    });
    const row = [...top, ...readSlots(alignment, item, run, columns)];
    // Words that merely look like the first of an item, with nothing of one behind them.
    if (!row.some(({ state }) => state !== 'closed')) continue;
    found.rows.push(row);
    for (const { from, end } of alignment.claimed.values())
      found.known.push({ start: line.start + from, end: line.start + end });
  }
  return found;
}

/** The lines right above an item's first words that belong to it. */
function headLines(lines: readonly Range[], from: number, count: number, least: number): Range[] {
  const above = lines.filter(({ start, end }) => end <= from && start >= least);
  return count === 0 ? [] : above.slice(-count);
}

/** A place that fits less well than this, beside the best of them, is no beginning of an item. */
const leastShare = 0.6;

/** Where items begin: each place of the block's first words that fits about as well as the best, one a line. */
function startsOf(
  layout: CompiledLayout,
  view: View,
  region: Range,
  run: RuleRun,
  columns: Columns,
): (Candidate & { line: Range })[] {
  const [first] = layout.landmarks;
  if (!first) return [];
  const part = partOf(view, region.start, region.end);
  const indexed = indexText(part, run.facts.limits.templateLines, columns, run.context);
  const [candidates = []] = allCandidates([first], {
    ...indexed,
    budget: { left: run.facts.limits.templateCandidates },
  });
  const best = Math.max(0, ...candidates.map(({ score }) => score));
  const taken = new Map<number, Candidate>();
  for (const candidate of candidates) {
    if (candidate.score <= 0 || candidate.score < leastShare * best) continue;
    const known = taken.get(candidate.line.index);
    if (!known || candidate.score > known.score) taken.set(candidate.line.index, candidate);
  }
  return [...taken.values()]
    .sort((a, b) => a.from - b.from)
    .map((candidate) => ({
      ...candidate,
      from: candidate.line.start + region.start,
      line: { ...candidate.line, start: candidate.line.start + region.start, end: candidate.line.end + region.start },
    }));
}
