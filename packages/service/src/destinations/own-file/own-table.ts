import { csvTable } from '@yellow-sieve/core';
import Papa from 'papaparse';
import { harmless } from '../../exports/csv.js';
import {
  changedRow,
  closeWorkbook,
  newRow,
  type OwnValue,
  type OwnWorkbook,
  openWorkbook,
  reaching,
  rowsOfPart,
  toWorkOutAnew,
} from './workbook-part.js';

/** A line that is to stand in the file: values by the headings over their columns. */
export interface OwnLine {
  values: ReadonlyMap<string, OwnValue>;
  /** Headings whose columns tell which row it is. */
  key: readonly string[];
  /** Headings under which no value empties what stands there; under the others it stays. */
  cleared?: ReadonlySet<string>;
}

/** Lines that are looked at for a heading. */
const headingLines = 20;

/** Why a file cannot be written to as it is, in words. */
export class Unfit extends Error {}

/** A table of somebody’s, whatever keeps it. */
interface OwnTable {
  /** The texts of each line, by column. */
  lines(): string[][];
  change(line: number, values: ReadonlyMap<number, OwnValue>): void;
  /** Adds a line, formatted like another. */
  add(like: number, values: ReadonlyMap<number, OwnValue>): void;
  /** The file as it is now; lines below the heading are found by the columns of a key. */
  bytes(heading: number, key: ReadonlySet<number>): Uint8Array;
}

/** Puts lines into a file, no two of them with the same key: each in place of the one with its key, or below the last. Gives the file, and what became of each. @throws Unfit */
export function written(
  bytes: Uint8Array,
  kind: 'xlsx' | 'csv',
  sheet: string | undefined,
  lines: readonly OwnLine[],
): { bytes: Uint8Array; answers: ('added' | 'brought up to date')[] } {
  const table = kind === 'xlsx' ? workbookTable(bytes, sheet) : csvOwnTable(bytes);
  const [first] = lines;
  // It was looked at all the same, and can be read.
  if (!first) return { bytes, answers: [] };
  const { heading, columns } = headed(table, first);
  const answers = lines.map((line) => put(table, line));
  const key = new Set(first.key.map((name) => columns.get(folded(name)) ?? -1));
  return { bytes: table.bytes(heading, key), answers };
}

/** What the row of a key says, by its headings; null where there is none. @throws Unfit */
export function standingIn(
  bytes: Uint8Array,
  kind: 'xlsx' | 'csv',
  sheet: string | undefined,
  line: OwnLine,
): [name: string, text: string][] | null {
  const table = kind === 'xlsx' ? workbookTable(bytes, sheet) : csvOwnTable(bytes);
  const { all, heading, columns } = headed(table, line);
  const at = rowOf(all, heading, columns, line);
  return at < 0 ? null : (all[heading] ?? []).flatMap((name, i) => (name === '' ? [] : [[name, all[at]?.[i] ?? '']]));
}

function put(table: OwnTable, line: OwnLine): 'added' | 'brought up to date' {
  const { all, heading, columns } = headed(table, line);
  const values = new Map([...line.values].map(([name, value]) => [columns.get(folded(name)) ?? -1, value]));
  const at = rowOf(all, heading, columns, line);
  if (at >= 0) {
    for (const name of line.cleared ?? [])
      if (line.values.get(name) === undefined) values.set(columns.get(folded(name)) ?? -1, '');
    table.change(at, values);
    return 'brought up to date';
  }
  table.add(lastFilled(all, heading), values);
  return 'added';
}

const folded = (text: string) => text.trim().replace(/\s+/g, ' ').toLowerCase();

function headed(table: OwnTable, { values, key }: OwnLine) {
  const all = table.lines();
  const wanted = [...new Set([...values.keys(), ...key])];
  let best: { heading: number; missing: string[] } | null = null;
  for (const [heading, texts] of all.slice(0, headingLines).entries()) {
    const columns = new Map(texts.map((text, i) => [folded(text), i] as const).reverse());
    const missing = wanted.filter((name) => !columns.has(folded(name)));
    if (missing.length === 0) return { all, heading, columns };
    if (missing.length < (best?.missing.length ?? wanted.length)) best = { heading, missing };
  }
  throw new Unfit(
    best
      ? `no heading says ${best.missing.map((name) => `“${name}”`).join(', ')}`
      : 'no line has the headings of the route',
  );
}

function rowOf(
  all: readonly string[][],
  heading: number,
  columns: ReadonlyMap<string, number>,
  { values, key }: OwnLine,
): number {
  const wanted = key.map((name) => [columns.get(folded(name)) ?? -1, values.get(name)] as const);
  return all.findIndex(
    (texts, i) => i > heading && wanted.every(([column, value]) => isSame(texts[column] ?? '', value)),
  );
}

/** Whether a cell says a value: a day by its number or as it is written out, a figure by its worth. */
function isSame(text: string, value: OwnValue): boolean {
  if (typeof value === 'object') return text === value.iso || (text !== '' && Number(text) === value.serial);
  if (typeof value === 'number') return text !== '' && Number(text) === value;
  return folded(text) === folded(value ?? '');
}

