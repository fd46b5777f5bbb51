import { blocks } from './blocks.js';
import { fillers } from './fillers.js';
import { type HtmlElement, type HtmlPiece, type TreeVisitor, walk } from './tree.js';
import type { Visibility } from './visibility.js';

/** What a cell holds, as far as layout goes. */
interface CellSketch {
  element: HtmlElement;
  header: boolean;
  /** The first characters, space as it stands in the source. */
  text: string;
  length: number;
  /** Lines its blocks and breaks make. */
  lines: number;
  /** A table inside with more than one filled cell. */
  holdsTable: boolean;
}

interface RowSketch {
  element: HtmlElement;
  cells: CellSketch[];
}

interface TableSketch {
  element: HtmlElement;
  rows: RowSketch[];
}

/** How the cells of a row become text. */
export interface RowLayout {
  /** `cells`: one line, cells kept apart by tabs. `flow`: side by side within a sentence. `blocks`: each on lines of its own. */
  kind: 'cells' | 'flow' | 'blocks';
  /** A cell whose breaks are kept, as in the value beside a label; in others they become spaces. */
  valueCell: HtmlElement | null;
}

/** How a document's tables become text. */
export interface TableLayouts {
  rows: ReadonlyMap<HtmlElement, RowLayout>;
  /** The table each row belongs to. */
  tableOf: ReadonlyMap<HtmlElement, HtmlElement>;
  /** Tables of data, that are offered to rules as such. */
  data: ReadonlySet<HtmlElement>;
  /** Cells that are empty in every row of their table: spacers. */
  spacers: ReadonlySet<HtmlElement>;
}

/** Characters of a cell's text that are looked at. */
const sampleLength = 200;
/** A cell of data rarely says more. */
const shortCell = 80;
const labelLength = 40;

/** Tells tables of data from tables that only place things on the page, by what stands in their cells. */
export function layTables(root: HtmlElement, visibility: Visibility): TableLayouts {
  const rows = new Map<HtmlElement, RowLayout>();
  const tableOf = new Map<HtmlElement, HtmlElement>();
  const data = new Set<HtmlElement>();
  const spacers = new Set<HtmlElement>();
  for (const table of sketch(root, visibility)) {
    const grid = isGrid(table);
    for (const row of table.rows) {
      rows.set(row.element, layRow(row, grid));
      tableOf.set(row.element, table.element);
    }
    for (const cell of emptyColumns(table)) spacers.add(cell);
    const celled = table.rows.filter(({ element }) => rows.get(element)?.kind === 'cells').length;
    if (celled >= 2 || (grid && celled >= 1)) data.add(table.element);
  }
  return { rows, tableOf, data, spacers };
}

function layRow({ cells }: RowSketch, grid: boolean): RowLayout {
  const filled = cells.filter(isFilled);
  const [first, second] = filled;
  const kind = rowKind(filled, grid);
  // What runs over several lines beside a label is one value; in a grid it would tear the row apart.
  const pair = filled.length === 2 && first !== undefined && second !== undefined && first.lines <= 1;
  return { kind, valueCell: pair ? second.element : null };
}

function rowKind(filled: readonly CellSketch[], grid: boolean): RowLayout['kind'] {
  if (filled.length < 2 || filled.some(({ holdsTable }) => holdsTable)) return 'blocks';
  if (grid) return 'cells';
  const [first, second] = filled as [CellSketch, CellSketch];
  if (filled.every(({ lines }) => lines <= 1) && readsOn(said(first), said(second))) return 'flow';
  // A label and its value in each cell, one above the other.
  if (filled.filter(({ lines }) => lines > 1).length > 1 || first.lines > 1) return 'blocks';
  if (isLabel(said(first))) return 'cells';
  return filled.every(({ length }) => length <= shortCell) ? 'cells' : 'blocks';
}

/** The first words of a cell, as they are shown. */
const said = ({ text }: CellSketch) => text.replace(/\s+/g, ' ').trim();

const isFilled = ({ length, holdsTable }: CellSketch) => length > 0 || holdsTable;

const isLabel = (text: string) => text.length <= labelLength && text.split(/\s+/).length <= 6 && !/[.!?,;]$/.test(text);

/** A sentence that a row of cells cuts through: the first part is not closed, and the next goes on in small letters. */
function readsOn(first: string, second: string): boolean {
  if (/[:.!?;|•–—-]$/.test(first) || !/^\p{Ll}/u.test(second)) return false;
  return first.split(/\s+/).length > 3;
}

