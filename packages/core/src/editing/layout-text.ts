import { linesOf } from '../reading/index.js';
import { findLabelled } from '../suggest/find-labelled.js';
import { repeatedIn } from '../suggest/marked.js';
import { type Named, withDots, writeLayout } from '../suggest/write-layout.js';

const slot = /\[\[(\w+(?:\s*,\s*\w+)*)(?:\.\.\.)?\]\]/g;

/** The fields named in a line of a layout. */
export const slotsIn = (line: string): string[] =>
  [...line.matchAll(slot)].flatMap((match) => (match[1] ?? '').split(/\s*,\s*/));

/** A layout's text with one more value marked, as it stands in a message. */
export interface Marking {
  /** The text of the message. */
  message: string;
  /** The new value. */
  mark: Named;
  /** Where values of this layout stand in the message now. */
  known: readonly Named[];
  /** Where cells of rows stand in it. */
  cells: readonly Named[];
}

/**
 * Puts a slot into a layout's text. Where the layout has the value's line already, that line is written anew from the message,
 * with all its values; else it comes between the lines that stand before and behind it in the message.
 */
export function withSlot(layout: string, marking: Marking): string {
  const { message, mark, known } = marking;
  const lines = slotPut(layout, marking).trimEnd().split('\n');
  const marks = [...known, mark];
  const placed = placesOf(lines, message, marks);
  const own = lines.findIndex((line) => slotsIn(line).includes(mark.field));
  // The new value, and the one above it, may be prose that ends where the next line of the layout begins.
  const running = lines.map((line, i) => {
    const last = marks.find(({ field }) => field === slotsIn(line).at(-1));
    const next = placed[i + 1];
    const isNear = i === own || (i < own && lines.slice(i + 1, own).every((one) => slotsIn(one).length === 0));
    return isNear && last && typeof next === 'number'
      ? withDots(line, message, last, lineOf(message, next).start)
      : line;
  });
  return joined(running);
}

function slotPut(layout: string, { message, mark, known, cells }: Marking): string {
  const lines = layout
    .replace(/\n+$/, '')
    .split('\n')
    .filter((line, i, all) => line !== '' || all.length > 1 || i > 0);
  const line = lineOf(message, mark.start);
  const placed = withCells(lines, placesOf(lines, message, known), cells);
  const own = placed.findIndex((at) => at !== null && at >= line.start && at <= line.end);
  const onLine = known.filter(({ start }) => start >= line.start && start <= line.end);
  const isBlank = lines.every((one) => one.trim() === '');
  const here = [...onLine, mark];
  const repeated = repeatedIn(message, line, known, [...here]).map((one): Named => ({ ...one, field: '*' }));
  const written = writeLayout(message, [...here, ...repeated])
    .trimEnd()
    .split('\n');
  // A line above that holds a value itself is in the layout already, and no label of this one.
  const above = lineOf(message, message.slice(0, line.start).trimEnd().length);
  const isTaken = known.some(({ start, end }) => start <= above.end && end >= above.start);
  // Nor is a line below one to be found by, where it has a value of its own and is in the layout.
  const worded = plainLines(message).filter(({ words }) => /[\p{L}\p{N}]/u.test(words));
  const below = lineBelow(worded, line.start);
  const isKnown = below !== null && known.some(({ start }) => lineOf(message, start).start === below);
  const upTo = written.findIndex((one) => slotsIn(one).includes(mark.field)) + 1;
  const kept = isKnown && upTo > 0 ? written.slice(0, upTo) : written;
  const put = isTaken && kept.length > 1 ? kept.slice(-1) : kept;
  if (isBlank) return `${put.join('\n')}\n`;
  if (own >= 0) return joined([...lines.slice(0, own), ...withoutLabel(put, lines[own - 1]), ...lines.slice(own + 1)]);
  const before = placed.findLastIndex((at) => at !== null && at < line.start);
  return joined([...lines.slice(0, before + 1), ...withoutLabel(put, lines[before]), ...lines.slice(before + 1)]);
}

/**
 * A line of a message as one that ends the value above it: its label, with words to ignore, or all of it. `lines`: of the value;
 * what stands below one of several is told by its words alone.
 */
