import * as v from 'valibot';
import { nearest } from '../../errors/index.js';
import { closed } from '../../files/index.js';
import {
  cellOf,
  type LookupMatch,
  type LookupTable,
  lacking,
  rowsWith,
  tableName,
  type Wanted,
} from '../../lookups/index.js';
import { type FieldOptions, toText, type Value } from '../../values/index.js';
import { asList, problemAt, readRaw } from '../finding.js';
import type {
  CompiledRuleBody,
  Evidence,
  Finding,
  Problem,
  RuleCompiler,
  RuleKind,
  RuleResult,
  RuleRun,
} from '../rule-kind.js';
import type { LookupTrace } from './trace.js';

const column = v.pipe(v.string(), v.minLength(1));
const whereSchema = v.union([
  column,
  closed({ column, match: v.optional(v.picklist(['exact', 'folded', 'prefix'])) }),
  closed({ from: v.optional(column), to: v.optional(column) }),
]);

const entries = {
  table: tableName,
  where: v.record(v.string(), whereSchema),
  fills: v.record(v.string(), column),
  missing: v.optional(v.picklist(['review', 'leave', 'stop'])),
  several: v.optional(v.picklist(['first', 'all', 'review'])),
};

interface LookupSource {
  table: string;
  /** Left a field or column of the sieve, right the table’s. */
  where: Record<string, v.InferOutput<typeof whereSchema>>;
  fills: Record<string, string>;
  missing?: 'review' | 'leave' | 'stop';
  several?: 'first' | 'all' | 'review';
}

interface CompiledLookup extends Required<Pick<LookupSource, 'table' | 'missing' | 'several'>> {
  where: [name: string, options: FieldOptions, match: LookupMatch][];
  fills: [name: string, options: FieldOptions, column: string][];
  /** Whether it fills columns, row by row. */
  ofRows: boolean;
}

function compile(source: LookupSource, { fields, columns, report, path }: RuleCompiler): CompiledRuleBody | null {
  const known = { ...fields, ...columns };
  const names = Object.keys(known);
  const strangers = (['where', 'fills'] as const).flatMap((key) =>
    Object.keys(source[key])
      .filter((name) => !(name in known))
      .map((name) => [key, name] as const),
  );
  for (const [key, field] of strangers)
    report.add('YS-SIEVE-UNKNOWN-FIELD', [...path, key, field], { field, nearest: nearest(field, names) });
  const [asked, filled] = [Object.keys(source.where), Object.keys(source.fills)];
  if (asked.length === 0 || filled.length === 0) report.add('YS-LOOKUP-NOTHING', path);
  const ofRows = filled.some((name) => name in columns);
  const mixed = filled.filter((name) => name in fields && ofRows);
  for (const field of [...mixed, ...(ofRows ? [] : asked.filter((name) => name in columns))])
    report.add('YS-LOOKUP-ROWS', path, { field });
  if (strangers.length + mixed.length > 0 || asked.length === 0 || filled.length === 0) return null;
  const optionsOf = (name: string) => known[name] as FieldOptions;
  const rule: CompiledLookup = {
    table: source.table,
    missing: source.missing ?? 'review',
    several: source.several ?? 'review',
    where: asked.map((name) => [name, optionsOf(name), matchOf(source.where[name] as never)]),
    fills: filled.map((name) => [name, optionsOf(name), source.fills[name] as string]),
    ofRows,
  };
  return { fills: filled, lookups: [source.table], run: (run) => runLookup(rule, run) };
}

function matchOf(where: v.InferOutput<typeof whereSchema>): LookupMatch {
  if (typeof where === 'string') return { how: 'folded', column: where };
  if ('column' in where) return { how: where.match ?? 'folded', column: where.column };
  return { how: 'range', from: where.from ?? null, to: where.to ?? null };
}

/** Columns that a rule asks of its table. */
const columnsOf = ({ where, fills }: CompiledLookup): (string | null)[] => [
  ...where.flatMap(([, , match]) => (match.how === 'range' ? [match.from, match.to] : [match.column])),
  ...fills.map(([, , named]) => named),
];

function runLookup(rule: CompiledLookup, run: RuleRun): RuleResult {
  const table = run.facts.lookups?.[rule.table];
  if (!table) return without(rule, run, 'YS-LOOKUP-NO-TABLE', { table: rule.table });
  const [absent] = lacking(table, columnsOf(rule));
  if (absent !== undefined)
    return without(rule, run, 'YS-LOOKUP-NO-COLUMN', {
      table: rule.table,
      column: absent,
      known: table.columns.join(', '),
    });
  const { fields, rows } = run.scene;
  if (!rule.ofRows) {
    const search = searched(rule, table, fields, run);
    return { ...search.result, steps: 1, trace: traceOf(table, [search]) };
  }
  const searches = rows.map((row) => searched(rule, table, new Map([...fields, ...row]), run));
  return {
    findings: [],
    cells: searches.map(({ result }) => result.findings),
    problems: searches.flatMap(({ result }, i) =>
      (result.problems ?? []).map((problem) => ({ ...problem, path: `rows[${i}].${rule.fills[0]?.[0]}` })),
    ),
    stop: searches.some(({ result }) => result.stop === true),
    steps: searches.length,
    trace: traceOf(table, searches),
  };
}

