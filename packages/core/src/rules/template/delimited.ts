import type { Piece, Slot } from './parse-layout.js';
import type { Token } from './token.js';

/** A line of values between delimiters: `HEARTBEAT|[[buoy]]|[[volts]]|END`. */
export interface Delimited {
  mark: string;
  /** What stands between the delimiters, in turn: a slot, or constant words. */
  cells: ({ slot: Slot } | { constant: Token[] })[];
  slots: Slot[];
}

const marks = ['|', ';', '\t', ',', '/', '#', '^', '~'];

/** From so many values on, a line of nothing but one mark between them is a delimited one; fewer with commas are words. */
const fewest: Readonly<Record<string, number>> = { ',': 3, '/': 3, '\t': 3 };

/** Reads a template line as a delimited one; null when it is none. */
export function delimitedOf(pieces: readonly Piece[]): Delimited | null {
  const slots = pieces.flatMap(({ slot }) => (slot ? [slot] : []));
  const mark = marks.find((candidate) => slots.length >= (fewest[candidate] ?? 2) && separates(pieces, candidate));
  if (mark === undefined) return null;
  const cells: Delimited['cells'] = [];
  let constant: Token[] = [];
  let open: Slot | null = null;
  const close = () => {
    cells.push(open ? { slot: open } : { constant });
    constant = [];
    open = null;
  };
  for (const piece of pieces) {
    if (piece.slot) open = piece.slot;
    for (const token of piece.constant) {
      if (token.norm === mark) close();
      else constant.push(token);
    }
  }
  close();
  return { mark, cells, slots };
}

/** Whether each slot has the mark, or the line's end, right before and behind it, and no label stands in a cell of its own kind. */
function separates(pieces: readonly Piece[], mark: string): boolean {
  return pieces.every((piece, i) => {
    if (!piece.slot) return true;
    const [before, after] = [pieces[i - 1]?.constant, pieces[i + 1]?.constant];
    return (!before || before.at(-1)?.norm === mark) && (!after || after[0]?.norm === mark);
  });
}

/** One way to cut a line into the cells of a delimited template: ranges of tokens, as many as cells. */
export type Cut = { from: number; to: number }[];

/** A line with so many marks more than the sample is another kind of line. */
const mostMarksTooMany = 6;

/** More ways than this are not tried: a line with many marks too many says nothing. */
const mostCuts = 200;

/** The ways to cut a line's tokens into so many cells at a mark: one when the count is right, several when a value holds marks. */
export function cutsOf(tokens: readonly Token[], mark: string, count: number): Cut[] {
  const edges = [-1, ...tokens.flatMap((token, i) => (token.norm === mark ? [i] : [])), tokens.length];
  const found: Cut[] = [];
  const extend = (cut: Cut, edge: number): void => {
    if (found.length >= mostCuts) return;
    const left = count - cut.length;
    if (left === 1) {
      found.push([...cut, { from: (edges[edge] ?? 0) + 1, to: tokens.length }]);
      return;
    }
    for (let next = edge + 1; next <= edges.length - left; next++)
      extend([...cut, { from: (edges[edge] ?? 0) + 1, to: edges[next] ?? tokens.length }], next);
  };
  if (edges.length - 1 >= count && edges.length - 1 <= count + mostMarksTooMany) extend([], 0);
  return found;
}
