import {
  breaksShown,
  cellBreak,
  formOf,
  linesInCell,
  type Range,
  type View,
  wholeView,
  withTables,
} from '../reading/index.js';
import { cellText, markedGrids } from '../rules/table/grid.js';
import { headingOfLine } from '../rules/table/header.js';
import { textGrids } from '../rules/table/text-grid.js';
import { tokenise } from '../rules/template/text/tokens.js';
import { type CompiledSieve, tryCompileSieve } from '../sieve/index.js';
import { fieldName, namingOf } from '../suggest/field-name.js';
import { guessType } from '../suggest/guess-type.js';
import { wholeValue } from '../suggest/looks.js';
import type { AlikePart } from '../suggest/rows/alike-part.js';
import { cutAlike } from '../suggest/rows/cut-alike.js';
import { cutByLooks } from '../suggest/rows/cut-by-looks.js';
import { isHeading } from '../suggest/rows/headings.js';
import { type FieldOptions, isFree, ownTypes, type ReadContext } from '../values/index.js';
import { contextOf } from './context-of.js';
import { checked, type Edited, refused, type ShownMessage } from './edited.js';
import { type Cell, cellAt, type Items, itemsOf, wholeLines } from './items-of.js';
import { slotsIn } from './layout-text.js';
import { setEntry } from './set-entry.js';
import { SourceMap } from './source-map.js';
import { workingLayout } from './working-layout.js';

/** A value within an item that is to be a column of all items. */
export interface MarkedCell extends Range {
  column: string;
  /** What it is; told by the values of all items when left out. */
  options?: FieldOptions | undefined;
}

/**
 * Marks a value within an item of the rows as a column of all items. What the items share on its line are words of the layout, and
 * what differs beside it stays the column it was, or is ignored. Null where the stretch lies in no item.
 */
export function markCell(source: string, sieve: CompiledSieve, shown: ShownMessage, mark: MarkedCell): Edited | null {
  return markIn(itemsOf(sieve, shown.reading), source, sieve, shown, mark);
}

/** `found`: the items as the sieve read them before what else is changed in its source text. */
function markIn(
  found: Items | null,
  source: string,
  sieve: CompiledSieve,
  shown: ShownMessage,
  mark: MarkedCell,
): Edited | null {
  const cell = cellAt(found, mark);
  if (!found || !cell) return null;
  const isKnown = new SourceMap(source).keys('rows', 'columns').includes(mark.column);
  const options = mark.options ?? { type: ownTypes.words };
  const declared = isKnown ? source : setEntry(source, ['rows', 'columns'], mark.column, options, true);
  const heading = underHeading(declared, sieve, shown, found, mark);
  const written = heading === null ? inBlock(declared, found, cell.row, mark) : checked(heading, mark.column);
  if (!written?.ok) return written;
  const untold = isKnown || mark.options ? [] : [mark.column];
  return checked(retyped(written.source, shown, untold), mark.column);
}

function inBlock(source: string, found: Items, row: number, mark: MarkedCell): Edited | null {
  const { cells } = found;
  const layout = workingLayout(source, found.outcome);
  const block = /(\[\[rows:\]\]\n)([\s\S]*?)(\n?[^\S\n]*\[\[:rows\]\])/.exec(layout?.text ?? '');
  if (!layout || !block) return null;
  const lines = (block[2] ?? '').split('\n');
  const attempt = (strict: boolean): Edited => {
    const next = withLine(lines, found, row, mark, strict);
    const text = layout.text.replace(block[0], () => `${block[1]}${next.join('\n')}${block[3]}`);
    const gone = cells
      .map(({ column }) => column)
      .filter((column) => !text.split('\n').flatMap(slotsIn).includes(column));
    const written = setEntry(source, layout.path, 'text', text);
    return checked([...new Set(gone)].reduce(withoutColumn, written), mark.column);
  };
  const first = attempt(false);
  return first.ok ? first : attempt(true);
}

/** The source text without a column that nothing fills any more. */
function withoutColumn(source: string, column: string): string {
  const map = new SourceMap(source);
  const slots = map
    .list('rules')
    .flatMap((_, i) => map.list('rules', i, 'layouts').map((__, k) => map.text('rules', i, 'layouts', k, 'text') ?? ''))
    .flatMap((text) => text.split('\n').flatMap(slotsIn));
  return slots.includes(column) ? source : setEntry(source, ['rows', 'columns'], column, undefined);
}

