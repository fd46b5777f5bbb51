import { linesOf, type Range, type View } from '../../../reading/index.js';
import type { Finding } from '../../rule-kind.js';
import { addsUp } from '../../table/totals.js';
import type { BareLine, BlockRows, Laid, Line, LineShape, Source } from '../model.js';
import { normalise } from '../text/lines.js';
import { type Laying, layLines } from './lay-lines.js';
import { bulletOf, cutLine, readShaped, shapedLine } from './line-shape.js';

// Prices, beside the points of values that read as their types.
const aStrangerInside = 0.9;
const aStrangerBetween = 0.3;
const aBoundary = 0.5;
const noBoundary = 0.7;
/** An item whose values say no more than this is none: any words would do. */
const minPoints = 0.4;

/** A line that is not blank, and whether a blank one stands before it. */
interface FilledLine extends Line {
  parted: boolean;
}

/** An item found, and where it begins. */
export interface FoundItem {
  begin: number;
  row: Finding[];
}

/** The items of a stretch whose lines have no words of their own: told by the types of their values, their order, and blank lines. */
export function bareItems(
  wanted: readonly BareLine[],
  region: Range,
  source: Source,
  isOne: (item: readonly Laid[]) => boolean = () => true,
): FoundItem[] {
  const { view, run } = source;
  const lines = filledLines(view, region, run.facts.limits.templateLines);
  return layLines(lines, wanted, layingOf(lines, wanted.length, source))
    .filter((item) => item.length > 0)
    .filter((item) => item.reduce((sum, { cut }) => sum + cut.points, 0) >= minPoints * wanted.length && isOne(item))
    .map((item) => ({
      begin: item[0]?.line.start ?? region.start,
      row: item.flatMap(({ bare, cut }) => readShaped(bare.shape, cut, source)),
    }));
}

function filledLines(view: View, { start, end }: Range, maxLines: number): FilledLine[] {
  const lines = normalise(view.text.slice(start, end), maxLines);
  const isFiller = (line: Line | undefined) => line?.kind === 'blank' || line?.kind === 'ruling';
  return lines.flatMap((line, i) =>
    isFiller(line)
      ? []
      : [{ ...line, start: line.start + start, end: line.end + start, parted: isFiller(lines[i - 1]) }],
  );
}

function layingOf(lines: readonly FilledLine[], wanted: number, source: Source): Laying<FilledLine> {
  const { text } = source.view;
  const parted = lines.filter((line) => line.parted).length;
  // Where every line stands by itself, or none does, blank lines say nothing.
  const telling = parted > 0 && parted < lines.length - 1;
  return {
    repeated: true,
    cutAt: (line, { shape }) => (addsUp(text.slice(line.start, line.end)) ? null : cutLine(shape, line, source)),
    strangerPrice: (behind) => {
      if (behind === wanted) return Number.POSITIVE_INFINITY;
      return behind === 0 ? aStrangerBetween : aStrangerInside;
    },
    seam: (line, at) => (telling ? seam(line, at === 0) : 0),
  };
}

/** What a blank line before a line says, where blank lines say something. */
function seam({ parted }: FilledLine, begins: boolean): number {
  if (begins) return parted ? aBoundary : -noBoundary;
  return parted ? -noBoundary : 0;
}

/** Lines running that are no items, after which a list without bullets is over. */
const maxMisfits = 2;

/** The items of a stretch that have the shape of a line without words of its own. */
export function shapedRows(shape: LineShape, region: Range, source: Source): BlockRows {
  const { view } = source;
  const found: BlockRows = { rows: [], known: [], passedOver: [] };
  let misfits = 0;
  for (const line of itemLines(shape, region, view)) {
    const words = view.text.slice(line.start, line.end).trim();
    if (words === '' || !/[\p{L}\p{N}]/u.test(words)) continue;
    const shaped = shapedLine(shape, line, source);
    if (shaped) {
      misfits = 0;
      found.rows.push(readShaped(shape, shaped, source));
      continue;
    }
    if (found.rows.length === 0) continue;
    found.passedOver.push({ text: words.slice(0, 80), why: addsUp(words) ? 'it adds up others' : 'it is no item' });
    if (addsUp(words)) continue;
    if (++misfits >= maxMisfits) break;
  }
  return found;
}

/** The lines of a stretch; what goes on below a bullet, with neither a bullet nor a blank line between, belongs to it. */
function itemLines(shape: LineShape, region: Range, { text }: View): Range[] {
  const joined: Range[] = [];
  let open = false;
  /** A list has one kind of bullet; another one further in is part of an item. */
  let bullet: string | null = null;
  for (const range of linesOf(text.slice(region.start, region.end))) {
    const line = { start: region.start + range.start, end: region.start + range.end };
    const words = text.slice(line.start, line.end);
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
