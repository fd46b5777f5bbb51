import { dictionary } from '../../../dictionary.js';
import { cellBreak, linesInCell, type Range, type View } from '../../../reading/index.js';
import {
  countsAWord,
  type FieldOptions,
  fitOfValue,
  isFree,
  type ReadContext,
  typeOfField,
} from '../../../values/index.js';
import { problemAt } from '../../finding.js';
import { linkAt } from '../../link-at.js';
import type { Finding } from '../../rule-kind.js';
import { addsUp } from '../../table/totals.js';
import { namesOf } from '../layout/pieces.js';
import type { Alignment, CutLine, LineShape, ShapedLine, Slot, Source } from '../model.js';
import { readSlot, readSlots } from '../read/read-slots.js';
import { enumerationEnd } from '../text/lines.js';
import { tokenise } from '../text/tokens.js';
import { families } from '../text/words.js';

/** The values of a line cut by a shape; where it could be cut in several ways, none is taken. */
export function readShaped({ slots }: LineShape, { spans, doubtful }: ShapedLine, source: Source): Finding[] {
  return spans.flatMap((span, i): Finding[] => {
    const slot = slots[i];
    if (!span || !slot) return [];
    const found = readSlot({ ...ofOneLine(span, slot, source), slot, joined: true }, source);
    if (!doubtful) return found;
    return found.map(({ field, evidence }) => ({
      field,
      state: 'problem',
      evidence,
      problem: problemAt('YS-TEMPLATE-CUT', field, { field }, evidence[0]),
    }));
  });
}

/**
 * A text in the cell of an item is one line of it, unless it is said to run on: what stands below, in whatever item, is another thing.
 * A value with a type takes what it can.
 */
function ofOneLine<R extends Range>(span: R, slot: Slot, { view, fields }: Pick<Source, 'view' | 'fields'>): R {
  const isText = slot.field === null || isFree(fields[slot.field]);
  const [first] = slot.runsOn || !isText ? [] : linesInCell(view, span);
  return first ? { ...span, end: first.end } : span;
}

/** The values of an item's lines with words. */
export const readWorded = (alignment: Alignment, source: Source): Finding[] =>
  readSlots(
    {
      ...alignment,
      places: alignment.places.map((one) => ({ ...one, place: ofOneLine(one.place, one.place.slot, source) })),
    },
    source,
  );

export const gap = 'gap';
/** What types alone part: any blank may. */
export const blank = 'blank';
/** Two lines of one cell, where tabs part the cells. */
export const below = 'below';

/** More ways to cut a line than these say that its marks tell nothing. */
const maxWays = 500;

/** Reads a line by a shape; null when it is none of these items. */
export function shapedLine(shape: LineShape, line: Range, source: Source): ShapedLine | null {
  const cut = cutLine(shape, line, source);
  return cut && (shape.bullet || isLikely(shape, cut.spans, source, line)) ? cut : null;
}

/** Cuts a line by a shape, whether or not its values say that it is an item; null when it cannot be cut so. */
export function cutLine(shape: LineShape, line: Range, source: Source): CutLine | null {
  const { view, run } = source;
  const text = withoutClosing(shape, writtenIn(shape, line, view));
  const begin = itemStart(shape, text);
  if (begin === null || text.slice(begin).trim() === '') return null;
  const cells = cellsOf(shape, text, begin).map((cell) => ({
    ...cell,
    start: line.start + cell.start,
    end: line.start + cell.end,
  }));
  const filled = cells.filter(({ start, end }) => end > start);
  // What adds up others leaves places empty; an item may be called a total all the same.
  const [head] = filled;
  if (head && filled.length < shape.slots.length && addsUp(view.text.slice(head.start, head.end))) return null;
  const context = run.contextAt(view, line.start);
  const ways = waysToFill(cells, shape).map(({ spans, apt }) => ({
    spans,
    points:
      apt * anAptMark +
      spans.reduce((sum, span, i) => sum + pointsAt(shape.slots[i], span, source, context), 0) +
      (shape.between.includes(blank) ? reachOf(shape, spans, source) : 0),
  }));
  const max = Math.max(...ways.map(({ points }) => points));
  const best = ways.filter(({ points }) => points === max);
  const [first] = best;
  return first ? { spans: first.spans, doubtful: best.length > 1, points: max } : null;
}

/** The words of a line, with the breaks in its cells where the shape asks for them. */
function writtenIn({ between }: LineShape, line: Range, view: View): string {
  if (!between.includes(below)) return view.text.slice(line.start, line.end);
  return linesInCell(view, line)
    .map(({ start, end }) => view.text.slice(start, end))
    .join(cellBreak);
}

