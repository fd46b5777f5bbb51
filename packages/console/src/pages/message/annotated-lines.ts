import { breaksIn } from '@yellow-sieve/core/shapes';
import type { Evidence, MessageReading } from './outcome';
import { rowOf } from './row-path';

/** A stretch of a line: plain text, or part of what a field was read from. */
interface AnnotatedPiece {
  text: string;
  field: string | null;
  /** A rule that is being written cuts it away, or finds it as a match. */
  drawn?: 'struck' | 'boxed';
  /** Where blanks of it stand for the end of a line within a table cell. */
  breaks?: readonly number[];
}

/** What a rule that is being written does to a text. */
export interface DrawnRule {
  /** What its last step left; null for a rule that cuts nothing away. */
  kept: readonly Item[] | null;
  /** Its matches. */
  boxed: readonly Item[];
}

/** A line of the proof with what stands in its margin. */
export interface AnnotatedLine {
  /** Where it begins in its text. */
  start: number;
  pieces: AnnotatedPiece[];
  /** Fields whose value begins on this line, in their order. */
  fields: string[];
  /** Name of the segment that begins here, when it is not the sender's own words. */
  segment: string | null;
  /** Left out of what rules look at. */
  muted: boolean;
  /** Looked at, and no field was read from it. */
  left: boolean;
  /** The item it belongs to, counted from 1, and whether that begins here; null for a line outside of items. */
  item: { number: number; begins: boolean } | null;
}

/** Where an item stands in the text. */
export interface Item {
  start: number;
  end: number;
}

/** Where the items of rows stand, from the first to the last cell of each. */
function itemsOf(evidence: Readonly<Record<string, readonly Evidence[]>>, where: string): Item[] {
  const items: Item[] = [];
  for (const { field, start, end } of marksIn(where, evidence)) {
    const row = rowOf(field);
    if (row === null) continue;
    const known = items[row];
    items[row] = { start: Math.min(start, known?.start ?? start), end: Math.max(end, known?.end ?? end) };
  }
  // A row may stand nowhere, as one that a model made up.
  return items.filter(Boolean);
}

interface Mark {
  field: string;
  start: number;
  end: number;
}

/** Sets a text in lines, each value marked where it was read, and named on the line where it begins. */
export function annotatedLines(
  { text, outline, body, tables = [] }: Pick<MessageReading, 'text' | 'outline' | 'body'> & Partial<MessageReading>,
  evidence: Readonly<Record<string, readonly Evidence[]>>,
  leftovers: readonly { start: number; end: number }[] = [],
  items: readonly Item[] | undefined = undefined,
  drawn: DrawnRule | null = null,
  where = 'message.text',
): AnnotatedLine[] {
  const numbered = items ?? itemsOf(evidence, where);
  const left = new Set(leftovers.map(({ start }) => start));
  const marks = marksIn(where, evidence);
  const breaks = new Set(breaksIn(tables));
  const lines: AnnotatedLine[] = [];
  let next = 0;
  for (let start = 0; start <= text.length; ) {
    const end = endOfLine(text, start);
    // Marks are sorted, so those that ended before this line are done with.
    while (next < marks.length && (marks[next]?.end ?? 0) <= start) next++;
    const here = marks.slice(next).filter((mark) => mark.start < end && mark.end > start);
    const segment = outline.find((one) => one.start < Math.max(end, start + 1) && one.end > start);
    const begins = segment !== undefined && segment.start >= start && segment.start <= end;
    lines.push({
      start,
      pieces: withBreaks(drawnOver(piecesOf(text, start, end, here), start, drawn), start, breaks),
      fields: [...new Set(here.filter((mark) => mark.start >= start).map(({ field }) => field))],
      segment: begins && segment.kind !== 'own' ? segment.kind : null,
      muted: !body.some((range) => range.start < Math.max(end, start + 1) && range.end > start),
      left: left.has(start),
      item: itemAt(numbered, start, end),
    });
    start = end + 1;
  }
  return lines;
}

