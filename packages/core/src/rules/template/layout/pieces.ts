import { isFree } from '../../../values/index.js';
import type { Fields, Piece, Slot } from '../model.js';
import { normalise } from '../text/lines.js';
import { sentencesOf } from '../text/sentences.js';
import { tokenise, valueGap } from '../text/tokens.js';

/** The fields a slot fills. */
export const namesOf = ({ field, also = [] }: Slot): string[] => (field === null ? [] : [field, ...also]);

/** Why a line of a layout cannot be read. */
export type SlotFault =
  | { code: 'YS-TEMPLATE-SLOT'; slot: string }
  | { code: 'YS-TEMPLATE-TOUCHING-SLOTS'; slot: string; next: string };

/** Of three brackets the first one is a mark of its own, as in `[[[ticket]]] Crane stands still`. */
const slotPattern = /\[\[(?:\[\[|(?!\[)[^\]]*\]\])/g;
const slotName = /^(?:\*|[a-z][a-z0-9_]*(?:\s*,\s*[a-z][a-z0-9_]*)*(?:\.\.\.)?)$/i;

/** Constants and slots of one template line, alternating; `[[[[` is a literal `[[`. */
export function piecesOf(line: string): Piece[] | SlotFault {
  const pieces: Piece[] = [];
  let constant = '';
  let at = 0;
  const flush = () => {
    // Only at the beginning of a line is an angle bracket the mark of a quotation.
    const tokens = pieces.length === 0 ? (normalise(constant, 1)[0]?.tokens ?? []) : tokenise(constant, 0);
    const gap = constant.length - constant.trimEnd().length;
    if (tokens.length > 0) pieces.push({ constant: tokens, text: constant.trim(), slot: null, gap });
    else if (gap > 0 && pieces.length > 0) pieces.push({ constant: [], text: '', slot: null, gap });
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

/** Whether nothing but a blank parts two slots: then where the one ends only their types can tell. */
export const isBlank = (between: Piece | undefined): boolean =>
  between?.slot === null && between.constant.length === 0 && between.gap < valueGap;

/** Whether but blanks as wide as a gap part two slots in a line whose cells are parted by tabs: then they are two lines of one cell. */
export const isBreak = (between: Piece | undefined, line: readonly Piece[]): boolean =>
  between?.slot === null &&
  between.constant.length === 0 &&
  between.gap >= valueGap &&
  line.some(({ constant }) => constant.some(({ norm }) => norm === '\t'));

/** Two slots that a blank parts, neither of which has a type that would tell where it ends. */
export function touchingSlots(pieces: readonly Piece[], fields: Fields): SlotFault | null {
  const isOpen = (slot: Slot | null | undefined) => !slot || slot.field === null || isFree(fields[slot.field]);
  const at = pieces.findIndex(
    (piece, i) => isBlank(piece) && isOpen(pieces[i - 1]?.slot) && isOpen(pieces[i + 1]?.slot),
  );
  const named = (slot: Slot | null | undefined) => slot?.field ?? '*';
  return at < 0
    ? null
    : { code: 'YS-TEMPLATE-TOUCHING-SLOTS', slot: named(pieces[at - 1]?.slot), next: named(pieces[at + 1]?.slot) };
}

function slotOf(written: string): Slot {
  const runsOn = written.endsWith('...');
  const [field = '*', ...also] = written.replace(/\.\.\.$/, '').split(/\s*,\s*/);
  if (field === '*') return { field: null };
  return { field, ...(also.length > 0 ? { also } : {}), ...(runsOn ? { runsOn } : {}) };
}

export const hasWords = (pieces: readonly Piece[]): boolean =>
  pieces.some((piece) => piece.constant.some((token) => token.word));

/** Lines of one sentence, wrapped in the sample, become one: it may be wrapped elsewhere in the next message. */
export function joinSentences(lines: readonly string[]): string[] {
  const joined: string[] = [];
  for (const line of lines) {
    const above = joined.at(-1);
    if (above !== undefined && goesOn(above, line)) joined[joined.length - 1] = `${above.trimEnd()} ${line.trim()}`;
    else joined.push(line);
  }
  return joined;
}

/** Sentences of one line are lines of their own: others may come between them, or stand in another order. */
export function partedSentences(line: string): string[] {
  if (!line.includes('[[')) return [line];
  const parts = sentencesOf(line.replace(/\[\[[^\]]*\]\]/g, (written) => 'x'.repeat(written.length)));
  return parts.map(({ start, end }) => line.slice(start, end));
}

const longLine = 36;

/** Whether a template line goes on in the next: both hold words, the first is long and unfinished, the next begins small. */
function goesOn(above: string, line: string): boolean {
  const plain = above.replace(/\[\[[^\]]*\]\]/g, 'value word');
  const slotted = above.includes('[[') || line.includes('[[');
  // Two values in a row would have nothing between them.
  const touching = /\]\]\s*$/.test(above) && /^\s*\[\[\w/.test(line);
  return (
    slotted &&
    !touching &&
    plain.length >= longLine &&
    !/[:.!?;]\s*$/.test(above) &&
    /^(?:\[\[\w|\p{Ll})/u.test(line) &&
    /\p{L}/u.test(line.replace(/\[\[[^\]]*\]\]/g, '')) &&
    !/^[\p{L} ]{1,30}[:=]/u.test(line)
  );
}
