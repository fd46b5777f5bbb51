import { normalise, tokenise } from './normalise.js';
import { type Token, valueGap } from './token.js';

/** A place for a value; `field` is null for text to ignore. */
export interface Slot {
  field: string | null;
  /** Further fields from the same place, as in `[[title, link]]`: one of type url takes the target of the link there. */
  also?: string[];
}

/** The fields a slot fills. */
export const namesOf = ({ field, also = [] }: Slot): string[] => (field === null ? [] : [field, ...also]);

/** A stretch of a template line: a slot, or constants. */
export interface Piece {
  constant: Token[];
  /** The constant as written, without the blanks around it. */
  text: string;
  slot: Slot | null;
  /** Blanks between the constant and the slot behind it; a wide gap is what separates columns. */
  gap: number;
}

/** Why a line of a layout cannot be read. */
export type SlotFault =
  | { code: 'YS-TEMPLATE-SLOT'; slot: string }
  | { code: 'YS-TEMPLATE-TOUCHING-SLOTS'; slot: string; next: string };

const slotPattern = /\[\[(\[\[|[^\]]*\]\])/g;
const slotName = /^(?:\*|[a-z][a-z0-9_]*(?:\s*,\s*[a-z][a-z0-9_]*)*)$/i;

/** Constants and slots of one template line, alternating; `[[[[` is a literal `[[`. */
export function piecesOf(line: string): Piece[] | SlotFault {
  const pieces: Piece[] = [];
  let constant = '';
  let at = 0;
  const flush = () => {
    const tokens = normalise(constant, 1)[0]?.tokens ?? tokenise(constant, 0);
    const gap = constant.length - constant.trimEnd().length;
    if (tokens.length > 0) pieces.push({ constant: tokens, text: constant.trim(), slot: null, gap });
    else if (gap >= valueGap && pieces.length > 0) pieces.push({ constant: [], text: '', slot: null, gap });
    constant = '';
  };
  for (const match of line.matchAll(slotPattern)) {
    constant += line.slice(at, match.index);
    at = match.index + match[0].length;
    if (match[0] === '[[[[') {
      constant += '[[';
      continue;
    }
    const written = match[0].slice(2, -2).trim();
    if (!slotName.test(written)) return { code: 'YS-TEMPLATE-SLOT', slot: written };
    flush();
    const previous = pieces.at(-1)?.slot;
    if (previous) return { code: 'YS-TEMPLATE-TOUCHING-SLOTS', slot: previous.field ?? '*', next: written };
    pieces.push({ constant: [], text: '', slot: slotOf(written), gap: 0 });
  }
  constant += line.slice(at);
  flush();
  while (pieces.at(-1)?.slot === null && pieces.at(-1)?.constant.length === 0) pieces.pop();
  return pieces;
}

function slotOf(written: string): Slot {
  const [field = '*', ...also] = written.split(/\s*,\s*/);
  return field === '*' ? { field: null } : { field, ...(also.length > 0 ? { also } : {}) };
}

export const hasWords = (pieces: readonly Piece[]): boolean =>
  pieces.some((piece) => piece.constant.some((token) => token.word));