interface Search {
  said: string;
  hits: number;
  result: Pick<RuleResult, 'findings' | 'problems' | 'stop'>;
}

const nothing: Pick<RuleResult, 'findings'> = { findings: [] };

/** One search: for the record, or for one row of it. Where a value to look for is missing there is nothing to look up. */
function searched(
  rule: CompiledLookup,
  table: LookupTable,
  values: ReadonlyMap<string, Value | null>,
  run: RuleRun,
): Search {
  const wanted = rule.where.flatMap(([name, options, match]): Wanted[] => {
    const value = values.get(name) ?? null;
    return value === null ? [] : [{ value, options, match }];
  });
  const said = wanted.map(({ value, match }) => `${columnsIn(match)}: ${toText(value)}`).join(', ');
  if (wanted.length < rule.where.length) return { said, hits: 0, result: nothing };
  const found = rowsWith(table, wanted, run.context);
  const [first] = found;
  if (!first) {
    const problem = problemAt(
      'YS-LOOKUP-MISSING',
      rule.fills[0]?.[0] ?? '',
      { table: rule.table, what: said },
      undefined,
    );
    const result =
      rule.missing === 'leave' ? nothing : { findings: [], problems: [problem], stop: rule.missing === 'stop' };
    return { said, hits: 0, result };
  }
  if (found.length > 1 && rule.several === 'review') {
    const params = { table: rule.table, what: said, count: found.length };
    const problem = problemAt('YS-LOOKUP-SEVERAL', rule.fills[0]?.[0] ?? '', params, undefined);
    return { said, hits: found.length, result: { findings: [], problems: [problem] } };
  }
  const taken = rule.several === 'all' ? found : [first];
  const findings = rule.fills.flatMap((fill) => filled(fill, taken, table, run));
  return { said, hits: found.length, result: { findings } };
}

const columnsIn = (match: LookupMatch) =>
  match.how === 'range' ? [match.from, match.to].filter(Boolean).join(' to ') : match.column;

/** What the rows give a field: the cell of the first, or those of all as a list where it takes many. */
function filled(
  [field, options, named]: CompiledLookup['fills'][number],
  rows: readonly (readonly string[])[],
  table: LookupTable,
  run: RuleRun,
): Finding[] {
  const cells = rows.map((row) => cellOf(table, row, named)).filter((cell) => cell !== '');
  const found = cells.map((raw) => {
    const evidence: Evidence[] = [
      { how: 'looked up', in: `lookup:${table.name}`, start: null, end: null, raw, rule: run.rule },
    ];
    return readRaw(raw, field, options, run.context, evidence);
  });
  return options.many === true ? asList(found, field, options) : found.slice(0, 1);
}

/** A table that is not there, or not as the rule has it: its fields stay open, with the reason. */
function without(
  rule: CompiledLookup,
  run: RuleRun,
  code: Problem['code'],
  params: Record<string, string>,
): RuleResult {
  const path = rule.ofRows ? '' : (rule.fills[0]?.[0] ?? '');
  const problem = problemAt(code, path, params, undefined);
  const trace: LookupTrace = { table: rule.table, lacks: problem.text };
  // A later rule may fill the field; that the table is missing is said all the same.
  return { findings: [], problems: run.open.has(path) || path === '' ? [problem] : [], steps: 0, trace };
}

const traceOf = (table: LookupTable, searches: readonly Search[]): LookupTrace => ({
  table: table.name,
  revision: table.revision,
  looked_for: searches.map(({ said }) => said),
  hits: searches.map(({ hits }) => hits),
});

/** Looks values up in a table of the service, or beside the sieve. It never writes one. */
export const lookup: RuleKind = {
  kind: 'lookup',
  about: 'looks values up in a table',
  follows: true,
  entries,
  mentions: { where: 'keys', fills: 'keys' },
  form: [
    { key: 'table', label: 'Table', asks: 'lookup' },
    {
      key: 'where',
      label: 'Where',
      help: 'What is looked up by: a field, and what it is held against.',
      asks: 'matched',
    },
    { key: 'fills', label: 'Fills', help: 'A field, and the column it is taken from.', asks: 'pairs' },
    {
      key: 'missing',
      label: 'Nothing found',
      asks: 'choice',
      choices: ['review', 'leave', 'stop'],
      otherwise: 'review',
    },
    {
      key: 'several',
      label: 'Several found',
      asks: 'choice',
      choices: ['review', 'first', 'all'],
      otherwise: 'review',
    },
  ],
  compile,
};