/** Rows of the same number of short cells, or with header cells. */
function isGrid({ rows }: TableSketch): boolean {
  const filled = rows.map(({ cells }) => cells.filter(isFilled)).filter((cells) => cells.length >= 2);
  const cells = filled.flat();
  if (cells.length === 0 || cells.some(({ holdsTable }) => holdsTable)) return false;
  const headers = filled.some((row) => row.every(({ header }) => header));
  if (headers && filled.length >= 2) return true;
  if (filled.length < 2) return false;
  const widths = rows.map((row) => row.cells.length).filter((width) => width >= 2);
  const usual = widths.filter((width) => width === widths[0]).length >= widths.length * 0.7;
  // Headings above values in the same cell, cell by cell, are cards and no grid.
  const stacked = cells.filter(({ lines }) => lines > 1).length > cells.length / 3;
  const short = cells.filter(({ length }) => length <= shortCell).length >= cells.length * 0.75;
  return usual && short && !stacked;
}

function emptyColumns({ rows }: TableSketch): HtmlElement[] {
  const wide = rows.map(({ cells }) => cells).filter((cells) => cells.length >= 2);
  const filled = new Set(wide.flatMap((cells) => cells.flatMap((cell, i) => (isFilled(cell) ? [i] : []))));
  return wide.flatMap((cells) => cells.filter((_, i) => !filled.has(i)).map(({ element }) => element));
}

function sketch(root: HtmlElement, visibility: Visibility): TableSketch[] {
  const sketcher = new Sketcher(visibility);
  walk(root, sketcher);
  return sketcher.tables;
}

const ascii = /^[\t\r\n\x20-\x7e]*$/;

/** Cells and tables inside of each other: a table is opened inside the cell that is open, or in none. */
class Sketcher implements TreeVisitor {
  readonly tables: TableSketch[] = [];
  private readonly open_: TableSketch[] = [];
  /** Open cells, innermost last; null stands for a table that is in none of its own cells yet. */
  private readonly cells: (CellSketch | null)[] = [];
  private broken = false;

  constructor(private readonly visibility: Visibility) {}

  open(element: HtmlElement): boolean {
    if (this.visibility.hides(element)) return false;
    const { name, attributes } = element;
    const table = this.open_.at(-1);
    if (name === 'table') this.openTable(element);
    else if (name === 'tr' && table) table.rows.push({ element, cells: [] });
    else if ((name === 'td' || name === 'th') && table) this.openCell(element, table);
    if (name === 'img' && attributes.alt?.trim()) this.write(attributes.alt);
    if (name === 'br' || blocks.has(name)) this.broken = true;
    return true;
  }

  private openTable(element: HtmlElement): void {
    const table = { element, rows: [] };
    this.tables.push(table);
    this.open_.push(table);
    this.cells.push(null);
  }

  private openCell(element: HtmlElement, table: TableSketch): void {
    const cell = { element, header: element.name === 'th', text: '', length: 0, lines: 0, holdsTable: false };
    table.rows.at(-1)?.cells.push(cell);
    this.cells.push(cell);
    this.broken = false;
  }

  text({ text }: HtmlPiece): void {
    this.write(text);
  }

  private write(text: string): void {
    const cell = this.cells.at(-1);
    if (!cell) return;
    const visible = (ascii.test(text) ? text : text.replace(fillers, ' ')).trim();
    if (cell.text.length < sampleLength) cell.text += visible === '' ? ' ' : text.slice(0, sampleLength);
    if (visible === '') return;
    if (this.broken || cell.lines === 0) cell.lines++;
    this.broken = false;
    cell.length += visible.length;
  }

  close(element: HtmlElement): void {
    if (blocks.has(element.name)) this.broken = true;
    if (this.cells.at(-1)?.element === element) this.cells.pop();
    if (this.open_.at(-1)?.element === element) this.closeTable();
  }

  /** A table of one filled cell is but a box around its text. */
  private closeTable(): void {
    const table = this.open_.pop();
    this.cells.pop();
    const around = this.cells.at(-1);
    if (!table || !around) return;
    const filled = table.rows.flatMap(({ cells }) => cells).filter(isFilled);
    around.holdsTable ||= filled.length > 1 || filled.some(({ holdsTable }) => holdsTable);
    for (const { text, length, lines } of filled) {
      around.text = (around.text + text).slice(0, sampleLength);
      around.length += length;
      around.lines += lines;
    }
  }
}
