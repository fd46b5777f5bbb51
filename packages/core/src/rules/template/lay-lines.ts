import type { Range } from '../../reading/index.js';
import type { CutLine, LineShape } from './line-shape.js';

/** A line of an item that has no words of its own. */
export interface BareLine {
  shape: LineShape;
  /** Whether a column that is required stands on it. */
  required: boolean;
}

/** A bare line found: which of the wanted ones, where, and how it is cut. */
export interface Laid {
  bare: BareLine;
  line: Range;
  cut: CutLine;
}

/** How a line is cut by a shape; null where it cannot be. */
export type Cut = (shape: LineShape, line: Range) => CutLine | null;

const aLinePassedOver = 0.6;
const missingRequired = 1;
const missingOptional = 0.4;

/** The price of a wanted line that is not there. */
export const priceOfMissing = ({ required }: BareLine): number => (required ? missingRequired : missingOptional);

interface Step {
  points: number;
  /** What was done last: a wanted line found on this line, a wanted one missing, or a line passed over. */
  did: 'found' | 'missing' | 'passed' | null;
  cut: CutLine | null;
}

/**
 * Gives wanted lines their places among those of a stretch, in their order, by how well the values read. `first` belong to what
 * stands above the stretch and `last` to what stands below it, so lines between these two groups cost nothing.
 */
export function layLines(
  lines: readonly Range[],
  first: readonly BareLine[],
  last: readonly BareLine[],
  cutAt: Cut,
): { first: Laid[]; last: Laid[] } {
  const wanted = [...first, ...last];
  const table: Step[][] = lines.map(() => []);
  table.push([]);
  const pointsAt = (i: number, j: number) => table[i]?.[j]?.points ?? Number.NEGATIVE_INFINITY;
  for (let i = 0; i <= lines.length; i++)
    for (let j = 0; j <= wanted.length; j++) {
      const options: Step[] = i === 0 && j === 0 ? [{ points: 0, did: null, cut: null }] : [];
      const [line, bare] = [lines[i - 1], wanted[j - 1]];
      if (bare) options.push({ points: pointsAt(i, j - 1) - priceOfMissing(bare), did: 'missing', cut: null });
      if (line)
        options.push({
          points: pointsAt(i - 1, j) - (j === first.length ? 0 : aLinePassedOver),
          did: 'passed',
          cut: null,
        });
      const cut = line && bare ? cutAt(bare.shape, line) : null;
      if (cut) options.push({ points: pointsAt(i - 1, j - 1) + cut.points, did: 'found', cut });
      (table[i] as Step[])[j] = options.reduce((a, b) => (b.points > a.points ? b : a));
    }
  const found: { at: number; laid: Laid }[] = [];
  let [i, j] = [lines.length, wanted.length];
  while (i > 0 || j > 0) {
    const { did, cut } = (table[i] as Step[])[j] as Step;
    const [line, bare] = [lines[i - 1], wanted[j - 1]];
    if (did === 'found' && cut && line && bare) found.unshift({ at: j - 1, laid: { bare, line, cut } });
    if (did !== 'missing') i--;
    if (did !== 'passed') j--;
  }
  const group = (from: number, to: number) => found.filter(({ at }) => at >= from && at < to).map(({ laid }) => laid);
  return { first: group(0, first.length), last: group(first.length, wanted.length) };
}
