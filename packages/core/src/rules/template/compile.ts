import type { FieldOptions } from '../../values/index.js';
import { classify, enumerationEnd, type LineKind } from './classify.js';
import { type Delimited, delimitedOf } from './delimited.js';
import { hasWords, type Piece, piecesOf, type Slot, type SlotFault } from './parse-layout.js';
import { isCellEdge, isDecoration, isSeparator } from './separators.js';
import { columnGap, type Token } from './token.js';

/** The constants of one template line and the slots between them: `before slot after slot after …`. */
export interface Landmark {
  index: number;
  /** Constant tokens before the first slot, or all of a line without slots. */
  before: Token[];
  /** What separates the label from its value in the sample. */
  closing: Closing;
  /** Slots of the line, each with the constants that follow it. */
  slots: { slot: Slot; after: Token[]; afterText: string }[];
  /** A slot that stands alone on the line below this one. */
  below: Slot | null;
  /** Whether the value below, or the last one beside, may run over several lines. */
  block: boolean;
  /** Whether a blank line ends such a value: it does where the template has another line right behind. */
  endsAtBlank: boolean;
  /** The mark that separates it from other labelled values on its line in the sample; null when it stands alone. */
  edge: string | null;
  /** Whether it is a sentence: it may be wrapped anywhere, and begin behind another on its line. */
  prose: boolean;
  /** What the sample's line, or its label, looks like. */
  kind: LineKind;
  capitals: boolean;
  /** A line of values between delimiters, with nothing else; null for all other lines. */
  delimited: Delimited | null;
  /** The label as written, for explanations. */
  label: string;
  weight: number;
}

/** How a label is closed: by a mark, by a wide gap, or by nothing but a space. */
export type Closing = 'mark' | 'gap' | 'none';

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
  if (/\[\[\s*:?rows:?\s*\]\]/.test(text)) return { code: 'YS-TEMPLATE-BLOCK' };
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

/** A remark in brackets behind a label (`Drone (yes/no):`) comes and goes, unless it tells two labels apart. */
function withoutRemark(landmark: Landmark, _index: number, all: readonly Landmark[]): Landmark {
  const bare = bareWords(landmark);
  if (bare.length === landmark.before.length || !bare.some(({ word }) => word)) return landmark;
  const named = (tokens: readonly Token[]) => tokens.flatMap(({ word, norm }) => (word ? [norm] : [])).join(' ');
  const alike = all.filter((other) => named(bareWords(other)) === named(bare));
  return alike.length > 1 ? landmark : { ...landmark, before: bare };
}

function bareWords({ before }: Landmark): Token[] {
  const open = before.findIndex(({ norm }) => norm === '(');
  const close = before.findLastIndex(({ norm }) => norm === ')');
  const last = before.slice(close + 1).some(({ word }) => word);
  return open > 0 && close > open && !last ? [...before.slice(0, open), ...before.slice(close + 1)] : before;
}

/** Lines of one sentence, wrapped in the sample, become one: it may be wrapped elsewhere in the next message. */
function joinSentences(lines: readonly string[]): string[] {
  const joined: string[] = [];
  for (const line of lines) {
    const above = joined.at(-1);
    if (above !== undefined && goesOn(above, line)) joined[joined.length - 1] = `${above.trimEnd()} ${line.trim()}`;
    else joined.push(line);
  }
  return joined;
}

const longLine = 36;

/** Whether a template line goes on in the next: both hold words, the first is long and unfinished, the next begins small. */
function goesOn(above: string, line: string): boolean {
  const plain = above.replace(/\[\[[^\]]*\]\]/g, 'value word');
  const slotted = above.includes('[[') || line.includes('[[');
  return (
    slotted &&
    plain.length >= longLine &&
    !/[:.!?;]\s*$/.test(above) &&
    /^(?:\[\[\w|\p{Ll})/u.test(line) &&
    /\p{L}/u.test(line.replace(/\[\[[^\]]*\]\]/g, '')) &&
    !/^[\p{L} ]{1,30}[:=]/u.test(line)
  );
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

/** A line with several labelled values in columns (`Wind: [[wind]] kn   Gust: [[gust]] kn`) is as many landmarks. */
function pairsOf(pieces: readonly Piece[]): Piece[][] {
  const pairs: Piece[][] = [[]];
  for (const [i, piece] of pieces.entries()) {
    const edge = piece.slot === null && i > 0 ? columnEdge(piece.constant) : -1;
    const label = piece.constant.slice(edge);
    if (edge < 0 || !pieces[i + 1]?.slot || !label.some((token) => token.word)) {
      pairs.at(-1)?.push(piece);
      continue;
    }
    const behind = piece.constant.slice(0, edge).filter((token) => !isCellEdge(token) && token.norm !== ',');
    if (behind.length > 0)
      pairs.at(-1)?.push({ ...piece, constant: behind, text: textOf(behind, piece), gap: columnGap });
    pairs.push([{ ...piece, constant: label, text: textOf(label, piece) }]);
  }
  return pairs;
}

const textOf = (tokens: readonly Token[], { text, constant }: Piece) => {
  const from = constant[0]?.start ?? 0;
  return text.slice((tokens[0]?.start ?? from) - from, (tokens.at(-1)?.end ?? from) - from);
};

/** Where constants between two slots begin a new column: behind a bar or tab, or a wide gap; -1 when they do not. */
function columnEdge(constant: readonly Token[]): number {
  const edge = constant.findLastIndex(isCellEdge);
  if (edge >= 0) return edge + 1;
  const comma = constant.findLastIndex(({ norm }) => norm === ',');
  // A comma separates labelled values only: `wind=[[wind]] kn, gust=[[gust]] kn`.
  if (comma >= 0 && /^[=:]$/.test(constant.at(-1)?.norm ?? '')) return comma + 1;
  return constant.findIndex((token) => token.gap >= columnGap);
}

/** The mark between the labelled values of a line. */
function edgeOf(pieces: readonly Piece[]): string | null {
  const inner = pieces.slice(1, -1).flatMap(({ constant }) => constant);
  return (inner.find(isCellEdge) ?? inner.find(({ norm }) => norm === ','))?.norm ?? null;
}

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
  if (last && !last.word && isSeparator(last)) return 'mark';
  return gap >= columnGap ? 'gap' : 'none';
}

/** Rarer constants tell more: long words over short ones, words over marks. */
export function tokenWeight(token: Token): number {
  return token.word ? 1 + Math.min(token.norm.length, 8) / 8 : isSeparator(token) ? 0.25 : 0.1;
}

/** The fields whose slots a landmark holds. */
export function fieldsOf({ slots, below, delimited }: Landmark): string[] {
  const places = delimited ? delimited.slots : [...slots.map(({ slot }) => slot), ...(below ? [below] : [])];
  return places.flatMap(({ field }) => (field === null ? [] : [field]));
}
