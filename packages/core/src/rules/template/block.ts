import { linesOf, partOf, type Range, type View } from '../../reading/index.js';
import type { FieldOptions } from '../../values/index.js';
import { findAt, problemAt, readRaw } from '../finding.js';
import { linkAt } from '../link-at.js';
import type { Finding, RuleRun } from '../rule-kind.js';
import { addsUp } from '../table/totals.js';
import { align } from './align.js';
import { allCandidates } from './candidates.js';
import { type CompiledLayout, compileLayout, type LayoutFault } from './compile.js';
import { bulletOf, type LineShape, lineShapeOf, shapedLine } from './line-shape.js';
import { hasWords, namesOf, type Piece, piecesOf, type Slot } from './parse-layout.js';
import { readSlots } from './read-slots.js';
import { type Candidate, indexText } from './search.js';
import type { Token } from './token.js';

type Columns = Readonly<Record<string, FieldOptions>>;

/** The item of a repeated block: known by its words, or, where it has none, by the shape of its line. */
export type CompiledBlock =
  | {
      kind: 'words';
      /** Slots alone on the lines above the first words of an item. */
      above: Slot[];
      layout: CompiledLayout;
      fields: string[];
    }
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

/** What a block made of a stretch of a message. */
export interface BlockRows {
  rows: Finding[][];
  /** Ranges of the view whose words are the block's own. */
  known: Range[];
  /** Lines between items that are none, and why. */
  passedOver: { text: string; why: string }[];
}

/** Finds the items of a block in a stretch of a view. */
export function blockRows(block: CompiledBlock, view: View, region: Range, run: RuleRun, columns: Columns): BlockRows {
  return block.kind === 'shape'
    ? shapedRows(block.shape, view, region, run, columns)
    : wordedRows(block, view, region, run, columns);
}

/** Lines running that are no items, after which a list without bullets is over. */
const mostMisfits = 2;

function shapedRows(shape: LineShape, view: View, region: Range, run: RuleRun, columns: Columns): BlockRows {
  const found: BlockRows = { rows: [], known: [], passedOver: [] };
  let misfits = 0;
  for (const line of itemLines(shape, view, region)) {
    const words = view.text.slice(line.start, line.end).trim();
    if (words === '' || !/[\p{L}\p{N}]/u.test(words)) continue;
    const shaped = shapedLine(shape, view, line, { columns, context: run.contextAt(view, line.start) });
    if (shaped) {
      misfits = 0;
      found.rows.push(shapedRow(shape, shaped, view, run, columns));
      continue;
    }
    if (found.rows.length === 0) continue;
    found.passedOver.push({ text: words.slice(0, 80), why: addsUp(words) ? 'it adds up others' : 'it is no item' });
    if (addsUp(words)) continue;
    if (++misfits >= mostMisfits) break;
  }
  return found;
}

/** The lines of a stretch; what goes on below a bullet, with neither a bullet nor a blank line between, belongs to it. */
function itemLines(shape: LineShape, view: View, region: Range): Range[] {
  const joined: Range[] = [];
  let open = false;
  /** A list has one kind of bullet; another one further in is part of an item. */
  let bullet: string | null = null;
  for (const range of linesOf(view.text.slice(region.start, region.end))) {
    const line = { start: region.start + range.start, end: region.start + range.end };
    const words = view.text.slice(line.start, line.end);
    const mark = bulletOf(shape, words);
    bullet ??= mark;
    const begins = mark !== null && mark === bullet;
    const last = joined.at(-1);
    if (open && last && !begins && words.trim() !== '' && /^\s/.test(words)) last.end = line.end;
    else joined.push(line);
    open = shape.bullet && words.trim() !== '' && (begins || open);
  }
  return joined;
}

function shapedRow(
  { slots }: LineShape,
  { spans, doubtful }: NonNullable<ReturnType<typeof shapedLine>>,
  view: View,
  run: RuleRun,
  columns: Columns,
): Finding[] {
  return spans.flatMap((span, i): Finding[] => {
    const slot = slots[i];
    if (!span || !slot) return [];
    const found = readSlotAt(slot, view, span, run, columns);
    if (!doubtful) return found;
    return found.map(({ field, evidence }) => ({
      field,
      state: 'problem',
      evidence,
      problem: problemAt('YS-TEMPLATE-CUT', field, { field }, evidence[0]),
    }));
  });
}

/** The value, or values, of a slot that stands at a range. */
function readSlotAt(slot: Slot, view: View, { start, end }: Range, run: RuleRun, columns: Columns): Finding[] {
  return namesOf(slot).flatMap((field): Finding[] => {
    const options = columns[field];
    if (!options) return [];
    const context = run.contextAt(view, start);
    const link = options.type === 'url' ? linkAt(view, { start, end }, run) : null;
    if (link) return [readRaw(link.href, field, options, context, link.evidence)];
    const raw = view.text.slice(start, end).replace(/[ \t]*\n[ \t]*/g, ' ');
    return [findAt(view, start, end, field, options, context, run.rule, { raw })];
  });
}

function wordedRows(
  { above, layout }: Extract<CompiledBlock, { kind: 'words' }>,
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