export function withEnd(layout: string, field: string, message: string, offset: number, lines: number): string {
  const line = lineOf(message, offset);
  const label = findLabelled(message).find(({ start }) => start > line.start && start <= line.end);
  const words = message.slice(line.start, label?.start ?? line.end).replaceAll('[[', '[[[[');
  const all = layout.replace(/\n+$/, '').split('\n');
  const at = all.findLastIndex((one) => slotsIn(one).includes(field));
  // The next line of a paragraph of values is a value itself, unless it frames them: `----- end -----`.
  const isValue =
    lines === 1 &&
    !/^\s*[-=_*#~+]{3,}/.test(words) &&
    /^\s*\[\[\w+(?:\.\.\.)?\]\]\s*$/.test(all[at] ?? '') &&
    /\S[^\S\n]*\n$/.test(message.slice(0, line.start)) &&
    !label;
  const put = isValue ? '[[*]]' : label ? `${words}[[*]]` : words.trimEnd();
  return joined([...all.slice(0, at + 1), put, ...all.slice(at + 1)]);
}

/** Items of a message that repeat, as lines of a layout. */
export interface Repeating {
  message: string;
  known: readonly Named[];
  /** Where the items stand in the message. */
  over: { start: number; end: number };
  block: string;
}

/** Puts a block where its items stand in the message; lines of the layout among them go, and so does another block. */
export function withBlock(layout: string, { message, known, over, block }: Repeating): string {
  const lines = layout
    .replace(/\[\[rows:\]\][\s\S]*?\[\[:rows\]\]\n?/, '')
    .replace(/\n+$/, '')
    .split('\n')
    .filter((line, i, all) => line !== '' || all.length > 1 || i > 0);
  const placed = placesOf(lines, message, known);
  const within = (at: number | null | undefined) => typeof at === 'number' && at >= over.start && at < over.end;
  const before = placed.findLastIndex((at) => at !== null && at < over.start);
  const above = lines.slice(0, before + 1);
  const below = lines.slice(before + 1).filter((_, i) => !within(placed[before + 1 + i]));
  return joined([...above, ...block.split('\n'), ...below]);
}

const joined = (lines: readonly string[]) => `${lines.join('\n')}\n`;

/** The label above a value that stands alone is not written twice. */
const withoutLabel = (put: readonly string[], above: string | undefined) =>
  put.length > 1 && above !== undefined && saysAsMuch(put[0]?.trim() ?? '', above.trim()) ? put.slice(1) : put;

/** Whether a line is another one, whatever stands in the place of words to ignore. */
function saysAsMuch(line: string, other: string): boolean {
  let at = 0;
  const parts = line.split('[[*]]');
  const inOrder = parts.every((part, i) => {
    const found = i === parts.length - 1 ? other.lastIndexOf(part) : other.indexOf(part, at);
    if (found < at || (i === 0 && found > 0)) return false;
    at = found + part.length;
    return true;
  });
  return inOrder && at === other.length;
}

function lineOf(text: string, offset: number) {
  const start = text.lastIndexOf('\n', offset - 1) + 1;
  const end = text.indexOf('\n', offset);
  return { start, end: end < 0 ? text.length : end };
}

/** Where each line of a layout stands in a message: by its values, or, for mere words, where a line is these or begins with them. */
function placesOf(lines: readonly string[], message: string, known: readonly Named[]): (number | null)[] {
  const plain = plainLines(message);
  let last: number | null = null;
  return lines.map((line) => {
    const names = slotsIn(line);
    const under: number | null = line.trim() === '[[*]]' && last !== null ? lineBelow(plain, last) : null;
    last = under ?? placeOf(line, names);
    return last;
  });

  function placeOf(line: string, names: readonly string[]): number | null {
    if (names.length > 0) {
      const starts = known.flatMap(({ field, start }) => (names.includes(field) ? [start] : []));
      return starts.length > 0 ? Math.min(...starts) : null;
    }
    // Words to ignore say nothing of where a line stands; those before them do.
    const words = line.replace(/\[\[\*\]\][\s\S]*$/, '').trim();
    if (words === '') {
      const behind = line.replace(/^[\s\S]*\[\[\*\]\]/, '').trim();
      return behind === '' ? null : (plain.find((one) => one.words.endsWith(behind))?.start ?? null);
    }
    const same = plain.find((one) => one.words === words) ?? plain.find((one) => one.words.startsWith(words));
    return same?.start ?? null;
  }
}

const plainLines = (message: string) =>
  linesOf(message).map((range) => ({ ...range, words: message.slice(range.start, range.end).trim() }));

/** Where the next line begins that is not blank. */
const lineBelow = (lines: readonly { start: number; words: string }[], offset: number): number | null =>
  lines.find(({ start, words }) => start > offset && words !== '')?.start ?? null;

/** The lines of a block stand where its items do, and its end behind the last of them: nothing comes between. */
function withCells(
  lines: readonly string[],
  placed: readonly (number | null)[],
  cells: readonly Named[],
): (number | null)[] {
  const from = lines.findIndex((line) => line.trim() === '[[rows:]]');
  const to = lines.findIndex((line) => line.trim() === '[[:rows]]');
  if (from < 0 || to < from || cells.length === 0) return [...placed];
  const first = Math.min(...cells.map(({ start }) => start));
  const last = Math.max(...cells.map(({ end }) => end));
  return placed.map((at, i) => (i < from || i > to ? at : i === to ? last : first));
}

/**
 * Takes a field's slot out of a layout's text: with its line, where it stands alone with its label; where other values share the
 * line, its place is kept as words to ignore. `joined`: but not where a blank alone parts it from another, whose value is longer then.
 */
export function withoutSlot(layout: string, field: string, joined = false): string {
  const lines = layout.split('\n').flatMap((line, i, all): string[] => {
    const names = slotsIn(line);
    if (!names.includes(field)) {
      // A label above a value that is alone on its line goes with it.
      const below = all[i + 1]?.trim();
      return (below === `[[${field}]]` || below === `[[${field}...]]`) &&
        names.length === 0 &&
        line.trim() !== '' &&
        !/^\s*\[\[/.test(line)
        ? []
        : [line];
    }
    if (names.length === 1) return [];
    const ignored = line.replace(slot, (written, inside: string) => {
      const left = inside.split(/\s*,\s*/).filter((name) => name !== field);
      return left.length === 0 ? '[[*]]' : left.length < inside.split(',').length ? `[[${left.join(', ')}]]` : written;
    });
    return [joined ? ignored.replace(/\[\[\*\]\] (?=\[\[)|(?<=\]\]) \[\[\*\]\]/g, '') : ignored];
  });
  return lines.join('\n');
}
