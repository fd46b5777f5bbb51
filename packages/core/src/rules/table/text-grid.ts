import { linesOf, type Range, type View } from '../../reading/index.js';
import { cellText, type Grid, type GridCell, isEmpty, trimmed } from './grid.js';

/** What keeps the cells of a line apart. */
type Separator = '|' | '\t' | ';' | 'gap';

interface Row {
  line: Range;
  separator: Separator;
  cells: Range[];
}

/** Blank lines within a table, and lines that are no rows of it, that do not end it. */
const maxStrangers = 1;

/** Tables that are written in a text: from each line on that heads one, down to where its rows end. */
export function textGrids(view: View, isHeader: (cells: readonly string[]) => boolean): Grid[] {
  const lines = linesOf(view.text);
  const grids: Grid[] = [];
  for (let at = 0; at < lines.length; at++) {
    const heads = headsAt(view, lines, at).filter(({ cells }) => isHeader(cells.map((cell) => cellText(view, cell))));
    const [head] = heads;
    if (!head) continue;
    const { rows, next } = rowsBelow(view, lines, head.last, head.row);
    grids.push({
      view,
      made_of: head.row.separator === 'gap' ? 'columns' : 'delimiters',
      rows: [head.cells, ...rows.slice(1)],
    });
    at = next - 1;
  }
  return grids;
}

/** Headings that may begin at a line: the row by whose cells the others stand, and what each column is called. */
interface Head {
  row: Row;
  cells: GridCell[];
  /** Its last line. */
  last: number;
}

/** Nobody writes a text with so many columns, and the cells of each row are looked at for each of them. */
const maxColumns = 200;
/** A row of more cells is no heading that goes on in the next line. */
const maxHeadings = 60;

/** The headings of a line; before them those that take up two lines, as where `price` stands below both `Old` and `New`. */
function headsAt(view: View, lines: readonly Range[], at: number): Head[] {
  const row = rowOf(view, lines[at] as Range);
  if (row && row.cells.length > maxColumns) return [];
  const one = row ? [{ row, cells: row.cells.map((cell): GridCell => [cell]), last: at }] : [];
  const below = lines[at + 1];
  if (!below || !row || row.separator !== 'gap' || row.cells.length > maxHeadings) return one;
  const under = rowOf(view, below);
  const cells = under ? under.cells : [trimmed(view, below)];
  if (cells.length > maxHeadings) return one;
  const isNarrower = cells.length < row.cells.length;
  const [wide, narrow] = isNarrower ? [row, { ...row, line: below, cells }] : [under, row];
  if (wide?.separator !== 'gap' || wide.cells.length === narrow.cells.length) return one;
  if (![...wide.cells, ...narrow.cells].every((cell) => isWords(view, cell)) || !isFollowed(view, lines, at + 2))
    return one;
  const columns = narrow.cells.map((cell) => wide.cells.findIndex((heading) => overlap(cell, narrow, heading, wide)));
  // What stands below the first heading is a row.
  if (columns.some((column, i) => column <= 0 || columns.indexOf(column) !== i)) return one;
  const both = wide.cells.map((heading, column): GridCell => {
    const own = narrow.cells.filter((_, i) => columns[i] === column);
    return isNarrower ? [heading, ...own] : [...own, heading];
  });
  return [{ row: wide, cells: both, last: at + 1 }, ...one];
}

const isWords = (view: View, { start, end }: Range) => /^\P{N}*\p{L}\P{N}*$/u.test(view.text.slice(start, end));

/** Whether a row or a ruling stands at a line. */
function isFollowed(view: View, lines: readonly Range[], at: number): boolean {
  const line = lines[at];
  return line !== undefined && (isRuling(view.text.slice(line.start, line.end)) || rowOf(view, line) !== null);
}

const overlap = (cell: Range, row: Row, heading: Range, head: Row): boolean =>
  cell.start - row.line.start < heading.end - head.line.start &&
  heading.start - head.line.start < cell.end - row.line.start;