/** The pieces of a line, each with the breaks within cells that stand in it. */
function withBreaks(pieces: AnnotatedPiece[], start: number, breaks: ReadonlySet<number>): AnnotatedPiece[] {
  if (breaks.size === 0) return pieces;
  let at = start;
  return pieces.map((piece) => {
    const own = [...piece.text.matchAll(/ /g)].flatMap(({ index }) => (breaks.has(at + index) ? [index] : []));
    at += piece.text.length;
    return own.length > 0 ? { ...piece, breaks: own } : piece;
  });
}

/** The subject as a line of its own, marked when a value was read there. */
export function subjectLine(subject: string, evidence: Readonly<Record<string, readonly Evidence[]>>): AnnotatedLine {
  const marks = marksIn('message.subject', evidence);
  return {
    start: 0,
    pieces: piecesOf(subject, 0, subject.length, marks),
    fields: [...new Set(marks.map(({ field }) => field))],
    segment: null,
    muted: marks.length === 0,
    left: false,
    item: null,
  };
}

/** What evidence calls the text of an attachment. */
export const attachmentPlace = (at: number): string => `message.attachments[${at}].text`;

/** Where in a text values stand. Of two that overlap, the one that begins first is drawn. */
function marksIn(where: string, evidence: Readonly<Record<string, readonly Evidence[]>>): Mark[] {
  const marks = Object.entries(evidence).flatMap(([field, places]) =>
    places.flatMap(({ in: place, start, end }) =>
      place === where && start !== null && end !== null && end > start ? [{ field, start, end }] : [],
    ),
  );
  const drawn: Mark[] = [];
  for (const mark of marks.sort((a, b) => a.start - b.start || b.end - a.end))
    if (mark.start >= (drawn.at(-1)?.end ?? 0)) drawn.push(mark);
  return drawn;
}

function itemAt(items: readonly Item[], start: number, end: number): AnnotatedLine['item'] {
  const at = items.findIndex((one) => one.start <= end && one.end > start);
  const item = items[at];
  return item ? { number: at + 1, begins: item.start >= start } : null;
}

function endOfLine(text: string, start: number): number {
  const end = text.indexOf('\n', start);
  return end < 0 ? text.length : end;
}

function piecesOf(text: string, start: number, end: number, marks: readonly Mark[]): AnnotatedPiece[] {
  const pieces: AnnotatedPiece[] = [];
  let at = start;
  const add = (to: number, field: string | null) => {
    if (to > at) pieces.push({ text: text.slice(at, to), field });
    at = Math.max(at, to);
  };
  for (const mark of marks) {
    add(Math.min(mark.start, end), null);
    add(Math.min(mark.end, end), mark.field);
  }
  add(end, null);
  return pieces;
}

/** Pieces cut where a rule draws over them. */
function drawnOver(pieces: readonly AnnotatedPiece[], from: number, drawn: DrawnRule | null): AnnotatedPiece[] {
  if (!drawn) return [...pieces];
  const edges = [...(drawn.kept ?? []), ...drawn.boxed].flatMap(({ start, end }) => [start, end]);
  const within = (ranges: readonly Item[], at: number) => ranges.some(({ start, end }) => start <= at && at < end);
  let at = from;
  return pieces.flatMap(({ text, field }) => {
    const [begin, end] = [at, at + text.length];
    at = end;
    const cuts = [...new Set([begin, ...edges.filter((edge) => edge > begin && edge < end), end])].sort(
      (a, b) => a - b,
    );
    return cuts.slice(0, -1).map((start, i): AnnotatedPiece => {
      const piece = { text: text.slice(start - begin, (cuts[i + 1] ?? end) - begin), field };
      if (drawn.kept && !within(drawn.kept, start)) return { ...piece, drawn: 'struck' };
      return within(drawn.boxed, start) ? { ...piece, drawn: 'boxed' } : piece;
    });
  });
}
