import { isFree } from '../../../values/index.js';
import type { Closing, CompiledLayout, Delimited, Fields, Landmark, Piece, Slot, Token } from '../model.js';
import { classify, enumerationEnd } from '../text/lines.js';
import {
  cellsOf,
  columnGap,
  isCellEdge,
  isDecoration,
  isSeparator,
  isSignAround,
  tokenWeight,
} from '../text/tokens.js';
import { delimitedOf } from './delimited.js';
import {
  hasWords,
  isBlank,
  isBreak,
  joinSentences,
  namesOf,
  partedSentences,
  piecesOf,
  type SlotFault,
  touchingSlots,
} from './pieces.js';

/** Why a layout cannot be compiled. */
export type LayoutFault = SlotFault | { code: 'YS-TEMPLATE-BLOCK' } | { code: 'YS-TEMPLATE-BARE-SLOT'; slot: string };

/** Compiles a layout's text into landmarks: the constant words by which its slots are found again. */
export function compileLayout(name: string, text: string, fields: Fields): CompiledLayout | LayoutFault {
  const parted = joinSentences(text.replace(/\n+$/, '').split('\n')).map(partedSentences);
  const lines = parted.flat();
  const followed = parted.flatMap((sentences) => sentences.map((_, i) => i < sentences.length - 1));
  const landmarks: Landmark[] = [];
  let over: Slot | null = null;
  for (const [number, line] of lines.entries()) {
    const pieces = piecesOf(line);
    if ('code' in pieces) return pieces;
    const touching = touchingSlots(pieces, fields);
    if (touching) return touching;
    const isAbove = landmarks.length === 0 || (isOfFigures(landmarks.at(-1)) && isOfWords(lines[number + 1]));
    const lone: Slot | null = isAbove && over === null && !hasWords(pieces) ? loneSlot(pieces) : null;
    if (lone) {
      over = lone;
      continue;
    }
    const known = landmarks.length;
    const fault = takeLine(pieces, number, lines, landmarks, fields);
    if (fault) return fault;
    const own = landmarks.slice(known);
    for (const landmark of own) landmark.followed = followed[number] === true;
    const [first] = own;
    if (!over || !first) continue;
    if (first.delimited || first.column) break;
    first.over = over;
    over = null;
  }
  if (over) return { code: 'YS-TEMPLATE-BARE-SLOT', slot: over.field ?? '*' };
  return { name, landmarks: landmarks.map(withoutRemark), fields: landmarks.flatMap(fieldsOf) };
}

/** `▼ 14 %`: a line of figures alone is another in the next message, and nothing is found by it. */
const isOfFigures = (landmark: Landmark | undefined): boolean =>
  landmark !== undefined &&
  fieldsOf(landmark).length === 0 &&
  landmark.slots.length === 0 &&
  !landmark.before.some(({ norm }) => /\p{L}/u.test(norm));

/** Whether a line of a layout is nothing but words. */
const isOfWords = (line: string | undefined): boolean =>
  line !== undefined && /\p{L}{2}/u.test(line) && !line.includes('[[');

function takeLine(
  pieces: Piece[],
  number: number,
  lines: string[],
  landmarks: Landmark[],
  fields: Fields,
): LayoutFault | null {
  const slots = pieces.flatMap(({ slot }) => (slot ? [slot] : []));
  if (pieces.length === 0) return null;
  if (takeRow(pieces, landmarks, fields)) return null;
  const delimited = delimitedOf(pieces);
  if (delimited) {
    landmarks.push(landmarkOf(pieces, number, lines, landmarks.length, fields, delimited));
    return null;
  }
  if (slots.length === 1 && !hasWords(pieces))
    return placeBelow(withMarks(slots[0] as Slot, pieces), number, lines, landmarks, fields);
  if (slots.length > 1 && !hasWords(pieces) && placePartsBelow(pieces, landmarks)) return null;
  if (slots.length > 0 && !hasWords(pieces)) return { code: 'YS-TEMPLATE-BARE-SLOT', slot: slots[0]?.field ?? '*' };
  const pairs = pairsOf(pieces);
  const edge = pairs.length > 1 ? edgeOf(pieces) : null;
  for (const pair of pairs)
    if (hasWords(pair)) landmarks.push({ ...landmarkOf(pair, number, lines, landmarks.length, fields, null), edge });
  return null;
}

/** The slot of a line that has but one, with marks around it at the most: `*** [[severity]] ***`. */
function loneSlot(pieces: readonly Piece[]): Slot | null {
  const [slot, ...more] = pieces.flatMap((piece) => (piece.slot?.field ? [piece.slot] : []));
  if (!slot || more.length > 0) return null;
  return pieces.length > 1 ? { ...slot, dressed: true } : slot;
}

