import * as v from 'valibot';
import { nearest } from '../../errors/index.js';
import { tablesIn } from '../../names/index.js';
import { compilePattern, withOwnParts } from '../../patterns/index.js';
import { listsOf, type View } from '../../reading/index.js';
import { ownTypes, typeOfField } from '../../values/index.js';
import { evidenceAt, findAt, problemAt, readRaw } from '../finding.js';
import { linkAt } from '../link-at.js';
import type { CompiledRuleBody, Finding, RuleCompiler, RuleKind, RuleResult, RuleRun } from '../rule-kind.js';
import { withCellLabels } from './cell-labels.js';
import { cellText, type Grid, type GridCell, markedGrids, widthOf } from './grid.js';
import { type Header, type HeaderWords, hasPart, headerOf, headingPattern, lineOfHeading } from './header.js';
import { type Item, itemsOf, type LinesOfCells } from './items.js';
import { listGrids } from './list-grid.js';
import { textGrids } from './text-grid.js';
import type { TableTrace } from './trace.js';

const headings = v.union([v.string(), v.pipe(v.array(v.string()), v.minLength(1))]);
const entries = {
  in: v.optional(v.string()),
  columns: v.record(v.string(), headings),
  take: v.optional(v.picklist(['first', 'all'])),
};

interface TableSource {
  in?: string;
  columns: Record<string, string | string[]>;
  take?: 'first' | 'all';
}

interface CompiledTable {
  /** Where it looks when not in the words of the message. */
  lookIn: string | null;
  words: HeaderWords;
  lines: LinesOfCells;
  /** Columns without which no table is one of these. */
  needed: string[];
  take: 'first' | 'all';
}

function compile(source: TableSource, compiler: RuleCompiler): CompiledRuleBody | null {
  const { columns, path, report, parts, scope } = compiler;
  const known = Object.keys(columns);
  const named = Object.keys(source.columns);
  for (const field of named.filter((name) => !known.includes(name)))
    report.add('YS-SIEVE-UNKNOWN-FIELD', [...path, 'columns', field], { field, nearest: nearest(field, known) });
  const lookIn = source.in ?? null;
  if (lookIn !== null && scope.typeOf(lookIn)?.kind !== ownTypes.words)
    report.add('YS-CONDITION-NAME', [...path, 'in'], { name: lookIn, nearest: nearest(lookIn, scope.known()) });
  if (named.length === 0) report.add('YS-TABLE-NO-COLUMN', [...path, 'columns']);
  const over = Object.entries(source.columns).map(
    ([name, words]) => [name, [words].flat().map(lineOfHeading)] as const,
  );
  const patterns = over.flatMap(([name, all]) =>
    all
      .map(({ words }) => words)
      .filter(hasPart)
      .map((word) => compilePattern(headingPattern(word), { case: 'any', parts }, [...path, 'columns', name], report)),
  );
  if (named.length === 0 || named.some((name) => !known.includes(name)) || patterns.includes(null)) return null;
  const table: CompiledTable = {
    lookIn,
    words: Object.fromEntries(over.map(([name, all]) => [name, all.map(({ words }) => withOwnParts(words, parts))])),
    lines: Object.fromEntries(
      over.flatMap(([name, all]) => all.flatMap(({ line }) => (line === null ? [] : [[name, line]]))),
    ),
    needed: named.filter((name) => columns[name]?.required === true),
    take: source.take ?? 'all',
  };
  return { fills: named, run: (run) => runTable(table, run, columns) };
}

interface Found {
  grid: Grid;
  at: number;
  header: Header;
}

function runTable(table: CompiledTable, run: RuleRun, columns: RuleCompiler['columns']): RuleResult {
  const found = firstWithTables(table, run);
  const taken = table.take === 'first' ? found.slice(0, 1) : found;
  const max = run.facts.limits.rows;
  const items = taken.flatMap(({ grid, at, header }) => {
    const options = { words: table.words, lines: table.lines, columns, context: run.contextAt(grid.view, 0) };
    return itemsOf(grid, at, header, options).map((item) => ({ grid, item }));
  });
  const rows = items.flatMap(({ grid, item }) => ('cells' in item ? [rowOf(grid, item.cells, run, columns)] : []));
  const stopped = rows.length > max;
  return {
    findings: [],
    rows: rows.slice(0, max),
    problems: stopped ? [problemAt('YS-RULE-STOPPED', '', { rule: run.rule, limit: `${max} rows` }, undefined)] : [],
    steps: items.length,
    trace: traceOf(
      taken,
      items.map(({ item }) => item),
      Object.keys(table.words),
    ),
  };
}

