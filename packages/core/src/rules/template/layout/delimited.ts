import type { Delimited, Piece, Slot, Token } from '../model.js';

/** Marks that part the values of a delimited line. */
const delimiters = ['|', ';', '\t', ',', '/', '#', '^', '~'];

/** From so many values on, a line of nothing but one mark between them is a delimited one; fewer with commas are words. */
const minSlots: Readonly<Record<string, number>> = { ',': 3, '/': 3, '\t': 3 };

/** Reads a template line as a delimited one; null when it is none. */
export function delimitedOf(pieces: readonly Piece[]): Delimited | null {
  const slots = pieces.flatMap(({ slot }) => (slot ? [slot] : []));
  const mark = delimiters.find(
    (candidate) => slots.length >= (minSlots[candidate] ?? 2) && separates(pieces, candidate),
  );
  if (mark === undefined) return null;
  const cells: Delimited['cells'] = [];
  let constant: Token[] = [];
  let open: Slot | null = null;
  let before: Token[] = [];
  const close = () => {
    cells.push(open ? { slot: open, before, after: constant } : { constant });
    [constant, before, open] = [[], [], null];
  };
  for (const piece of pieces) {
    if (piece.slot) [open, before, constant] = [piece.slot, constant, []];
    for (const token of piece.constant) {
      if (token.norm === mark) close();
      else constant.push(token);
    }
  }
  close();
  return { mark, cells, slots };
}

/** Of many values, the share that must have their cells to themselves; in the others a unit may stand, but no label. */
const bareShare = 0.6;
const manyCells = 4;

/** Whether each slot has the mark, or the line's end, right before and behind it; of many, most of them. */
function separates(pieces: readonly Piece[], mark: string): boolean {
  const slots = pieces.flatMap(({ slot }, i) => (slot ? [i] : []));
  const isBare = (i: number) => {
    const [before, after] = [pieces[i - 1]?.constant, pieces[i + 1]?.constant];
    return (!before || before.at(-1)?.norm === mark) && (!after || after[0]?.norm === mark);
  };
  const bare = slots.filter(isBare).length;
  if (bare === slots.length) return true;
  const parted = slots.every(
    (i, n) => n === 0 || pieces.slice(slots[n - 1], i).some(({ constant }) => hasMark(constant, mark)),
  );
  const labelled = pieces.some(({ constant }) => constant.some(({ norm }) => norm === ':' || norm === '='));
  return slots.length >= manyCells && bare >= bareShare * slots.length && parted && !labelled;
}

const hasMark = (tokens: readonly Token[], mark: string) => tokens.some(({ norm }) => norm === mark);
