import { limits } from '../../limits.js';
import type { Link, Range, SourceRun, Table, TableCell } from '../reading.js';
import { placesWithin } from '../view.js';
import { apart, blocks } from './blocks.js';
import { freshBudget, lowered, spanOf, spread } from './cell-spans.js';
import { isPadding } from './fillers.js';
import { floats, hasGap } from './gaps.js';
import { layTables, type RowLayout, type TableLayouts } from './table-layout.js';
import { type Place, TextBuilder } from './text-builder.js';
import { type HtmlElement, type HtmlPiece, parseHtml, type TreeVisitor, walk } from './tree.js';
import { Visibility } from './visibility.js';

/** A stretch that the markup itself sets apart. */
export interface HtmlCue extends Range {
  /** `quote`: a block quotation. `wrap`: a box that mail programs put around what they quote. `signature`: one around a signature. */
  kind: 'quote' | 'wrap' | 'signature';
}

/** The text a person would read in an HTML part, with its links and tables, and the place in the source of every character. */
export interface HtmlText {
  text: string;
  links: Link[];
  tables: Table[];
  source: SourceRun[];
  cues: HtmlCue[];
  /** Whether elements lay so deep in each other that of some only the text was kept. */
  flattened: boolean;
}

/** Makes text from HTML, deterministically, without recursion, and at a cost that grows with its length alone. `deepest`: elements in each other. */
export function htmlToText(html: string, deepest: number = limits.htmlDepth): HtmlText {
  const { root, flattened } = parseHtml(html, deepest);
  const visibility = new Visibility(root);
  const writer = new HtmlTextWriter(visibility, layTables(root, visibility));
  walk(root, writer);
  return { ...writer.finish(), flattened };
}

const quoting = /(?:^|[\s_-])(?:quote|quoted|cite)(?:$|[\s_-])/i;
const signing = /(?:^|[\s_-])signature(?:$|[\s_-])/i;
const blockStyle = /(?:^|[;\s])display\s*:\s*(?:block|flex|grid|table|list-item)\b/i;
const preformatted = /white-space\s*:\s*(?:pre|break-spaces)/i;

/** Lists within lists that are told apart by where their lines begin; tables and mail programs nest more than anybody reads. */
const deepestIndent = 4;

/** What an element changes for all inside it, and what is done when it closes. */
interface Scope {
  invisible: boolean;
  verbatim: boolean;
  /** It stands on lines of its own: by its name, or by its style. */
  block: boolean;
  leave: (() => void)[];
}

/** A range of the text whose start may not be known yet. */
interface Stretch {
  start: Place;
  end: number;
}

type OpenCell = Stretch & { header: boolean; columns: number; rows: number };

interface OpenTable extends Stretch {
  rows: OpenCell[][];
}

/** A row that is open; `cells` is null when its table is none of data. */
interface OpenRow {
  layout: RowLayout;
  cells: OpenCell[] | null;
  count: number;
}

class HtmlTextWriter implements TreeVisitor {
  private readonly out = new TextBuilder();
  private readonly links: (Stretch & { href: string })[] = [];
  private readonly cues: (Stretch & { kind: HtmlCue['kind'] })[] = [];
  private readonly tables: OpenTable[] = [];
  private readonly openTables = new Map<HtmlElement, OpenTable>();
  private readonly scopes: Scope[] = [{ invisible: false, verbatim: false, block: false, leave: [] }];
  private readonly rows: OpenRow[] = [];
  private readonly lists: { next: number | null }[] = [];

  constructor(
    private readonly visibility: Visibility,
    private readonly layouts: TableLayouts,
  ) {}

  private get scope(): Scope {
    return this.scopes.at(-1) as Scope;
  }

  open(element: HtmlElement): boolean {
    if (this.visibility.hides(element) || this.layouts.spacers.has(element)) return false;
    const style = element.attributes.style ?? '';
    const around = this.scope;
    this.scopes.push({
      invisible: this.visibility.textHidden(element) ?? around.invisible,
      verbatim: around.verbatim || element.name === 'pre' || preformatted.test(style),
      block: blocks.has(element.name) || blockStyle.test(style),
      leave: [],
    });
    this.enter(element);
    return true;
  }

  private enter(element: HtmlElement): void {
    const { name, attributes } = element;
    if (this.scope.block) this.breakFor(name);
    else if (attributes.style && floats.test(attributes.style)) this.aside();
    else if (attributes.style && hasGap(attributes.style)) this.gap();
    if (name === 'br') this.out.newline();
    else if (name === 'hr') this.rule();
    else if (name === 'img') this.picture(element);
    else if (name === 'a' && attributes.href) this.link(attributes.href.trim());
    else if (name === 'table') this.table(element);
    else if (name === 'tr') this.row(element);
    else if (name === 'td' || name === 'th') this.cell(element);
    else if (name === 'ul' || name === 'ol')
      this.list(name === 'ol' ? Number.parseInt(attributes.start ?? '1', 10) || 1 : null);
    else if (name === 'li') this.item();
    this.cue(element);
  }

  private aside(): void {
    this.out.column();
    this.onLeave(() => this.out.column());
  }

  private gap(): void {
    this.out.space();
    this.onLeave(() => this.out.space());
  }

  private breakFor(name: string): void {
    if (apart.has(name) && !(this.lists.length > 0 && (name === 'ul' || name === 'ol'))) this.out.blankLine();
    else this.out.freshLine();
  }