/** A line up to the marks behind its last value. An empty cell at its end stays. */
function withoutClosing({ closes }: LineShape, text: string): string {
  const written = text.trimEnd();
  return closes !== '' && written.endsWith(closes) ? written.slice(0, -closes.length) : text;
}

/** The mark a line of a list with bullets begins with, `1` for any number or letter; null where it begins with none. */
export function bulletOf(shape: LineShape, text: string): string | null {
  if (!shape.bullet || itemStart(shape, text) === null) return null;
  const [first] = tokenise(text, 0);
  return first?.word ? '1' : (first?.norm ?? null);
}

/** Where the words of an item begin, behind its bullet or number and what opens its first value; null where it lacks a bullet. */
function itemStart({ bullet, opens }: LineShape, text: string): number | null {
  const tokens = tokenise(text, 0);
  const end = enumerationEnd(tokens);
  const begin = bullet ? (end > 0 ? (tokens[end]?.start ?? null) : null) : (tokens[0]?.start ?? 0);
  return begin !== null && opens !== '' && text.startsWith(opens, begin) ? begin + opens.length : begin;
}

/** A stretch of a line between marks, and which of the marks of its shape ends it; null at the end of the line. */
interface Stretch extends Range {
  endedBy: string | null;
}

/** The stretches of a line between all marks that could part its values. */
function cellsOf(shape: LineShape, text: string, begin: number): Stretch[] {
  const { between } = shape;
  if (between.length === 0) return [{ start: begin, end: text.trimEnd().length, endedBy: null }];
  // Between the tabs of cells nothing is nothing: an empty cell is a value that is missing.
  const wide = text.includes('\t') ? '[^\\S\\t]*\\t[^\\S\\t]*' : '\\s{2,}';
  // What is more than a blank is looked for first, and a sign before a gap: the gap may stand before it.
  const orderOf = (mark: string) => [gap, ...Object.keys(blanks)].indexOf(mark);
  const marks = [...new Set(between)].sort((a, b) => orderOf(a) - orderOf(b));
  const patterns = marks.map((mark) =>
    mark === gap ? wide : (blanks[mark] ?? patternIn(text.slice(begin), mark, shape)),
  );
  const cells: Stretch[] = [];
  let at = begin;
  const all = new RegExp(patterns.map((pattern) => `(${pattern})`).join('|'), 'g');
  for (const match of text.slice(begin).matchAll(all)) {
    const which = match.slice(1).findIndex((one) => one !== undefined);
    cells.push({ start: at, end: begin + match.index, endedBy: marks[which] ?? null });
    at = begin + match.index + match[0].length;
  }
  return [...cells, { start: at, end: Math.max(at, text.trimEnd().length), endedBy: null }];
}

/** What parts values of a shape without any sign. */
const blanks: Readonly<Record<string, string>> = dictionary({
  below: `${cellBreak}|[^\\S\\t]{2,}`,
  blank: '\\s+',
});

/** Marks are kept in the form in which they are compared: a dash may be any of its kind in the text, quotes may be turned. */
const kinds: Readonly<Record<string, string>> = dictionary({
  '-': '[-‐-―−]',
  '"': '["“”„«»]',
  "'": "['‘’‚]",
  ...Object.fromEntries(families.map(([...signs]) => [signs[0] as string, `(?:${signs.join('|')})`])),
});

/** The pattern of a mark, which may touch the words beside it where it does so in the layout and stands apart too seldom in the text. */
function patternIn(text: string, mark: string, { between, tight }: LineShape): string {
  const apart = patternOf(mark);
  if (!tight.includes(mark)) return apart;
  const times = between.filter((other) => other === mark).length;
  const found = [...text.matchAll(new RegExp(apart, 'g'))].length;
  return found < times ? `\\s*${patternOfSigns(mark)}\\s*` : apart;
}