/** Columns as the values of all items in the message tell their types. */
function retyped(source: string, shown: ShownMessage, columns: readonly string[]): string {
  const compiled = tryCompileSieve(source);
  if (!compiled.ok || columns.length === 0) return source;
  const { sieve } = compiled;
  const found = itemsOf(sieve, shown.reading);
  const context = contextOf(sieve, shown.reading);
  return columns.reduce((text, name) => {
    const own = found?.cells.filter(({ column }) => column === name) ?? [];
    const said = own.map(({ start, end }) => found?.text.slice(start, end) ?? '');
    return said.length === 0
      ? text
      : setEntry(text, ['rows', 'columns'], name, guessType(name.replaceAll('_', ' '), said, context), true);
  }, source);
}

/** The lines of a block with one more value in them. `strict`: without words to ignore, which cannot always be told from values. */
function withLine(lines: readonly string[], found: Items, row: number, mark: MarkedCell, strict: boolean): string[] {
  const { text, cells } = found;
  const line = wholeLines(text, mark.start, mark.end);
  const here = cells.filter((cell) => cell.row === row && cell.start >= line.start && cell.end <= line.end);
  const written = lineOf(lines, found, row, line, mark, here, strict);
  const said = wordsOf(text.slice(line.start, line.end));
  const ofSlots = lines.findIndex((one) => slotsIn(one).some((name) => here.some(({ column }) => column === name)));
  // What all items of the message say is a line of words in the layout, until a value in it is marked.
  const own = ofSlots >= 0 ? ofSlots : lines.findIndex((one) => slotsIn(one).length === 0 && wordsOf(one) === said);
  const kept = lines
    .map((one, i) => (i === own ? written : withoutSlotOf(one, mark.column)))
    .filter((one) => one !== null);
  if (own >= 0) return kept;
  const placeOf = (one: string) =>
    Math.min(
      ...cells.filter((cell) => cell.row === row && slotsIn(one).includes(cell.column)).map(({ start }) => start),
    );
  const before = kept.findLastIndex((one) => placeOf(one) < line.start);
  return [...kept.slice(0, before + 1), written, ...kept.slice(before + 1)];
}

const wordsOf = (line: string) =>
  tokenise(line, 0)
    .map(({ norm }) => norm)
    .join(' ');

/** A line without the slot of a column; null where nothing else stood on it. */
function withoutSlotOf(line: string, column: string): string | null {
  const slots = slotsIn(line);
  if (!slots.includes(column)) return line;
  if (slots.length === 1) return null;
  return line.replace(/\[\[([\w, ]+)\]\]/g, (written, inside: string) => {
    const names = inside.split(/\s*,\s*/);
    const left = names.filter((name) => name !== column);
    return left.length === names.length ? written : left.length === 0 ? '[[*]]' : `[[${left.join(', ')}]]`;
  });
}

/** Of the items, the share that has a word on the same line for it to be one of the layout. */
const sharedBy = 0.6;
/** The same for figures and words with a capital, which are values more often. */
const namesSharedBy = 0.9;

/** One line of an item as the layout has it. */
function lineOf(
  lines: readonly string[],
  found: Items,
  row: number,
  line: Range,
  mark: MarkedCell,
  here: readonly Cell[],
  strict: boolean,
): string {
  const all = [found.text.slice(line.start, line.end), ...linesLike(found, row, line, here)].map(
    (words) => new Set(tokenise(words, 0).map(({ norm }) => norm)),
  );
  const isShared = (norm: string, isSmall: boolean) =>
    all.filter((words) => words.has(norm)).length >= (isSmall ? sharedBy : namesSharedBy) * all.length;
  const overlapping = here.filter((cell) => cell.start < mark.end && mark.start < cell.end);
  const kept = here.filter((cell) => !overlapping.includes(cell) && cell.column !== mark.column);
  const old = overlapping.filter(({ column }) => column !== mark.column);
  const sorted = [...kept, mark].sort((a, b) => a.start - b.start);
  const left = new Set(old.map(({ column }) => column));
  // In a layout two blanks are the break in a cell.
  const text = breaksShown(found.text, found.breaks, cellBreak);
  let [written, at] = ['', line.start];
  const between = (to: number) => {
    written += withSlots(text, { start: at, end: to }, isShared, (stretch) => {
      const was = old.find(({ column, start, end }) => left.has(column) && start < stretch.end && stretch.start < end);
      if (was) left.delete(was.column);
      return was ? `[[${was.column}]]` : strict ? '' : '[[*]]';
    });
  };
  for (const { start, end, column } of sorted) {
    between(start);
    written += `[[${namesAt(lines, here, column)}]]`;
    at = end;
  }
  between(line.end);
  return written.trim().replaceAll(cellBreak, '  ');
}