/** A slot alone on its line, with whether a bullet stands before it, or quotes around it. */
function withMarks(slot: Slot, pieces: readonly Piece[]): Slot {
  const [first, last] = [pieces[0]?.text ?? '', pieces.at(-1)?.text ?? ''];
  if (quote.test(first) && quote.test(last)) return { ...slot, quoted: true };
  if (enumerationEnd([...(pieces[0]?.constant ?? []), aWord]) > 0) return { ...slot, bullet: true };
  const at = pieces.findIndex((piece) => piece.slot !== null);
  const [before, after] = [pieces.slice(0, at), pieces.slice(at + 1)].map((side) =>
    side.flatMap(({ constant }) => constant.flatMap(({ norm }) => (isSignAround.test(norm) ? [norm] : []))),
  ) as [string[], string[]];
  return before.length + after.length > 0 ? { ...slot, signs: { before, after } } : slot;
}

const quote = /^["'“”„«»‘’]$/;

/** A row of slots right below a row of as many labels: each is found by its own, wherever that stands in another message. */
function takeRow(pieces: readonly Piece[], landmarks: Landmark[], fields: Fields): boolean {
  const slots = pieces.flatMap(({ slot }) => slot ?? []);
  const above = landmarks.at(-1);
  if (slots.length < 2 || hasWords(pieces) || !above || above.slots.length > 0 || above.below) return false;
  const labels = cellsOf({ tokens: above.before });
  if (labels.length !== slots.length || labels.some((cell) => !cell.some(({ word }) => word))) return false;
  landmarks.pop();
  for (const [i, before] of labels.entries()) {
    const slot = slots[i] as Slot;
    landmarks.push({
      ...above,
      index: landmarks.length,
      before,
      closing: 'none',
      below: slot,
      column: true,
      under: [],
      block: isText(slot, fields),
      label: before.map(({ norm }) => norm).join(' '),
      weight: before.reduce((sum, token) => sum + tokenWeight(token), 0),
    });
  }
  return true;
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
  if (!above || above.delimited || above.column) return { code: 'YS-TEMPLATE-BARE-SLOT', slot: slot.field ?? '*' };
  if (above.slots.length > 0 || above.below) {
    // The values above end on their lines, so that the one below is found.
    above.block = false;
    above.under.push(slot);
    above.endsAtBlank = true;
    return null;
  }
  above.below = slot;
  above.block = slot.field === null || isText(slot, fields);
  above.endsAtBlank = (lines[number + 1] ?? '').trim() !== '';
  return null;
}

/** Several slots with marks between, right below a label: its value is cut in as many. */
function placePartsBelow(pieces: readonly Piece[], landmarks: readonly Landmark[]): boolean {
  const above = landmarks.at(-1);
  const slots = slotsOf(pieces);
  const [first] = slots;
  if (!first || !above || above.delimited || above.column) return false;
  const slot = { ...first.slot, parts: { opens: pieces[0]?.constant ?? [], slots } };
  if (above.below || above.slots.length > 0) {
    above.block = false;
    above.under.push(slot);
    above.endsAtBlank = true;
  } else above.below = slot;
  return true;
}

const isText = ({ field }: Slot, fields: Fields) =>
  field !== null && (isFree(fields[field]) || fields[field]?.many === true);

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
  const slots = slotsOf(pieces);
  const last = slots.at(-1);
  const closing = closingOf(before, head.at(-1)?.gap ?? 0);
  const wordsBehind = slots.flatMap(({ after }) => after).filter((token) => token.word).length;
  const words = before.filter((token) => token.word);
  return {
    index,
    before,
    closing,
    slots,
    over: null,
    below: null,
    column: false,
    under: [],
    block: last !== undefined && last.after.length === 0 && isText(last.slot, fields),
    endsAtBlank: number < lines.length - 1,
    prose:
      slots.length > 0 &&
      (wordsBehind > 0
        ? closing === 'none' || slots.length > 1
        : closing === 'none' && closesSentence(words, last?.after ?? [])),
    glued: pieces.some((piece, i) => touches(piece, pieces[i - 1], pieces[i + 1])),
    followed: false,
    kind: classify(pieces.flatMap((piece) => (piece.slot ? [aWord] : piece.constant))),
    edge: null,
    capitals: words.length > 0 && words.every((token) => token.capitals || /^\d/.test(token.norm)),
    delimited,
    label: head.map(({ text }) => text).join(' '),
    weight:
      [before, ...slots.map(({ after }) => after)].flat().reduce((sum, token) => sum + tokenWeight(token), 0) +
      (delimited ? delimitedValue * delimited.slots.length : 0),
  };
}

