import type { FieldOptions } from '../../values/index.js';
import { classify, enumerationEnd } from './classify.js';
import { type Delimited, delimitedOf } from './delimited.js';
import { joinSentences } from './join-sentences.js';
import { withoutRemark } from './label-remark.js';
import { type Closing, fieldsOf, type Landmark, tokenWeight } from './landmark.js';
import { edgeOf, pairsOf } from './pairs.js';
import { hasWords, type Piece, piecesOf, type Slot, type SlotFault } from './parse-layout.js';
import { isDecoration, isSeparator } from './separators.js';
import { columnGap, type Token } from './token.js';

export interface CompiledLayout {
  name: string;
  landmarks: Landmark[];
  fields: string[];
}

/** Why a layout cannot be compiled. */
export type LayoutFault = SlotFault | { code: 'YS-TEMPLATE-BLOCK' } | { code: 'YS-TEMPLATE-BARE-SLOT'; slot: string };

type Fields = Readonly<Record<string, FieldOptions>>;

/** Compiles a layout's text into landmarks: the constant words by which its slots are found again. */
export function compileLayout(name: string, text: string, fields: Fields): CompiledLayout | LayoutFault {
  const lines = joinSentences(text.replace(/\n+$/, '').split('\n'));
  const landmarks: Landmark[] = [];
  for (const [number, line] of lines.entries()) {
    const pieces = piecesOf(line);
    if ('code' in pieces) return pieces;
    const fault = takeLine(pieces, number, lines, landmarks, fields);
    if (fault) return fault;
  }
  return { name, landmarks: landmarks.map(withoutRemark), fields: landmarks.flatMap(fieldsOf) };
}

function takeLine(
  pieces: Piece[],
  number: number,
  lines: string[],
  landmarks: Landmark[],
  fields: Fields,
): LayoutFault | null {
  const slots = pieces.flatMap(({ slot }) => (slot ? [slot] : []));
  if (pieces.length === 0) return null;
  const delimited = delimitedOf(pieces);
  if (delimited) {
    landmarks.push(landmarkOf(pieces, number, lines, landmarks.length, fields, delimited));
    return null;
  }
  if (slots.length === 1 && !hasWords(pieces)) return placeBelow(slots[0] as Slot, number, lines, landmarks, fields);
  if (slots.length > 0 && !hasWords(pieces)) return { code: 'YS-TEMPLATE-BARE-SLOT', slot: slots[0]?.field ?? '*' };
  const pairs = pairsOf(pieces);
  const edge = pairs.length > 1 ? edgeOf(pieces) : null;
  for (const pair of pairs)
    if (hasWords(pair)) landmarks.push({ ...landmarkOf(pair, number, lines, landmarks.length, fields, null), edge });
  return null;
}

/** A slot alone on its line takes the nearest constant line above as its landmark. */
function placeBelow(
  slot: Slot,
  number: number,
  lines: string[],
  landmarks: Landmark[],
  fields: Fields,
): LayoutFault | null {
  const above = landmarks.at(-1);
  if (!above || above.slots.length > 0 || above.below)
    return { code: 'YS-TEMPLATE-BARE-SLOT', slot: slot.field ?? '*' };
  above.below = slot;
  above.block = slot.field === null || isText(slot, fields);
  above.endsAtBlank = (lines[number + 1] ?? '').trim() !== '';
  return null;
}

const isText = ({ field }: Slot, fields: Fields) =>
  field !== null && (fields[field]?.type === 'text' || fields[field]?.many === true);

/** Stands for a value where the look of a template line is judged. */
const aWord: Token = { norm: 'value', start: 0, end: 0, word: true, gap: 1, capitals: false };

function landmarkOf(
  pieces: readonly Piece[],
  number: number,
  lines: string[],
  index: number,
  fields: Fields,
  delimited: Delimited | null,
): Landmark {
  const firstSlot = pieces.findIndex((piece) => piece.slot !== null);
  const head = pieces.slice(0, firstSlot < 0 ? undefined : firstSlot);
  const all = head.flatMap((piece) => piece.constant);
  const before = firstSlot === 0 ? [] : all.slice(enumerationEnd(all));
  const slots = pieces.flatMap((piece, i) =>
    piece.slot
      ? [{ slot: piece.slot, after: pieces[i + 1]?.constant ?? [], afterText: pieces[i + 1]?.text ?? '' }]
      : [],
  );
  const last = slots.at(-1);
  const closing = closingOf(before, head.at(-1)?.gap ?? 0);
  const wordsBehind = slots.flatMap(({ after }) => after).filter((token) => token.word).length;
  const words = before.filter((token) => token.word);
  return {
    index,
    before,
    closing,
    slots,
    below: null,
    block: last !== undefined && last.after.length === 0 && isText(last.slot, fields),
    endsAtBlank: number < lines.length - 1,
    prose: slots.length > 0 && wordsBehind > 0 && (closing === 'none' || slots.length > 1),
    kind: classify(pieces.flatMap((piece) => (piece.slot ? [aWord] : piece.constant))),
    edge: null,
    capitals: words.length > 0 && words.every((token) => token.capitals || /^\d/.test(token.norm)),
    delimited,
    label: head.map(({ text }) => text).join(' '),
    weight: [before, ...slots.map(({ after }) => after)].flat().reduce((sum, token) => sum + tokenWeight(token), 0),
  };
}

function closingOf(before: readonly Token[], gap: number): Closing {
  const last = before.findLast((token) => !isDecoration(token));
  if (last?.norm === '\t') return 'gap';
  if (last && !last.word && isSeparator(last)) return 'mark';
  return gap >= columnGap ? 'gap' : 'none';
}