function rowsBelow(view: View, lines: readonly Range[], headAt: number, head: Row) {
  const rows: GridCell[][] = [head.cells.map((cell) => [cell])];
  let strangers = 0;
  let next = headAt + 1;
  for (let at = headAt + 1; at < lines.length && strangers <= maxStrangers; at++) {
    const line = lines[at] as Range;
    const text = view.text.slice(line.start, line.end);
    if (isRuling(text)) continue;
    if (text.trim() === '') {
      if (rows.length > 1 && !goesOn(view, lines, at + 1, head)) break;
      continue;
    }
    const row = rowOf(view, line);
    if (row && row.separator === head.separator && row.cells.length >= 2) {
      rows.push(underHeader(view, row, head));
      [strangers, next] = [0, at + 1];
    } else if (isContinuation(view, lines, at, head, rows)) {
      continueRow(view, line, head, rows);
      [strangers, next] = [0, at + 1];
    } else strangers++;
  }
  return { rows, next };
}

const isRuling = (text: string) => /^[\s|+:=_–—*.-]+$/.test(text) && /[-=_–—*.+]{3}/.test(text);

/** The cells of a line; null where it has but one. */
function rowOf(view: View, line: Range): Row | null {
  const text = view.text.slice(line.start, line.end).replace(/^(?:\s{0,3}>)+ ?/, (quoted) => ' '.repeat(quoted.length));
  const separator = separatorOf(text);
  const cells = cut(text, separator)
    .map(({ start, end }) => trimmed(view, { start: line.start + start, end: line.start + end }))
    .filter(({ start, end }, i, all) => end > start || (separator !== 'gap' && i > 0 && i < all.length - 1));
  return cells.length >= 2 ? { line, separator, cells } : null;
}

function separatorOf(text: string): Separator {
  if ((text.match(/\|/g)?.length ?? 0) >= 1) return '|';
  if (text.includes('\t')) return '\t';
  return (text.match(/;/g)?.length ?? 0) >= 2 ? ';' : 'gap';
}

function cut(text: string, separator: Separator): Range[] {
  const pattern = separator === 'gap' ? /\s{2,}/g : new RegExp(`\\${separator === '\t' ? 't' : separator}`, 'g');
  const cells: Range[] = [];
  let at = 0;
  for (const match of text.matchAll(pattern)) {
    cells.push({ start: at, end: match.index });
    at = match.index + match[0].length;
  }
  return [...cells, { start: at, end: text.length }];
}

/** The cells of a row by the columns of its header: in order where there are as many, else under the heading they stand below. */
function underHeader(view: View, written: Row, head: Row): GridCell[] {
  const row =
    written.separator === 'gap' && written.cells.length < head.cells.length ? parted(view, written, head) : written;
  if (row.separator !== 'gap' || row.cells.length === head.cells.length)
    return head.cells.map((_, i) => (row.cells[i] ? [row.cells[i]] : []));
  const columns: GridCell[] = head.cells.map(() => []);
  let from = 0;
  row.cells.forEach((cell, i) => {
    const last = head.cells.length - (row.cells.length - i);
    const candidates = head.cells.map((_, column) => column).slice(from, Math.max(from, last) + 1);
    const best = candidates.sort((a, b) => apart(cell, row, a, head) - apart(cell, row, b, head))[0];
    if (best === undefined) return;
    columns[best] = [cell];
    from = best + 1;
  });
  return columns;
}

/** A row whose cells are cut where a heading begins, if one is as long as its column and runs into the next. */
function parted(view: View, row: Row, head: Row): Row {
  const cells = row.cells.flatMap((cell) => {
    const edge = head.cells
      .map(({ start }) => row.line.start + start - head.line.start)
      .find((at) => at > cell.start && at < cell.end && isEdge(view.text, at));
    const isOwn =
      edge !== undefined && row.cells.every((other) => other === cell || other.start > edge || other.end < edge);
    return isOwn ? [trimmed(view, { start: cell.start, end: edge }), { start: edge, end: cell.end }] : [cell];
  });
  return { ...row, cells };
}

