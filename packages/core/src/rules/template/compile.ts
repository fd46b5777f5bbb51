import type { FieldOptions } from '../../values/index.js';
import { normalise, tokenise } from './normalise.js';
import { isSeparator } from './separators.js';
import type { Token } from './token.js';

/** A place for a value; `field` is null for text to ignore. */
export interface Slot {
  field: string | null;
}

/** The constants of one template line and the slots between them: `before slot after slot after …`. */
export interface Landmark {
  index: number;
  /** Constant tokens before the first slot, or all of a line without slots. */
  before: Token[];
  /** Slots of the line, each with the constants that follow it. */
  slots: { slot: Slot; after: Token[]; afterText: string }[];
  /** A slot that stands alone on the line below this one. */
  below: Slot | null;
  /** Whether the value below, or the last one beside, may run over several lines. */
  block: boolean;
  /** Whether a blank line ends such a value: it does where the template has another line right behind. */
  endsAtBlank: boolean;
  /** The label as written, for explanations. */
  label: string;
  weight: number;
}

export interface CompiledLayout {
  name: string;
  landmarks: Landmark[];
  fields: string[];
}

/** Why a layout cannot be compiled. */
export type LayoutFault =
  | { code: 'YS-TEMPLATE-BLOCK' }
  | { code: 'YS-TEMPLATE-SLOT' | 'YS-TEMPLATE-BARE-SLOT'; slot: string }
  | { code: 'YS-TEMPLATE-TOUCHING-SLOTS'; slot: string; next: string };

const slotPattern = /\[\[(\[\[|[^\]]*\]\])/g;

interface Piece {
  constant: Token[];
  /** The constant as written. */
  text: string;
  slot: Slot | null;
}

/** Compiles a layout's text into landmarks: the constant words by which its slots are found again. */
export function compileLayout(
  name: string,
  text: string,
  fields: Readonly<Record<string, FieldOptions>>,
): CompiledLayout | LayoutFault {
  if (/\[\[\s*:?rows:?\s*\]\]/.test(text)) return { code: 'YS-TEMPLATE-BLOCK' };
  const lines = text.replace(/\n+$/, '').split('\n');
  const landmarks: Landmark[] = [];
  for (const [number, line] of lines.entries()) {
    const pieces = piecesOf(line);
    if ('code' in pieces) return pieces;
    const fault = takeLine(pieces, number, lines, landmarks, fields);
    if (fault) return fault;
  }
  const named = landmarks.flatMap(fieldsOf);
  return { name, landmarks, fields: named };
}

function takeLine(
  pieces: Piece[],
  number: number,
  lines: string[],
  landmarks: Landmark[],
  fields: Readonly<Record<string, FieldOptions>>,
): LayoutFault | null {
  const slots = pieces.filter((piece) => piece.slot !== null);
  const constants = pieces.some((piece) => piece.constant.some((token) => token.word));
  if (pieces.length === 0) return null;
  if (slots.length === 1 && !constants)
    return placeBelow(slots[0]?.slot ?? { field: null }, number, lines, landmarks, fields);
  if (slots.length > 0 && !constants) return { code: 'YS-TEMPLATE-BARE-SLOT', slot: slots[0]?.slot?.field ?? '*' };
  if (constants) landmarks.push(landmarkOf(pieces, number, lines, landmarks.length, fields));
  return null;
}

/** A slot alone on its line takes the nearest constant line above as its landmark. */
function placeBelow(
  slot: Slot,
  number: number,
  lines: string[],
  landmarks: Landmark[],
  fields: Readonly<Record<string, FieldOptions>>,
): LayoutFault | null {
  const above = landmarks.at(-1);
  if (!above || above.slots.length > 0 || above.below)
    return { code: 'YS-TEMPLATE-BARE-SLOT', slot: slot.field ?? '*' };
  above.below = slot;
  above.block = slot.field === null || fields[slot.field]?.type === 'text';
  above.endsAtBlank = (lines[number + 1] ?? '').trim() !== '';
  return null;
}

function landmarkOf(
  pieces: Piece[],
  number: number,
  lines: string[],
  index: number,
  fields: Readonly<Record<string, FieldOptions>>,
): Landmark {
  const firstSlot = pieces.findIndex((piece) => piece.slot !== null);
  const before = pieces.slice(0, firstSlot < 0 ? undefined : firstSlot).flatMap((piece) => piece.constant);
  const slots = pieces.flatMap((piece, i) =>
    piece.slot
      ? [{ slot: piece.slot, after: pieces[i + 1]?.constant ?? [], afterText: pieces[i + 1]?.text ?? '' }]
      : [],
  );
  const last = slots.at(-1);
  const open =
    last !== undefined &&
    last.after.length === 0 &&
    last.slot.field !== null &&
    fields[last.slot.field]?.type === 'text';
  return {
    index,
    before,
    slots,
    below: null,
    block: open,
    endsAtBlank: number < lines.length - 1,
    label: pieces
      .slice(0, firstSlot < 0 ? undefined : firstSlot)
      .map(({ text }) => text)
      .join(' '),
    weight: [before, ...slots.map(({ after }) => after)].flat().reduce((sum, token) => sum + tokenWeight(token), 0),
  };
}

/** Rarer constants tell more: long words over short ones, words over marks. */
export function tokenWeight(token: Token): number {
  return token.word ? 1 + Math.min(token.norm.length, 8) / 8 : isSeparator(token) ? 0.25 : 0.1;
}

/** The fields whose slots a landmark holds. */
export function fieldsOf({ slots, below }: Landmark): string[] {
  return [...slots.map(({ slot }) => slot), ...(below ? [below] : [])].flatMap(({ field }) =>
    field === null ? [] : [field],
  );
}

/** Constants and slots of one line, alternating; `[[[[` is a literal `[[`. */
function piecesOf(line: string): Piece[] | LayoutFault {
  const pieces: Piece[] = [];
  let constant = '';
  let at = 0;
  const flush = () => {
    const tokens = normalise(constant, 1)[0]?.tokens ?? tokenise(constant, 0);
    if (tokens.length > 0) pieces.push({ constant: tokens, text: constant.trim(), slot: null });
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
    if (!/^(\*|[a-z][a-z0-9_]*)$/i.test(written)) return { code: 'YS-TEMPLATE-SLOT', slot: written };
    flush();
    const previous = pieces.at(-1)?.slot;
    if (previous) return { code: 'YS-TEMPLATE-TOUCHING-SLOTS', slot: previous.field ?? '*', next: written };
    pieces.push({ constant: [], text: '', slot: { field: written === '*' ? null : written } });
  }
  constant += line.slice(at);
  flush();
  return pieces;
}
