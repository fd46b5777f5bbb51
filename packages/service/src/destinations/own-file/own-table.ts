import { csvTable } from '@yellow-sieve/core';
import Papa from 'papaparse';
import { harmless } from '../../exports/csv.js';
import {
  addRow,
  changeRow,
  closeWorkbook,
  type OwnValue,
  type OwnWorkbook,
  openWorkbook,
  rowsOfPart,
} from './workbook-part.js';

/** A line that is to stand in the file: values by the headings over their columns. */
export interface OwnLine {
  values: ReadonlyMap<string, OwnValue>;
  /** Headings whose columns tell which row it is. */
  key: readonly string[];
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
  bytes(): Uint8Array;
}

/** Puts lines into a file: each in place of the one with its key, or below the last. Gives the file, and what became of each. @throws Unfit */
export function written(
  bytes: Uint8Array,
  kind: 'xlsx' | 'csv',
  sheet: string | undefined,
  lines: readonly OwnLine[],
): { bytes: Uint8Array; answers: ('added' | 'brought up to date')[] } {
  const table = kind === 'xlsx' ? workbookTable(bytes, sheet) : csvOwnTable(bytes);
  const answers = lines.map((line) => put(table, line));
  return { bytes: table.bytes(), answers };
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
  const wanted = key.map((name) => [columns.get(folded(name)) ?? -1, keyText(values.get(name))] as const);
  return all.findIndex(
    (texts, i) => i > heading && wanted.every(([column, text]) => folded(texts[column] ?? '') === folded(text)),
  );
}

const keyText = (value: OwnValue): string => (typeof value === 'object' ? String(value.serial) : String(value ?? ''));

function lastFilled(all: readonly string[][], heading: number): number {
  for (let at = all.length - 1; at > heading; at--) if (all[at]?.some((text) => text !== '')) return at;
  return heading;
}

function workbookTable(bytes: Uint8Array, sheet: string | undefined): OwnTable {
  let book: OwnWorkbook;
  try {
    book = openWorkbook(bytes, sheet);
  } catch (error) {
    throw new Unfit((error as Error).message);
  }
  let rows = rowsOfPart(book);
  const again = () => {
    rows = rowsOfPart(book);
  };
  return {
    lines: () =>
      rows.map(({ cells }) => {
        const texts: string[] = [];
        for (const { column, text } of cells) texts[column] = text;
        return Array.from(texts, (text) => text ?? '');
      }),
    change: (at, values) => {
      const row = rows[at];
      if (row) changeRow(book, row, values);
      again();
    },
    add: (like, values) => {
      const row = rows[like];
      if (row) addRow(book, rows, row, values);
      again();
    },
    bytes: () => closeWorkbook(book),
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
  const first = csvTable(text.slice(mark.length), 2);
  if (!first) throw new Unfit('it is no table of cells with commas, semicolons or tabs between');
  const firstLine = text.slice(mark.length).split(/\r?\n/, 1)[0] ?? '';
  const delimiter = [';', '\t', '|', ','].find((one) => firstLine.split(one).length === first.rows[0]?.length) ?? ',';
  const rows = () => csvTable(text.replace(/^\ufeff/, ' '), mostLines)?.rows ?? [];
  const lineOf = (row: ReturnType<typeof rows>[number]) => {
    const [from, to] = [row[0]?.start ?? 0, row.at(-1)?.end ?? 0];
    const start = text.lastIndexOf('\n', from) + 1;
    const end = text.indexOf('\n', to);
    return { start: Math.max(start, mark.length), end: end < 0 ? text.length : end - (text[end - 1] === '\r' ? 1 : 0) };
  };
  const texts = (row: ReturnType<typeof rows>[number]) => row.map((cell) => cell.text.replace(/\r$/, '').trim());
  const unparsed = (cells: readonly string[]) => Papa.unparse([[...cells]], { delimiter, newline });
  const plain = (value: OwnValue) => harmless(typeof value === 'object' ? value.iso : String(value));
  return {
    lines: () =>
      rows().map((row, i) => (i === 0 ? texts(row).map((one) => one.replace(/^[\ufeff\s]/, '')) : texts(row))),
    change: (at, values) => {
      const row = rows()[at];
      if (!row) return;
      const cells = row.map((cell) => cell.text.replace(/\r$/, ''));
      for (const [column, value] of values) if (value !== undefined) cells[column] = plain(value);
      const { start, end } = lineOf(row);
      text = text.slice(0, start) + unparsed(Array.from(cells, (cell) => cell ?? '')) + text.slice(end);
    },
    add: (_like, values) => {
      const width = rows()[0]?.length ?? 0;
      const cells = Array.from({ length: width }, (_, i) => (values.get(i) === undefined ? '' : plain(values.get(i))));
      const body = text.replace(/(?:\r?\n)+$/, '');
      text = `${body}${newline}${unparsed(cells)}${newline}`;
    },
    bytes: () => new TextEncoder().encode(text),
  };
}