/** Whether a word, or a figure behind one, begins right here. */
const isEdge = (text: string, at: number) =>
  /\s\S/.test(text.slice(at - 1, at + 1)) || /\p{L}\d/u.test(text.slice(at - 1, at + 1));

/** How far a cell stands from its heading: nothing where they overlap, the less the better their edges agree. */
function apart(cell: Range, row: Row, column: number, head: Row): number {
  const heading = head.cells[column] as Range;
  const [start, end] = [cell.start - row.line.start, cell.end - row.line.start];
  const [from, to] = [heading.start - head.line.start, heading.end - head.line.start];
  const edges = Math.min(Math.abs(start - from), Math.abs(end - to));
  return edges + 10 * Math.max(0, from - end, start - to);
}

/** Whether the rows go on behind a blank line. */
function goesOn(view: View, lines: readonly Range[], at: number, head: Row): boolean {
  const next = lines[at];
  const row = next && rowOf(view, next);
  return (
    row !== undefined && row !== null && row.separator === head.separator && row.cells.length >= head.cells.length - 1
  );
}

/**
 * A line of one cell right below a row, with another row behind it, or else right under a cell that is not the first: a long description
 * that was wrapped, for it was too long for its column.
 */
function isContinuation(
  view: View,
  lines: readonly Range[],
  at: number,
  head: Row,
  rows: readonly GridCell[][],
): boolean {
  if (head.separator !== 'gap' || rows.length < 2 || fitsAbove(view, lines[at] as Range, head, rows)) return false;
  for (let below = at + 1; below < lines.length; below++) {
    const line = lines[below] as Range;
    if (isRuling(view.text.slice(line.start, line.end))) return true;
    if (view.text.slice(line.start, line.end).trim() === '') break;
    if (rowOf(view, line)) return true;
  }
  return isUnderCell(view, lines[at] as Range, head, rows);
}

/** Whether a line stands under a cell of the row above, within its column, where no heading of its own could. */
function isUnderCell(view: View, line: Range, head: Row, rows: readonly GridCell[][]): boolean {
  const cell = trimmed(view, line);
  const from = cell.start - line.start;
  const column = head.cells.findIndex(({ start }, i) => i > 0 && start - head.line.start === from);
  const [own, next] = [head.cells[column], head.cells[column + 1]];
  const end = next ? next.start - head.line.start : Number.POSITIVE_INFINITY;
  const isFilled = own !== undefined && !isEmpty(view, rows.at(-1)?.[column]);
  return isFilled && cell.end > cell.start && cell.end - line.start < end;
}

/** Whether a line begins anew, and its first word had had room in the cell above: then it is a heading of what follows. */
function fitsAbove(view: View, line: Range, head: Row, rows: readonly GridCell[][]): boolean {
  const cell = trimmed(view, line);
  const from = cell.start - line.start;
  const column = head.cells.findLastIndex(({ start }) => start - head.line.start <= from + maxShift);
  const [own, next] = [head.cells[column], head.cells[column + 1]];
  const above = rows.at(-1)?.[column]?.at(-1);
  const begins = /^\p{Lu}/u.test(view.text.slice(cell.start, cell.end));
  if (!own || !next || !above || column > 0 || !begins) return false;
  const first = /^\S+/.exec(view.text.slice(cell.start, cell.end))?.[0].length ?? 0;
  return above.end - above.start + 1 + first < next.start - own.start - maxShift;
}

/** Characters by which a wrapped line may be indented. */
const maxShift = 2;

/** Puts a line of one cell to the cell of the row above that stands over it. */
function continueRow(view: View, line: Range, head: Row, rows: GridCell[][]): void {
  const cell = trimmed(view, line);
  const above = rows.at(-1) as GridCell[];
  const row = { line, separator: head.separator, cells: [cell] };
  const filled = head.cells.map((_, column) => column).filter((column) => !isEmpty(view, above[column]));
  const [best = 0] = filled.sort((a, b) => apart(cell, row, a, head) - apart(cell, row, b, head));
  above[best] = [...(above[best] ?? []), cell];
}