function lastFilled(all: readonly string[][], heading: number): number {
  for (let at = all.length - 1; at > heading; at--) if (all[at]?.some((text) => text !== '')) return at;
  return heading;
}

/** Changes of a text that were made against it as it was: pieces in place of stretches. */
interface Piece {
  start: number;
  end: number;
  text: string;
}

/** A text with its pieces in it; those of the same place stand in the order they came. */
function withPieces(text: string, pieces: readonly Piece[]): string {
  let [made, at] = ['', 0];
  for (const { start, end, text: piece } of [...pieces].sort((a, b) => a.start - b.start)) {
    made += text.slice(at, start) + piece;
    at = end;
  }
  return made + text.slice(at);
}

function workbookTable(bytes: Uint8Array, sheet: string | undefined): OwnTable {
  let book: OwnWorkbook;
  try {
    book = openWorkbook(bytes, sheet);
  } catch (error) {
    throw new Unfit((error as Error).message);
  }
  const rows = rowsOfPart(book);
  const lines = rows.map(({ cells }) => {
    const texts: string[] = [];
    for (const { column, text } of cells) texts[column] = text;
    return Array.from(texts, (text) => text ?? '');
  });
  const pieces: Piece[] = [];
  const said = rows.filter(({ cells }) => cells.some(({ text, formula }) => text !== '' || formula));
  let [next, widest] = [(said.at(-1)?.number ?? 0) + 1, 0];
  return {
    lines: () => lines,
    change: (at, values) => {
      const row = rows[at];
      if (row) pieces.push({ start: row.start, end: row.end, text: changedRow(book, row, values) });
    },
    add: (like, values) => {
      const number = next++;
      widest = Math.max(widest, ...values.keys());
      // A row that is there and says nothing has its formats already.
      const empty = rows.find((row) => row.number === number);
      const [row, last] = [rows[like], said.at(-1) ?? rows[like]];
      if (empty) pieces.push({ start: empty.start, end: empty.end, text: changedRow(book, empty, values) });
      else if (row && last) {
        // Behind what was added before it, or is empty: rows stand in the order of their numbers.
        const before = rows.filter((one) => one.number < number).at(-1) ?? last;
        pieces.push({ start: before.end, end: before.end, text: newRow(book, number, row, values) });
      }
    },
    bytes: (heading, key) => {
      const xml = toWorkOutAnew(withPieces(book.xml, pieces), rows[heading]?.number ?? 0, key);
      return closeWorkbook({ ...book, xml: reaching(xml, next - 1, widest) });
    },
  };
}

/** Lines of a CSV that is read at all. */
const mostLines = 200_000;

function csvOwnTable(bytes: Uint8Array): OwnTable {
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    throw new Unfit('it is no UTF-8 text; save it as CSV in UTF-8');
  }
  const newline = text.includes('\r\n') ? '\r\n' : '\n';
  const mark = text.startsWith('\ufeff') ? '\ufeff' : '';
  // In place of the mark a blank, so that places stay what they are.
  const rows = csvTable(text.replace(/^\ufeff/, ' '), mostLines)?.rows;
  if (!rows) throw new Unfit('it is no table of cells with commas, semicolons or tabs between');
  const firstLine = text.slice(mark.length).split(/\r?\n/, 1)[0] ?? '';
  const delimiter = [';', '\t', '|', ','].find((one) => firstLine.split(one).length === rows[0]?.length) ?? ',';
  const lines = rows.map((row) => row.map((cell) => cell.text.replace(/\r$/, '').trim()));
  const unparsed = (cells: readonly string[]) => Papa.unparse([[...cells]], { delimiter, newline });
  const plain = (value: OwnValue) => harmless(typeof value === 'object' ? value.iso : String(value));
  const pieces: Piece[] = [];
  const added: string[] = [];
  return {
    lines: () => lines,
    change: (at, values) => {
      const row = rows[at];
      if (!row) return;
      const cells = row.map((cell) => cell.text.replace(/\r$/, ''));
      for (const [column, value] of values) if (value !== undefined) cells[column] = plain(value);
      const line = lineAround(text, row[0]?.start ?? 0, row.at(-1)?.end ?? 0);
      const start = Math.max(line.start, mark.length);
      pieces.push({ start, end: line.end, text: unparsed(Array.from(cells, (cell) => cell ?? '')) });
    },
    add: (_like, values) => {
      const width = rows[0]?.length ?? 0;
      added.push(
        unparsed(Array.from({ length: width }, (_, i) => (values.get(i) === undefined ? '' : plain(values.get(i))))),
      );
    },
    bytes: () => {
      const changed = withPieces(text, pieces);
      const body = added.length > 0 ? changed.replace(/(?:\r?\n)+$/, '') : changed;
      return new TextEncoder().encode(
        body + added.map((line) => `${newline}${line}`).join('') + (added.length > 0 ? newline : ''),
      );
    },
  };
}

/** The line, or lines, that a stretch stands in, without its end. */
function lineAround(text: string, from: number, to: number): { start: number; end: number } {
  const end = text.indexOf('\n', to);
  return {
    start: text.lastIndexOf('\n', Math.max(0, from - 1)) + 1,
    end: end < 0 ? text.length : end - (text[end - 1] === '\r' ? 1 : 0),
  };
}