  private rule(): void {
    this.out.generated('----------');
    this.out.freshLine();
  }

  private picture({ attributes, start, end }: HtmlElement): void {
    const alt = attributes.alt?.replace(/\s+/g, ' ').trim();
    if (alt && !this.scope.invisible) this.out.attribute(alt, start, end - start);
  }

  private link(href: string): void {
    const link = { start: this.out.place(), end: 0, href };
    this.onLeave(() => {
      link.end = this.out.length;
      this.links.push(link);
    });
  }

  private table(element: HtmlElement): void {
    if (!this.layouts.data.has(element)) return;
    const table: OpenTable = { start: this.out.place(), end: 0, rows: [] };
    this.tables.push(table);
    this.openTables.set(element, table);
    this.onLeave(() => {
      table.end = this.out.length;
    });
  }

  private row(element: HtmlElement): void {
    const table = this.layouts.tableOf.get(element);
    const cells: OpenCell[] | null = table && this.layouts.data.has(table) ? [] : null;
    if (table && cells) this.openTables.get(table)?.rows.push(cells);
    this.rows.push({ layout: this.layouts.rows.get(element) ?? blocksOnly, cells, count: 0 });
    this.onLeave(() => {
      this.rows.pop();
      this.out.endCells();
    });
  }

  private cell(element: HtmlElement): void {
    const row = this.rows.at(-1);
    if (!row) return;
    const { layout } = row;
    const first = row.count++ === 0;
    if (layout.kind === 'blocks') this.out.freshLine();
    else if (first) this.out.beginCell();
    else if (layout.kind === 'cells') this.out.nextCell();
    else this.out.space();
    const breaks = layout.kind === 'blocks' || element === layout.valueCell ? this.out.breaks : 'spaces';
    const before = this.out.breaks;
    this.out.breaks = breaks;
    const cell: OpenCell = {
      start: this.out.place(),
      end: 0,
      header: element.name === 'th',
      columns: spanOf(element.attributes.colspan),
      rows: spanOf(element.attributes.rowspan),
    };
    row.cells?.push(cell);
    this.onLeave(() => {
      cell.end = this.out.length;
      this.out.breaks = before;
      if (layout.kind === 'blocks') this.out.freshLine();
      else this.out.dropBreaks();
    });
  }

  private list(next: number | null): void {
    this.lists.push({ next });
    this.onLeave(() => {
      this.lists.pop();
      this.out.endCells();
    });
  }

  private item(): void {
    const list = this.lists.at(-1);
    // What is listed within an item stands further in.
    const indent = '  '.repeat(Math.max(0, Math.min(deepestIndent, this.lists.length) - 1));
    this.out.generated(`${indent}${list?.next == null ? '- ' : `${list.next++}. `}`);
    this.out.beginCell();
    this.onLeave(() => this.out.dropBreaks());
  }

  private cue({ name, attributes }: HtmlElement): void {
    const names = `${attributes.class ?? ''} ${attributes.id ?? ''}`;
    const kind =
      name === 'blockquote' ? 'quote' : signing.test(names) ? 'signature' : quoting.test(names) ? 'wrap' : null;
    if (kind === null) return;
    const cue = { kind, start: this.out.place(), end: 0 } as const;
    this.onLeave(() => this.cues.push({ ...cue, end: this.out.length }));
  }

  private onLeave(act: () => void): void {
    this.scope.leave.push(act);
  }

  text({ text, source, sourceLength }: HtmlPiece): void {
    if (this.scope.invisible || isPadding(text)) return;
    if (this.scope.verbatim) this.out.verbatim(text, source, sourceLength);
    else this.out.flow(text, source, sourceLength);
  }

  close({ name }: HtmlElement): void {
    const scope = this.scopes.pop();
    for (const act of scope?.leave ?? []) act();
    if (scope?.block) this.breakFor(name);
  }

  finish(): Omit<HtmlText, 'flattened'> {
    const { text, source } = this.out.finish();
    const range = ({ start, end }: Stretch): Range => {
      const from = Math.min(start.at ?? text.length, Math.max(end, 0));
      return { start: from, end: Math.max(from, end) };
    };
    const budget = freshBudget();
    return {
      text,
      source,
      links: this.links.map((link) => ({ ...range(link), href: link.href })).sort((a, b) => a.start - b.start),
      tables: this.tables.map((table) => ({
        ...range(table),
        rows: lowered(
          table.rows
            .filter((row) => row.length > 0)
            .map((row) =>
              row.flatMap(({ rows, ...cell }) =>
                spread(cellAt(text, range(cell), cell.header, this.out.breaksInCells), cell.columns, budget).map(
                  (one) => ({
                    cell: one,
                    rows,
                  }),
                ),
              ),
            ),
          budget,
        ),
      })),
      cues: this.cues.map((cue) => ({ ...range(cue), kind: cue.kind })),
    };
  }
}

const blocksOnly: RowLayout = { kind: 'blocks', valueCell: null };

/** `breaks`: where in the whole text a blank stands for a break within a cell, in their order. */
function cellAt(text: string, { start, end }: Range, header: boolean, breaks: readonly number[]): TableCell {
  const own = placesWithin(breaks, start, end);
  const edges = [start - 1, ...own, end];
  const lines = edges.slice(1).map((edge, i) => ({ start: (edges[i] as number) + 1, end: edge }));
  return { start, end, header, text: text.slice(start, end), ...(own.length > 0 ? { lines } : {}) };
}