/** A link is read with the words it stands behind. */
function namesAt(blockLines: readonly string[], here: readonly Cell[], column: string): string {
  if (!here.some((cell) => cell.column === column)) return column;
  const slot = /\[\[([\w, ]+)\]\]/g;
  const written = [...blockLines.join('\n').matchAll(slot)].map(([, names = '']) => names.split(/\s*,\s*/));
  return written.find((names) => names.includes(column))?.join(', ') ?? column;
}

/** The words of a stretch, with a slot for each run of those that other items do not share. */
function withSlots(
  text: string,
  { start, end }: Range,
  isShared: (norm: string, isSmall: boolean) => boolean,
  slotFor: (stretch: Range) => string,
): string {
  const tokens = tokenise(text.slice(start, end), start);
  const strange = tokens.map(({ word, norm, start: at }) => word && !isShared(norm, /^\p{Ll}/u.test(text.slice(at))));
  let [written, at] = ['', start];
  for (let i = 0; i < tokens.length; i++) {
    if (!strange[i]) continue;
    // A run goes on over marks between words that differ: `3.50`, `O’Hara`.
    let to = i;
    for (let k = i + 1; k < tokens.length; k++) {
      if (tokens[k]?.word && !strange[k]) break;
      if (strange[k]) to = k;
    }
    // Where only the day of a date differs, all of it is the value.
    const run = whole(text.slice(start, end), start, { start: tokens[i]?.start ?? at, end: tokens[to]?.end ?? at });
    written += text.slice(at, run.start).replaceAll('[[', '[[[[') + slotFor(run);
    at = run.end;
    while ((tokens[to + 1]?.start ?? end) < at) to++;
    i = to;
  }
  return written + text.slice(at, end).replaceAll('[[', '[[[[');
}

function whole(line: string, offset: number, { start, end }: Range): Range {
  const value = wholeValue(line, start - offset, end - offset);
  return { start: value.start + offset, end: value.end + offset };
}

/** The line of other items that holds the same columns, or stands at the same place of them. */
function linesLike({ text, cells, items }: Items, row: number, line: Range, here: readonly Cell[]): string[] {
  const own = items[row];
  const nth = own
    ? text
        .slice(own.start, line.start)
        .split('\n')
        .filter((one) => one.trim() !== '').length
    : 0;
  return items.flatMap(({ start, end }, i) => {
    if (i === row) return [];
    const same = cells.find((cell) => cell.row === i && here.some(({ column }) => column === cell.column));
    const range = same && wholeLines(text, same.start, same.end);
    const words = range
      ? text.slice(range.start, range.end)
      : text
          .slice(start, end)
          .split('\n')
          .filter((one) => one.trim() !== '')[nth];
    return words === undefined ? [] : [words];
  });
}