/** A mark that could part two values, standing apart; a bracket or quote needs a blank in front of it alone. */
function patternOf(mark: string): string {
  const one = patternOfSigns(mark);
  return /[(<[{"']$/.test(mark) ? `\\s+${one}\\s*` : `\\s*${one}(?=\\s|$)\\s*`;
}

const patternOfSigns = (mark: string): string =>
  [...mark].map((sign) => kinds[sign] ?? sign.replace(/[.*+?^${}()|[\]\\]/, '\\$&')).join('\\s*');

/** The values of a way to fill slots, and how many of them end at the mark that the layout has behind them. */
interface Filled {
  spans: (Range | null)[];
  apt: number;
}

/**
 * Ways to give cells to slots in their order: with too many cells some belong together, with too few some slots are empty.
 */
function waysToFill(cells: readonly Stretch[], { slots: { length: slots }, between }: LineShape): Filled[] {
  const ways: Filled[] = [];
  // Where a mark parts two values, a blank alone does not.
  const mayEnd = (to: number, slot: number) =>
    to === cells.length || cells[to - 1]?.endedBy !== 'blank' || between[slot] === blank;
  const parts = between.includes(below);
  /** Whether a value may begin here: behind the end of a line in a cell the one that stands below, and no other. */
  const mayBegin = (from: number, slot: number) =>
    !parts || from === 0 || (cells[from - 1]?.endedBy === 'below') === (between[slot - 1] === below);
  const mayTake = (from: number, to: number, slot: number) => {
    const ends = cells.slice(from, to - 1).map(({ endedBy }) => endedBy);
    // What another stands below ends with its line.
    if (between[slot] === below && ends.includes('below')) return false;
    return cells.length - from > slots - slot || ends.every((endedBy) => endedBy === 'below');
  };
  const endsFrom = (from: number, slot: number) =>
    [...cells.keys()].map((at) => at + 1).filter((to) => to > from && mayTake(from, to, slot) && mayEnd(to, slot));
  const spanOf = (from: number, to: number): Range | null => {
    const [start, end] = [cells[from]?.start ?? 0, cells[to - 1]?.end ?? 0];
    return end > start ? { start, end } : null;
  };
  const isApt = (to: number, slot: number) => cells[to - 1]?.endedBy === between[slot];
  const fill = (spans: (Range | null)[], from: number, apt: number): void => {
    if (ways.length >= maxWays) return;
    const left = slots - spans.length;
    if (left === 0) {
      if (from === cells.length) ways.push({ spans, apt });
      return;
    }
    const fits = mayBegin(from, spans.length);
    if (cells.length - from < left || !fits) fill([...spans, null], from, apt);
    for (const to of fits && cells[from] ? endsFrom(from, spans.length) : [])
      fill([...spans, spanOf(from, to)], to, apt + Number(left > 1 && isApt(to, spans.length)));
  };
  fill([], 0, 0);
  return ways;
}

/**
 * Where blanks part values, one with a type takes all that it can: `Saturday 5 June` is more of a day than `Saturday`. Of a count that is
 * its figures: what word is counted the layout would say.
 */
const perCharacter = 0.001;

const reachOf = ({ slots }: LineShape, spans: readonly (Range | null)[], { fields, view }: Source): number =>
  spans.reduce((sum, span, i) => {
    const options = fields[slots[i]?.field ?? ''];
    const takes = span && options && !isFree(options) && !countsAWord(view.text.slice(span.start, span.end), options);
    return takes ? sum + perCharacter * (span.end - span.start) : sum;
  }, 0);

/** Of two ways that read alike, the one is meant in which values end at the marks that the layout has there. */
const anAptMark = 0.02;

// An empty place costs a little, a value that does not read as its type more; a target wants a link to be read from.
const anEmptyPlace = -0.25;

const aTarget = 2;
const noTarget = -0.75;
/** A bare figure may be an amount, and anything else that is counted. */
const ambiguous = 0.6;

function pointsAt(
  slot: Slot | undefined,
  span: Range | null,
  { view, run, fields }: Source,
  context: ReadContext,
): number {
  const [first, ...also] = slot ? namesOf(slot).map((field) => fields[field]) : [];
  if (!first) return 0;
  if (!span) return anEmptyPlace;
  const type = typeOfField(first);
  const isTarget = (one: FieldOptions | undefined) => typeOfField(one)?.link === true;
  const isLinked = [first, ...also].some(isTarget) && linkAt(view, span, run) !== null;
  if (type?.link && isLinked) return aTarget;
  const text = view.text.slice(span.start, span.end);
  const sure = type?.ambiguous?.test(text) ? ambiguous : 1;
  const fit = sure * fitOfValue(text, first, context);
  const target = also.some(isTarget) ? (isLinked ? aTarget : noTarget) : 0;
  return target + (type?.free ? (/[\p{L}\p{N}]/u.test(text) ? aText : aSign) * fit : 3 * fit - 1);
}

/** Words speak for a text; signs alone, such as an arrow, are one only where no words stand beside them. */
const aText = 0.5;
const aSign = 0.25;

/** Without a bullet a line must show by its values that it is an item. */
function isLikely(
  shape: LineShape,
  spans: readonly (Range | null)[],
  { view, run, fields }: Source,
  line: Range,
): boolean {
  const context = run.contextAt(view, line.start);
  const filled = spans.flatMap((span, i) => (span ? [{ span, options: fields[shape.slots[i]?.field ?? ''] }] : []));
  const typed = shape.slots.some(({ field }) => field !== null && !isFree(fields[field]));
  const fitting = filled.filter(
    ({ span, options }) =>
      options && !isFree(options) && fitOfValue(view.text.slice(span.start, span.end), options, context) > 0,
  );
  return filled.length >= Math.min(2, shape.slots.length) && (!typed || fitting.length > 0);
}
