import { formOf, listsOf, type Range, type Reading, wholeView, withBreaks } from '../reading/index.js';
import { type CompiledSieve, noFacts, type Outcome, sift } from '../sieve/index.js';

/** A cell of a row, where it stands in the message. */
export interface Cell extends Range {
  row: number;
  column: string;
  /** The rule that read it. */
  rule: string | null;
}

/** The items of a message as its sieve reads them now. */
export interface Items {
  text: string;
  /** Where a blank of it stands for a line break within a table cell. */
  breaks: readonly number[];
  cells: readonly Cell[];
  /** Where each item stands, by the number of its row. */
  items: readonly Range[];
  outcome: Outcome;
}

/** The items that a sieve finds in a message; null where it finds none. */
export function itemsOf(sieve: CompiledSieve, reading: Reading): Items | null {
  const result = sift(reading, sieve, noFacts);
  if (result.kind !== 'outcome' || result.outcome.rows.length === 0) return null;
  const form = formOf(reading, sieve.body);
  const cells = cellsIn(result.outcome);
  if (cells.length === 0) return null;
  const listed = listsOf(form).flatMap(({ items }) => items);
  const items = result.outcome.rows.map((_, row) => {
    const own = cells.filter((cell) => cell.row === row);
    const [from, to] = [Math.min(...own.map(({ start }) => start)), Math.max(...own.map(({ end }) => end))];
    const item = listed.find(({ start, end }) => start <= from && to <= end);
    return item ?? wholeLines(form.text, from, to);
  });
  const { breaks = [] } = withBreaks(wholeView('message.text', form.text), form.tables);
  return { text: form.text, breaks, cells, items, outcome: result.outcome };
}

function cellsIn({ evidence }: Pick<Outcome, 'evidence'>): Cell[] {
  return Object.entries(evidence).flatMap(([path, places]) => {
    const [, row, column] = /^rows\[(\d+)\]\.(.*)$/.exec(path) ?? [];
    const place = places.find((one) => one.in === 'message.text' && one.how === 'read');
    if (row === undefined || column === undefined || !place || place.start === null || place.end === null) return [];
    return [{ row: Number(row), column, rule: place.rule, start: place.start, end: place.end }];
  });
}

export function wholeLines(text: string, from: number, to: number): Range {
  const end = text.indexOf('\n', to);
  return { start: text.lastIndexOf('\n', from - 1) + 1, end: end < 0 ? text.length : end };
}

/** The item that a stretch lies in, and the column whose value it is, to the letter; null where it lies in none. */
export function cellAt(found: Items | null, { start, end }: Range): { row: number; column: string | null } | null {
  const row = found?.items.findIndex((item) => item.start <= start && end <= item.end) ?? -1;
  if (!found || row < 0) return null;
  const same = found.cells.find((cell) => cell.start === start && cell.end === end);
  return { row, column: same?.column ?? null };
}