/** The column of a table rule, by the heading over the marked cell; null where no such rule reads these items. */
function underHeading(
  source: string,
  sieve: CompiledSieve,
  { reading }: ShownMessage,
  { text, cells }: Items,
  mark: MarkedCell,
): string | null {
  const map = new SourceMap(source);
  const known = (rule: number) => map.keys('rules', rule, 'columns');
  const rule = map
    .list('rules')
    .findIndex((_, i) =>
      cells.some((cell) => cell.rule === map.text('rules', i, 'name') && known(i).includes(cell.column)),
    );
  if (rule < 0) return null;
  const { tables } = formOf(reading, sieve.body);
  const view = withTables(wholeView('message.text', text), tables);
  const grids = [...markedGrids(view, tables), ...textGrids(view, isHeading)];
  for (const { rows } of grids) {
    const at = rows.findIndex((row) => row.flat().some(({ start, end }) => start <= mark.start && mark.end <= end));
    const column = rows[at]?.findIndex((cell) => cell.some(({ start, end }) => start <= mark.start && mark.end <= end));
    const head = rows.slice(0, Math.max(0, at)).find((row) => isHeading(row.map((cell) => cellText(view, cell))));
    const [words, cell] = [head?.[column ?? -1], rows[at]?.[column ?? -1]?.[0]];
    if (!words || !cell) continue;
    const heading = headingFor(mark, cell, view, cellText(view, words));
    return setEntry(source, ['rules', rule, 'columns'], mark.column, heading);
  }
  return null;
}

/** The words that name a marked value: those over its cell, and which line of the cell it is where that has several. */
function headingFor(mark: Range, cell: Range, view: View, words: string): string {
  const lines = linesInCell(view, cell);
  const line = lines.findIndex(({ start, end }) => start <= mark.start && mark.end <= end);
  return lines.length > 1 && line >= 0 ? headingOfLine(line + 1, words) : words;
}

/** Cuts a column in two where the values of all items can be cut alike: the first part keeps its name. */
export function splitColumn(source: string, shown: ShownMessage, column: string): Edited {
  const compiled = tryCompileSieve(source);
  if (!compiled.ok) return { ok: false, problems: compiled.problems };
  const { sieve } = compiled;
  const found = itemsOf(sieve, shown.reading);
  const own = found?.cells.filter((cell) => cell.column === column) ?? [];
  const context = contextOf(sieve, shown.reading);
  const values = own.map(({ start, end }) => found?.text.slice(start, end) ?? '');
  const [first, second] = partsOf(values, context);
  const at = second?.ranges.findIndex((range, i) => range !== null && first?.ranges[i]) ?? -1;
  const [cell, range] = [own[at], second?.ranges[at]];
  if (!second || !cell || !range) return refused('YS-EDIT-NO-SPLIT', { column });
  const taken = new Set([...Object.keys(sieve.fields), ...Object.keys(sieve.columns)]);
  const label = second.label ?? (isFree({ type: second.type }) ? `${column} text` : second.type);
  const name = fieldName(label, second.type, namingOf([...taken]), taken);
  const place = { start: cell.start + range.start, end: cell.start + range.end };
  // Side by side, the two are told apart by their types.
  const mark = { column: name, options: { type: second.type }, ...place };
  const known = sieve.columns[column];
  const retype = known && first && !isFree({ type: first.type }) && known.type !== first.type;
  const { required } = known ?? {};
  const kept = required === undefined ? {} : { required };
  const typed = retype ? setEntry(source, ['rows', 'columns'], column, { type: first.type, ...kept }, true) : source;
  const edited = markIn(found, typed, sieve, shown, mark);
  return edited?.ok && isStill(edited.source, column) ? edited : refused('YS-EDIT-NO-SPLIT', { column });
}

const isStill = (source: string, column: string) => new SourceMap(source).keys('rows', 'columns').includes(column);

/** What values can be cut into: by their looks and marks, else at the first blank. */
function partsOf(values: readonly string[], context: ReadContext): AlikePart[] {
  const found = [cutAlike(values, context), cutByLooks(values, context, true)].find(
    (parts) => (parts?.length ?? 0) > 1,
  );
  if (found) return found;
  const cut = values.map((value) => /\s+/.exec(value));
  const part = (rangeOf: (gap: RegExpExecArray, value: string) => Range): AlikePart => {
    const ranges = values.map((value, i) => (cut[i] ? rangeOf(cut[i], value) : null));
    const said = ranges.flatMap((range, i) => (range ? [values[i]?.slice(range.start, range.end) ?? ''] : []));
    return { type: guessType('', said, context).type, label: null, ranges };
  };
  return [
    part((gap) => ({ start: 0, end: gap.index })),
    part((gap, value) => ({ start: gap.index + gap[0].length, end: value.length })),
  ];
}
