import type { Range, View } from '../../reading/index.js';
import type { Finding, RuleRun } from '../rule-kind.js';
import { addsUp } from '../table/totals.js';
import { type BareLine, priceOfMissing } from './lay-lines.js';
import { type CutLine, cutLine } from './line-shape.js';
import { type Line, normalise } from './normalise.js';
import { type Columns, readShaped, shapeOptions } from './read-slot-at.js';

// Prices, beside the points of values that read as their types.
const aStrangerInside = 0.9;
const aStrangerBetween = 0.3;
const aBoundary = 0.5;
const noBoundary = 0.7;
/** An item whose values say no more than this is none: any words would do. */
const leastPoints = 0.4;

interface Laying {
  points: number;
  did: 'start' | 'found' | 'missing' | 'passed' | 'over' | null;
  cut: CutLine | null;
}

/** A line of the stretch that is not blank, and whether a blank one stands before it. */
interface Filled {
  line: Line;
  parted: boolean;
}

/** An item found, and where it begins. */
export interface BareItem {
  begin: number;
  row: Finding[];
}

/** The items of a stretch whose lines have no words of their own: told by the types of their values, their order, and blank lines. */
export function bareItems(
  wanted: readonly BareLine[],
  view: View,
  region: Range,
  run: RuleRun,
  columns: Columns,
  isOne: (item: readonly LaidLine[]) => boolean = () => true,
): BareItem[] {
  const lines = filledLines(view, region, run.facts.limits.templateLines);
  const laid = layItems(lines, wanted, ({ line }, { shape }) =>
    addsUp(view.text.slice(line.start, line.end))
      ? null
      : cutLine(shape, view, line, shapeOptions(view, line.start, run, columns)),
  );
  return laid
    .filter((item) => item.reduce((sum, { cut }) => sum + cut.points, 0) >= leastPoints * wanted.length && isOne(item))
    .map((item) => ({
      begin: item[0]?.line.start ?? region.start,
      row: item.flatMap(({ bare, cut }) => readShaped(bare.shape, cut, view, run, columns)),
    }));
}

/** A wanted line laid on a line of the message. */
export interface LaidLine {
  bare: BareLine;
  cut: CutLine;
  line: Line;
}

function filledLines(view: View, { start, end }: Range, most: number): Filled[] {
  const lines = normalise(view.text.slice(start, end), most);
  return lines.flatMap((line, i) =>
    line.kind === 'blank' || line.kind === 'ruling'
      ? []
      : [
          {
            line: { ...line, start: line.start + start, end: line.end + start },
            parted: i > 0 && ['blank', 'ruling'].includes(lines[i - 1]?.kind ?? ''),
          },
        ],
  );
}

type CutFilled = (line: Filled, bare: BareLine) => CutLine | null;

/** The heaviest way to lay lines on items, one after the other; `wanted` are the lines of an item. */
function layItems(lines: readonly Filled[], wanted: readonly BareLine[], cutAt: CutFilled): LaidLine[][] {
  const parted = lines.filter((line) => line.parted).length;
  // Where every line stands by itself, or none does, blank lines say nothing.
  const telling = parted > 0 && parted < lines.length - 1;
  const table: Laying[][] = [];
  for (let i = 0; i <= lines.length; i++) {
    const above = table[i - 1];
    const row = [...Array(wanted.length + 1).keys()].map((j) => laidOn(i, j, above, { lines, wanted, cutAt, telling }));
    leaveOut(row, wanted);
    const full = row[wanted.length] as Laying;
    if (full.points > (row[0] as Laying).points) row[0] = step(full.points, 'over');
    leaveOut(row, wanted);
    table.push(row);
  }
  return walkBack(table, wanted, lines);
}

interface Scene {
  lines: readonly Filled[];
  wanted: readonly BareLine[];
  cutAt: CutFilled;
  telling: boolean;
}

/** The best way to use a line: as the next wanted one, or passed over. */
function laidOn(
  i: number,
  j: number,
  above: readonly Laying[] | undefined,
  { lines, wanted, cutAt, telling }: Scene,
): Laying {
  const [filled, bare] = [lines[i - 1], wanted[j - 1]];
  if (!above || !filled) return j === 0 ? step(0, 'start') : nowhere;
  const stranger = j === 0 ? aStrangerBetween : aStrangerInside;
  const passed = j < wanted.length ? step((above[j] as Laying).points - stranger, 'passed') : nowhere;
  const cut = bare ? cutAt(filled, bare) : null;
  if (!cut) return passed;
  const points = (above[j - 1] as Laying).points + cut.points + (telling ? seam(filled, j === 1) : 0);
  return points > passed.points ? { points, did: 'found', cut } : passed;
}

/** What a blank line before a line says, where blank lines say something. */
function seam({ parted }: Filled, begins: boolean): number {
  if (begins) return parted ? aBoundary : -noBoundary;
  return parted ? -noBoundary : 0;
}

/** Wanted lines may be missing. */
function leaveOut(row: Laying[], wanted: readonly BareLine[]): void {
  for (const [at, bare] of wanted.entries()) {
    const points = (row[at] as Laying).points - priceOfMissing(bare);
    if (points > (row[at + 1] as Laying).points) row[at + 1] = step(points, 'missing');
  }
}

const step = (points: number, did: Laying['did']): Laying => ({ points, did, cut: null });
const nowhere = step(Number.NEGATIVE_INFINITY, null);

function walkBack(table: readonly Laying[][], wanted: readonly BareLine[], lines: readonly Filled[]): LaidLine[][] {
  const items: LaidLine[][] = [];
  let [i, j] = [table.length - 1, 0];
  while (i > 0 || j > 0) {
    const { did, cut } = table[i]?.[j] ?? nowhere;
    if (did === 'over') {
      items.unshift([]);
      j = wanted.length;
    } else if (did === 'found' && cut) {
      const line = (lines[i - 1] as Filled).line;
      items[0]?.unshift({ bare: wanted[j - 1] as BareLine, cut, line });
      i--;
      j--;
    } else if (did === 'missing') j--;
    else if (did === 'passed') i--;
    else break;
  }
  return items.filter((item) => item.length > 0);
}