/** Whether a constant has a letter or a figure right before the slot behind it, or right behind the one before it. */
function touches({ constant, gap }: Piece, before: Piece | undefined, behind: Piece | undefined): boolean {
  const [first, last] = [constant[0], constant.at(-1)];
  return Boolean((before?.slot && first?.word && first.gap === 0) || (behind?.slot && last?.word && gap === 0));
}

/** The slots of a line, each with what stands behind it. */
const slotsOf = (pieces: readonly Piece[]): Landmark['slots'] =>
  pieces.flatMap((piece, i) =>
    piece.slot
      ? [
          {
            slot: piece.slot,
            after: pieces[i + 1]?.constant ?? [],
            afterText: pieces[i + 1]?.text ?? '',
            blank: isBlank(pieces[i + 1]),
            above: isBreak(pieces[i + 1], pieces),
          },
        ]
      : [],
  );

/** Words before the value of a sentence that ends with it. */
const wordsOfSentence = 3;

/** Whether enough words before a value, and a full stop behind it, make a sentence; a bracket or a quotation may close before. */
const closesSentence = (words: readonly Token[], after: readonly Token[]) =>
  words.length >= wordsOfSentence && /^[.!?]$/.test(after.find(({ norm }) => !/^[)\]"'*_]$/.test(norm))?.norm ?? '');

/** What each value of a delimited line weighs: its place among the others tells it, though no word does. */
const delimitedValue = 0.75;

function closingOf(before: readonly Token[], gap: number): Closing {
  const last = before.findLast((token) => !isDecoration(token));
  if (last?.norm === '\t') return 'gap';
  if (last && !last.word && isSeparator(last)) return 'mark';
  return gap >= columnGap ? 'gap' : 'none';
}

/** The fields whose slots a landmark holds. */
export function fieldsOf({ slots, over, below, under, delimited }: Landmark): string[] {
  const alone = [over, below, ...under].filter((slot) => slot !== null);
  const lone = alone.flatMap((slot) => slot.parts?.slots.map((part) => part.slot) ?? [slot]);
  const places = delimited ? delimited.slots : [...slots.map(({ slot }) => slot), ...lone];
  return places.flatMap(namesOf);
}

/** A remark in brackets behind a label (`Drone (yes/no):`) comes and goes, unless it tells two labels apart. */
function withoutRemark(landmark: Landmark, _index: number, all: readonly Landmark[]): Landmark {
  // Where no mark closes a label, what is in brackets is a part of its sentence: `Dear Sir(s) …`.
  if (landmark.closing === 'none' && landmark.slots.length > 0) return landmark;
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

/** A line with several labelled values in columns (`Wind: [[wind]] kn   Gust: [[gust]] kn`) is as many landmarks. */
function pairsOf(pieces: readonly Piece[]): Piece[][] {
  const pairs: Piece[][] = [[]];
  for (const [i, piece] of pieces.entries()) {
    const edge = piece.slot === null && i > 0 ? columnEdge(piece.constant) : -1;
    const label = piece.constant.slice(edge);
    // A value with no words of its own is found by those of the next.
    const current = pairs.at(-1) ?? [];
    const isBare = current.some(({ slot }) => slot !== null) && !hasWords(current);
    if (edge < 0 || isBare || !pieces[i + 1]?.slot || !label.some((token) => token.word)) {
      pairs.at(-1)?.push(piece);
      continue;
    }
    // The edge right before the next label parts it from this pair; others stand between words of this one.
    const closes = (token: Token) => !isCellEdge(token) && !parts(token);
    const behind = piece.constant.slice(0, piece.constant.slice(0, edge).findLastIndex(closes) + 1);
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

/** Marks that part the labelled values of one line. */
const parts = ({ norm }: Token) => /^[,;·•]$/.test(norm);

/** Where constants between two slots begin a new column: behind a bar or tab, or a wide gap; -1 when they do not. */
function columnEdge(constant: readonly Token[]): number {
  // A label in a cell of its own has a tab behind it as well.
  const labelEnd = constant.at(-1)?.norm === '\t' ? constant.length - 1 : constant.length;
  const edge = constant.slice(0, labelEnd).findLastIndex(isCellEdge);
  if (edge >= 0) return edge + 1;
  if (labelEnd < constant.length) return constant.length;
  const part = constant.findLastIndex(parts);
  // A comma or a dot separates labelled values only: `wind=[[wind]] kn, gust=[[gust]] kn`.
  if (part >= 0 && /^[=:]$/.test(constant.at(-1)?.norm ?? '')) return part + 1;
  return constant.findIndex((token) => token.gap >= columnGap);
}

/** The mark between the labelled values of a line. */
function edgeOf(pieces: readonly Piece[]): string | null {
  const inner = pieces.slice(1, -1).flatMap(({ constant }) => constant);
  return (inner.find(isCellEdge) ?? inner.find(parts))?.norm ?? null;
}