/** Tables of the markup come first, then those written in the text, then lists; in the body, else in other words of the message. */
function firstWithTables(table: CompiledTable, run: RuleRun): Found[] {
  const { form, reading } = run.scene;
  for (const view of viewsOf(table, run))
    for (const grids of [
      () => markedGrids(view, tablesIn(view, form, reading)),
      () => written(view, table),
      () => (view.in === 'message.text' ? listGrids(view, listsOf(form)) : []),
    ]) {
      const found = grids().flatMap((grid) => headedBy(grid, table));
      if (found.length > 0) return found;
    }
  return [];
}

function viewsOf({ lookIn }: CompiledTable, run: RuleRun): View[] {
  if (lookIn === null) return run.bodies();
  const view = run.view(lookIn);
  return view ? [view] : [];
}

const written = (view: View, { words, needed }: CompiledTable): Grid[] =>
  textGrids(view, (cells) => headerOf(cells, words, needed) !== null);

/** The first row of a grid that heads these columns; of a list, what heads its spots. Labels within cells head columns where one asks for them. */
function headedBy(grid: Grid, table: CompiledTable): Found[] {
  const [plainly] = headed(grid, table);
  if (plainly && plainly.header.cells.size === Object.keys(table.words).length) return [plainly];
  const wide = grid.headings ? null : withCellLabels(grid);
  const [widely] = wide ? headed(wide, table) : [];
  const isAsked = widely && [...widely.header.cells.values()].some((cell) => cell >= widthOf(grid));
  return isAsked ? [widely] : plainly ? [plainly] : [];
}

function headed(grid: Grid, { words, needed }: CompiledTable): Found[] {
  if (grid.headings) {
    const header = headerOf(grid.headings, words, needed);
    return header ? [{ grid, at: -1, header }] : [];
  }
  for (const [at, row] of grid.rows.entries()) {
    const header = headerOf(
      row.map((cell) => cellText(grid.view, cell)),
      words,
      needed,
    );
    if (header) return [{ grid, at, header }];
  }
  return [];
}

function rowOf(
  { view }: Grid,
  cells: ReadonlyMap<string, GridCell>,
  run: RuleRun,
  columns: RuleCompiler['columns'],
): Finding[] {
  return [...cells].flatMap(([column, cell]): Finding[] => {
    const options = columns[column];
    const [first, ...more] = cell;
    if (!options || !first) return [];
    const context = run.contextAt(view, first.start);
    const link = typeOfField(options)?.link ? linkAt(view, first, run) : null;
    if (link) return [readRaw(link.href, column, options, context, link.evidence)];
    if (more.length === 0) return [findAt(view, first.start, first.end, column, options, context, run.rule)];
    const evidence = cell.flatMap(({ start, end }) => evidenceAt(view, start, end, run.rule));
    return [readRaw(cellText(view, cell), column, options, context, evidence)];
  });
}

const maxPassedOver = 20;

function traceOf(taken: readonly Found[], items: readonly Item[], columns: readonly string[]): TableTrace {
  if (taken.length === 0) return { looked_for: [...columns], found: 'no table or list with these headings' };
  return {
    tables: taken.map(({ grid, header }) => ({ made_of: grid.made_of, columns: [...header.cells.keys()] })),
    items: items.filter((item) => 'cells' in item).length,
    passed_over: items.filter((item) => 'passedOver' in item).slice(0, maxPassedOver),
  };
}

/** Makes rows of the tables whose header words name its columns. */
export const table: RuleKind = {
  kind: 'table',
  about: 'makes rows of tables, found by the words over their columns, and of lists, by the labels of their lines',
  entries,
  mentions: { columns: 'keys', in: 'name' },
  form: [
    { key: 'in', label: 'Look in', asks: 'text', otherwise: 'message.body' },
    {
      key: 'columns',
      label: 'Words over the columns',
      help: 'Several spellings with commas; parts of patterns, as in “Price on ~date~”; of a list, the label of a line, or “line 1”; “line 2 of Product” where cells are written in several lines.',
      asks: 'headings',
    },
    { key: 'take', label: 'Tables', asks: 'choice', choices: ['all', 'first'], otherwise: 'all' },
  ],
  compile,
};
