import type { Range } from '../../../reading/index.js';
import type { BareLine, CutLine, Laid } from '../model.js';

/** How wanted lines may lie among those of a stretch. */
export interface Laying<L extends Range> {
  /** A line cut as a wanted one; null where it cannot be. */
  cutAt(line: L, bare: BareLine): CutLine | null;
  /** The price of a line that is passed over when so many wanted ones are behind; infinite where none may be. */
  strangerPrice(behind: number): number;
  /** What speaks for the wanted line of this number to stand on a line, beside its values. */
  seam?(line: L, wanted: number): number;
  /** Whether the wanted lines are those of one item among many, one behind the other. */
  repeated: boolean;
}

const missingRequired = 1;
const missingOptional = 0.4;

interface Step {
  points: number;
  /** What was done last: a wanted line found on this line, one missing, a line passed over, or the next item begun. */
  did: 'start' | 'found' | 'missing' | 'passed' | 'over' | null;
  cut: CutLine | null;
}

const step = (points: number, did: Step['did']): Step => ({ points, did, cut: null });
const nowhere = step(Number.NEGATIVE_INFINITY, null);

/**
 * Lays wanted lines on those of a stretch, in their order, the heaviest way: values that read as their types speak for a place,
 * lines that are missing or passed over against it. Returns the items, each with the wanted lines it has; where nothing is
 * repeated, one. A table of steps, lines by wanted lines: `table[i][j]` is the best way to have used i lines and j wanted ones.
 */
export function layLines<L extends Range>(
  lines: readonly L[],
  wanted: readonly BareLine[],
  laying: Laying<L>,
): Laid<L>[][] {
  const table: Step[][] = [];
  for (let i = 0; i <= lines.length; i++) {
    const row = [...Array(wanted.length + 1).keys()].map((j) => useLine(i, j, table[i - 1], lines, wanted, laying));
    leaveOut(row, wanted);
    if (laying.repeated) beginAnew(row, wanted);
    table.push(row);
  }
  return walkBack(table, lines, wanted, laying.repeated);
}

/** The best way to use a line: as the next wanted one, or passed over. */
function useLine<L extends Range>(
  i: number,
  j: number,
  above: readonly Step[] | undefined,
  lines: readonly L[],
  wanted: readonly BareLine[],
  laying: Laying<L>,
): Step {
  const [line, bare] = [lines[i - 1], wanted[j - 1]];
  if (!above || !line) return j === 0 ? step(0, 'start') : nowhere;
  const passed = step((above[j] as Step).points - laying.strangerPrice(j), 'passed');
  const cut = bare ? laying.cutAt(line, bare) : null;
  if (!cut) return passed;
  const points = (above[j - 1] as Step).points + cut.points + (laying.seam?.(line, j - 1) ?? 0);
  return points > passed.points ? { points, did: 'found', cut } : passed;
}

/** Wanted lines may be missing. */
function leaveOut(row: Step[], wanted: readonly BareLine[]): void {
  for (const [at, { required }] of wanted.entries()) {
    const points = (row[at] as Step).points - (required ? missingRequired : missingOptional);
    if (points > (row[at + 1] as Step).points) row[at + 1] = step(points, 'missing');
  }
}

/** Behind the last line of an item stands the first of the next. */
function beginAnew(row: Step[], wanted: readonly BareLine[]): void {
  const full = row[wanted.length] as Step;
  if (full.points > (row[0] as Step).points) row[0] = step(full.points, 'over');
  leaveOut(row, wanted);
}

function walkBack<L extends Range>(
  table: readonly Step[][],
  lines: readonly L[],
  wanted: readonly BareLine[],
  repeated: boolean,
): Laid<L>[][] {
  const items: Laid<L>[][] = repeated ? [] : [[]];
  let [i, j] = [table.length - 1, repeated ? 0 : wanted.length];
  while (i > 0 || j > 0) {
    const { did, cut } = table[i]?.[j] ?? nowhere;
    if (did === 'over') {
      items.unshift([]);
      j = wanted.length;
    } else if (did === 'found' && cut) {
      items[0]?.unshift({ at: j - 1, bare: wanted[j - 1] as BareLine, line: lines[i - 1] as L, cut });
      i--;
      j--;
    } else if (did === 'missing') j--;
    else if (did === 'passed') i--;
    else break;
  }
  return items;
}
